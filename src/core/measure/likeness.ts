import type { EggOutline } from '../geometry/egg-outline.ts'
import type { LinearImage } from '../image/linear.ts'
import { quantile } from '../image/quantile.ts'

/** Well inside of the outline: neither rim nor bloom. */
const INSIDE = 0.72
const SATURATED = 0.95
const DARK = 0.003
/** From here on over-exposure whitens warm light. */
const BRIGHT = 0.6
/** Fields across the egg whose light is compared, each way. */
const FIELDS = 8
const FEWEST_PIXELS = 30

/**
 * What photographs of eggs before a lamp have in common, and drawn ovals have not. Limits lie between the two, as seen
 * on 600 rendered photographs of two kinds, hard ones among them, and 120 drawn ovals, plain and shaded.
 */
const LIMITS = {
  /** Step from pixel to pixel, ÷ light: grain, pores, vessels. Photographs have 0.0038 and 0.0115 at the least, shaded drawings 0.0027 and 0.0072 at the most. */
  texture: { median: 0.0032, upper: 0.0085 },
  /**
   * Fall of log light across the egg. With a lamp at the shell photographs have 0.38 at the least, plain drawings none.
   * Clear eggs of a tray with light behind all of it have as little as 0.14, but the texture of photographs.
   */
  fall: 0.28,
  /** Median step from which on even light is a photograph's all the same. */
  surelyTextured: 0.0064,
  /** Red ÷ green and red ÷ blue: shells and contents are warm. Photographs have 1.3 at the least. */
  warmth: 1.08,
} as const

/** Whether what lies within the outline looks like an egg with a lamp behind it: warm, uneven, with a texture. */
export function looksLikeAnEgg(linear: LinearImage, outline: EggOutline): boolean {
  const { widthPx, heightPx, red, green, blue } = linear
  const channels = [red, green, blue].map(() => new Float32Array(red.length))
  const steps = new Float32Array(red.length)
  const sums = new Float64Array(FIELDS * FIELDS)
  const counts = new Uint32Array(FIELDS * FIELDS)
  let pixels = 0
  let seen = 0
  const [cosine, sine] = [Math.cos(outline.axisRad), Math.sin(outline.axisRad)]
  for (let y = 1; y < heightPx - 1; y++) {
    for (let x = 1; x < widthPx - 1; x++) {
      // As toEggFrame, written out: this runs for every pixel of the egg.
      const dx = x + 0.5 - outline.centre.x
      const dy = y + 0.5 - outline.centre.y
      const u = (dx * cosine + dy * sine) / outline.halfLengthPx
      const v = (-dx * sine + dy * cosine) / outline.halfBreadthPx
      if (u * u + v * v > INSIDE) continue
      const at = y * widthPx + x
      channels[0]![pixels] = red[at]!
      channels[1]![pixels] = green[at]!
      channels[2]![pixels] = blue[at]!
      pixels++
      // Where red is burnt out, the others still show what is there.
      const plane = red[at]! < SATURATED ? red : green[at]! < SATURATED ? green : blue
      const here = plane[at]!
      if (here < DARK || here > SATURATED) continue
      steps[seen++] =
        Math.abs(4 * here - plane[at - 1]! - plane[at + 1]! - plane[at - widthPx]! - plane[at + widthPx]!) /
        (4 * here)
      const field = Math.floor(((u + 1) * FIELDS) / 2) * FIELDS + Math.floor(((v + 1) * FIELDS) / 2)
      sums[field] = sums[field]! + Math.log(here)
      counts[field] = counts[field]! + 1
    }
  }
  // Burnt out all over, or dark all over: that is for the light to say.
  if (seen < pixels / 4) return true
  const texture = steps.subarray(0, seen)
  const middle = quantile(texture, 0.5)
  const plain = quantile(texture, 0.9) < LIMITS.texture.upper && middle < LIMITS.texture.median
  const means = Float32Array.from(
    [...sums].flatMap((sum, i) => (counts[i]! >= FEWEST_PIXELS ? [sum / counts[i]!] : [])),
  )
  const even =
    middle < LIMITS.surelyTextured &&
    means.length > 0 &&
    quantile(means, 0.95) - quantile(means, 0.05) < LIMITS.fall
  const [r, g, b] = channels.map((values) => quantile(values.subarray(0, pixels), 0.5)) as [
    number,
    number,
    number,
  ]
  const cold = r < BRIGHT && r < LIMITS.warmth * Math.max(g, b)
  return !plain && !even && !cold
}
