import { MAD_TO_SD } from '../statistics/robust.ts'
import { medianOf } from '../image/quantile.ts'
import { blur, type Plane } from '../image/plane.ts'
import { isInside, type EggFrame } from './egg-frame.ts'

/** Log light of the frame, blurred: what lines, rings and cracks are looked for in. */
export interface ScaleSpace {
  /** Red light at the smallest blur. */
  red: SmoothPlane
  /** The light in which blood stands out most, at growing widths of blur. */
  lines: readonly SmoothPlane[]
  /** Median difference of its neighbouring pixels, before any blur: what grain alone bends. */
  grain: number
}

/** Log light blurred by sigma; bends are taken times sigma², so that scales compare. */
export interface SmoothPlane extends Plane {
  sigmaPx: number
}

/** Widths of blur, frame pixels; vessels are 1.5–7 frame pixels wide. */
const SIGMAS_PX = [1.15, 1.73, 2.8] as const
/** Place of the middle width. */
export const MIDDLE = 1

/**
 * Blood takes about three times as much green as red, pigment and pores hardly more than red: with twice as much
 * expected in green, the blood stands out from them and neither colour is lost where the other is noise.
 */
const GREEN_TO_RED = 2
/** Even a picture without grain has steps of this size, log units. */
const LEAST_NOISE = 0.004

export function smooth(plane: Plane, sigmaPx: number): SmoothPlane {
  return { ...blur(plane, sigmaPx), sigmaPx }
}

export function scaleSpace(frame: EggFrame): ScaleSpace {
  const blood = bloodLight(frame)
  return {
    red: smooth(frame.redLog, SIGMAS_PX[0]),
    lines: SIGMAS_PX.map((sigmaPx) => smooth(blood, sigmaPx)),
    grain: neighbourNoise(frame, blood),
  }
}

/**
 * Log light in units of red missing, the two colours weighed by their noise: the surest guess at how much of a line
 * that takes {@link GREEN_TO_RED} times as much green as red is there (least squares).
 */
export function bloodLight(frame: EggFrame): Plane {
  const red = 1 / Math.max(LEAST_NOISE, neighbourNoise(frame, frame.redLog)) ** 2
  const green = GREEN_TO_RED / Math.max(LEAST_NOISE, neighbourNoise(frame, frame.greenLog)) ** 2
  const total = red + GREEN_TO_RED * green
  const { redLog, greenLog } = frame
  const values = new Float32Array(redLog.values.length)
  for (let at = 0; at < values.length; at++)
    values[at] = (red * redLog.values[at]! + green * greenLog.values[at]!) / total
  return { ...redLog, values }
}

/** Robust spread of a pixel about its neighbours along the axis, over the inside of the egg. */
function neighbourNoise(frame: EggFrame, { values }: Plane): number {
  const differences: number[] = []
  for (let at = 2; at < values.length - 2; at += 7) {
    const column = at % frame.lengthPx
    if (
      column > 12 &&
      column < frame.lengthPx - 12 &&
      isInside(frame, column, Math.floor(at / frame.lengthPx), 0.9)
    ) {
      differences.push(Math.abs(values[at]! - (values[at - 2]! + values[at + 2]!) / 2))
    }
  }
  return medianOf(differences)
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
export function secondDerivative(
  { widthPx, values: v, sigmaPx }: SmoothPlane,
  at: number,
  dx: number,
  dy: number,
): number {
  const twice = 2 * v[at]!
  const xx = v[at - 1]! + v[at + 1]! - twice
  const yy = v[at - widthPx]! + v[at + widthPx]! - twice
  const xy = (v[at - widthPx - 1]! + v[at + widthPx + 1]! - v[at - widthPx + 1]! - v[at + widthPx - 1]!) / 4
  return sigmaPx * sigmaPx * (dx * dx * xx + 2 * dx * dy * xy + dy * dy * yy)
}

/** What mottling and grain bend the light by: robust spread of its bends at the marked pixels, log units. */
export function clutterOf(light: SmoothPlane, usable: Uint8Array): number {
  const bends: number[] = []
  for (let at = light.widthPx + 1; at < usable.length - light.widthPx - 1; at += 5)
    if (usable[at]) bends.push(Math.abs(secondDerivative(light, at, 1, 0)))
  return MAD_TO_SD * medianOf(bends)
}
