import type { Plane } from '../image/plane.ts'
import type { Point } from '../geometry/egg-outline.ts'

/** With the same moments as a patch of any form. */
export interface Ellipse {
  centre: Point
  /** Longest first, px. */
  halfAxesPx: readonly [number, number]
  axisRad: number
}

export function describePatch(members: number[], red: Plane): GlowPatch {
  const { widthPx, values } = red
  let sx = 0
  let sy = 0
  let light = 0
  for (const at of members) {
    sx += (at % widthPx) + 0.5
    sy += Math.floor(at / widthPx) + 0.5
    light += values[at]!
  }
  const n = members.length
  const centre = { x: sx / n, y: sy / n }
  let xx = 0
  let xy = 0
  let yy = 0
  for (const at of members) {
    const dx = (at % widthPx) + 0.5 - centre.x
    const dy = Math.floor(at / widthPx) + 0.5 - centre.y
    xx += dx * dx
    xy += dx * dy
    yy += dy * dy
  }
  const hull = polygonEllipse(hullOf(members, widthPx))
  return {
    areaPx: n,
    ...ellipseOf(centre, xx / n, xy / n, yy / n),
    meanRed: light / n,
    solidity: n / Math.max(n, hull.area),
    hull: hull.ellipse,
  }
}

/** Convex hull of the pixels' squares, by Andrew's monotone chain over row ends. */
function hullOf(members: readonly number[], widthPx: number): Array<[number, number]> {
  const ends = new Map<number, [number, number]>()
  for (const at of members) {
    const x = at % widthPx
    const y = Math.floor(at / widthPx)
    const end = ends.get(y)
    if (!end) ends.set(y, [x, x + 1])
    else if (x < end[0]) end[0] = x
    else if (x + 1 > end[1]) end[1] = x + 1
  }
  const points: Array<[number, number]> = []
  for (const [y, [left, right]] of [...ends].sort((a, b) => a[0] - b[0])) {
    points.push([left, y], [right, y], [left, y + 1], [right, y + 1])
  }
  points.sort((a, b) => a[0] - b[0] || a[1] - b[1])
  const chain = (list: Array<[number, number]>): Array<[number, number]> => {
    const out: Array<[number, number]> = []
    for (const p of list) {
      while (out.length >= 2) {
        const [ax, ay] = out[out.length - 2]!
        const [bx, by] = out[out.length - 1]!
        if ((bx - ax) * (p[1] - ay) - (by - ay) * (p[0] - ax) > 0) break
        out.pop()
      }
      out.push(p)
    }
    out.pop()
    return out
  }
  return [...chain(points), ...chain(points.reverse())]
}

/** The ellipse with a convex polygon's area moments; and that area, px. */
function polygonEllipse(polygon: ReadonlyArray<readonly [number, number]>): {
  area: number
  ellipse: Ellipse
} {
  const [ox, oy] = polygon[0]!
  let area = 0
  let sx = 0
  let sy = 0
  let xx = 0
  let xy = 0
  let yy = 0
  for (let i = 1; i + 1 < polygon.length; i++) {
    const [ax, ay] = [polygon[i]![0] - ox, polygon[i]![1] - oy]
    const [bx, by] = [polygon[i + 1]![0] - ox, polygon[i + 1]![1] - oy]
    const part = Math.abs(ax * by - bx * ay) / 2
    area += part
    sx += (part * (ax + bx)) / 3
    sy += (part * (ay + by)) / 3
    xx += (part * (ax * ax + ax * bx + bx * bx)) / 6
    yy += (part * (ay * ay + ay * by + by * by)) / 6
    xy += (part * (2 * ax * ay + ax * by + bx * ay + 2 * bx * by)) / 12
  }
  const mx = sx / area
  const my = sy / area
  return {
    area,
    ellipse: ellipseOf(
      { x: ox + mx, y: oy + my },
      xx / area - mx * mx,
      xy / area - mx * my,
      yy / area - my * my,
    ),
  }
}

function ellipseOf(centre: Point, xx: number, xy: number, yy: number): Ellipse {
  const mean = (xx + yy) / 2
  const spread = Math.hypot((xx - yy) / 2, xy)
  return {
    centre,
    halfAxesPx: [2 * Math.sqrt(mean + spread), 2 * Math.sqrt(Math.max(mean - spread, 0))],
    axisRad: Math.atan2(2 * xy, xx - yy) / 2,
  }
}

/** One bright patch of the picture. */
export interface GlowPatch extends Ellipse {
  areaPx: number
  /** Mean red light, linear 0…1. */
  meanRed: number
  /** Share of its own convex hull that it fills. */
  solidity: number
  /** The hull's own ellipse: eggs are convex, whatever stands before them or has grown in them. */
  hull: Ellipse
}
