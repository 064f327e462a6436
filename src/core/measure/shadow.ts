import { components, open, type Mask } from '../image/morphology.ts'
import type { Contents, EggPicture } from './contents.ts'
import type { EggFrame } from './egg-frame.ts'
import type { IlluminationModel } from './illumination-model.ts'

export interface Shadow {
  /** Share of the visible contents, less what is hidden, where over half of the expected red light is missing. */
  area: number
  areaSd: number
  /** The same share for a fifth of the light missing: what is murky or only begins. */
  faintArea: number
  /** Frame pixels that belong to it. */
  mask: Mask
  /** Frame pixels of the contents before which something stands: a finger, the lamp's collar. */
  hidden: Mask
  /** Mean missing light inside it, natural log units; 0 when there is none. */
  darkness: number
  /** Mean absolute slope of log light across its edge, per frame pixel: a dead one blurs. */
  edgeSlope: number
}

/** Thinner things than this (vessels, most speckles) are no embryo; frame pixels. */
const THINNEST_RADIUS_PX = 3.4
const HALF = Math.LN2
const FIFTH = -Math.log(0.8)
/** Living bodies reach 0.33 at their sharpest, fingers 0.6 and more (log units a frame pixel). */
const HIDDEN_EDGE_SLOPE = 0.42
const HIDDEN_DARKNESS = 1.6
/** A finger or a collar covers less than this of the contents; a grown embryo more. */
const MOST_HIDDEN = 0.16

/**
 * What is only faintly dark may be murk or the body’s own edge: some of it may belong to the shadow. Chosen so that
 * nine in ten of the areas of kinds of pictures that took no part in anything else lie within two uncertainties.
 */
const MURK_SD = 0.4
const LEAST_SD = 0.015
/** Extra doubt with the lamp at the side: its fall-off is less well known and can be mistaken for a body. */
const SIDE_LAMP_SD = 0.07

export function measureShadow({ frame, scales, contents }: EggPicture, field: IlluminationModel): Shadow {
  const light = scales.red
  const missing = field.redLog.map((expected, i) => expected - light.values[i]!)
  const dark = shadowMask(frame, contents, missing, HALF)
  const hidden = hiddenPart(frame, dark, missing, MOST_HIDDEN * contents.areaPx)
  const mask = { ...dark, values: dark.values.map((value, i) => (value && !hidden.values[i] ? 1 : 0)) }
  const hiddenPx = countOf(hidden)
  const visiblePx = Math.max(1, contents.areaPx - hiddenPx)
  const area = countOf(mask) / visiblePx
  // The field is uncertain by its spread, and more where little of the egg is lit to fit it on.
  const fieldSd = 0.5 * field.spread + 0.12 * (1 - field.litShare)
  const swing =
    Math.abs(
      roughShare(frame, contents, missing, HALF - fieldSd) -
        roughShare(frame, contents, missing, HALF + fieldSd),
    ) / 2
  const { darkness, edgeSlope } = describe(frame, mask, missing)
  const faintArea = roughShare(frame, contents, missing, FIFTH)
  return {
    area,
    areaSd: Math.hypot(
      LEAST_SD,
      0.06 * area,
      0.15 * (hiddenPx / visiblePx),
      swing,
      MURK_SD * Math.max(0, faintArea - area),
      field.lamp === 'side' ? SIDE_LAMP_SD : 0,
    ),
    faintArea,
    mask,
    hidden,
    darkness,
    edgeSlope,
  }
}

/** Mean darkness of a mask's pixels, and mean slope of light across its edge, per frame pixel; 0 for an empty one. */
function describe(
  { lengthPx }: EggFrame,
  { values }: Mask,
  missing: Float32Array,
): { darkness: number; edgeSlope: number } {
  let dark = 0
  let count = 0
  let slope = 0
  let edge = 0
  for (let i = lengthPx + 1; i < missing.length - lengthPx - 1; i++) {
    if (!values[i]) continue
    dark += missing[i]!
    count++
    if (values[i - 1] && values[i + 1] && values[i - lengthPx] && values[i + lengthPx]) continue
    slope +=
      Math.hypot(missing[i + 1]! - missing[i - 1]!, missing[i + lengthPx]! - missing[i - lengthPx]!) / 2
    edge++
  }
  return { darkness: count > 0 ? dark / count : 0, edgeSlope: edge > 0 ? slope / edge : 0 }
}

/**
 * What hides the egg rather than darkens it: a finger or the lamp's collar comes in over the rim, is black, and ends
 * as sharply as the lens allows, where everything inside the egg is blurred by what lies before it.
 */
function hiddenPart(frame: EggFrame, dark: Mask, missing: Float32Array, mostPx: number): Mask {
  const { lengthPx, heightPx, radiusPx } = frame
  const values = new Uint8Array(dark.values.length)
  for (const piece of components(dark, 13)) {
    if (piece.pixels.length > mostPx) continue
    const onRim = piece.pixels.some((at) => {
      const column = at % lengthPx
      return (
        column > lengthPx - 4 ||
        Math.abs(Math.floor(at / lengthPx) + 0.5 - heightPx / 2) > 0.94 * radiusPx[column]!
      )
    })
    if (!onRim) continue
    const own = new Uint8Array(values.length)
    for (const at of piece.pixels) own[at] = 1
    const { darkness, edgeSlope } = describe(frame, { ...dark, values: own }, missing)
    if (darkness > HIDDEN_DARKNESS && edgeSlope > HIDDEN_EDGE_SLOPE)
      for (const at of piece.pixels) values[at] = 1
  }
  return { ...dark, values }
}

function shadowMask(frame: EggFrame, contents: Contents, missing: Float32Array, threshold: number): Mask {
  const values = new Uint8Array(missing.length)
  for (let i = 0; i < values.length; i++) if (contents.mask[i] && missing[i]! > threshold) values[i] = 1
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
  // Every other pixel of every other row stands for four: of contents that are dark all over that can be a little more
  // than all of them.
  const darkPx = 4 * countOf(open({ widthPx, heightPx, values }, THINNEST_RADIUS_PX / 2))
  return Math.min(1, darkPx / Math.max(1, contents.areaPx))
}

function countOf(mask: Mask): number {
  let count = 0
  for (const value of mask.values) count += value
  return count
}
