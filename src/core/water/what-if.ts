import { RATE_PER_CELSIUS } from '../planning/incubation/development.ts'
import type { Measured } from '../measure/reading.ts'
import { lossAfter } from './loss-line.ts'
import { saturationTorr } from './vapour.ts'

/** What would be run from now on. */
export interface RunFromNow {
  rhPercent: number
  /** At the eggs, °C. */
  celsius: number
}

/**
 * Loss by the last day of turning if from now on another air is run. Warmer air holds more and dries faster, in
 * proportion to its saturation pressure (Ar & Rahn 1980); it also brings that day nearer.
 * @param known - the set's way so far: mean loss a dry day, dry days and age so far
 * @param targetCelsius - warmth at which it was measured
 * @returns share of the mass when set
 */
export function arrivesWith(
  known: { perDryDay: Measured; dry: number; ageDays: number; stopDay: number },
  { rhPercent, celsius }: RunFromNow,
  targetCelsius: number,
): Measured {
  const { perDryDay, dry, ageDays, stopDay } = known
  const pace = 1 + RATE_PER_CELSIUS * (celsius - targetCelsius)
  const left = Math.max(0, stopDay - ageDays) / pace
  const drier = saturationTorr(celsius) / saturationTorr(targetCelsius)
  return lossAfter(perDryDay, dry + left * (1 - rhPercent / 100) * drier)
}
