import { open, type Mask } from '../image/morphology.ts'
import { blur } from '../image/plane.ts'
import type { Contents } from './contents.ts'
import type { EggFrame } from './egg-frame.ts'
import type { EmptyField } from './empty-field.ts'

export interface Shadow {
  /** Share of the visible contents where over half of the expected red light is missing. */
  area: number
  areaSd: number
  /** Frame pixels that belong to it. */
  mask: Mask
  /** Mean missing light inside it, natural log units; 0 when there is none. */
  darkness: number
  /** Mean absolute slope of log light across its edge, per frame pixel: a dead one blurs. */
  edgeSlope: number
}

/** Thinner things than this (vessels, most speckles) are no embryo; frame pixels. */
const THINNEST_RADIUS_PX = 5
const HALF = Math.LN2

export function measureShadow(frame: EggFrame, contents: Contents, field: EmptyField): Shadow {
  const light = blur(frame.redLog, 1.5)
  const missing = field.redLog.map((expected, i) => expected - light.values[i]!)
  const mask = shadowMask(frame, contents, missing, HALF)
  const area = shareOf(mask, contents)
  // The field is uncertain by its spread, and more where little of the egg is lit to fit it on.
  const fieldSd = 0.5 * field.spread + 0.12 * (1 - field.litShare)
  const swing = Math.abs(roughShare(frame, contents, missing, HALF - fieldSd) - roughShare(frame, contents, missing, HALF + fieldSd)) / 2
  let dark = 0
  let count = 0
  let slope = 0
  let edge = 0
  const { lengthPx } = frame
  for (let i = lengthPx + 1; i < missing.length - lengthPx - 1; i++) {
    if (!mask.values[i]) continue
    dark += missing[i]!
    count++
    if (mask.values[i - 1] && mask.values[i + 1] && mask.values[i - lengthPx] && mask.values[i + lengthPx]) continue
    slope += Math.hypot(missing[i + 1]! - missing[i - 1]!, missing[i + lengthPx]! - missing[i - lengthPx]!) / 2
    edge++
  }
  return {
    area, areaSd: Math.hypot(0.008, 0.04 * area, swing), mask,
    darkness: count > 0 ? dark / count : 0,
    edgeSlope: edge > 0 ? slope / edge : 0,
  }
}

function shadowMask(frame: EggFrame, contents: Contents, missing: Float32Array, threshold: number): Mask {
  const values = Uint8Array.from(missing, (value, i) => (contents.mask[i] && value > threshold ? 1 : 0))
  return open({ widthPx: frame.lengthPx, heightPx: frame.heightPx, values }, THINNEST_RADIUS_PX)
}

/** Share of the contents darker than a threshold, at a quarter of the pixels: good enough for an uncertainty. */
function roughShare(frame: EggFrame, contents: Contents, missing: Float32Array, threshold: number): number {
  const widthPx = frame.lengthPx >> 1
  const heightPx = frame.heightPx >> 1
  const values = new Uint8Array(widthPx * heightPx)
  for (let y = 0; y < heightPx; y++) {
    for (let x = 0; x < widthPx; x++) {
      const at = 2 * y * frame.lengthPx + 2 * x
      if (contents.mask[at] && missing[at]! > threshold) values[y * widthPx + x] = 1
    }
  }
  return 4 * shareOf(open({ widthPx, heightPx, values }, THINNEST_RADIUS_PX / 2), contents)
}

function shareOf(mask: Mask, contents: Contents): number {
  let count = 0
  for (const value of mask.values) count += value
  return count / Math.max(1, contents.areaPx)
}
