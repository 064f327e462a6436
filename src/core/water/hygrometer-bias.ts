import { NormalEquations } from '../geometry/linear-system.ts'
import { usualTimetable } from '../planning/incubation/timetable.ts'
import { SPECIES, type SpeciesName } from '../species/species.ts'
import type { Measured } from '../measure/reading.ts'
import { pressureRatio } from './vapour.ts'

/** A set's mean loss at one time. */
export interface SetLoss {
  ageDays: number
  /** By what the hygrometer said. */
  vapourDeficitDays: number
  loss: Measured
}

/** Shells of one species and another flock: spread of their conductance, ÷ the mean. */
const FLOCK_SPREAD = 0.12
/** What household hygrometers are off by, percentage points. */
export const USUAL_ERROR: Measured = { value: 0, sd: 5 }
/** Air over wet table salt, percent, between 20 and 40 °C. @see Greenspan, L. (1977). J. Res. Natl. Bur. Stand. 81A, 89–96. */
const OVER_WET_SALT = 75
/** What is left in doubt after a check over wet salt: it is a kitchen's, and reads at one humidity only. */
const SALT_CHECK_SD = 1.5

/** Bias of a hygrometer from its reading over wet salt, points; positive when it reads too high. */
export function saltCheck(shownRhPercent: number): Measured {
  return { value: shownRhPercent - OVER_WET_SALT, sd: SALT_CHECK_SD }
}

/** Loss of a usual egg of the species, share of the mass a dry day: the middle of its band by the middle of its humidity. */
export function usualPerDryDay(species: SpeciesName): number {
  const { waterLossPercent, humidityPercent } = SPECIES[species]
  const { stopTurningDay } = usualTimetable(species)
  const middle = ([low, high]: readonly [number, number]): number => (low + high) / 200
  return middle(waterLossPercent) / (stopTurningDay * (1 - middle(humidityPercent)))
}

/**
 * By how many points the air is drier than the hygrometer says (negative: moister), as the eggs have it: they lose in
 * proportion to what the air truly lacks. While one humidity was run a wrong hygrometer and unusual shells look alike,
 * and the answer is hardly more than a guess; once it was changed, how much the loss changed with it tells them apart.
 * @param altitudeM - height above the sea
 * @param known - what is known of the hygrometer besides: from a check over wet salt, or only what is usual
 * @returns percentage points
 */
export function hygrometerBias(
  losses: readonly SetLoss[],
  species: SpeciesName,
  { known = USUAL_ERROR, altitudeM = 0 }: { known?: Measured; altitudeM?: number } = {},
): Measured | null {
  if (losses.length === 0) return null
  // In thinner air the same shells lose more.
  const usual = usualPerDryDay(species) / pressureRatio(altitudeM)
  // Loss = k·(dry days + error·days): straight in k and in k·error.
  const [rate, product] = [0, 1]
  const equations = new NormalEquations(2)
  for (const { ageDays, vapourDeficitDays, loss } of losses)
    equations.add(Float64Array.of(vapourDeficitDays, ageDays), loss.value, 1 / loss.sd ** 2)
  equations.addPrior(rate, usual, 1 / (FLOCK_SPREAD * usual) ** 2)
  // What is known of the error itself: k·error − known·k = 0.
  equations.add(Float64Array.of(-known.value / 100, 1), 0, 1 / ((known.sd / 100) * usual) ** 2)
  const solved = equations.solve()
  if (!solved || solved[rate]! <= 0) return null
  return {
    value: (100 * solved[product]!) / solved[rate]!,
    sd: (100 * Math.sqrt(equations.variance(product))) / solved[rate]!,
  }
}
