import { srgbToLinear } from '../image/linear.ts'
import { blur } from '../image/plane.ts'

/** Small frames of one egg, in the order of time: natural log of red plus green light. */
export interface Clip {
  widthPx: number
  heightPx: number
  /** Row-major, one array a frame. */
  logLight: Float32Array[]
  /** When each was taken, milliseconds from any zero, rising. */
  atMs: number[]
}

export interface RawFrame {
  widthPx: number
  heightPx: number
  channels: 3 | 4
  data: Uint8Array | Uint8ClampedArray
  atMs: number
}

/** Light below this is grain alone. */
export const DARK = 0.004
/** Red plus green from here on may be cut off at saturation. */
export const BURNT = 1.9

/** Pictures sampled between their pixels lose sharpness unevenly unless they are a little soft to begin with. */
const SMOOTHING_PX = 0.9

const LINEAR = Float32Array.from({ length: 256 }, (_, i) => srgbToLinear(i / 255))

/** @throws RangeError when the frames are not all of one size */
export function toClip(frames: readonly RawFrame[]): Clip {
  const { widthPx, heightPx } = frames[0] ?? { widthPx: 0, heightPx: 0 }
  return {
    widthPx,
    heightPx,
    atMs: frames.map((frame) => frame.atMs),
    logLight: frames.map((frame) => {
      if (frame.widthPx !== widthPx || frame.heightPx !== heightPx) {
        throw new RangeError(
          `frames must all be ${widthPx} × ${heightPx}, received ${frame.widthPx} × ${frame.heightPx}`,
        )
      }
      const values = Float32Array.from({ length: widthPx * heightPx }, (_, i) => {
        const at = i * frame.channels
        return Math.log(Math.max(DARK / 2, LINEAR[frame.data[at]!]! + LINEAR[frame.data[at + 1]!]!))
      })
      return blur({ widthPx, heightPx, values }, SMOOTHING_PX).values
    }),
  }
}

/** Seconds between the first frame and the last. */
export function secondsOf({ atMs }: Pick<Clip, 'atMs'>): number {
  return atMs.length < 2 ? 0 : (atMs.at(-1)! - atMs[0]!) / 1000
}

export function framesPerSecond(clip: Pick<Clip, 'atMs'>): number {
  const seconds = secondsOf(clip)
  return seconds > 0 ? (clip.atMs.length - 1) / seconds : 0
}
