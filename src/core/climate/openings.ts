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

/** A fall of so many points within so long is an opened lid: water and regulators are slower. */
const FALL = 6
const WITHIN_MS = 5 * 60_000
/** Back means this near to what it was, points. */
const BACK_WITHIN = 3
/** Later than this it is another story. */
const LATEST_BACK_MS = 3 * 3_600_000

/** Openings that nobody need have noted. @param humidity - in percent, a reading every few minutes or oftener */
export function openingsIn(humidity: readonly Sample[]): Opening[] {
  const found: Opening[] = []
  let start = 0
  for (let i = 1; i < humidity.length; i++) {
    const { atMs, value } = humidity[i]!
    while (humidity[start]!.atMs < atMs - WITHIN_MS) start++
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
      backAfterMinutes: isBack ? (back.atMs - fromMs) / 60_000 : null,
    })
    i = k
    start = Math.min(k, humidity.length - 1)
  }
  return found
}
