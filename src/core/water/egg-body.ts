import { eggVolumeCm3, freshMassG, type EggSize } from '../planning/intake/egg-figures.ts'
import type { Measured } from '../measure/reading.ts'
import { SPECIES, type SpeciesName } from '../species/species.ts'
import { wantedPositive } from '../wanted.ts'

/** An egg's volume, mass when laid and shell area, and how each is known. */
export interface EggBody {
  volumeCm3: Measured
  freshMassG: Measured
  surfaceCm2: Measured
  from: 'callipers' | 'photograph' | 'species'
}

/** Spread of Hoyt's coefficients among eggs of one species, ÷ the value. */
const HOYT_SPREAD = 0.02
/** Spread of lengths and breadths among eggs of one breed, ÷ the value. */
const BREED_SPREAD = 0.05
const CALLIPER_MM = 0.15
/** Of the mass in the shell's area. */
const SURFACE_POWER = 0.662

/**
 * @param size - by callipers, or from a photograph with a scale (then with its own uncertainty)
 * @see Hoyt, D. F. (1979). Practical methods of estimating volume and fresh weight of bird eggs. Auk 96, 73–77.
 */
export function eggBody(
  species: SpeciesName,
  size: { callipers?: EggSize | null; photograph?: { lengthMm: Measured; breadthMm: Measured } | null } = {},
): EggBody {
  if (size.callipers) {
    const { lengthMm, breadthMm } = size.callipers
    return bodyOf(measured(lengthMm, CALLIPER_MM), measured(breadthMm, CALLIPER_MM), 'callipers')
  }
  if (size.photograph) return bodyOf(size.photograph.lengthMm, size.photograph.breadthMm, 'photograph')
  const { lengthMm, breadthMm } = SPECIES[species]
  return bodyOf(
    measured(lengthMm, BREED_SPREAD * lengthMm),
    measured(breadthMm, BREED_SPREAD * breadthMm),
    'species',
  )
}

function measured(value: number, sd: number): Measured {
  return { value, sd }
}

function bodyOf(length: Measured, breadth: Measured, from: EggBody['from']): EggBody {
  const size = { lengthMm: length.value, breadthMm: breadth.value }
  const relativeSd = Math.hypot(length.sd / length.value, (2 * breadth.sd) / breadth.value, HOYT_SPREAD)
  const mass = freshMassG(size)
  const surface = surfaceCm2(mass)
  return {
    volumeCm3: measured(eggVolumeCm3(size), eggVolumeCm3(size) * relativeSd),
    freshMassG: measured(mass, mass * relativeSd),
    surfaceCm2: measured(surface, surface * SURFACE_POWER * relativeSd),
    from,
  }
}

/**
 * Shell area, cm², of an egg by its fresh mass in grams.
 * @see Paganelli, C. V., Olszowka, A. & Ar, A. (1974). The avian egg: surface area, volume, and density. Condor 76, 319–325.
 */
export function surfaceCm2(freshMass: number): number {
  wantedPositive('freshMass', freshMass)
  return 4.835 * freshMass ** SURFACE_POWER
}
