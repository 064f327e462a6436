import { TARGET_CELSIUS } from '../planning/incubation/development.ts'
import { SPECIES, type SpeciesName } from '../species/species.ts'

/** From low to high, in the unit of what it is for. */
export interface Band {
  low: number
  high: number
}

/** What the air of an incubator should keep to. */
export interface ClimateBand {
  celsius: Band
  rhPercent: Band
}

/** Smaller deviations from the target have no measurable effect on the hatch, °C. */
const TOLERANCE_C = 0.4

/** By how much the air is warmer where it is read than a moving air would be that does the same to the eggs, °C. */
export function warmerThanEggs({ celsius: { low, high } }: Pick<ClimateBand, 'celsius'>): number {
  return (low + high) / 2 - TARGET_CELSIUS.forced
}

/**
 * The band for everything that lies in one incubator: while one set is in lockdown there it is moister for all, since
 * drying at the pip harms most; else the middle of what the sets should have.
 * @returns null humidity as for a chicken where nothing lies there
 */
export function climateBand(
  sets: ReadonlyArray<{ species: SpeciesName; lockedDown: boolean }>,
  airflow: keyof typeof TARGET_CELSIUS,
): ClimateBand {
  const target = TARGET_CELSIUS[airflow]
  const locked = sets.filter(({ lockedDown }) => lockedDown)
  const bands = (locked.length > 0 ? locked : sets).map(({ species, lockedDown }) =>
    lockedDown ? SPECIES[species].hatchHumidityPercent : SPECIES[species].humidityPercent,
  )
  const all = bands.length > 0 ? bands : [SPECIES.chicken.humidityPercent]
  const low = Math.max(...all.map(([from]) => from))
  const high = Math.min(...all.map(([, to]) => to))
  return {
    celsius: { low: target - TOLERANCE_C, high: target + TOLERANCE_C },
    // Bands that do not meet leave their meeting point.
    rhPercent: { low: Math.min(low, high), high: Math.max(low, high) },
  }
}
