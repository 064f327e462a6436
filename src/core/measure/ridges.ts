import { blur, type Plane } from '../image/plane.ts'
import type { EggFrame } from './egg-frame.ts'

/** Log light of the frame at growing widths of blur: what lines, rings and cracks are looked for in. */
export interface ScaleSpace {
  red: readonly SmoothPlane[]
  green: readonly SmoothPlane[]
}

/** Log light blurred by sigma; bends are taken times sigma², so that scales compare. */
export interface SmoothPlane extends Plane {
  sigmaPx: number
}

/** Widths of blur, frame pixels; vessels are 1.5–7 frame pixels wide. */
const SIGMAS_PX = [1.15, 1.73, 2.8] as const
/** Places of the widths in a {@link ScaleSpace}. */
export const FINE = 0
export const MIDDLE = 1

export function smooth(plane: Plane, sigmaPx: number): SmoothPlane {
  return { ...blur(plane, sigmaPx), sigmaPx }
}

export function scaleSpace(frame: EggFrame): ScaleSpace {
  return {
    red: SIGMAS_PX.map((sigmaPx) => smooth(frame.redLog, sigmaPx)),
    green: SIGMAS_PX.map((sigmaPx) => smooth(frame.greenLog, sigmaPx)),
  }
}

/** Principal bends of log light at one pixel, eigenvalues of the Hessian. */
export interface Ridge {
  /** Strongest upward bend: large on a dark line, log units. */
  across: number
  /** Bend along that line: small on a line, about as large on a dark spot. */
  along: number
}

/** @param at - index of a pixel that is not on the border */
export function ridgeAt({ widthPx, values: v, sigmaPx }: SmoothPlane, at: number): Ridge {
  const scale = sigmaPx * sigmaPx
  const twice = 2 * v[at]!
  const xx = v[at - 1]! + v[at + 1]! - twice
  const yy = v[at - widthPx]! + v[at + widthPx]! - twice
  const xy = (v[at - widthPx - 1]! + v[at + widthPx + 1]! - v[at - widthPx + 1]! - v[at + widthPx - 1]!) / 4
  const mean = (scale * (xx + yy)) / 2
  const half = (xx - yy) / 2
  const spread = scale * Math.sqrt(half * half + xy * xy)
  return { across: mean + spread, along: mean - spread }
}

/** Bend in the direction (dx, dy), a unit vector, at a pixel that is not on the border. */
export function bendAlong({ widthPx, values: v, sigmaPx }: SmoothPlane, at: number, dx: number, dy: number): number {
  const twice = 2 * v[at]!
  const xx = v[at - 1]! + v[at + 1]! - twice
  const yy = v[at - widthPx]! + v[at + widthPx]! - twice
  const xy = (v[at - widthPx - 1]! + v[at + widthPx + 1]! - v[at - widthPx + 1]! - v[at + widthPx - 1]!) / 4
  return sigmaPx * sigmaPx * (dx * dx * xx + 2 * dx * dy * xy + dy * dy * yy)
}
