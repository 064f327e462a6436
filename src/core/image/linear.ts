/** An 8-bit photograph, upright, row-major, sRGB-encoded. */
export interface RgbImage {
  widthPx: number
  heightPx: number
  /** 3 for RGB, 4 for RGBA; alpha is ignored. */
  channels: 3 | 4
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

/**
 * Long side the measuring works at. An egg is then some 300–500 px long, enough for
 * 0.3 % of its length, while noise is averaged away and a 24-megapixel photograph costs one pass.
 */
export const WORKING_LONG_SIDE_PX = 620

export function reductionFor(widthPx: number, heightPx: number): number {
  return Math.max(1, Math.round(Math.max(widthPx, heightPx) / WORKING_LONG_SIDE_PX))
}

/**
 * Linear light averaged over square blocks. Averaging comes after linearising, so that a bright
 * line on dark keeps its light. Up to `reduction − 1` pixels at the right and bottom edge fall away.
 * @throws RangeError when the data are shorter than the size says
 */
export function toLinear(image: RgbImage, reduction = reductionFor(image.widthPx, image.heightPx)): LinearImage {
  const { widthPx, heightPx, channels, data } = image
  if (data.length < widthPx * heightPx * channels) {
    throw new RangeError(`data must hold ${widthPx * heightPx * channels} bytes, received ${data.length}`)
  }
  const outWidth = Math.floor(widthPx / reduction)
  const outHeight = Math.floor(heightPx / reduction)
  const size = outWidth * outHeight
  const red = new Float32Array(size)
  const green = new Float32Array(size)
  const blue = new Float32Array(size)
  const share = 1 / (reduction * reduction)
  for (let y = 0; y < outHeight * reduction; y++) {
    const outRow = Math.floor(y / reduction) * outWidth
    let from = y * widthPx * channels
    for (let column = 0; column < outWidth; column++) {
      let r = 0
      let g = 0
      let b = 0
      for (let k = 0; k < reduction; k++, from += channels) {
        r += LINEAR_OF_BYTE[data[from]!]!
        g += LINEAR_OF_BYTE[data[from + 1]!]!
        b += LINEAR_OF_BYTE[data[from + 2]!]!
      }
      const at = outRow + column
      red[at]! += r * share
      green[at]! += g * share
      blue[at]! += b * share
    }
  }
  return { widthPx: outWidth, heightPx: outHeight, red, green, blue, reduction }
}

/** The same light averaged over blocks of `factor` × `factor` pixels. */
export function shrink(image: LinearImage, factor: number): LinearImage {
  const widthPx = Math.floor(image.widthPx / factor)
  const heightPx = Math.floor(image.heightPx / factor)
  const average = (values: Float32Array): Float32Array => {
    const out = new Float32Array(widthPx * heightPx)
    for (let y = 0; y < heightPx * factor; y++) {
      const to = Math.floor(y / factor) * widthPx
      const from = y * image.widthPx
      for (let x = 0; x < widthPx * factor; x++) out[to + Math.floor(x / factor)]! += values[from + x]!
    }
    return out.map((sum) => sum / (factor * factor))
  }
  return {
    widthPx, heightPx, reduction: image.reduction * factor,
    red: average(image.red), green: average(image.green), blue: average(image.blue),
  }
}
