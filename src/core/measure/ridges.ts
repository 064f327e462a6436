import { convolveSeparable, gaussianKernel, type Plane } from '../image/plane.ts'

/** Second derivatives of log light at one scale, per squared sigma, so that scales compare. */
export interface Curvature {
  xx: Plane
  xy: Plane
  yy: Plane
  sigmaPx: number
}

export function curvature(plane: Plane, sigmaPx: number): Curvature {
  const smooth = gaussianKernel(sigmaPx)
  const radius = (smooth.length - 1) / 2
  const first = smooth.map((value, i) => (value * (i - radius)) / sigmaPx)
  const raw = smooth.map((value, i) => value * (((i - radius) / sigmaPx) ** 2 - 1))
  const mean = raw.reduce((a, b) => a + b, 0) / raw.length
  const second = raw.map((value) => value - mean)
  return {
    xx: convolveSeparable(plane, second, smooth),
    xy: convolveSeparable(plane, first, first),
    yy: convolveSeparable(plane, smooth, second),
    sigmaPx,
  }
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
