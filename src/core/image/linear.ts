import type { Point } from '../geometry/egg-outline.ts'

type Bytes = Uint8Array | Uint8ClampedArray

/** An 8-bit photograph, upright, row-major, sRGB-encoded. */
export interface RgbImage {
  widthPx: number
  heightPx: number
  /** 3 for RGB, 4 for RGBA; alpha is ignored. */
  channels: 3 | 4
  data: Bytes
}

/** The same, a row at a time, for photographs that are better not held in memory whole. Rows are asked for downward. */
export interface PhotoRows extends Omit<RgbImage, 'data'> {
  rowAt: (y: number) => Bytes
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

/** Of each byte. Doubles spare a conversion in a loop that runs for every pixel of a photograph. */
const LINEAR_OF_BYTE = Float64Array.from({ length: 256 }, (_, i) => srgbToLinear(i / 255))

/** How one axis is averaged down: output pixel i covers source pixels from[i] … to[i] − 1, the outermost two in part. */
interface Cover {
  size: number
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
    firstShare[i] = Math.min(1, from[i]! + 1 - i * factor)
    lastShare[i] = Math.min(1, (i + 1) * factor - (to[i]! - 1))
  }
  return { size, from, to, firstShare, lastShare }
}

/** Adds a share of row y of a picture's red, green and blue light to `sums`, a value a column. */
type AddRow = (y: number, share: number, sums: readonly [Float64Array, Float64Array, Float64Array]) => void

/**
 * Averages light over squares of `factor` × `factor` pixels, which need not be whole: first down the columns, which
 * touches every pixel once, then along what came of them. What does not fill a square at the right and bottom falls away.
 */
function averaged(
  { widthPx, heightPx }: Pick<Region, 'widthPx' | 'heightPx'>,
  factor: number,
  addRow: AddRow,
): Pick<LinearImage, 'widthPx' | 'heightPx' | 'red' | 'green' | 'blue'> {
  const across = coverOf(widthPx, factor)
  const down = coverOf(heightPx, factor)
  const planes = [0, 1, 2].map(() => new Float32Array(across.size * down.size))
  const sums = [0, 1, 2].map(() => new Float64Array(widthPx)) as [Float64Array, Float64Array, Float64Array]
  for (let row = 0; row < down.size; row++) {
    const [first, last] = [down.from[row]!, down.to[row]! - 1]
    for (const sum of sums) sum.fill(0)
    for (let y = first; y <= last; y++)
      addRow(y, y === first ? down.firstShare[row]! : y === last ? down.lastShare[row]! : 1, sums)
    for (const [k, plane] of planes.entries())
      addAlong(sums[k]!, across, factor, plane.subarray(row * across.size, (row + 1) * across.size))
  }
  const [red, green, blue] = planes as [Float32Array, Float32Array, Float32Array]
  return { widthPx: across.size, heightPx: down.size, red, green, blue }
}

function addAlong(
  sums: Float64Array,
  { size, from, to, ...shares }: Cover,
  factor: number,
  out: Float32Array,
) {
  const each = 1 / (factor * factor)
  for (let x = 0; x < size; x++) {
    const [first, last] = [from[x]!, to[x]! - 1]
    let sum = shares.firstShare[x]! * sums[first]!
    for (let k = first + 1; k < last; k++) sum += sums[k]!
    if (last > first) sum += shares.lastShare[x]! * sums[last]!
    out[x] = each * sum
  }
}

/**
 * Linear light of a photograph, drawn down to at most `longSidePx`. Averaging comes after linearising, so that a bright
 * line on dark keeps its light; every way into the program goes through here, so that all see the same picture.
 */
export function lightOf(photo: PhotoRows, longSidePx = Infinity): LinearImage {
  const { widthPx, heightPx, channels, rowAt } = photo
  const factor = Math.max(1, Math.max(widthPx, heightPx) / longSidePx)
  const light = averaged(photo, factor, (y, share, [red, green, blue]) => {
    const data = rowAt(y)
    for (let x = 0, at = 0; x < widthPx; x++, at += channels) {
      red[x]! += share * LINEAR_OF_BYTE[data[at]!]!
      green[x]! += share * LINEAR_OF_BYTE[data[at + 1]!]!
      blue[x]! += share * LINEAR_OF_BYTE[data[at + 2]!]!
    }
  })
  return { ...light, reduction: factor, originPx: { x: 0, y: 0 } }
}

/**
 * The rows of a picture in memory.
 * @throws RangeError when the data are shorter than the size says
 */
export function rowsOf(image: RgbImage): PhotoRows {
  const { widthPx, heightPx, channels, data } = image
  if (data.length < widthPx * heightPx * channels) {
    throw new RangeError(`data must hold ${widthPx * heightPx * channels} bytes, received ${data.length}`)
  }
  const stride = widthPx * channels
  return { widthPx, heightPx, channels, rowAt: (y) => data.subarray(y * stride, (y + 1) * stride) }
}

/**
 * A region of a picture, its light averaged over squares of `factor` × `factor` pixels, which need not be whole.
 * @param factor - at least 1
 */
export function drawnDown(image: LinearImage, factor: number, region: Region = wholeOf(image)): LinearImage {
  const { red, green, blue, reduction, originPx } = image
  const light = averaged(region, factor, (y, share, sums) => {
    const start = (region.top + y) * image.widthPx + region.left
    for (const [k, plane] of [red, green, blue].entries()) {
      const sum = sums[k]!
      for (let x = 0; x < sum.length; x++) sum[x]! += share * plane[start + x]!
    }
  })
  return {
    ...light,
    reduction: factor * reduction,
    originPx: { x: originPx.x + region.left * reduction, y: originPx.y + region.top * reduction },
  }
}

function wholeOf({ widthPx, heightPx }: LinearImage): Region {
  return { left: 0, top: 0, widthPx, heightPx }
}
