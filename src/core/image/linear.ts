import type { Point } from '../geometry/egg-outline.ts'

/** An 8-bit photograph, upright, row-major, sRGB-encoded. */
export interface RgbImage {
  widthPx: number
  heightPx: number
  /** 3 for RGB, 4 for RGBA; alpha is ignored. */
  channels: 3 | 4
  /** Photograph pixels per pixel, where it was decoded at a reduced size; 1 when absent. */
  reduction?: number
  data: Uint8Array | Uint8ClampedArray
}

/** Linear light, 0…1 of sensor saturation, one plane per channel. */
export interface LinearImage {
  widthPx: number
  heightPx: number
  red: Float32Array
  green: Float32Array
  blue: Float32Array
  /** Photograph pixels per pixel of this image. */
  reduction: number
  /** Where its top left corner lies in the photograph, photograph pixels. */
  originPx: Point
}

/** A rectangle of an image, in its whole pixels. */
export interface Region {
  left: number
  top: number
  widthPx: number
  heightPx: number
}

/** sRGB electro-optical transfer function (IEC 61966-2-1), 0…1 to 0…1. */
export function srgbToLinear(encoded: number): number {
  return encoded <= 0.04045 ? encoded / 12.92 : ((encoded + 0.055) / 1.055) ** 2.4
}

/** Inverse of {@link srgbToLinear}. */
export function linearToSrgb(linear: number): number {
  return linear <= 0.0031308 ? linear * 12.92 : 1.055 * linear ** (1 / 2.4) - 0.055
}

const LINEAR_OF_BYTE = Float32Array.from({ length: 256 }, (_, i) => srgbToLinear(i / 255))

/** How one axis is averaged down: output pixel i covers source pixels from[i] … from[i + 1], the outermost two in part. */
interface Cover {
  size: number
  /** First source pixel of each output pixel, and last + 1. */
  from: Int32Array
  to: Int32Array
  /** Share of the first and of the last source pixel that is covered. */
  firstShare: Float64Array
  lastShare: Float64Array
}

function coverOf(sourceSize: number, factor: number): Cover {
  const size = Math.max(1, Math.floor(sourceSize / factor + 1e-6))
  const from = new Int32Array(size)
  const to = new Int32Array(size)
  const firstShare = new Float64Array(size)
  const lastShare = new Float64Array(size)
  for (let i = 0; i < size; i++) {
    from[i] = Math.floor(i * factor + 1e-6)
    to[i] = Math.min(sourceSize, Math.ceil((i + 1) * factor - 1e-6))
    firstShare[i] = from[i]! + 1 - i * factor
    lastShare[i] = (i + 1) * factor - (to[i]! - 1)
  }
  return { size, from, to, firstShare, lastShare }
}

/**
 * Linear light of a region, averaged over squares of `factor` × `factor` pixels, which need not be whole. Averaging
 * comes after linearising, so that a bright line on dark keeps its light. What does not fill a square at the right
 * and bottom falls away.
 * @param factor - at least 1
 * @throws RangeError when the data are shorter than the size says
 */
export function toLinear(image: RgbImage, factor = 1, region: Region = wholeOf(image)): LinearImage {
  const { widthPx, heightPx, channels, data, reduction = 1 } = image
  if (data.length < widthPx * heightPx * channels) {
    throw new RangeError(`data must hold ${widthPx * heightPx * channels} bytes, received ${data.length}`)
  }
  const across = coverOf(region.widthPx, factor)
  const down = coverOf(region.heightPx, factor)
  const size = across.size * down.size
  const red = new Float32Array(size)
  const green = new Float32Array(size)
  const blue = new Float32Array(size)
  if (factor === 1) {
    // Nothing to average: eggs that were drawn down while decoding come this way.
    for (let y = 0, to = 0; y < down.size; y++) {
      let at = ((region.top + y) * widthPx + region.left) * channels
      for (let x = 0; x < across.size; x++, to++, at += channels) {
        red[to] = LINEAR_OF_BYTE[data[at]!]!
        green[to] = LINEAR_OF_BYTE[data[at + 1]!]!
        blue[to] = LINEAR_OF_BYTE[data[at + 2]!]!
      }
    }
  } else if (Number.isInteger(factor)) {
    const share = 1 / (factor * factor)
    for (let y = 0; y < down.size * factor; y++) {
      const to = Math.floor(y / factor) * across.size
      let at = ((region.top + y) * widthPx + region.left) * channels
      for (let x = 0; x < across.size; x++) {
        let r = 0
        let g = 0
        let b = 0
        for (let k = 0; k < factor; k++, at += channels) {
          r += LINEAR_OF_BYTE[data[at]!]!
          g += LINEAR_OF_BYTE[data[at + 1]!]!
          b += LINEAR_OF_BYTE[data[at + 2]!]!
        }
        red[to + x] = red[to + x]! + share * r
        green[to + x] = green[to + x]! + share * g
        blue[to + x] = blue[to + x]! + share * b
      }
    }
  } else
    for (let y = 0; y < down.size; y++) {
      const to = y * across.size
      for (let sourceY = down.from[y]!; sourceY < down.to[y]!; sourceY++) {
        const edge =
          sourceY === down.from[y]
            ? down.firstShare[y]!
            : sourceY === down.to[y]! - 1
              ? down.lastShare[y]!
              : 1
        const share = edge / (factor * factor)
        const row = (region.top + sourceY) * widthPx + region.left
        for (let x = 0; x < across.size; x++) {
          const first = across.from[x]!
          const last = across.to[x]! - 1
          let at = (row + first) * channels
          const inner = across.firstShare[x]!
          let r = inner * LINEAR_OF_BYTE[data[at]!]!
          let g = inner * LINEAR_OF_BYTE[data[at + 1]!]!
          let b = inner * LINEAR_OF_BYTE[data[at + 2]!]!
          for (let k = first + 1; k < last; k++) {
            at += channels
            r += LINEAR_OF_BYTE[data[at]!]!
            g += LINEAR_OF_BYTE[data[at + 1]!]!
            b += LINEAR_OF_BYTE[data[at + 2]!]!
          }
          if (last > first) {
            at += channels
            const outer = across.lastShare[x]!
            r += outer * LINEAR_OF_BYTE[data[at]!]!
            g += outer * LINEAR_OF_BYTE[data[at + 1]!]!
            b += outer * LINEAR_OF_BYTE[data[at + 2]!]!
          }
          red[to + x] = red[to + x]! + share * r
          green[to + x] = green[to + x]! + share * g
          blue[to + x] = blue[to + x]! + share * b
        }
      }
    }
  return {
    widthPx: across.size,
    heightPx: down.size,
    red,
    green,
    blue,
    reduction: factor * reduction,
    originPx: { x: region.left * reduction, y: region.top * reduction },
  }
}

function wholeOf({ widthPx, heightPx }: RgbImage): Region {
  return { left: 0, top: 0, widthPx, heightPx }
}
