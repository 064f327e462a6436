import { wantedPositive } from '../wanted.ts'

/** How moist the air was from a time on, until the next. */
export interface AirSpan {
  fromDays: number
  rhPercent: number
}

/** A day in store, 14 °C and three quarters of saturation: what that air lacks, ÷ what dry air at 37.5 °C lacks (12.0 × 0.25 ÷ 48.4 torr). */
const STORED_DRY_DAY = 0.062

/**
 * Days that the same drying would have taken in air without any moisture, from setting to an age: eggs lose water in
 * proportion to what the air lacks of saturation (Ar & Rahn 1980), so that loss runs straight in these, whatever
 * humidity was run when.
 * @param spans - in the order of time; before the first, its own humidity holds
 * @param ageDays - before setting it is negative, and so is what comes of it: stored eggs lose, too
 */
export function vapourDeficitDays(spans: readonly AirSpan[], ageDays: number): number {
  if (ageDays < 0) return STORED_DRY_DAY * ageDays
  let sum = 0
  for (const [i, { fromDays, rhPercent }] of spans.entries()) {
    const from = i === 0 ? 0 : Math.max(0, fromDays)
    const to = Math.min(ageDays, spans[i + 1]?.fromDays ?? ageDays)
    if (to > from) sum += (to - from) * (1 - rhPercent / 100)
  }
  return sum
}

/** Mean relative humidity from setting to an age, percent. */
export function meanRh(spans: readonly AirSpan[], ageDays: number): number {
  wantedPositive('ageDays', ageDays)
  return 100 * (1 - vapourDeficitDays(spans, ageDays) / ageDays)
}
