import { MAD_TO_SD } from '../statistics/robust.ts'
import { MINUTE_MS } from '../time/durations.ts'
import { medianOf } from '../image/quantile.ts'
import type { Measured } from '../measure/reading.ts'
import type { Sample } from './time-in-band.ts'

export interface ProbeDifference {
  /** How much more the one shows than the other, in their unit: median of the pairs, and how surely it is known. */
  more: Measured
  pairs: number
  /** `few`: it cannot be said. */
  verdict: 'same' | 'differ' | 'few'
}

/** Readings further apart in time are no pair. */
const TOGETHER_MS = 5 * MINUTE_MS
const ENOUGH_PAIRS = 6
/** The median of a normal sample is by this less sure than its mean. */
const MEDIAN_TO_MEAN = 1.2533

/**
 * What one probe shows beside another that stands by it. Pairs that are off, as one of the two warmed up, do not count
 * much: the median is taken.
 * @param matters - a difference that somebody would act on, in their unit
 */
export function compareProbes(
  one: readonly Sample[],
  other: readonly Sample[],
  matters: number,
): ProbeDifference | null {
  const differences: number[] = []
  let k = 0
  for (const { atMs, value } of one) {
    while (k + 1 < other.length && Math.abs(other[k + 1]!.atMs - atMs) <= Math.abs(other[k]!.atMs - atMs)) k++
    const near = other[k]
    if (near && Math.abs(near.atMs - atMs) <= TOGETHER_MS) differences.push(value - near.value)
  }
  if (differences.length === 0) return null
  const value = medianOf(differences)
  const spread = MAD_TO_SD * medianOf(differences.map((difference) => Math.abs(difference - value)))
  const sd = (MEDIAN_TO_MEAN * spread) / Math.sqrt(differences.length)
  const verdict =
    differences.length < ENOUGH_PAIRS ? 'few' : Math.abs(value) - 2 * sd > matters ? 'differ' : 'same'
  return { more: { value, sd }, pairs: differences.length, verdict }
}
