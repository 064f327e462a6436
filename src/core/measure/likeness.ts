import { toEggFrame, type EggOutline } from '../geometry/egg-outline.ts'
import type { LinearImage } from '../image/linear.ts'
import { medianOf, quantile } from '../image/quantile.ts'

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
  /** Fall of log light across the egg. Photographs have 0.38 at the least, plain drawings none. */
  fall: 0.28,
  /** Red ÷ green and red ÷ blue: shells and contents are warm. Photographs have 1.3 at the least. */
  warmth: 1.08,
} as const

/** Whether what lies within the outline looks like an egg with a lamp behind it: warm, uneven, with a texture. */
export function looksLikeAnEgg(linear: LinearImage, outline: EggOutline): boolean {
  const { widthPx, heightPx, red, green, blue } = linear
  const channels = { red: [] as number[], green: [] as number[], blue: [] as number[] }
  const steps: number[] = []
  const fields = new Map<number, { sum: number; count: number }>()
  for (let y = 1; y < heightPx - 1; y++) {
    for (let x = 1; x < widthPx - 1; x++) {
      const { along, across } = toEggFrame(outline, { x: x + 0.5, y: y + 0.5 })
      const [u, v] = [along / outline.halfLengthPx, across / outline.halfBreadthPx]
      if (u * u + v * v > INSIDE) continue
      const at = y * widthPx + x
      channels.red.push(red[at]!)
      channels.green.push(green[at]!)
      channels.blue.push(blue[at]!)
      // Where red is burnt out, the others still show what is there.
      const plane = red[at]! < SATURATED ? red : green[at]! < SATURATED ? green : blue
      const here = plane[at]!
      if (here < DARK || here > SATURATED) continue
      steps.push(
        Math.abs(4 * here - plane[at - 1]! - plane[at + 1]! - plane[at - widthPx]! - plane[at + widthPx]!) /
          (4 * here),
      )
      const key = Math.floor(((u + 1) * FIELDS) / 2) * FIELDS + Math.floor(((v + 1) * FIELDS) / 2)
      const field = fields.get(key) ?? { sum: 0, count: 0 }
      field.sum += Math.log(here)
      field.count++
      fields.set(key, field)
    }
  }
  // Burnt out all over, or dark all over: that is for the light to say.
  if (steps.length < channels.red.length / 4) return true
  const plain =
    quantile(Float32Array.from(steps), 0.9) < LIMITS.texture.upper && medianOf(steps) < LIMITS.texture.median
  const means = Float32Array.from(
    [...fields.values()].filter(({ count }) => count >= FEWEST_PIXELS).map(({ sum, count }) => sum / count),
  )
  const even = means.length > 0 && quantile(means, 0.95) - quantile(means, 0.05) < LIMITS.fall
  const [r, g, b] = [medianOf(channels.red), medianOf(channels.green), medianOf(channels.blue)]
  const cold = r < BRIGHT && r < LIMITS.warmth * Math.max(g, b)
  return !plain && !even && !cold
}
