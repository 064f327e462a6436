import { TARGET_CELSIUS } from '../planning/incubation/development.ts'
import { airWanted, USUAL_AIR, type AirWanted } from './air-method.ts'

/** From low to high, in the unit of what it is for. */
export interface Band {
  low: number
  high: number
}

/** From where to where the air goes. */
export interface AirSpread {
  celsius: Band
  rhPercent: Band
}

/** What the air of an incubator should keep to. */
export interface ClimateBand extends AirSpread {
  /** By how much the air is warmer where it is read than a moving air would be that does the same to the eggs, °C. */
  aboveEggsC: number
}

/** Smaller deviations from the target have no measurable effect on the hatch, °C. */
const TOLERANCE_C = 0.4

/**
 * The band for everything that lies in one incubator: while one set is in lockdown there it is moister for all, since
 * drying at the pip harms most; else the middle of what the sets should have. It is cooler only where all are in lockdown.
 * @returns the humidity as for a chicken where nothing lies there
 */
export function climateBand(
  sets: ReadonlyArray<{ wanted: AirWanted; lockedDown: boolean }>,
  airflow: keyof typeof TARGET_CELSIUS,
): ClimateBand {
  const locked = sets.filter(({ lockedDown }) => lockedDown)
  const bands = (locked.length > 0 ? locked : sets).map(({ wanted, lockedDown }) =>
    lockedDown ? wanted.from : wanted.until,
  )
  const all = bands.length > 0 ? bands : [airWanted(USUAL_AIR, 'chicken').until]
  const low = Math.max(...all.map((band) => band.low))
  const high = Math.min(...all.map((band) => band.high))
  const cooler =
    sets.length > 0 && locked.length === sets.length
      ? Math.min(...sets.map(({ wanted }) => wanted.lockdownCoolerC))
      : 0
  const target = TARGET_CELSIUS[airflow] - cooler
  return {
    celsius: { low: target - TOLERANCE_C, high: target + TOLERANCE_C },
    rhPercent: { low: Math.min(low, high), high: Math.max(low, high) },
    aboveEggsC: TARGET_CELSIUS[airflow] - TARGET_CELSIUS.forced,
  }
}
