import { HOUR_MS } from '../time/durations.ts'
import { storageDelayHours } from './incubation/development.ts'
import { setTimeForHatch } from './incubation/plan-backwards.ts'
import { checkPlan, type PlanProblem } from './incubation/plan-problems.ts'
import {
  expectedHatchMs,
  makeSchedule,
  type ScheduleEvent,
  type ScheduleInput,
} from './incubation/schedule.ts'
import { timetableOf, usualTimetable } from './incubation/timetable.ts'
import type { SpeciesName } from '../species/species.ts'
import { adviseSetting, type EggAdvice } from './intake/setting-advice.ts'
import { expectedChicks, type ExpectedChicks, type HatchRate } from '../hatching/expected-chicks.ts'
import { hatchRateOf, TOO_OLD_DAYS, type OwnHatch } from './intake/hatchability.ts'
import { instantOf, localDateOf, type LocalDate, type Zone } from '../time/local-date.ts'
import { dealIntoTrays, placeCount, type Place } from '../tray/layout.ts'
import type { DraftBatch, DraftEgg, DraftTray, PlanDraft } from './plan-draft.ts'

/** The habits of the place that a plan needs. */
export interface PlanHabits {
  zone: Zone
  candlingHour: number
  warmUpHours: number
  postRestHours: number
  /** What became of eggs of this bird that were set here before. */
  ownHatch?: (species: SpeciesName) => OwnHatch
}

export interface PlannedEgg {
  egg: DraftEgg
  advice: EggAdvice
  /** Goes into the incubator: by the keeper's word, else by the advice. */
  set: boolean
  place: Place | null
}

/** One species of the basket: it becomes one set. */
export interface PlanGroup {
  species: SpeciesName
  eggs: PlannedEgg[]
  trays: DraftTray[]
  setCount: number
  places: number
  setAtMs: number
  hatchAtMs: number
  delayHours: number
  oldestStorageDays: number | null
  /** Chicks to be expected of those set; eight times in ten they are between low and high. */
  chicks: Pick<ExpectedChicks, 'mean' | 'low' | 'high'>
  /** Own eggs that this rests on. */
  ownEggs: number
  input: ScheduleInput
  schedule: ScheduleEvent[]
  problems: PlanProblem[]
}

/** A parcel that came some time of the day rests from noon. */
const ARRIVAL_HOUR = 12

/** Works a draft out: a group each species, in the order in which they are set. Pure. */
export function computePlan(draft: PlanDraft, habits: PlanHabits, nowMs: number): PlanGroup[] {
  const batches = new Map(draft.batches.map((batch) => [batch.id, batch]))
  const bySpecies = new Map<SpeciesName, Array<{ egg: DraftEgg; batch: DraftBatch }>>()
  for (const egg of draft.eggs) {
    const batch = batches.get(egg.batchId)
    if (!batch) continue
    const list = bySpecies.get(batch.species) ?? []
    list.push({ egg, batch })
    bySpecies.set(batch.species, list)
  }
  return [...bySpecies]
    .map(([species, eggs]) => planGroup({ species, basket: eggs }, { draft, habits, nowMs }))
    .sort((a, b) => a.setAtMs - b.setAtMs)
}

interface Group {
  species: SpeciesName
  basket: ReadonlyArray<{ egg: DraftEgg; batch: DraftBatch }>
}

interface Occasion {
  draft: PlanDraft
  habits: PlanHabits
  nowMs: number
}

function planGroup(group: Group, occasion: Occasion): PlanGroup {
  const { species } = group
  const { draft, habits, nowMs } = occasion
  const { timing } = draft
  const { zone } = habits
  const trays = draft.trays.filter((tray) => tray.species === species)
  const places = placeCount(trays)
  const own = habits.ownHatch?.(species) ?? { eggs: 0, hatched: 0, expected: 0 }
  const rate = hatchRateOf(own)
  const usualHatch = shareOf(rate)
  // The delay follows from the storage and the storage from the set day; the first guess is without delay.
  const firstSetMs = setTime(species, 0, occasion)
  const adviseOn = (atMs: number): Advised[] =>
    advisedOn(localDateOf(atMs, zone), group, { places, usualHatch })
  // Whole hours: nobody sets eggs by the minute.
  const delayHours = Math.round(meanDelay(adviseOn(firstSetMs)))
  const setAtMs = timing.by === 'hatch' ? setTime(species, delayHours, occasion) : firstSetMs
  const eggs = placed(adviseOn(setAtMs), trays, draft.moved)
  const chosen = eggs.filter((item) => item.set)
  const storage = chosen.flatMap(({ advice }) => advice.storageDays ?? [])
  const oldestStorageDays = storage.length > 0 ? Math.max(...storage) : null
  const incubationDays = draft.incubationDays[species]
  const input: ScheduleInput = {
    species,
    zone,
    setAtMs,
    delayHours,
    incubationDays,
    method: draft.method,
    ownDays: draft.ownDays,
    turningStop: draft.turningStop,
    candlingHour: habits.candlingHour,
    warmUpHours: habits.warmUpHours,
  }
  const hatchAtMs = expectedHatchMs(input)
  return {
    species,
    eggs,
    trays,
    places,
    setAtMs,
    hatchAtMs,
    delayHours,
    oldestStorageDays,
    input,
    setCount: chosen.length,
    chicks: chicksOf(chosen, rate),
    ownEggs: own.eggs,
    schedule: makeSchedule(input),
    problems: checkPlan({
      nowMs,
      zone,
      setAtMs,
      hatchAtMs,
      places,
      oldestStorageDays,
      alreadySet: timing.by === 'already',
      eggs: chosen.length,
      tooOldCount: storage.filter((days) => days > TOO_OLD_DAYS).length,
      restUntilMs: restUntil(group, habits),
      tableDays: usualTimetable(species).incubationDays,
      incubationDays: timetableOf(species, { incubationDays }).incubationDays,
    }),
  }
}

