import type { EggState } from './egg-model.ts'
import { READ_NOISE } from './camera.ts'
import type { Shot } from './shot.ts'

/** Contrast of a small vessel or a faint shadow in red light, ÷ the light around it. */
const FAINT_SIGN = 0.12
/** Pixels that a sign of that kind covers at least. */
const SIGN_PX = 60
/** A sign counts as seen from this many standard deviations on (Rose 1948, J. Opt. Soc. Am. 38, 196–208). */
const ROSE_LIMIT = 5
/** With more than this share of the light at saturation the signs are burnt out. */
const MOST_BURNT = 0.5

/**
 * Could a faint sign be seen in the middle of the light of this picture, whatever is in it?
 * @param through - red light that the contents would pass without an embryo, linear, at many places
 */
export function isLegible(through: readonly number[], shot: Shot): boolean {
  if (through.length === 0) return false
  const sorted = [...through].sort((a, b) => a - b)
  const light = sorted[sorted.length >> 1]!
  const burnt = sorted.filter((value) => value > 1).length / sorted.length
  if (burnt > MOST_BURNT) return false
  // sRGB's slope tells how wide one step of eight bits is here.
  const step = light < 0.0031 ? 1 / (255 * 12.92) : (2.4 / 1.055) * light ** (1.4 / 2.4) * (1.055 / 255)
  const sd = Math.sqrt(light / shot.electrons + READ_NOISE ** 2 + step ** 2 / 12)
  return FAINT_SIGN * light * Math.sqrt(SIGN_PX) > ROSE_LIMIT * sd
}

/** Is the sign that makes the grade in view at all, and not on the far side or faded away? */
export function showsItsGrade(
  { grade }: EggState,
  seen: { shadow: number; vessels: number; ring: number },
): boolean {
  if (grade === 'quitter') return seen.shadow > 0.012
  if (grade === 'blood-ring') return seen.ring > 0.25
  return grade === 'clear' || seen.shadow > 0.004 || seen.vessels > 0.01
}
