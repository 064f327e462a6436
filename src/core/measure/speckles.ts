import { components, type Mask } from '../image/morphology.ts'
import type { Plane } from '../image/plane.ts'
import { isInside, type EggFrame } from './egg-frame.ts'

/** Half-width of the square that bridges a speckle, frame pixels. */
const REACH_PX = 8
/** Missing light, log units, from which a small sharp spot counts. */
const CONTRAST = 0.3
/** Fewer spots than this may be anything, an early embryo among them; they stay. */
const FEWEST = 12

/**
 * Takes pigment spots and stains off the picture: small, compact, dark spots, many of them. What is long
 * (a vessel, a ring) or large and soft (an embryo) stays.
 * @returns a frame whose planes are bridged over the spots, and where the spots were
 */
export function removeSpeckles(frame: EggFrame): { frame: EggFrame; spots: Mask; count: number } {
  const { lengthPx, heightPx } = frame
  const closed = closing(frame.redLog)
  const values = new Uint8Array(lengthPx * heightPx)
  for (let at = 0; at < values.length; at++) {
    if (closed.values[at]! - frame.redLog.values[at]! > CONTRAST &&
      isInside(frame, at % lengthPx, Math.floor(at / lengthPx), 0.97)) values[at] = 1
  }
  const spots: Mask = { widthPx: lengthPx, heightPx, values: new Uint8Array(values.length) }
  let count = 0
  for (const piece of components({ widthPx: lengthPx, heightPx, values }, 4)) {
    const width = piece.maxX - piece.minX + 1
    const height = piece.maxY - piece.minY + 1
    const extent = Math.hypot(width, height)
    if (extent > 0.15 * lengthPx || piece.pixels.length < 0.22 * extent * extent) continue
    count++
    for (const at of piece.pixels) markAround(spots, at, 1)
  }
  if (count < FEWEST) return { frame, spots: { ...spots, values: new Uint8Array(values.length) }, count: 0 }
  const bridge = (plane: Plane): Plane => {
    const over = closing(plane)
    return { ...plane, values: plane.values.map((value, at) => (spots.values[at] ? over.values[at]! : value)) }
  }
  const [red, green] = [bridge(frame.red), bridge(frame.green)]
  return { frame: { ...frame, red, green, redLog: bridge(frame.redLog), greenLog: bridge(frame.greenLog) }, spots, count }
}

function markAround(mask: Mask, at: number, reach: number): void {
  const x = at % mask.widthPx
  const y = (at - x) / mask.widthPx
  for (let row = Math.max(0, y - reach); row <= Math.min(mask.heightPx - 1, y + reach); row++) {
    for (let column = Math.max(0, x - reach); column <= Math.min(mask.widthPx - 1, x + reach); column++) {
      mask.values[row * mask.widthPx + column] = 1
    }
  }
}

/** Grey closing by a square: the highest value around, then the lowest of those. */
function closing(plane: Plane): Plane {
  return extreme(extreme(plane, 1), -1)
}

/** Running maximum (sign 1) or minimum (sign −1) over a square of half-width {@link REACH_PX}. */
function extreme(plane: Plane, sign: 1 | -1): Plane {
  const { widthPx, heightPx, values } = plane
  const between = new Float32Array(values.length)
  const out = new Float32Array(values.length)
  runLines(values, between, widthPx, heightPx, 1, widthPx, sign)
  runLines(between, out, heightPx, widthPx, widthPx, 1, sign)
  return { widthPx, heightPx, values: out }
}

/**
 * Running extreme along lines of `length` pixels, `step` apart in memory, with three comparisons a pixel.
 * @see van Herk, M. (1992). A fast algorithm for local minimum and maximum filters. Pattern Recognition Letters 13(7), 517–521.
 */
function runLines(
  from: Float32Array, to: Float32Array, length: number, lines: number, step: number, lineStep: number, sign: 1 | -1,
): void {
  const window = 2 * REACH_PX + 1
  const padded = Math.ceil((length + 2 * REACH_PX) / window) * window
  const line = new Float32Array(padded)
  const forward = new Float32Array(padded)
  const backward = new Float32Array(padded)
  for (let index = 0; index < lines; index++) {
    const start = index * lineStep
    for (let i = 0, at = start; i < length; i++, at += step) line[i + REACH_PX] = sign * from[at]!
    line.fill(line[REACH_PX]!, 0, REACH_PX)
    line.fill(line[REACH_PX + length - 1]!, REACH_PX + length)
    for (let block = 0; block < padded; block += window) {
      let highest = -Infinity
      for (let i = block; i < block + window; i++) {
        if (line[i]! > highest) highest = line[i]!
        forward[i] = highest
      }
      highest = -Infinity
      for (let i = block + window - 1; i >= block; i--) {
        if (line[i]! > highest) highest = line[i]!
        backward[i] = highest
      }
    }
    for (let i = 0, at = start; i < length; i++, at += step) {
      const a = backward[i]!
      const b = forward[i + window - 1]!
      to[at] = sign * (a > b ? a : b)
    }
  }
}
