import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import { v4 as uuid } from 'uuid'
import { sayProblems } from '../../contracts/records/book.ts'
import { problemsOf } from '../../contracts/records/field-problem.ts'
import { planDraftSchema, readDraft } from '../../contracts/records/plan-draft.ts'
import { isStorageFull } from '../data/storage-room.ts'
import { planToRecords } from '../../domain/plan-to-records.ts'
import type { Hatchery } from '../../contracts/records/hatchery-record.ts'
import type { EggSet } from '../../contracts/records/set-record.ts'
import { computePlan } from '../../core/planning/compute-plan.ts'
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
import { useClockStore } from '../shared/clock.ts'
import { useHatcheryStore } from '../data/hatchery.ts'

const DRAFT_KEY = 'plan-draft'
const ASIDE_KEY = 'plan-draft-aside'
const KEPT_STEPS = 100
/** A first tray is made this wide; its rows follow from the eggs. */
const USUAL_COLUMNS = 6
const MOST_ROWS = 8

/** The plan on the way. It is kept in the browser with every change, and every change can be taken back. */
export const usePlanStore = defineStore('plan', () => {
  const store = useHatcheryStore()
  const clock = useClockStore()
  const draft = shallowRef<PlanDraft | null>(null)
  const past = shallowRef<PlanDraft[]>([])
  /** Why the last change, or the draft as a whole, could not be kept, as a sentence; with the egg that it is about. */
  const problem = ref<{ text: string; eggId: string | null } | null>(null)
  /** A draft of an earlier visit that cannot be read: kept, to be taken out. */
  const unreadable = shallowRef<unknown>(null)

  const groups = computed(() => (draft.value ? computePlan(draft.value, store.hatchery, clock.nowMs) : []))
  const stops = computed(() =>
    groups.value.flatMap((group) => group.problems.filter((item) => item.weight === 'stop')),
  )
  const canFinish = computed(() => groups.value.length > 0 && stops.value.length === 0)

  /** Opens the draft of the last visit, or an empty one. */
  async function open(): Promise<void> {
    if (draft.value) return
    const kept = await store.repository.setting<unknown>(DRAFT_KEY)
    const { draft: read, left } = kept === null ? { draft: null, left: [] } : readDraft(kept)
    if (kept !== null && !read) {
      await store.repository.saveSetting(ASIDE_KEY, kept)
      await store.repository.saveSetting(DRAFT_KEY, emptyDraft(store.hatchery, Date.now()))
      problem.value = {
        eggId: null,
        text: 'Your last plan cannot be read. It is kept, and a new one is started.',
      }
    } else if (left.length > 0) {
      problem.value = { eggId: null, text: `Left empty: ${left.join(' ')}` }
    }
    unreadable.value = await store.repository.setting<unknown>(ASIDE_KEY)
    draft.value = read ?? emptyDraft(store.hatchery, Date.now())
  }

  async function forgetUnreadable(): Promise<void> {
    await store.repository.saveSetting(ASIDE_KEY, null)
    unreadable.value = null
    problem.value = null
  }

  async function keep(next: PlanDraft): Promise<void> {
    try {
      await store.repository.saveSetting(DRAFT_KEY, next)
      problem.value = null
    } catch (error) {
      problem.value = {
        eggId: null,
        text: `The plan is on screen but not saved: ${isStorageFull(error) ? 'browser storage is full' : (error as Error).message}.`,
      }
    }
  }

  async function change(next: (now: PlanDraft) => PlanDraft): Promise<void> {
    const now = draft.value
    if (!now) return
    const wanted = next(now)
    // What a later visit could not read is refused here, where it can be put right.
    const sound = planDraftSchema.safeParse(wanted)
    if (!sound.success) {
      const problems = problemsOf(sound.error, wanted)
      const [table, index] = problems[0]?.path ?? []
      problem.value = {
        text: sayProblems(problems),
        eggId: table === 'eggs' && typeof index === 'number' ? (wanted.eggs[index]?.id ?? null) : null,
      }
      return
    }
    past.value = [...past.value.slice(1 - KEPT_STEPS), now]
    draft.value = sound.data
    await keep(sound.data)
  }

  async function undo(): Promise<void> {
    const before = past.value.at(-1)
    if (!before) return
    past.value = past.value.slice(0, -1)
    draft.value = before
    await keep(before)
  }

  async function startOver(): Promise<void> {
    await change(() => emptyDraft(store.hatchery, Date.now()))
  }

  function addBatch(batch: Omit<DraftBatch, 'id'>, count: number): Promise<void> {
    return change((now) => {
      const id = uuid()
      const from = now.eggs.reduce((most, egg) => Math.max(most, egg.number), 0)
      const laid = spreadLaidDates(batch, count, datesBetween)
      const eggs = laid.map((laidOn, i): DraftEgg => ({
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
        store.hatchery,
      )
    })
  }

  function removeBatch(id: string): Promise<void> {
    return change((now) => {
      const batches = now.batches.filter((batch) => batch.id !== id)
      const left = new Set(batches.map((batch) => batch.species))
      return {
        ...now,
        batches,
        eggs: now.eggs.filter((egg) => egg.batchId !== id),
        trays: now.trays.filter((tray) => left.has(tray.species)),
      }
    })
  }

  function changeEgg(id: string, changes: Partial<DraftEgg>): Promise<void> {
    return change((now) => ({
      ...now,
      eggs: now.eggs.map((egg) => (egg.id === id ? { ...egg, ...changes } : egg)),
    }))
  }

  function changeTray(id: string, changes: Partial<DraftTray>): Promise<void> {
    return change((now) => ({
      ...now,
      trays: now.trays.map((tray) => (tray.id === id ? { ...tray, ...changes } : tray)),
    }))
  }

  function addTray(species: SpeciesName): Promise<void> {
    return change((now) => {
      const like = now.trays.filter((tray) => tray.species === species).at(-1)
      return {
        ...now,
        trays: [
          ...now.trays,
          newTray(now, store.hatchery, {
            species,
            rows: like?.rows ?? 1,
            columns: like?.columns ?? USUAL_COLUMNS,
          }),
        ],
      }
    })
  }

  function removeTray(id: string): Promise<void> {
    return change((now) => ({ ...now, trays: now.trays.filter((tray) => tray.id !== id) }))
  }

  /** From the first move on every egg stays where it lies; only new ones are dealt into what is free. */
  function moveEggs(places: ReadonlyArray<{ id: string; place: Place | null }>): Promise<void> {
    const lying = groups.value.flatMap((group) => group.eggs.map(({ egg, place }) => ({ id: egg.id, place })))
    return change((now) => ({
      ...now,
      moved: {
        ...now.moved,
        ...Object.fromEntries([...lying, ...places].flatMap(({ id, place }) => (place ? [[id, place]] : []))),
      },
    }))
  }

  /** Makes the sets; the basket is empty afterwards. @returns the new sets, soonest first */
  async function finish(): Promise<EggSet[]> {
    const now = draft.value
    if (!now || !canFinish.value) return []
    const records = planToRecords(
      { draft: now, groups: groups.value, hatchery: store.hatchery },
      { nowIso: new Date().toISOString(), newId: () => uuid() },
    )
    await store.commit('plan', null, records)
    past.value = []
    draft.value = emptyDraft(store.hatchery, Date.now())
    await keep(draft.value)
    return records.sets
  }

  return {
    draft,
    past,
    problem,
    unreadable,
    forgetUnreadable,
    groups,
    canFinish,
    open,
    change,
    undo,
    startOver,
    addBatch,
    removeBatch,
    changeEgg,
    changeTray,
    addTray,
    removeTray,
    moveEggs,
    finish,
  }
})

function emptyDraft(hatchery: Hatchery, nowMs: number): PlanDraft {
  const { zone } = hatchery
  return {
    batches: [],
    eggs: [],
    timing: { by: 'set', date: localDateOf(nowMs, zone), time: nextHour(nowMs, zone) },
    school: hatchery.school,
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
    places < eggs && now.trays.length < 60;
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
