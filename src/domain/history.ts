import type { Egg } from '../contracts/records/egg-state.ts'
import type { Hatchery } from '../contracts/records/hatchery-record.ts'
import type { EggSet } from '../contracts/records/set-record.ts'
import { hatchResults, type HatchResults } from '../core/hatching/results.ts'
import { SPECIES } from '../core/species/species.ts'
import type { Zone } from '../core/time/local-date.ts'
import { localDateOf } from '../core/time/local-date.ts'
import { endsOf } from './egg-outcomes.ts'
import { hatchOfSet } from './hatch-of-set.ts'
import { isOver } from './results-of-book.ts'
import { timelineOf } from './timeline.ts'

/** A set as it is looked up long after. */
export interface PastSet {
  set: EggSet
  eggs: readonly Egg[]
  /** `closed`: somebody said so, or nothing of it is open. */
  state: 'planned' | 'running' | 'closed'
  results: HatchResults
  chicks: number
  /** From setting to the last chick, or to when chicks are due; epoch milliseconds. */
  fromMs: number
  toMs: number
}

/** All sets, the latest first. @param nowMs - what is set later is planned */
export function historyOf(
  sets: readonly EggSet[],
  eggsBySet: ReadonlyMap<string, readonly Egg[]>,
  { hatchery, nowMs }: { hatchery: Hatchery; nowMs: number },
): PastSet[] {
  return sets
    .map((set): PastSet => {
      const eggs = eggsBySet.get(set.id) ?? []
      const { outMs } = hatchOfSet(set, eggs)
      const fromMs = Date.parse(set.setAt)
      const isIn = set.done.some(({ key }) => key === 'set') && fromMs <= nowMs
      return {
        set,
        eggs,
        state: isOver(set, eggs) ? 'closed' : isIn ? 'running' : 'planned',
        results: hatchResults(endsOf(set, eggs)),
        chicks: outMs.length,
        fromMs,
        toMs: outMs.at(-1) ?? timelineOf(set, hatchery).hatchAtMs,
      }
    })
    .sort((a, b) => b.fromMs - a.fromMs)
}

/** Sets of which the name, the breed, the bird, a source or the notes hold all of these words. */
export function search(past: readonly PastSet[], words: string): PastSet[] {
  const wanted = words.toLowerCase().split(/\s+/).filter(Boolean)
  return past.filter(({ set }) => {
    const text = [
      set.name,
      set.breed,
      SPECIES[set.species].label,
      set.notes,
      ...set.batches.flatMap(({ source, breed }) => [source, breed]),
    ]
      .join(' ')
      .toLowerCase()
    return wanted.every((word) => text.includes(word))
  })
}

/** A year of a hatchery in figures; of sets that are over, by the day on which they were set. */
export interface YearAtAGlance {
  year: string
  sets: PastSet[]
  eggs: number
  chicks: number
  results: HatchResults
}

/** The latest year first. */
export function byYear(past: readonly PastSet[], zone: Zone): YearAtAGlance[] {
  const years = new Map<string, PastSet[]>()
  for (const one of past) {
    if (one.state === 'planned') continue
    const year = localDateOf(one.fromMs, zone).slice(0, 4)
    years.set(year, [...(years.get(year) ?? []), one])
  }
  return [...years]
    .sort(([a], [b]) => b.localeCompare(a))
    .map(([year, sets]) => {
      const over = sets.filter(({ state }) => state === 'closed')
      return {
        year,
        sets,
        eggs: sets.reduce((sum, { eggs }) => sum + eggs.length, 0),
        chicks: sets.reduce((sum, { chicks }) => sum + chicks, 0),
        results: hatchResults(over.flatMap(({ set, eggs }) => endsOf(set, eggs))),
      }
    })
}