function setTime(species: SpeciesName, delayHours: number, { draft, habits: { zone } }: Occasion): number {
  const { timing } = draft
  if (timing.by !== 'hatch') return instantOf(timing.date, timing.time, zone)
  return setTimeForHatch({
    species,
    hatchAtMs: instantOf(timing.date, timing.hour, zone),
    delayHours,
    incubationDays: draft.incubationDays[species],
  })
}

interface Advised {
  egg: DraftEgg
  advice: EggAdvice
  set: boolean
}

/** The keeper's own eggs come first: the advice shares out the places that are left. */
function advisedOn(
  date: LocalDate,
  { species, basket }: Group,
  { places, usualHatch }: { places: number; usualHatch: number },
): Advised[] {
  const byWord = basket.filter(({ egg }) => egg.choice === 'set').length
  const asked = basket.map(({ egg, batch }) => ({
    id: egg.id,
    species,
    laidOn: egg.laidOn,
    posted: batch.posted,
    crack: egg.crack,
    waxed: egg.waxed,
    weightG: egg.weightG,
    size:
      egg.lengthMm !== null && egg.breadthMm !== null
        ? { lengthMm: egg.lengthMm, breadthMm: egg.breadthMm }
        : null,
  }))
  const free = new Set(basket.filter(({ egg }) => egg.choice === 'advice').map(({ egg }) => egg.id))
  const advised = adviseSetting(
    asked.filter(({ id }) => free.has(id)),
    { places: places - byWord, setOn: date, usualHatch },
  )
  const byChoice = adviseSetting(
    asked.filter(({ id }) => !free.has(id)),
    { places: Infinity, setOn: date, usualHatch },
  )
  const advice = new Map([...advised, ...byChoice].map((item) => [item.id, item]))
  return basket.map(({ egg }) => {
    const own = advice.get(egg.id)!
    return { egg, advice: own, set: egg.choice === 'set' || (egg.choice === 'advice' && own.set) }
  })
}

function shareOf({ hatched, not }: HatchRate): number {
  return hatched / (hatched + not)
}

/** Chicks of the eggs that are set: each has its own chance, and nobody knows well how eggs hatch this time. */
function chicksOf(chosen: readonly PlannedEgg[], rate: HatchRate): PlanGroup['chicks'] {
  const mean = chosen.reduce((sum, { advice }) => sum + advice.expectedHatch, 0)
  const { low, high } = expectedChicks({
    out: 0,
    alive: chosen.length,
    survival: chosen.length > 0 ? mean / chosen.length / shareOf(rate) : 1,
    unread: 0,
    mates: { alive: 0, dead: 0 },
    rate,
  })
  return { mean, low, high }
}

/** Moved eggs keep their places where these exist; the others are dealt into the free places. */
function placed(
  eggs: readonly Advised[],
  trays: readonly DraftTray[],
  moved: PlanDraft['moved'],
): PlannedEgg[] {
  const taken = new Map<string, Place>()
  const used = new Set<string>()
  const key = (spot: Place): string => `${spot.trayId}/${spot.row}/${spot.column}`
  const fits = (spot: Place): boolean =>
    trays.some((tray) => tray.id === spot.trayId && spot.row < tray.rows && spot.column < tray.columns)
  for (const { egg, set } of eggs) {
    const spot = moved[egg.id]
    if (!set || !spot || !fits(spot) || used.has(key(spot))) continue
    taken.set(egg.id, spot)
    used.add(key(spot))
  }
  const rest = eggs.filter(({ egg, set }) => set && !taken.has(egg.id))
  const spots = dealIntoTrays(Array.from({ length: placeCount(trays) }), trays).flatMap(({ place: spot }) =>
    spot && !used.has(key(spot)) ? [spot] : [],
  )
  rest.forEach(({ egg }, i) => {
    const spot = spots[i]
    if (spot) taken.set(egg.id, spot)
  })
  return eggs.map((item) => ({ ...item, place: item.set ? (taken.get(item.egg.id) ?? null) : null }))
}

/** Until when eggs that came by post rest; null where none did. */
function restUntil({ basket }: Group, { zone, postRestHours }: PlanHabits): number | null {
  const arrivals = basket.flatMap(({ batch }) =>
    batch.posted && batch.arrivedOn ? [instantOf(batch.arrivedOn, ARRIVAL_HOUR, zone)] : [],
  )
  return arrivals.length > 0 ? Math.max(...arrivals) + postRestHours * HOUR_MS : null
}

/** Each egg starts as late as its own storage has it: that half of them are fresh does not make the old ones younger. */
function meanDelay(eggs: Array<{ advice: EggAdvice; set: boolean }>): number {
  const known = eggs.flatMap(({ advice, set }) =>
    set && advice.storageDays !== null ? [storageDelayHours(Math.max(0, advice.storageDays))] : [],
  )
  return known.length > 0 ? known.reduce((sum, hours) => sum + hours, 0) / known.length : 0
}
