import { DAY_MS } from '../../time/durations.ts'
import { eventOf, type ScheduleEvent } from '../incubation/schedule.ts'
import { STORAGE_LIMIT_DAYS } from '../intake/hatchability.ts'
import { SPECIES, type SpeciesName } from '../../species/species.ts'
import { addDays, localDateOf, sayDate, type LocalDate, type Zone } from '../../time/local-date.ts'

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

export type WarningCode =
  'lockdown-while-turning' | 'over-capacity' | 'brooder' | 'away' | 'old-eggs' | 'too-many'

export interface Warning {
  code: WarningCode
  /** Same warning, same key, so that one that was put aside stays so. */
  key: string
  setIds: string[]
  message: string
  /** What can be done. */
  wayOn: string
}
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
        message: `${running.length} sets are running; above ${MOST_RUNNING} Perlumen does not check for clashes.`,
        wayOn: 'Tick “Breakout” for sets that are over.',
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
    .filter(
      (set) => !set.started && set.oldestStorageDays !== null && set.oldestStorageDays > STORAGE_LIMIT_DAYS,
    )
    .map((set) => ({
      code: 'old-eggs',
      key: `old-eggs/${set.id}`,
      setIds: [set.id],
      message: `The oldest eggs of ${set.name} will be ${set.oldestStorageDays} days old when they are set.`,
      wayOn: 'Set sooner, or set only the fresher eggs.',
    }))
}

/** One lid, two wishes: a set in lockdown wants it shut and moist, one that turns wants it opened and drier. */
function lockdownWhileTurning(
  sets: readonly WarningSet[],
  { incubators, zone }: WarningHatchery,
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
            message: `${shut.name} will be in lockdown in ${name} while ${open.name} still turns, ${sayDate(localDateOf(fromMs, zone))} to ${sayDate(localDateOf(toMs, zone))}.`,
            wayOn: `Move ${shut.name} to another incubator or a hatcher by then.`,
          },
        ]
      })
  })
}

function overCapacity(
  sets: readonly WarningSet[],
  { incubators, zone }: WarningHatchery,
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
        message: `${name} has ${capacity} places, and ${worst.eggs} eggs are planned in it from ${sayDate(localDateOf(worst.atMs, zone))}.`,
        wayOn: 'Set fewer eggs, set later, or use another incubator.',
      },
    ]
  })
}

function brooderConflicts(sets: readonly WarningSet[], { brooders, zone }: WarningHatchery): Warning[] {
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
    const names = together.map(({ set }) => set.name)
    return [
      {
        code: 'brooder' as const,
        key: `brooder/${together.map(({ set }) => set.id).join('+')}`,
        setIds: together.map(({ set }) => set.id),
        message: `${listed(names)} hatch within three weeks from ${sayDate(localDateOf(first.at, zone))} and do not share a brooder: ${groups.size} are needed, you have ${brooders}.`,
        wayOn: 'Get another brooder ready, or set one of them three weeks later.',
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
          message: `While you are away, ${sayDate(from)} to ${sayDate(to)}, ${listed(due.map((set) => set.name))} ${due.length === 1 ? 'needs' : 'need'} you for ${missed.length === 1 ? 'a task' : `${missed.length} tasks`}.`,
          wayOn: `Ask someone to help, choose other candling days, or set so that nothing is due before ${sayDate(addDays(to, 1))}.`,
        },
      ]
    })
}

/** Nobody reads more names than this. */
const MOST_NAMES = 6

/** "A, B and C". */
function listed(names: readonly string[]): string {
  if (names.length > MOST_NAMES)
    return `${names.slice(0, MOST_NAMES - 1).join(', ')} and ${names.length - MOST_NAMES + 1} others`
  return names.length < 2 ? names.join('') : `${names.slice(0, -1).join(', ')} and ${names.at(-1)}`
}
