import { SPECIES, type SpeciesName } from '../../species/species.ts'
import { wantedPositive } from '../../wanted.ts'

/** An egg's calipered size, mm. */
export interface EggSize {
  lengthMm: number
  breadthMm: number
}

const MM3_PER_CM3 = 1000

/**
 * Volume, cm³.
 * @see Hoyt, D. F. (1979). Practical methods of estimating volume and fresh weight of bird eggs. Auk 96, 73–77.
 */
export function eggVolumeCm3({ lengthMm, breadthMm }: EggSize): number {
  wantedPositive('lengthMm', lengthMm)
  wantedPositive('breadthMm', breadthMm)
  return (0.51 * lengthMm * breadthMm ** 2) / MM3_PER_CM3
}

/** Mass when laid, g. @see Hoyt (1979), as above */
export function freshMassG({ lengthMm, breadthMm }: EggSize): number {
  wantedPositive('lengthMm', lengthMm)
  wantedPositive('breadthMm', breadthMm)
  return (0.548 * lengthMm * breadthMm ** 2) / MM3_PER_CM3
}

/** Breadth ÷ length. */
export function shapeIndex({ lengthMm, breadthMm }: EggSize): number {
  wantedPositive('lengthMm', lengthMm)
  wantedPositive('breadthMm', breadthMm)
  return breadthMm / lengthMm
}

/** Further from the species' shape than this is unusual: long, or round as a ball. */
const SHAPE_TOLERANCE = 0.07
/** Lighter or heavier than the species by this share is unusual. */
const MASS_TOLERANCE = 0.25

/** What is measured of an egg by hand or by an instrument. */
export type EggMeasure = 'weightG' | 'lengthMm' | 'breadthMm'

/** ÷ the usual of the bird: outside of these a figure is a slip of the hand or of its unit, not an egg. */
const POSSIBLE = {
  weightG: { low: 0.4, high: 2 },
  lengthMm: { low: 0.65, high: 1.45 },
  breadthMm: { low: 0.65, high: 1.45 },
} as const

/** Whether an egg of the bird can have that weight or size at all, pullets’ and double ones’ among them. */
export function isPossible(species: SpeciesName, what: EggMeasure, value: number): boolean {
  const usual = what === 'weightG' ? freshMassG(SPECIES[species]) : SPECIES[species][what]
  return value >= POSSIBLE[what].low * usual && value <= POSSIBLE[what].high * usual
}

export type SizeFault = 'long' | 'round' | 'small' | 'large'

/** What is unusual in size or shape; empty for a normal egg. */
export function sizeFaults(
  species: SpeciesName,
  egg: { size?: EggSize | null; weightG?: number | null },
): SizeFault[] {
  const faults: SizeFault[] = []
  const usual = SPECIES[species]
  if (egg.size) {
    const off = shapeIndex(egg.size) - shapeIndex(usual)
    if (off < -SHAPE_TOLERANCE) faults.push('long')
    if (off > SHAPE_TOLERANCE) faults.push('round')
  }
  const mass = egg.weightG ?? (egg.size ? freshMassG(egg.size) : null)
  if (mass !== null) {
    const share = mass / freshMassG(usual)
    if (share < 1 - MASS_TOLERANCE) faults.push('small')
    if (share > 1 + MASS_TOLERANCE) faults.push('large')
  }
  return faults
}
