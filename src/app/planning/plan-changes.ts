import { v4 as uuid } from 'uuid'
import type { Hatchery } from '../../contracts/records/hatchery-record.ts'
import {
  spreadLaidDates,
  type DraftBatch,
  type DraftEgg,
  type DraftTray,
  type PlanDraft,
} from '../../core/planning/plan-draft.ts'
import type { SpeciesName } from '../../core/species/species.ts'
import { addDays, daysBetween, localDateOf, localTimeOf, type LocalDate } from '../../core/time/local-date.ts'
import type { Place } from '../../core/tray/layout.ts'

/** A first tray is made this wide; its rows follow from the eggs. */
const USUAL_COLUMNS = 6
const MOST_ROWS = 8
const MOST_TRAYS = 60

/** Where an egg of the basket lies. */
export interface Lying {
  id: string
  place: Place | null
}

/** Eggs of one batch more, numbered on, with trays for them where there are too few. */
export function batchAdded(
  now: PlanDraft,
  { batch, count }: { batch: Omit<DraftBatch, 'id'>; count: number },
  hatchery: Hatchery,
): PlanDraft {
  const id = uuid()
  const from = now.eggs.reduce((most, egg) => Math.max(most, egg.number), 0)
  const eggs = spreadLaidDates(batch, count, datesBetween).map((laidOn, i): DraftEgg => ({
    id: uuid(),
    batchId: id,
    number: from + i + 1,
    mark: '',
    laidOn,
    crack: 'none',
    waxed: false,
    weightG: null,
    lengthMm: null,
    breadthMm: null,
    choice: 'advice',
  }))
  return withTrays(
    { ...now, batches: [...now.batches, { ...batch, id }], eggs: [...now.eggs, ...eggs] },
    batch.species,
    hatchery,
  )
}

/** A batch less, with its eggs, and with the trays of a bird of which nothing is left. */
export function batchRemoved(now: PlanDraft, id: string): PlanDraft {
  const batches = now.batches.filter((batch) => batch.id !== id)
  const left = new Set(batches.map((batch) => batch.species))
  const eggs = now.eggs.filter((egg) => egg.batchId !== id)
  const trays = now.trays.filter((tray) => left.has(tray.species))
  return withoutUnneeded({ ...now, batches, eggs, trays }, now)
}

/** Without the last trays that were needed for the eggs before, and are not any more; the others keep their names. */
function withoutUnneeded(now: PlanDraft, before: PlanDraft): PlanDraft {
  const speciesOf = new Map(before.batches.map(({ id, species }) => [id, species]))
  const eggsOf = ({ eggs }: PlanDraft, species: SpeciesName): number =>
    eggs.filter(({ batchId }) => speciesOf.get(batchId) === species).length
  const places = (trays: readonly DraftTray[]): number =>
    trays.reduce((sum, { rows, columns }) => sum + rows * columns, 0)
  const lyingIn = new Set(now.eggs.map(({ id }) => now.moved[id]?.trayId))
  let { trays } = now
  for (const species of new Set(trays.map((tray) => tray.species))) {
    for (;;) {
      const own = trays.filter((tray) => tray.species === species)
      const last = own.at(-1)!
      const without = places(own.slice(0, -1))
      const isNeeded =
        own.length === 1 || without < eggsOf(now, species) || without >= eggsOf(before, species)
      if (isNeeded || lyingIn.has(last.id)) break
      trays = trays.filter((tray) => tray !== last)
    }
  }
  return { ...now, trays }
}

export function eggChanged(now: PlanDraft, id: string, changes: Partial<DraftEgg>): PlanDraft {
  return { ...now, eggs: now.eggs.map((egg) => (egg.id === id ? { ...egg, ...changes } : egg)) }
}

export function trayChanged(now: PlanDraft, id: string, changes: Partial<DraftTray>): PlanDraft {
  return { ...now, trays: now.trays.map((tray) => (tray.id === id ? { ...tray, ...changes } : tray)) }
}

/** One tray more for a bird, like its last. */
export function trayAdded(now: PlanDraft, species: SpeciesName, hatchery: Hatchery): PlanDraft {
  const { rows = 1, columns = USUAL_COLUMNS } =
    now.trays.filter((tray) => tray.species === species).at(-1) ?? {}
  return { ...now, trays: [...now.trays, newTray(now, hatchery, { species, rows, columns })] }
}

export function trayRemoved(now: PlanDraft, id: string): PlanDraft {
  return { ...now, trays: now.trays.filter((tray) => tray.id !== id) }
}

/** From the first move on every egg stays where it lies; only new ones are dealt into what is free. */
export function eggsMoved(now: PlanDraft, lying: readonly Lying[]): PlanDraft {
  const places = lying.flatMap(({ id, place }) => (place ? [[id, place] as const] : []))
  return { ...now, moved: { ...now.moved, ...Object.fromEntries(places) } }
}

export function emptyDraft(hatchery: Hatchery, nowMs: number): PlanDraft {
  const { zone } = hatchery
  return {
    batches: [],
    eggs: [],
    timing: { by: 'set', date: localDateOf(nowMs, zone), time: nextHour(nowMs, zone) },
    method: hatchery.method,
    ownDays: hatchery.ownDays,
    turningStop: hatchery.turningStop,
    incubationDays: {},
    trays: [],
    moved: {},
    names: {},
    notes: '',
  }
}

/** The coming full hour; late at night, the last one of the day. */
function nextHour(nowMs: number, zone: string): string {
  const hour = Number(localTimeOf(nowMs, zone).slice(0, 2))
  return `${String(Math.min(23, hour + 1)).padStart(2, '0')}:00`
}

function datesBetween(from: LocalDate, to: LocalDate): LocalDate[] {
  return Array.from({ length: daysBetween(from, to) + 1 }, (_, i) => addDays(from, i))
}

/** Trays for the species' eggs where it has none yet; more of them when they came to be too few. */
function withTrays(draft: PlanDraft, species: SpeciesName, hatchery: Hatchery): PlanDraft {
  const ofSpecies = new Set(
    draft.batches.filter((batch) => batch.species === species).map((batch) => batch.id),
  )
  const eggs = draft.eggs.filter((egg) => ofSpecies.has(egg.batchId)).length
  let now = draft
  for (
    let places = placesOf(now, species);
    places < eggs && now.trays.length < MOST_TRAYS;
    places = placesOf(now, species)
  ) {
    const rows = Math.min(MOST_ROWS, Math.ceil((eggs - places) / USUAL_COLUMNS))
    now = { ...now, trays: [...now.trays, newTray(now, hatchery, { species, rows, columns: USUAL_COLUMNS })] }
  }
  return now
}

function placesOf(draft: PlanDraft, species: SpeciesName): number {
  return draft.trays
    .filter((tray) => tray.species === species)
    .reduce((sum, tray) => sum + tray.rows * tray.columns, 0)
}

function newTray(
  draft: PlanDraft,
  { incubators }: Pick<Hatchery, 'incubators'>,
  { species, rows, columns }: Pick<DraftTray, 'species' | 'rows' | 'columns'>,
): DraftTray {
  // Eggs are set in an incubator; the hatcher is for the last days.
  const first = incubators.find(({ kind }) => kind === 'incubator') ?? incubators[0]!
  return {
    id: uuid(),
    name: `Tray ${draft.trays.length + 1}`,
    species,
    incubatorId: first.id,
    rows,
    columns,
    numbering: draft.trays.at(-1)?.numbering ?? 'letter-rows',
  }
}
