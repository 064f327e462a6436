import { MAD_TO_SD } from '../statistics/robust.ts'
import { clamp } from '../clamp.ts'
import { quantile } from '../image/quantile.ts'
import { logPlane } from '../image/log.ts'
import { blurBoth, createPlane, type Plane } from '../image/plane.ts'
import { isInside, type EggFrame } from './egg-frame.ts'

/** Widths of the blur before differences are taken, frame pixels. */
const ALONG_PX = 1.5
const ACROSS_PX = 1.7

interface EdgeResponses {
  /** Clipped hard, so that a few speckles or vessels cannot make an edge: for finding it. */
  coarse: Plane
  /** Mostly the thin line itself, hardly clipped: for placing it. */
  fine: Plane
}

/**
 * The membrane's edge shows as a thin dark line, and mostly as a fall of light toward the contents, in green
 * more than in red once there is blood. Each is taken in robust standard deviations.
 */
export function edgeResponses(frame: EggFrame): EdgeResponses {
  const bright = brightest(frame.red, frame)
  // The floor is high: the edge lies in the light, and a dark embryo's noise must not set the scale.
  const greenLight = logAbove(frame.green, 0.04 * brightest(frame.green, frame) + 0.002)
  // Where red is burnt out nothing can stand out in it; green still shows the edge.
  const light = burntShare(frame) > MOSTLY_BURNT ? greenLight : logAbove(frame.red, 0.04 * bright)
  const smooth = blurBoth(light, ALONG_PX, ACROSS_PX)
  const line = bendAlongRows(smooth)
  const fall = fallAlongRows(smooth)
  const greenFall = fallAlongRows(blurBoth(greenLight, ALONG_PX, ACROSS_PX))
  const lineSd = robustSd(line, frame, 0.1 * bright)
  const fallSd = robustSd(fall, frame, 0.1 * bright)
  const greenSd = robustSd(greenFall, frame, 0.1 * bright)
  const coarse = createPlane(frame.lengthPx, frame.heightPx)
  const fine = createPlane(frame.lengthPx, frame.heightPx)
  // At the pole the frame repeats its outermost light, which bends where it begins to.
  const pole = Math.ceil(POLE_SHARE * frame.lengthPx)
  for (let row = 0; row < frame.heightPx; row++) {
    for (let at = row * frame.lengthPx + pole; at < (row + 1) * frame.lengthPx; at++) {
      const bend = line.values[at]! / lineSd
      const redFall = fall.values[at]! / fallSd
      coarse.values[at] =
        clamp(bend, -1.2, 2) +
        0.3 * clamp(redFall, -0.8, 1.6) +
        0.3 * clamp(greenFall.values[at]! / greenSd, -0.8, 1.6)
      fine.values[at] = clamp(bend, -1.5, 5) + 0.3 * clamp(redFall, -1, 2.5)
    }
  }
  return { coarse, fine }
}

/** Linear light from which on it is burnt out, and the share of the cell's surroundings that may be before green is used. */
const BURNT_OUT = 0.94
const MOSTLY_BURNT = 0.15

/** Share of what lies where air cells end in which red is burnt out. */
function burntShare(frame: EggFrame): number {
  let all = 0
  let burnt = 0
  for (let row = 0; row < frame.heightPx; row += 2)
    for (let column = 6; column < 0.45 * frame.lengthPx; column += 2) {
      if (!isInside(frame, column, row, 0.92)) continue
      all++
      if (frame.red.values[row * frame.lengthPx + column]! > BURNT_OUT) burnt++
    }
  return burnt / Math.max(1, all)
}

function logAbove(plane: Plane, floor: number): Plane {
  return { ...plane, values: logPlane(plane.values, floor) }
}

/** Fall of light from the blunt side to the small side, between neighbours; zero at the poles. */
function fallAlongRows({ widthPx, heightPx, values }: Plane): Plane {
  const out = createPlane(widthPx, heightPx)
  for (let y = 0; y < heightPx; y++) {
    for (let at = y * widthPx + 1; at < (y + 1) * widthPx - 1; at++)
      out.values[at] = (values[at - 1]! - values[at + 1]!) / 2
  }
  return out
}

/** Upward bend along the axis: large on a dark line across it; zero at the poles. */
function bendAlongRows({ widthPx, heightPx, values }: Plane): Plane {
  const out = createPlane(widthPx, heightPx)
  for (let y = 0; y < heightPx; y++) {
    for (let at = y * widthPx + 1; at < (y + 1) * widthPx - 1; at++)
      out.values[at] = values[at - 1]! + values[at + 1]! - 2 * values[at]!
  }
  return out
}

function brightest(plane: Plane, frame: EggFrame): number {
  const inside = new Float32Array(plane.values.length)
  let count = 0
  for (let row = 0; row < frame.heightPx; row += 3) {
    for (let column = 0; column < frame.lengthPx; column += 3) {
      if (isInside(frame, column, row)) inside[count++] = plane.values[row * frame.lengthPx + column]!
    }
  }
  return quantile(inside.subarray(0, count), 0.98)
}

/** Over lit pixels inside the egg. */
function robustSd(plane: Plane, frame: EggFrame, litFrom: number): number {
  const sizes = new Float32Array(plane.values.length)
  let count = 0
  for (let y = 0; y < plane.heightPx; y += 2) {
    for (let x = 7; x < plane.widthPx - 7; x += 2) {
      const at = y * plane.widthPx + x
      if (frame.red.values[at]! > litFrom && isInside(frame, x, y, 0.9))
        sizes[count++] = Math.abs(plane.values[at]!)
    }
  }
  return Math.max(1e-6, MAD_TO_SD * quantile(sizes.subarray(0, count), 0.5))
}

export const POLE_SHARE = 0.04
