import { RH_LIMITS } from '../climate/air-method.ts'
import type { Measured } from '../measure/reading.ts'
import { lossAfter } from './loss-line.ts'

/** What is known when it is asked what humidity to run from now on. */
export interface HumidityQuestion {
  /** Mean loss, share of the mass a dry day. */
  perDryDay: Measured
  /** Dry days so far, as the hygrometer had it. */
  dry: number
  ageDays: number
  /** Last day of turning: the loss is aimed at for then. */
  stopDay: number
  /** Loss to arrive at, share of the mass. */
  target: number
  /** The humidity run now, percent. */
  rhPercent: number
}

export interface HumidityAdvice {
  /** Relative humidity to run from now on, percent, within what can be run. */
  rhPercent: Measured
  /** What it would have to be, within those limits or not. */
  wantedRhPercent: number
  lossNow: Measured
  /** Loss a day now, and what is needed from now on, shares of the mass. */
  perDay: number
  neededPerDay: number
  /** Loss at the end with the advised humidity, and with that of now. */
  arrives: Measured
  arrivesUnchanged: Measured
}

/**
 * The humidity that brings the loss to its target: loss is proportional to what the air lacks of saturation, so that
 * 1 − RH′ = (1 − RH)·r′/r. A hygrometer that is wrong by the same points all along hardly matters: it was so when the
 * rate was measured.
 * @returns null when turning has stopped, or nothing was lost so far that the rest could be measured by
 * @see Ar, A. & Rahn, H. (1980). Water in the avian egg: overall budget of incubation. Am. Zool. 20, 373–384.
 */
export function adviseHumidity(question: HumidityQuestion): HumidityAdvice | null {
  const { perDryDay, dry, ageDays, stopDay, target, rhPercent } = question
  const left = stopDay - ageDays
  if (left <= 0 || perDryDay.value <= 0) return null
  const lossNow = lossAfter(perDryDay, dry)
  const lacking = 1 - rhPercent / 100
  const perDay = perDryDay.value * lacking
  const neededPerDay = (target - lossNow.value) / left
  const wanted = 100 * (1 - (lacking * neededPerDay) / perDay)
  const advised = Math.min(RH_LIMITS.most, Math.max(RH_LIMITS.least, wanted))
  const arrivesAt = (rh: number): Measured => lossAfter(perDryDay, dry + left * (1 - rh / 100))
  return {
    // What is lacking is (target ÷ rate − dry days so far) ÷ days left.
    rhPercent: {
      value: advised,
      sd: (100 * (target / perDryDay.value) * (perDryDay.sd / perDryDay.value)) / left,
    },
    wantedRhPercent: wanted,
    lossNow,
    perDay,
    neededPerDay,
    arrives: arrivesAt(advised),
    arrivesUnchanged: arrivesAt(rhPercent),
  }
}

/** Nearer than this to what is run now, points, nothing need be changed. */
const AS_NOW = 3

/**
 * `leave`: it arrives well as it is. `unsure`: the eggs do not say yet by how much to change. `run`: what is advised
 * arrives. `run-limit`: nothing that can be run arrives any more; the limit comes nearest.
 */
export type HumidityStep = 'leave' | 'unsure' | 'run' | 'run-limit'

/** What to do with an advice. @param now - humidity run now, percent @param band - good losses, shares of the mass */
export function humidityStep(
  { rhPercent, wantedRhPercent, arrives, arrivesUnchanged }: HumidityAdvice,
  now: number,
  band: { low: number; high: number },
): HumidityStep {
  const change = Math.abs(wantedRhPercent - now)
  const isWell = ({ value }: Measured): boolean => value >= band.low && value <= band.high
  if (isWell(arrivesUnchanged) || change < AS_NOW) return 'leave'
  if (change < rhPercent.sd) return 'unsure'
  return rhPercent.value === wantedRhPercent || isWell(arrives) ? 'run' : 'run-limit'
}
