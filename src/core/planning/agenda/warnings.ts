import { DAY_MS } from '../../time/durations.ts'
import { eventOf, type ScheduleEvent } from '../incubation/schedule.ts'
import { STORAGE_LIMIT_DAYS } from '../intake/hatchability.ts'
import { SPECIES, type SpeciesName } from '../../species/species.ts'
import { localDateOf, type LocalDate, type Zone } from '../../time/local-date.ts'

export interface WarningSet {
  id: string
  name: string
  species: SpeciesName
  schedule: readonly ScheduleEvent[]
  started: boolean
  /** Hatched and opened: it takes no room any more. */
  finished: boolean
  /** Eggs of this set by the incubator in which they lie. */
  eggsIn: ReadonlyMap<string, number>
  /** Age of its oldest eggs at setting, days from laying; null when unknown. */
  oldestStorageDays: number | null
}

export interface WarningHatchery {
  zone: Zone
  incubators: ReadonlyArray<{ id: string; name: string; capacity: number }>
  brooders: number
  /** Local dates, both included. */
  away: ReadonlyArray<{ from: LocalDate; to: LocalDate }>
}

/** What will go wrong, by its code, with the names and figures that tell it. */
export type Warning = {
  /** Same warning, same key, so that one that was put aside stays so. */
  key: string
  setIds: string[]
} & (
  | { code: 'too-many'; running: number; most: number }
  | { code: 'old-eggs'; set: string; oldestStorageDays: number }
  | {
      code: 'lockdown-while-turning'
      incubator: string
      /** Names of the set that wants the lid shut, and of the one that wants it opened. */
      shut: string
      open: string
      fromMs: number
      toMs: number
    }
  | { code: 'over-capacity'; incubator: string; capacity: number; eggs: number; fromMs: number }
  | { code: 'brooder'; sets: string[]; fromMs: number; needed: number; brooders: number }
  | { code: 'away'; sets: string[]; from: LocalDate; to: LocalDate; tasks: number }
)

/** Chicks need their brooder at least this long, days. */
const BROODER_DAYS = 21
/** Less overlap than this can be bridged with a day’s patience. */
const SLACK_MS = DAY_MS / 2

/** Every set is held against every other: with more than this nobody could follow, and it would take too long. */
export const MOST_RUNNING = 200

/** What will go wrong if nothing is changed, soonest first. Nothing that is past. */
export function warnings(sets: readonly WarningSet[], hatchery: WarningHatchery, nowMs: number): Warning[] {
  const running = sets.filter((set) => !set.finished && eventOf(set.schedule, 'give-up').startMs > nowMs)
  if (running.length > MOST_RUNNING) {
    return [
      {
        code: 'too-many',
        key: 'too-many',
        setIds: [],
        running: running.length,
        most: MOST_RUNNING,
      },
    ]
  }
  return [
    ...oldEggs(running),
    ...lockdownWhileTurning(running, hatchery, nowMs),
    ...overCapacity(running, hatchery, nowMs),
    ...brooderConflicts(running, hatchery),
    ...whileAway(running, hatchery, nowMs),
  ]
}

function pairs<T>(items: readonly T[]): Array<[T, T]> {
  return items.flatMap((a, i) => items.slice(i + 1).map((b): [T, T] => [a, b]))
}

function oldEggs(sets: readonly WarningSet[]): Warning[] {
  return sets
    .map((set) => ({ ...set, oldestStorageDays: set.oldestStorageDays ?? 0 }))
    .filter((set) => !set.started && set.oldestStorageDays > STORAGE_LIMIT_DAYS)
    .map(({ id, name, oldestStorageDays }) => ({
      code: 'old-eggs',
      key: `old-eggs/${id}`,
      setIds: [id],
      set: name,
      oldestStorageDays,
    }))
}

