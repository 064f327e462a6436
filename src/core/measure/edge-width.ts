import { curvePoint, toPicture, type EggOutline, type Point } from '../geometry/egg-outline.ts'
import type { LinearImage } from '../image/linear.ts'
import { sampleBilinear, type Plane } from '../image/plane.ts'
import { medianOf } from '../image/quantile.ts'

/** Places around the outline, and how far in and out the light is followed, ÷ half length. */
const PLACES = 90
const REACH = 0.14
const STEPS = 56
/** Of the light inside, least that must go over to dark for a place to count as edge. */
const LEAST_FALL = 0.5
const LEAST_PLACES = 16
/** Just inside of the edge, steps. */
const NEAR = { from: 12, to: 2 } as const
const DARKEST = 0.004
const SATURATED = 0.97

/**
 * How wide the edge of the egg against the dark is, from three quarters to a quarter of its fall of light, ÷ length:
 * the median over the places where such an edge is seen. A sharp photograph has up to 0.006, a soft lens 0.015.
 * @returns null where too little edge is seen
 */
export function edgeWidth(linear: LinearImage, outline: EggOutline): number | null {
  const plane: Plane = { widthPx: linear.widthPx, heightPx: linear.heightPx, values: linear.red }
  const widths: number[] = []
  const profile = new Float64Array(STEPS + 1)
  for (let i = 0; i < PLACES; i++) {
    const phi = (2 * Math.PI * i) / PLACES
    const here = at(outline, phi)
    const next = at(outline, phi + 0.01)
    const length = Math.hypot(next.x - here.x, next.y - here.y) || 1
    let normal = { x: (next.y - here.y) / length, y: -(next.x - here.x) / length }
    if ((here.x - outline.centre.x) * normal.x + (here.y - outline.centre.y) * normal.y < 0)
      normal = { x: -normal.x, y: -normal.y }
    const reach = REACH * outline.halfLengthPx
    for (let s = 0; s <= STEPS; s++) {
      const d = ((2 * s) / STEPS - 1) * reach
      profile[s] = sampleBilinear(plane, here.x + d * normal.x, here.y + d * normal.y)
    }
    const width = fallWidth(profile)
    if (width !== null) widths.push((width * 2 * reach) / STEPS / (2 * outline.halfLengthPx))
  }
  if (widths.length < LEAST_PLACES) return null
  return medianOf(widths)
}

function at(outline: EggOutline, phi: number): Point {
  const { along, across } = curvePoint(outline, phi)
  return toPicture(outline, along, across)
}

/** Steps from three quarters to one quarter of the fall from the light just inside to the dark outside; null where it does not fall. */
function fallWidth(profile: Float64Array): number | null {
  const edge = STEPS / 2
  const inside = Math.max(...profile.subarray(edge - NEAR.from, edge - NEAR.to + 1))
  const outside = Math.min(...profile.subarray(edge + NEAR.to))
  // At saturation nobody knows how far the light would have risen.
  if (inside < DARKEST || inside > SATURATED || outside > (1 - LEAST_FALL) * inside) return null
  const from = crossing(profile, STEPS, outside + 0.25 * (inside - outside))
  return from === null
    ? null
    : from - (crossing(profile, Math.ceil(from), outside + 0.75 * (inside - outside)) ?? 0)
}

/** Where, coming in from outside, the light first reaches a level; between two steps in proportion. */
function crossing(profile: Float64Array, start: number, level: number): number | null {
  for (let s = start; s > 0; s--) {
    const [out, inward] = [profile[s]!, profile[s - 1]!]
    if (out < level && inward >= level) return s - (level - out) / (inward - out)
  }
  return null
}
