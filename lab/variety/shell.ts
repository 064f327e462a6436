import { createPlane } from '../../src/core/image/plane.ts'
import type { Random } from '../../src/core/random/random.ts'
import type { Shell } from '../../src/core/species/species.ts'
import { clouds, smoothStep } from './noise.ts'
import { toPicture, type Chart, type Shape } from './shape.ts'
import { drawStroke } from './strokes.ts'

export type Rgb = readonly [number, number, number]

/** Light that each shell lets through, red, green and blue. */
const THROUGH: Readonly<Record<Shell, Rgb>> = {
  white: [0.9, 0.74, 0.55],
  tinted: [0.82, 0.55, 0.3],
  brown: [0.68, 0.3, 0.1],
  dark: [0.42, 0.12, 0.035],
  blue: [0.5, 0.5, 0.3],
  speckled: [0.72, 0.5, 0.3],
}

/** Optical depth of what is on and in the shell at each pixel, and the colour of all of it. */
export function paintShell(
  { shape, chart, shell }: { shape: Shape; chart: Chart; shell: Shell },
  random: Random,
): { depth: Float32Array; through: Rgb } {
  const { halfLengthPx } = shape
  const depth = new Float32Array(chart.t.length)
  const add = (values: Float32Array, by: (value: number) => number): void => {
    for (let at = 0; at < depth.length; at++) if (chart.inside[at]) depth[at]! += by(values[at]!)
  }
  // Thick and thin places, and the fine mottling of calcite.
  const broad = random.between(0, 0.07)
  add(clouds(chart, random, { cellPx: 0.5 * halfLengthPx, octaves: 3 }).values, (value) => broad * value)
  const fine = random.between(0.005, shell === 'white' ? 0.07 : 0.045)
  add(
    clouds(chart, random, { cellPx: halfLengthPx * random.between(0.02, 0.06), octaves: 3, roughness: 0.8 })
      .values,
    (value) => fine * value,
  )
  if (random.uniform() < (shell === 'speckled' ? 0.75 : 0.15)) {
    const from = random.between(0.8, 2)
    const dark = random.between(0.12, 0.9)
    const soft = random.between(0.1, 0.9)
    add(
      clouds(chart, random, { cellPx: halfLengthPx * random.between(0.05, 0.3), octaves: 4 }).values,
      (value) => dark * smoothStep(from, from + soft, value),
    )
  }
  const dots = createPlane(chart.widthPx, chart.heightPx)
  const many =
    shell === 'speckled' ? random.between(30, 260) : random.uniform() < 0.3 ? random.between(4, 60) : 0
  for (let k = 0; k < many; k++) {
    const [x, y] = toPicture(shape, Math.sin(random.between(-1.4, 1.4)), Math.sin(random.between(-1.4, 1.4)))
    const size = halfLengthPx * random.between(0.006, 0.022)
    const long = random.uniform() < 0.2 ? random.normal(0, 3 * size) : 0
    const strength = random.between(0.1, 0.8)
    drawStroke(dots, [
      { x, y, widthPx: size, strength },
      { x: x + long, y: y + random.normal(0, size), widthPx: size * random.between(0.5, 1), strength },
    ])
  }
  if (random.uniform() < 0.12) {
    // A smear of dirt, or a feather's stroke.
    const [x, y] = toPicture(shape, random.between(-0.8, 0.8), random.between(-0.7, 0.7))
    const turn = random.between(0, 6.3)
    const strength = random.between(0.15, 0.7)
    drawStroke(
      dots,
      Array.from({ length: 8 }, (_, k) => ({
        x: x + k * 0.07 * halfLengthPx * Math.cos(turn + 0.1 * k),
        y: y + k * 0.07 * halfLengthPx * Math.sin(turn + 0.1 * k),
        widthPx: halfLengthPx * random.between(0.01, 0.05),
        strength: strength * random.uniform(),
      })),
    )
  }
  add(dots.values, (value) => value)
  const pores = createPlane(chart.widthPx, chart.heightPx)
  const poreCount = random.uniform() < 0.4 ? random.between(10, 200) : 0
  for (let k = 0; k < poreCount; k++) {
    const [x, y] = toPicture(shape, Math.sin(random.between(-1.4, 1.4)), Math.sin(random.between(-1.4, 1.4)))
    const size = halfLengthPx * random.between(0.004, 0.01)
    const strength = random.between(0.05, 0.3)
    drawStroke(
      pores,
      [0, 1].map(() => ({ x, y, widthPx: size, strength })),
    )
  }
  add(pores.values, (value) => -value)
  const [r, g, b] = THROUGH[shell]
  const more = random.between(0.8, 1.2)
  return {
    depth,
    through: [r ** more, g ** (more * random.between(0.8, 1.25)), b ** (more * random.between(0.8, 1.25))],
  }
}
