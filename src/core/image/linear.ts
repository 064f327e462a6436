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

/** Adds a share of the light of a picture's row y, averaged along it as `across` says, to an output row that begins at `to`. */
type AddRow = (y: number, share: number, to: number) => void

interface Planes {
  red: Float32Array
  green: Float32Array
  blue: Float32Array
}

/**
 * Averages light over squares of `factor` × `factor` pixels, which need not be whole. What does not fill a square at the
 * right and bottom falls away.
 * @param adding - given where each column comes from and the planes to add to
 */
function averaged(
  { widthPx, heightPx }: Pick<Region, 'widthPx' | 'heightPx'>,
  factor: number,
  adding: (across: Cover, planes: Planes) => AddRow,
): Planes & Pick<LinearImage, 'widthPx' | 'heightPx'> {
  const across = coverOf(widthPx, factor)
  const down = coverOf(heightPx, factor)
  const plane = (): Float32Array => new Float32Array(across.size * down.size)
  const planes = { red: plane(), green: plane(), blue: plane() }
  const addRow = adding(across, planes)
  const each = 1 / (factor * factor)
  for (let row = 0; row < down.size; row++) {
    const [first, last] = [down.from[row]!, down.to[row]! - 1]
    for (let y = first; y <= last; y++) {
      const share = y === first ? down.firstShare[row]! : y === last ? down.lastShare[row]! : 1
      addRow(y, each * share, row * across.size)
    }
  }
  return { widthPx: across.size, heightPx: down.size, ...planes }
}

/** Of one row of bytes. The sums stay in registers: this loop runs for every pixel of a photograph. */
function addBytes(
  data: Bytes,
  channels: number,
  { size, from, to, firstShare, lastShare }: Cover,
  { red, green, blue }: Planes,
  share: number,
  start: number,
): void {
  const light = LINEAR_OF_BYTE
  for (let x = 0; x < size; x++) {
    const first = from[x]!
    const last = to[x]! - 1
    let at = first * channels
    const own = firstShare[x]!
    let r = own * light[data[at]!]!
    let g = own * light[data[at + 1]!]!
    let b = own * light[data[at + 2]!]!
    for (let k = first + 1; k < last; k++) {
      at += channels
      r += light[data[at]!]!
      g += light[data[at + 1]!]!
      b += light[data[at + 2]!]!
    }
    if (last > first) {
      at += channels
      const outer = lastShare[x]!
      r += outer * light[data[at]!]!
      g += outer * light[data[at + 1]!]!
      b += outer * light[data[at + 2]!]!
    }
    red[start + x] = red[start + x]! + share * r
    green[start + x] = green[start + x]! + share * g
    blue[start + x] = blue[start + x]! + share * b
  }
}

/** Of one row of a plane, from pixel `source` on. */
function addPlane(
  values: Float32Array,
  source: number,
  { size, from, to, firstShare, lastShare }: Cover,
  out: Float32Array,
  share: number,
  start: number,
): void {
  for (let x = 0; x < size; x++) {
    const first = from[x]!
    const last = to[x]! - 1
    let sum = firstShare[x]! * values[source + first]!
    for (let k = first + 1; k < last; k++) sum += values[source + k]!
    if (last > first) sum += lastShare[x]! * values[source + last]!
    out[start + x] = out[start + x]! + share * sum
  }
}

/**
 * Linear light of a photograph, drawn down to at most `longSidePx`. Averaging comes after linearising, so that a bright
 * line on dark keeps its light; every way into the program goes through here, so that all see the same picture.
 */
export function lightOf(photo: PhotoRows, longSidePx = Infinity): LinearImage {
  const factor = Math.max(1, Math.max(photo.widthPx, photo.heightPx) / longSidePx)
  const light = averaged(photo, factor, (across, planes) => (y, share, start) => {
    addBytes(photo.rowAt(y), photo.channels, across, planes, share, start)
  })
  return { ...light, reduction: factor, originPx: { x: 0, y: 0 } }
}

/** The same of a region of it. @param reduction - photograph pixels per pixel, at least 1 */
export function lightWithin(photo: PhotoRows, region: Region, reduction: number): LinearImage {
  const { left, top, widthPx, heightPx } = region
  const [from, to] = [left * photo.channels, (left + widthPx) * photo.channels]
  const part: PhotoRows = {
    ...photo,
    widthPx,
    heightPx,
    rowAt: (y) => photo.rowAt(top + y).subarray(from, to),
  }
  return { ...lightOf(part, Math.max(widthPx, heightPx) / reduction), originPx: { x: left, y: top } }
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
  const { widthPx, reduction, originPx } = image
  const light = averaged(region, factor, (across, { red, green, blue }) => (y, share, start) => {
    const source = (region.top + y) * widthPx + region.left
    addPlane(image.red, source, across, red, share, start)
    addPlane(image.green, source, across, green, share, start)
    addPlane(image.blue, source, across, blue, share, start)
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
