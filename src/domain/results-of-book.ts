import { sourceOf } from '../contracts/records/egg-kind.ts'
import type { Egg } from '../contracts/records/egg-state.ts'
import type { Hatchery } from '../contracts/records/hatchery-record.ts'
import type { Session } from '../contracts/records/session-record.ts'
import type { EggSet } from '../contracts/records/set-record.ts'
import { incubatorAt } from '../contracts/records/whereabouts.ts'
import {
  countsInRates,
  hatchResults,
  type EggEnd,
  type Fate,
  type HatchResults,
} from '../core/hatching/results.ts'
import { wilsonInterval, type Share } from '../core/statistics/share.ts'
import { SPECIES } from '../core/species/species.ts'
import { daysBetween, localDateOf } from '../core/time/local-date.ts'
import { DAY_MS } from '../core/time/durations.ts'
import { endsOf, eggOutcomes } from './egg-outcomes.ts'

/** What results are held against each other by. */
export const RESULT_GROUPS = [
  'set',
  'bird',
  'breed',
  'hen',
  'cock',
  'source',
  'egg-age',
  'incubator',
  'policy',
  'candler',
] as const
export type ResultGroup = (typeof RESULT_GROUPS)[number]

export interface GroupResults {
  name: string
  results: HatchResults
}

/** Days in store, as people speak of them. */
const EGG_AGES = [
  { name: 'up to 3 days', upTo: 3 },
  { name: '4 to 7 days', upTo: 7 },
  { name: '8 to 10 days', upTo: 10 },
  { name: 'more than 10 days', upTo: Infinity },
] as const
const UNKNOWN = 'unknown'

/** Records that results are made of. */
export interface ResultSources {
  sets: readonly EggSet[]
  eggsBySet: ReadonlyMap<string, readonly Egg[]>
  hatchery: Hatchery
  sessions: readonly Pick<Session, 'setId' | 'candler' | 'startedAt'>[]
}

/** Whether all of a set is known, or the rest was given up: while eggs may still hatch they are no losses. */
export function isOver(set: EggSet, eggs: readonly Egg[]): boolean {
  return (
    eggs.length > 0 &&
    (set.done.some(({ key }) => key === 'give-up') ||
      eggOutcomes(set, eggs).every((fate) => fate !== 'unknown'))
  )
}

/** Results of all sets that are over, by groups; the largest group first. */
export function resultsBy(group: ResultGroup, sources: ResultSources): GroupResults[] {
  const ends = new Map<string, EggEnd[]>()
  for (const { set, eggs } of setsOver(sources)) {
    const setEnds = endsOf(set, eggs)
    for (const [i, egg] of eggs.entries()) {
      const name = nameOf(group, { set, egg, sources })
      const end = setEnds[i]!
      const list = ends.get(name)
      if (list) list.push(end)
      else ends.set(name, [end])
    }
  }
  return [...ends]
    .map(([name, list]) => ({ name, results: hatchResults(list) }))
    .sort((a, b) => b.results.set - a.results.set || a.name.localeCompare(b.name))
}

function setsOver({ sets, eggsBySet }: ResultSources): Array<{ set: EggSet; eggs: readonly Egg[] }> {
  return sets.flatMap((set) => {
    const eggs = eggsBySet.get(set.id) ?? []
    return isOver(set, eggs) ? [{ set, eggs }] : []
  })
}

/** A tray's shape in one incubator, with what hatched of the fertile eggs in each place, over all sets that lay there. */
export interface PlaceResults {
  incubator: string
  rows: number
  columns: number
  /** By row and column; null where no fertile egg ever lay. */
  places: Array<Array<Share | null>>
}

export function resultsByPlace(sources: ResultSources): PlaceResults[] {
  const maps = new Map<string, PlaceResults & { counts: Array<Array<{ count: number; of: number }>> }>()
  for (const { set, eggs } of setsOver(sources)) {
    const setFates = eggOutcomes(set, eggs)
    for (const [i, egg] of eggs.entries()) {
      const tray = set.trays.find(({ id }) => id === egg.place?.trayId)
      const fate = setFates[i]!
      if (!tray || !egg.place || !mayHaveHatched(fate)) continue
      const { rows, columns } = tray
      const incubator = nameOf('incubator', { set, egg, sources })
      const key = `${incubator}/${rows}/${columns}`
      const map = maps.get(key) ?? {
        incubator,
        rows,
        columns,
        places: [],
        counts: Array.from({ length: rows }, () =>
          Array.from({ length: columns }, () => ({ count: 0, of: 0 })),
        ),
      }
      maps.set(key, map)
      const cell = map.counts[egg.place.row]?.[egg.place.column]
      if (!cell) continue
      cell.of++
      if (fate === 'hatched') cell.count++
    }
  }
  return [...maps.values()].map(({ counts, ...map }) => ({
    ...map,
    places: counts.map((row) => row.map(({ count, of }) => wilsonInterval(count, of))),
  }))
}

/** Fertile, as far as is known, and not lost to anything beside its life. */
function mayHaveHatched(fate: Fate): boolean {
  return countsInRates(fate) && !['infertile', 'candled-out-clear', 'unknown'].includes(fate)
}

function nameOf(
  group: ResultGroup,
  { set, egg, sources }: { set: EggSet; egg: Egg; sources: ResultSources },
): string {
  const { hatchery } = sources
  const batch = set.batches.find(({ id }) => id === egg.batchId)
  const setMs = Date.parse(set.setAt)
  switch (group) {
    case 'set':
      return `${set.name}, ${localDateOf(setMs, hatchery.zone)}`
    case 'bird':
      return SPECIES[set.species].label
    case 'breed':
      return egg.breed || batch?.breed || set.breed || UNKNOWN
    case 'hen':
      return egg.hen || UNKNOWN
    case 'cock':
      return egg.cock || UNKNOWN
    case 'source':
      return sourceOf(egg, set) || UNKNOWN
    case 'egg-age': {
      if (egg.laidOn === null) return UNKNOWN
      const days = daysBetween(egg.laidOn, localDateOf(setMs, hatchery.zone))
      return EGG_AGES.find(({ upTo }) => days <= upTo)!.name
    }
    case 'incubator': {
      const tray = set.trays.find(({ id }) => id === egg.place?.trayId) ?? set.trays[0]
      // Where it lay for most of the time: a day after setting, before it was carried to hatch.
      const id = tray ? incubatorAt(tray.events, setMs + DAY_MS) : null
      return hatchery.incubators.find((one) => one.id === id)?.name ?? UNKNOWN
    }
    case 'policy':
      return set.policy
    case 'candler': {
      const names = sources.sessions
        .filter(({ setId, candler }) => setId === set.id && candler !== '')
        .sort((a, b) => a.startedAt.localeCompare(b.startedAt))
        .map(({ candler }) => candler)
      return [...new Set(names)].join(', ') || UNKNOWN
    }
  }
}