/** One lid, two wishes: a set in lockdown wants it shut and moist, one that turns wants it opened and drier. */
function lockdownWhileTurning(
  sets: readonly WarningSet[],
  { incubators }: WarningHatchery,
  nowMs: number,
): Warning[] {
  const lockdown = (set: WarningSet) => ({
    from: eventOf(set.schedule, 'lockdown').startMs,
    to: eventOf(set.schedule, 'hatch').endMs,
  })
  const turning = (set: WarningSet) => ({
    from: eventOf(set.schedule, 'set').startMs,
    to: eventOf(set.schedule, 'stop-turning').startMs,
  })
  return incubators.flatMap(({ id, name }) => {
    const here = sets.filter((set) => set.eggsIn.has(id))
    return pairs(here)
      .flatMap(
        ([a, b]) =>
          [
            [a, b],
            [b, a],
          ] as const,
      )
      .flatMap(([shut, open]) => {
        const fromMs = Math.max(lockdown(shut).from, turning(open).from)
        const toMs = Math.min(lockdown(shut).to, turning(open).to)
        if (toMs - fromMs < SLACK_MS || toMs < nowMs) return []
        return [
          {
            code: 'lockdown-while-turning' as const,
            key: `lockdown/${id}/${shut.id}/${open.id}`,
            setIds: [shut.id, open.id],
            incubator: name,
            shut: shut.name,
            open: open.name,
            fromMs,
            toMs,
          },
        ]
      })
  })
}

function overCapacity(
  sets: readonly WarningSet[],
  { incubators }: WarningHatchery,
  nowMs: number,
): Warning[] {
  return incubators.flatMap(({ id, name, capacity }) => {
    const here = sets.filter((set) => set.eggsIn.has(id))
    const stays = here.map((set) => ({
      set,
      from: eventOf(set.schedule, 'set').startMs,
      to: eventOf(set.schedule, 'hatch').endMs,
      eggs: set.eggsIn.get(id) ?? 0,
    }))
    const full = stays
      .map((stay) => {
        const together = stays.filter((other) => other.from <= stay.from && other.to > stay.from)
        return { atMs: stay.from, together, eggs: together.reduce((sum, other) => sum + other.eggs, 0) }
      })
      .filter(({ eggs, together }) => eggs > capacity && Math.min(...together.map((stay) => stay.to)) > nowMs)
    const worst = full.sort((a, b) => b.eggs - a.eggs)[0]
    if (!worst) return []
    return [
      {
        code: 'over-capacity' as const,
        key: `capacity/${id}/${worst.together.map(({ set }) => set.id).join('+')}`,
        setIds: worst.together.map(({ set }) => set.id),
        incubator: name,
        capacity,
        eggs: worst.eggs,
        fromMs: worst.atMs,
      },
    ]
  })
}

function brooderConflicts(sets: readonly WarningSet[], { brooders }: WarningHatchery): Warning[] {
  const hatched = sets.map((set) => ({
    set,
    at: eventOf(set.schedule, 'hatch').startMs,
    group: SPECIES[set.species].group,
  }))
  return hatched.flatMap((first) => {
    const together = hatched.filter(
      (other) => other.at >= first.at && other.at - first.at < BROODER_DAYS * DAY_MS,
    )
    const groups = new Set(together.map(({ group }) => group))
    if (groups.size <= brooders || groups.size < 2 || together[0] !== first) return []
    return [
      {
        code: 'brooder' as const,
        key: `brooder/${together.map(({ set }) => set.id).join('+')}`,
        setIds: together.map(({ set }) => set.id),
        sets: together.map(({ set }) => set.name),
        fromMs: first.at,
        needed: groups.size,
        brooders,
      },
    ]
  })
}

function whileAway(sets: readonly WarningSet[], { away, zone }: WarningHatchery, nowMs: number): Warning[] {
  const today = localDateOf(nowMs, zone)
  const tasks = ['set', 'candle', 'stop-turning', 'lockdown']
  return away
    .filter(({ to }) => to >= today)
    .flatMap(({ from, to }) => {
      const missed = sets.flatMap((set) =>
        set.schedule
          .filter(
            (event) =>
              tasks.includes(event.kind) &&
              event.date >= from &&
              event.date <= to &&
              event.date >= today &&
              !(event.kind === 'set' && set.started),
          )
          .map((event) => ({ set, event })),
      )
      const due = [...new Set(missed.map(({ set }) => set))]
      if (due.length === 0) return []
      return [
        {
          code: 'away' as const,
          key: `away/${from}/${to}/${due.map(({ id }) => id).join('+')}`,
          setIds: due.map(({ id }) => id),
          sets: due.map(({ name }) => name),
          from,
          to,
          tasks: missed.length,
        },
      ]
    })
}
