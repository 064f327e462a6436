import { logPlane } from '../image/log.ts'
import type { Plane } from '../image/plane.ts'
import type { LinearImage } from '../image/linear.ts'
import { findCovers } from './occlusion.ts'
import { relativeRadius, reversed, type EggOutline } from '../geometry/egg-outline.ts'

/**
 * The egg laid out flat: columns run along the axis from the blunt pole, rows across it. Everything seen
 * inside the egg is measured here, so that rotation, mirror and size of the photograph do not matter.
 */
export interface EggFrame {
  outline: EggOutline
  /** Columns; the egg's length. */
  lengthPx: number
  /** Rows; a little more than the egg's breadth. */
  heightPx: number
  /** Half-breadth at each column, frame pixels. */
  radiusPx: Float32Array
  /** Natural logarithm of linear light; beyond the outline the value at the outline repeats. */
  redLog: Plane
  greenLog: Plane
  /** Linear red light. */
  red: Plane
  /** Linear green light. */
  green: Plane
  /** 1 where the egg lies beyond the picture, or behind something lit. */
  covered: Uint8Array
  /** Working-picture pixels per frame pixel. */
  step: number
}

export const FRAME_LENGTH_PX = 240
/** Linear light added before the logarithm: two thirds of an 8-bit step in the dark. */
export const LOG_FLOOR = 0.0008
/** The rim is left out: bloom and the outline's own error reach so far in. */
const RIM = 0.985

export function layOutEgg(image: LinearImage, outline: EggOutline): EggFrame {
  const step = (2 * outline.halfLengthPx) / FRAME_LENGTH_PX
  const radiusPx = Float32Array.from(
    { length: FRAME_LENGTH_PX },
    (_, i) => (outline.halfBreadthPx / step) * relativeRadius(outline, 1 - (2 * (i + 0.5)) / FRAME_LENGTH_PX),
  )
  const greatest = radiusPx.reduce((a, b) => Math.max(a, b), 0)
  const rows = 2 * Math.ceil(greatest) + 8
  const places = samplePlaces(outline, radiusPx, rows, step)
  const plane = (values: Float32Array): Plane => ({ widthPx: FRAME_LENGTH_PX, heightPx: rows, values })
  const [red, green] = sampleBoth(image, places)
  const empty = plane(new Float32Array(0))
  return withPlanes(
    {
      outline,
      lengthPx: FRAME_LENGTH_PX,
      heightPx: rows,
      radiusPx,
      red: empty,
      green: empty,
      redLog: empty,
      greenLog: empty,
      covered: coveredAt(image, findCovers(image, outline), places),
      step,
    },
    plane(red),
    plane(green),
  )
}

/** The same frame with other light in it. */
export function withPlanes(frame: EggFrame, red: Plane, green: Plane): EggFrame {
  const log = (plane: Plane): Plane => ({ ...plane, values: logPlane(plane.values, LOG_FLOOR) })
  return { ...frame, red, green, redLog: log(red), greenLog: log(green) }
}

/** Red and green at each place, bilinear; beyond the picture the border repeats. Both at once: most of the work is finding the place. */
function sampleBoth(
  { widthPx, heightPx, red, green }: LinearImage,
  places: Float64Array,
): [Float32Array, Float32Array] {
  const outRed = new Float32Array(places.length / 2)
  const outGreen = new Float32Array(places.length / 2)
  for (let i = 0; i < outRed.length; i++) {
    const x = Math.min(Math.max(places[2 * i]! - 0.5, 0), widthPx - 1)
    const y = Math.min(Math.max(places[2 * i + 1]! - 0.5, 0), heightPx - 1)
    const x0 = Math.min(Math.floor(x), widthPx - 2)
    const y0 = Math.min(Math.floor(y), heightPx - 2)
    const tx = x - x0
    const ty = y - y0
    const at = y0 * widthPx + x0
    const a = (1 - tx) * (1 - ty)
    const b = tx * (1 - ty)
    const c = (1 - tx) * ty
    const d = tx * ty
    outRed[i] = a * red[at]! + b * red[at + 1]! + c * red[at + widthPx]! + d * red[at + widthPx + 1]!
    outGreen[i] =
      a * green[at]! + b * green[at + 1]! + c * green[at + widthPx]! + d * green[at + widthPx + 1]!
  }
  return [outRed, outGreen]
}

function coveredAt({ widthPx, heightPx }: LinearImage, covers: Uint8Array, places: Float64Array): Uint8Array {
  const out = new Uint8Array(places.length / 2)
  for (let i = 0; i < out.length; i++) {
    const x = Math.floor(places[2 * i]!)
    const y = Math.floor(places[2 * i + 1]!)
    const isOut = x < 0 || y < 0 || x >= widthPx || y >= heightPx
    out[i] = isOut || covers[y * widthPx + x] ? 1 : 0
  }
  return out
}

/** Where each frame pixel lies in the picture: x, y by turns. */
function samplePlaces(outline: EggOutline, radiusPx: Float32Array, rows: number, step: number): Float64Array {
  const places = new Float64Array(2 * FRAME_LENGTH_PX * rows)
  const cosine = Math.cos(outline.axisRad)
  const sine = Math.sin(outline.axisRad)
  for (let row = 0; row < rows; row++) {
    for (let column = 0; column < FRAME_LENGTH_PX; column++) {
      const limit = radiusPx[column]! * RIM
      const fromPole = Math.min(Math.max(column + 0.5, 0.012 * FRAME_LENGTH_PX), 0.988 * FRAME_LENGTH_PX)
      const along = outline.halfLengthPx - fromPole * step
      const across = Math.min(Math.max(row + 0.5 - rows / 2, -limit), limit) * step
      const at = 2 * (row * FRAME_LENGTH_PX + column)
      places[at] = outline.centre.x + along * cosine - across * sine
      places[at + 1] = outline.centre.y + along * sine + across * cosine
    }
  }
  return places
}

/** The same egg laid out with its poles exchanged, without reading the picture again. */
export function turnedFrame(frame: EggFrame): EggFrame {
  const turn = (plane: Plane): Plane => ({ ...plane, values: plane.values.slice().reverse() })
  return {
    ...frame,
    outline: reversed(frame.outline),
    radiusPx: frame.radiusPx.slice().reverse(),
    red: turn(frame.red),
    green: turn(frame.green),
    redLog: turn(frame.redLog),
    greenLog: turn(frame.greenLog),
    covered: frame.covered.slice().reverse(),
  }
}

/** Is the centre of frame pixel (column, row) inside the egg by at least the share `rim` of the radius? */
export function isInside(frame: EggFrame, column: number, row: number, rim = RIM): boolean {
  return Math.abs(row + 0.5 - frame.heightPx / 2) < rim * frame.radiusPx[column]!
}
