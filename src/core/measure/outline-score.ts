import { sampleBilinear } from '../image/plane.ts'
import { curveNormal, curvePoint, toPicture, type EggOutline } from '../geometry/egg-outline.ts'
import { type EdgePlanes, findEdges, FLOOR } from './outline-edges.ts'
import type { OutlineFit } from './fit-outline.ts'

export function scoreOutline(
  planes: EdgePlanes,
  outline: EggOutline,
): Pick<OutlineFit, 'score' | 'seenShare'> {
  const gate = 3
  const edges = findEdges(planes, outline, CURVE_POINTS, gate)
  let seen = 0
  let score = 0
  for (const edge of edges) {
    if (edge.trust > 0.12) seen++
    score += edge.trust
  }
  // Glow just outside the curve means that the egg goes on there.
  for (let i = 0; i < CURVE_POINTS; i++) {
    const { along, across, na, nc } = curveNormal(outline, (2 * Math.PI * i) / CURVE_POINTS)
    const reach = 0.06 * outline.halfLengthPx
    const p = toPicture(outline, along + reach * na, across + reach * nc)
    const glow =
      (Math.log(sampleBilinear(planes.red, p.x, p.y) + FLOOR) - planes.backgroundLog) / planes.rangeLog
    score -= 0.8 * Math.max(0, glow - 0.45)
  }
  return {
    score: score / CURVE_POINTS + GLOWS * glowsWithin(planes, outline) + largeEnough(planes, outline),
    seenShare: seen / CURVE_POINTS,
  }
}

/** Lamps, nails and gaps between fingers are round as well, but small in the picture. */
function largeEnough({ red }: EdgePlanes, { halfLengthPx }: EggOutline): number {
  const usual = 0.2 * Math.max(red.widthPx, red.heightPx)
  return 0.12 * Math.max(-1, Math.min(0, Math.log(halfLengthPx / usual)))
}

/** How much an outline gains by glowing inside and not outside. */
const GLOWS = 0.1
const RAYS = 24

/** How much warmer light comes from inside an outline than from around it, log units within −1…1. */
function glowsWithin({ red, blue, neutral }: EdgePlanes, outline: EggOutline): number {
  const warmth = (share: number): number[] =>
    Array.from({ length: RAYS }, (_, i) => {
      const { along, across } = curvePoint(outline, (2 * Math.PI * i) / RAYS)
      const p = toPicture(outline, share * along, share * across)
      return Math.max(0, sampleBilinear(red, p.x, p.y) - neutral * sampleBilinear(blue, p.x, p.y))
    })
  const inside = [...warmth(0.85), ...warmth(0.55), ...warmth(0.25)].sort((a, b) => b - a)
  const outside = [...warmth(1.15), ...warmth(1.35)].sort((a, b) => b - a)
  // An embryo may take the light of half the egg and more; a lamp or a lit finger stands at a side.
  const glow = inside[Math.floor(0.3 * inside.length)]!
  const around = outside[Math.floor(0.4 * outside.length)]!
  return Math.max(-1, Math.min(1, 0.5 * Math.log((glow + FLOOR) / (around + FLOOR))))
}

export const CURVE_POINTS = 120
