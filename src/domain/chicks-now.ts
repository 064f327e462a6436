import { DAY_MS } from '../core/time/durations.ts'
import type { Egg } from '../contracts/records/egg-state.ts'
import type { EggSet } from '../contracts/records/set-record.ts'
import { hatchOfSet } from './hatch-of-set.ts'

/** Chicks of a set that are in a brooder here. */
export interface ChicksOfSet {
  set: EggSet
  chicks: number
}

/** Age, weeks, at which chicks leave the brooder for good. */
const BROODER_MS = 6 * 7 * DAY_MS

/** Chicks that were neither lost nor given away, of a set. */
export function chicksOf(set: EggSet, eggs: readonly Egg[]): number {
  const gone = eggs.filter(({ chick }) => chick?.state === 'lost' || chick?.state === 'given-away').length
  return Math.max(0, hatchOfSet(set, eggs).outMs.length - gone)
}

/** All sets with chicks in a brooder at a moment. */
export function chicksNow(
  sets: readonly EggSet[],
  eggsBySet: ReadonlyMap<string, readonly Egg[]>,
  nowMs: number,
): ChicksOfSet[] {
  return sets.flatMap((set) => {
    const eggs = eggsBySet.get(set.id) ?? []
    const [firstOutMs] = hatchOfSet(set, eggs).outMs
    const chicks = chicksOf(set, eggs)
    return firstOutMs !== undefined && nowMs < firstOutMs + BROODER_MS && chicks > 0 ? [{ set, chicks }] : []
  })
}
