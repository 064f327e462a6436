import { linearToSrgb } from '../image/linear.ts'
import type { UprightEgg } from './upright.ts'

/** Red light of the bright shell in the film, linear: well exposed, with room for the air cell. */
const BRIGHT_RED = 0.6
/** More than this would show grain instead of the egg. */
const MOST_GAIN = 14
/** A level below this is no light, linear. */
const DARK = 1e-3
const STEPS = 4096
const ENCODED = Uint8ClampedArray.from({ length: STEPS + 1 }, (_, i) => 255 * linearToSrgb(i / STEPS))

type Rgb = readonly [number, number, number]

/**
 * The light and colour that all looks of a film are brought to: the geometric mean of their colours, well exposed, so
 * that a brown shell stays brown while lamps, exposures and white balances are evened out.
 */
export function commonLevel(levels: readonly Rgb[]): Rgb {
  const lit = levels.filter((level) => level[0] > DARK)
  if (lit.length === 0) return [BRIGHT_RED, BRIGHT_RED, BRIGHT_RED]
  const ratio = (channel: 1 | 2): number => {
    const logs = lit.map((level) => Math.log(Math.max(DARK, level[channel]) / level[0]))
    return Math.exp(logs.reduce((sum, value) => sum + value, 0) / logs.length)
  }
  return [BRIGHT_RED, BRIGHT_RED * ratio(1), BRIGHT_RED * ratio(2)]
}

/** A look's pixels at the film's light, sRGB with alpha, row-major. */
export function evened({ light, level }: UprightEgg, common: Rgb): Uint8ClampedArray<ArrayBuffer> {
  const scale = (channel: 0 | 1 | 2): number =>
    STEPS * Math.min(MOST_GAIN, common[channel] / Math.max(DARK, level[channel]))
  const [red, green, blue] = [scale(0), scale(1), scale(2)]
  const out = new Uint8ClampedArray((light.length / 3) * 4)
  // Half a million pixels a look: whole numbers index faster than rounded ones.
  for (let from = 0, to = 0; from < light.length; from += 3, to += 4) {
    out[to] = ENCODED[Math.min(STEPS, light[from]! * red + 0.5) | 0]!
    out[to + 1] = ENCODED[Math.min(STEPS, light[from + 1]! * green + 0.5) | 0]!
    out[to + 2] = ENCODED[Math.min(STEPS, light[from + 2]! * blue + 0.5) | 0]!
    out[to + 3] = 255
  }
  return out
}
