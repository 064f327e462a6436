import { MINUTE_MS } from '../time/durations.ts'
import type { Band } from './band.ts'

/** One value at a time, in the order of time. */
export interface Sample {
  atMs: number
  value: number
}

export interface TimeInBand {
  inMs: number
  belowMs: number
  aboveMs: number
  /** Nothing was read. */
  unknownMs: number
}

/** A reading speaks for the time until the next one; when that is later than this, for none of it. */
export const HOLDS_MS = 30 * MINUTE_MS

/** How long a value was within its band, from one time to another; each reading holds until the next, if that is soon. */
export function timeInBand(
  samples: readonly Sample[],
  { low, high }: Band,
  { fromMs, toMs, holdsMs = HOLDS_MS }: { fromMs: number; toMs: number; holdsMs?: number },
): TimeInBand {
  const time: TimeInBand = { inMs: 0, belowMs: 0, aboveMs: 0, unknownMs: 0 }
  for (const [i, { atMs, value }] of samples.entries()) {
    const from = Math.max(fromMs, atMs)
    const nextMs = samples[i + 1]?.atMs ?? toMs
    const to = Math.min(toMs, nextMs)
    if (nextMs - atMs <= holdsMs && to > from)
      time[value < low ? 'belowMs' : value > high ? 'aboveMs' : 'inMs'] += to - from
  }
  time.unknownMs = Math.max(0, toMs - fromMs - time.inMs - time.belowMs - time.aboveMs)
  return time
}
