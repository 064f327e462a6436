import type { EggOutline } from '../geometry/egg-outline.ts'
import { createPlane, type Plane } from '../image/plane.ts'
import { createRandom } from '../random/random.ts'
import type { LinearImage } from '../image/linear.ts'
import { layOutEgg, type EggFrame } from './egg-frame.ts'

/** Light at a place of the egg: u along the axis from the blunt pole, 0…1; v across, −1…1 at the rim. */
export type Drawing = (u: number, v: number) => number

export const DRAWN_OUTLINE: EggOutline = {
  centre: { x: 260, y: 260 },
  axisRad: 0,
  halfLengthPx: 220,
  halfBreadthPx: 165,
  taper: 0.13,
  bulge: -0.03,
}

/** Of the light: a picture without any grain exists nowhere, and robust scales would be nought in it. */
const GRAIN = 0.01

/** An egg drawn from a formula, for tests of one stage alone: no optics, nothing but what is asked for and a little grain. */
export function drawEgg(
  red: Drawing,
  {
    outline = DRAWN_OUTLINE,
    green,
    grain: share = GRAIN,
  }: { outline?: EggOutline; green?: Drawing; grain?: number } = {},
): EggFrame {
  const widthPx = 520
  const heightPx = 520
  const draw = (light: Drawing, grain: string): Plane => {
    const plane = createPlane(widthPx, heightPx)
    const random = createRandom(grain)
    const c = Math.cos(outline.axisRad)
    const s = Math.sin(outline.axisRad)
    for (let y = 0; y < heightPx; y++) {
      for (let x = 0; x < widthPx; x++) {
        const dx = x + 0.5 - outline.centre.x
        const dy = y + 0.5 - outline.centre.y
        const t = (dx * c + dy * s) / outline.halfLengthPx
        const half =
          outline.halfBreadthPx *
          Math.sqrt(Math.max(1e-6, 1 - t * t)) *
          (1 + outline.taper * t + outline.bulge * t * t)
        const v = (-dx * s + dy * c) / half
        const isInside = Math.abs(t) < 1 && Math.abs(v) < 1
        const lit = light((1 - t) / 2, v) * (1 + share * random.normal())
        plane.values[y * widthPx + x] = isInside ? Math.max(0, lit) : 0
      }
    }
    return plane
  }
  const plane = draw(red, 'grain')
  const image: LinearImage = {
    widthPx,
    heightPx,
    red: plane.values,
    green: green ? draw(green, 'green grain').values : plane.values.map((v) => 0.5 * v),
    blue: plane.values.map((v) => 0.2 * v),
    reduction: 1,
    originPx: { x: 0, y: 0 },
  }
  return layOutEgg(image, outline)
}

/** An empty egg over a lamp at its blunt end: light falls off evenly, the cell is brighter, its membrane a thin dark line. */
export function emptyEgg(cellDepth: number, slope = 0): Drawing {
  return (u, v) => {
    const past = u - cellDepth - slope * v
    const line = 0.3 * Math.exp(-((past / 0.006) ** 2))
    return 0.7 * Math.exp(-1.5 * u - 0.15 * v * v - line - (past > 0 ? 0.35 : 0))
  }
}
