import { MINUTE_MS, HOUR_MS } from '../time/durations.ts'
import { medianOf } from '../image/quantile.ts'
import type { Sample } from './time-in-band.ts'

/** A time at which the lid was open, as the moisture tells. */
export interface Opening {
  fromMs: number
  /** Lowest humidity read, percent, and what it was before. */
  lowest: number
  before: number
  /** Until the humidity was back, minutes; null while it is not, or where nobody read on. */
  backAfterMinutes: number | null
}

/** A fall of this many points within this time is an opened lid: water and thermostats act more slowly. */
const FALL = 6
const WITHIN_MS = 5 * MINUTE_MS
/** Back means this near to what it was, points. */
const BACK_WITHIN = 3
/** Later than this it is another story. */
const LATEST_BACK_MS = 3 * HOUR_MS

/** Readings further apart than this show no opening: the air is back before the next one, or water ran out meanwhile. */
export const SEES_OPENINGS_MS = 15 * MINUTE_MS

/** How far apart readings mostly are, milliseconds; null of fewer than two. */
export function readEvery(samples: readonly Sample[]): number | null {
  return samples.length < 2 ? null : medianOf(samples.slice(1).map(({ atMs }, i) => atMs - samples[i]!.atMs))
}

/** Openings that nobody need have noted. @param humidity - in percent; none are found in readings further apart than {@link SEES_OPENINGS_MS} */
export function openingsIn(humidity: readonly Sample[]): Opening[] {
  const found: Opening[] = []
  const everyMs = readEvery(humidity)
  if (everyMs === null || everyMs > SEES_OPENINGS_MS) return found
  // A logger that writes seldom has the whole fall between two readings.
  const withinMs = Math.max(WITHIN_MS, 1.05 * everyMs)
  let start = 0
  for (let i = 1; i < humidity.length; i++) {
    const { atMs, value } = humidity[i]!
    while (humidity[start]!.atMs < atMs - withinMs) start++
    let before = value
    let fromMs = atMs
    for (let k = start; k < i; k++)
      if (humidity[k]!.value > before) {
        before = humidity[k]!.value
        fromMs = humidity[k]!.atMs
      }
    if (before - value < FALL) continue
    let lowest = value
    let k = i
    while (
      k < humidity.length &&
      humidity[k]!.value < before - BACK_WITHIN &&
      humidity[k]!.atMs - fromMs < LATEST_BACK_MS
    ) {
      lowest = Math.min(lowest, humidity[k]!.value)
      k++
    }
    const back = humidity[k]
    const isBack = back !== undefined && back.value >= before - BACK_WITHIN
    found.push({
      fromMs,
      before,
      lowest,
      backAfterMinutes: isBack ? (back.atMs - fromMs) / MINUTE_MS : null,
    })
    i = k
    start = Math.min(k, humidity.length - 1)
  }
  return found
}
