import { medianOf, quantile } from '../image/quantile.ts'
import type { LinearImage } from '../image/linear.ts'
import { sampleBilinear, type Plane } from '../image/plane.ts'
import { relativeRadius, toPicture, type EggOutline } from '../geometry/egg-outline.ts'
import { edgeWidth } from '../measure/edge-width.ts'
import type { LightReading } from '../measure/reading.ts'

/** What a lamp, a camera and a room make of an empty egg. Light is linear, 1 = sensor saturation. */
export interface LampLight {
  /** Red light through the middle of the contents. */
  emptyRed: number
  /** Red light of the brightest shell. */
  brightRed: number
  /** Green and blue light ÷ red, through the middle. */
  colour: readonly [green: number, blue: number]
  /** Spread of single working pixels by noise, ÷ light. */
  grain: number
  /** Share of the contents at saturation. */
  burntShare: number
  /** Light just outside of the egg ÷ the brightest inside: leaks of the collar, glare of the lens, a lit room. */
  glare: number
  /** Light in the third of the egg away from the lamp ÷ that in the third next to it. */
  fallOff: number
  /** Width of the egg's edge, ÷ length; null where it cannot be told. */
  blur: number | null
  /** Light of the room that lies over the egg, with the lamp off where that was photographed. */
  room: number
  lamp: LightReading['lamp']
}

/** Places across and along at which light is taken. */
const ACROSS = [-0.6, -0.4, -0.2, 0, 0.2, 0.4, 0.6] as const
const ALONG_STEPS = 40
/** Just outside of the outline, ÷ half-breadth. */
const OUTSIDE = [1.12, 1.18, 1.24] as const
const BRIGHT = 0.97
/** Share of a background’s light that lies over an egg before it, where no picture with the lamp off says how much. */
const ON_EGG = 0.15

/**
 * @param image - the photograph's light, in its own pixels or drawn down
 * @param outline - of the egg, photograph pixels
 * @param light - what was read of it
 */
export function lampLight(image: LinearImage, outline: EggOutline, light: LightReading): LampLight {
  const inside = samplesOf(image, outline)
  const brightRed = quantile(Float32Array.from(inside.map(({ red }) => red)), BRIGHT)
  const middle = inside.filter(({ t }) => Math.abs(t) < 0.4)
  const median = (of: (sample: Sample) => number, from: readonly Sample[]): number => medianOf(from.map(of))
  const red = Math.max(
    1e-4,
    median((s) => s.red, middle),
  )
  const nearBlunt = median(
    (s) => s.red,
    inside.filter(({ t }) => t > 0.33 && t < 0.75),
  )
  const nearSmall = median(
    (s) => s.red,
    inside.filter(({ t }) => t < -0.33 && t > -0.85),
  )
  const [near, far] =
    light.lamp === 'side'
      ? [Math.max(nearBlunt, nearSmall), Math.min(nearBlunt, nearSmall)]
      : light.lamp === 'blunt'
        ? [nearBlunt, nearSmall]
        : [nearSmall, nearBlunt]
  const outside = outsideOf(image, outline)
  const { reduction, originPx } = image
  const inImage = {
    ...outline,
    centre: {
      x: (outline.centre.x - originPx.x) / reduction,
      y: (outline.centre.y - originPx.y) / reduction,
    },
    halfLengthPx: outline.halfLengthPx / reduction,
    halfBreadthPx: outline.halfBreadthPx / reduction,
  }
  return {
    emptyRed: light.emptyRed,
    brightRed,
    colour: [median((s) => s.green, middle) / red, median((s) => s.blue, middle) / red],
    grain: light.relativeNoise,
    burntShare: light.clippedShare,
    glare: quantile(Float32Array.from(outside), 0.9) / Math.max(1e-4, brightRed),
    fallOff: far / Math.max(1e-4, near),
    blur: edgeWidth(image, inImage),
    room: ON_EGG * quantile(Float32Array.from(outside), 0.25),
    lamp: light.lamp,
  }
}

/** Red light of a room, from a photograph with the lamp off: of the middle half, where the egg lies. */
export function roomLight({ widthPx, heightPx, red }: LinearImage): number {
  const middle: number[] = []
  for (let y = Math.floor(heightPx / 4); y < Math.ceil((3 * heightPx) / 4); y++)
    for (let x = Math.floor(widthPx / 4); x < Math.ceil((3 * widthPx) / 4); x++)
      middle.push(red[y * widthPx + x]!)
  return medianOf(middle)
}

interface Sample {
  t: number
  red: number
  green: number
  blue: number
}

function samplesOf(image: LinearImage, outline: EggOutline): Sample[] {
  const at = sampler(image)
  return Array.from({ length: ALONG_STEPS }, (_, i) => -0.95 + (1.9 * (i + 0.5)) / ALONG_STEPS).flatMap((t) =>
    ACROSS.map((v) => {
      const across = v * outline.halfBreadthPx * relativeRadius(outline, t)
      return { t, ...at(toPicture(outline, t * outline.halfLengthPx, across)) }
    }),
  )
}

/** Red light beside the egg, where the picture shows it. */
function outsideOf(image: LinearImage, outline: EggOutline): number[] {
  const at = sampler(image)
  const [wide, high] = [image.widthPx * image.reduction, image.heightPx * image.reduction]
  return Array.from({ length: ALONG_STEPS }, (_, i) => -0.9 + (1.8 * (i + 0.5)) / ALONG_STEPS).flatMap((t) =>
    OUTSIDE.flatMap((v) =>
      [-v, v].flatMap((side) => {
        const reach = outline.halfBreadthPx * Math.max(0.5, relativeRadius(outline, t))
        const point = toPicture(outline, t * outline.halfLengthPx, side * reach)
        const { x, y } = { x: point.x - image.originPx.x, y: point.y - image.originPx.y }
        return x < 0 || y < 0 || x > wide || y > high ? [] : [at(point).red]
      }),
    ),
  )
}

function sampler({ widthPx, heightPx, red, green, blue, reduction, originPx }: LinearImage) {
  const plane = (values: Float32Array): Plane => ({ widthPx, heightPx, values })
  const [r, g, b] = [plane(red), plane(green), plane(blue)]
  return ({ x, y }: { x: number; y: number }): Omit<Sample, 't'> => {
    const px = (x - originPx.x) / reduction
    const py = (y - originPx.y) / reduction
    return {
      red: sampleBilinear(r, px, py),
      green: sampleBilinear(g, px, py),
      blue: sampleBilinear(b, px, py),
    }
  }
}
