import { blur, blurBoth } from '../image/plane.ts'
import { linearToSrgb, type RgbImage } from '../image/linear.ts'
import type { Random } from '../random/random.ts'
import type { Shot } from './shot.ts'

const ENCODED = Uint8Array.from({ length: 4096 }, (_, i) => Math.round(255 * linearToSrgb(i / 4095)))
/** Share of the light that the lens spreads over the neighbourhood. */
const BLOOM = 0.022
export const READ_NOISE = 0.0006

/**
 * Lens and sensor: defocus, bloom, the room behind, white balance, shot and read noise, saturation, sRGB.
 * @param linear - red, green, blue planes in turn, 1 = saturation
 */
export function develop(linear: Float32Array, shot: Shot, random: Random): RgbImage {
  const { widthPx, heightPx } = shot
  const size = widthPx * heightPx
  const data = new Uint8ClampedArray(3 * size)
  const normals = Float32Array.from({ length: 8192 }, () => random.normal())
  let pick = 0
  for (let c = 0; c < 3; c++) {
    // The hand's shake runs mostly one way.
    const focused = blurBoth(
      { widthPx, heightPx, values: linear.subarray(c * size, (c + 1) * size) },
      Math.hypot(shot.defocusPx, shot.shakePx),
      shot.defocusPx,
    )
    const haze = smallHaze(focused.values, widthPx, heightPx)
    const gain = shot.whiteBalance[c]!
    for (let y = 0; y < heightPx; y++) {
      for (let x = 0; x < widthPx; x++) {
        const at = y * widthPx + x
        const light = gain * (focused.values[at]! + BLOOM * haze(x, y) + shot.room[c]!)
        pick = (pick * 1103515245 + 12345 + at) & 8191
        const noise =
          normals[pick]! * Math.sqrt(Math.max(0, light) / shot.electrons + READ_NOISE * READ_NOISE)
        const value = Math.max(0, Math.min(1, light + noise))
        data[3 * at + c] = ENCODED[Math.round(value * 4095)]!
      }
    }
  }
  return { widthPx, heightPx, channels: 3, data }
}

/** The picture blurred widely, kept at an eighth of its size. */
function smallHaze(
  values: Float32Array,
  widthPx: number,
  heightPx: number,
): (x: number, y: number) => number {
  const factor = 8
  const w = Math.ceil(widthPx / factor)
  const h = Math.ceil(heightPx / factor)
  const small = new Float32Array(w * h)
  for (let y = 0; y < h; y++) {
    for (let x = 0; x < w; x++) {
      const px = Math.min(widthPx - 1, x * factor + 4)
      const py = Math.min(heightPx - 1, y * factor + 4)
      small[y * w + x] = values[py * widthPx + px]!
    }
  }
  const soft = blur({ widthPx: w, heightPx: h, values: small }, 3.5).values
  return (x, y) => {
    const fx = Math.min(w - 1.001, Math.max(0, x / factor - 0.5))
    const fy = Math.min(h - 1.001, Math.max(0, y / factor - 0.5))
    const ix = Math.floor(fx)
    const iy = Math.floor(fy)
    const tx = fx - ix
    const ty = fy - iy
    const at = iy * w + ix
    return (
      (soft[at]! * (1 - tx) + soft[at + 1]! * tx) * (1 - ty) +
      (soft[at + w]! * (1 - tx) + soft[at + w + 1]! * tx) * ty
    )
  }
}
