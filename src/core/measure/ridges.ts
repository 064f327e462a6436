import { blur, createPlane, type Plane } from '../image/plane.ts'

/** Second derivatives of log light at one scale, times sigma², so that scales compare. */
export interface Curvature {
  xx: Plane
  xy: Plane
  yy: Plane
  sigmaPx: number
}

/** Blurs once, then takes differences between neighbours; zero along the border. */
export function curvature(plane: Plane, sigmaPx: number): Curvature {
  const { widthPx, heightPx } = plane
  const v = blur(plane, sigmaPx).values
  const xx = createPlane(widthPx, heightPx)
  const xy = createPlane(widthPx, heightPx)
  const yy = createPlane(widthPx, heightPx)
  const scale = sigmaPx * sigmaPx
  for (let y = 1; y < heightPx - 1; y++) {
    for (let at = y * widthPx + 1; at < (y + 1) * widthPx - 1; at++) {
      const up = at - widthPx
      const down = at + widthPx
      const twice = 2 * v[at]!
      xx.values[at] = scale * (v[at - 1]! + v[at + 1]! - twice)
      yy.values[at] = scale * (v[up]! + v[down]! - twice)
      xy.values[at] = (scale / 4) * (v[up - 1]! + v[down + 1]! - v[up + 1]! - v[down - 1]!)
    }
  }
  return { xx, xy, yy, sigmaPx }
}

export interface Ridge {
  /** Strongest upward bend: large on a dark line, log units. */
  across: number
  /** Bend along that line: small on a line, about as large on a dark spot. */
  along: number
}

/** Principal bends at one pixel, eigenvalues of the Hessian. */
export function ridgeAt(curve: Curvature, index: number): Ridge {
  const xx = curve.xx.values[index]!
  const yy = curve.yy.values[index]!
  const xy = curve.xy.values[index]!
  const mean = (xx + yy) / 2
  const spread = Math.hypot((xx - yy) / 2, xy)
  return { across: mean + spread, along: mean - spread }
}

/** Bend in the direction (dx, dy), a unit vector. */
export function bendAlong(curve: Curvature, index: number, dx: number, dy: number): number {
  return dx * dx * curve.xx.values[index]! + 2 * dx * dy * curve.xy.values[index]! + dy * dy * curve.yy.values[index]!
}
