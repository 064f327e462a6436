import { wanted } from '../wanted.ts'

/** Of a pan that is touched and a hand that breathes, g. */
const HANDLING_SD_G = 0.05
/** Steps that scales show, g; and of those that show ounces. */
const STEPS_G = [5, 2, 1, 0.5, 0.2, 0.1, 0.05, 0.02, 0.01] as const
const GRAMS_PER_OUNCE = 28.349523125
const STEPS_OZ = [0.5, 0.2, 0.1, 0.05, 0.02, 0.01].map((ounces) => ounces * GRAMS_PER_OUNCE)
/** Weights are kept to hundredths of a gram. */
const KEPT_TO_G = 0.006
/** So few weights may be whole grams by chance. */
const FEWEST = 3
const FEWEST_OUNCES = 5
/** Taken of a scale of which too little was seen. */
const UNKNOWN_STEP_G = 0.1

/** The step in which a scale shows what it weighs, g, as its weights have it: the largest of which all are multiples. */
export function stepOf(grams: readonly number[]): number {
  const fits = (step: number): boolean =>
    grams.every((weight) => Math.abs(weight - step * Math.round(weight / step)) < KEPT_TO_G)
  const plain = STEPS_G.find(fits)
  if (plain !== undefined && plain > 0.02 && grams.length >= FEWEST) return plain
  const ounces = grams.length >= FEWEST_OUNCES ? STEPS_OZ.find(fits) : undefined
  if (ounces !== undefined) return ounces
  return grams.length >= FEWEST ? (plain ?? 0.01) : UNKNOWN_STEP_G
}

/** Standard uncertainty of one weighing, g: the hand's, and what rounding to a step leaves open. */
export function weighingSd(stepG: number): number {
  wanted('stepG', stepG, [0, Infinity])
  return Math.hypot(HANDLING_SD_G, stepG / Math.sqrt(12))
}
