import { MAD_TO_SD } from '../statistics/robust.ts'
import { medianOf, quantile } from '../image/quantile.ts'
import { components, markAround, open, type Component, type Mask } from '../image/morphology.ts'
import type { Plane } from '../image/plane.ts'
import { isInside, withPlanes, type EggFrame } from './egg-frame.ts'

/** Half-width of the square that bridges a speckle, frame pixels. */
const REACH_PX = 8
/** Missing light, log units, from which a small sharp spot counts. */
const CONTRAST = 0.3
/** The same on a shell that is known to be spotted. */
const FAINT_CONTRAST = 0.16
/** A spot is at least so many standard deviations of the grain around it darker than the brightest there. */
const ABOVE_GRAIN = 8
/** The same on a shell that is known to be spotted. The brightest of a bridge's square lies three of them above the middle. */
const FAINT_ABOVE_GRAIN = 6
/** Shell this far darker than the brightest, log units, shows no spots of its own. */
const DARKEST_SHELL = 3
/** Half-width that no vessel has, but a cluster of spots, frame pixels. */
const THICKER_THAN_VESSELS_PX = 3.4
/** Spots are shorter than this, ÷ length. */
const LONGEST = 0.15
/** Fewer spots than this may be anything, an early embryo among them; they stay. */
const FEWEST = 12

/**
 * Takes pigment spots and stains off the picture: small, compact, dark spots, many of them. What is long
 * (a vessel, a ring) or large and soft (an embryo) stays.
 * @returns a frame whose planes are bridged over the spots, and how many there were
 */
export function removeSpeckles(frame: EggFrame): { frame: EggFrame; count: number } {
  const { lengthPx, heightPx } = frame
  const closed = closing(frame.redLog).values
  const darkest = brightLevel(frame) - DARKEST_SHELL
  // Where a body holds the light back, grain alone makes spots.
  const missing = closed.map((value, at) => (value > darkest ? value - frame.redLog.values[at]! : 0))
  const grain = grainAt(frame, closed)
  const dark = (contrast: number, aboveGrain: number): Mask => {
    const values = new Uint8Array(missing.length)
    for (let at = 0; at < values.length; at++) {
      if (
        missing[at]! > Math.max(contrast, aboveGrain * grain(at)) &&
        isInside(frame, at % lengthPx, Math.floor(at / lengthPx), 0.97)
      )
        values[at] = 1
    }
    return { widthPx: lengthPx, heightPx, values }
  }
  const count = compactPieces(dark(CONTRAST, ABOVE_GRAIN)).compact.length
  if (count < FEWEST) return { frame, count: 0 }
  // A shell known to be spotted: now the faint ones too, and those that run into each other.
  const { compact, rest } = compactPieces(dark(FAINT_CONTRAST, FAINT_ABOVE_GRAIN))
  const merged = compactPieces(open(rest, THICKER_THAN_VESSELS_PX), Infinity).compact
  const spots: Mask = { widthPx: lengthPx, heightPx, values: new Uint8Array(missing.length) }
  for (const piece of [...compact, ...merged]) for (const at of piece.pixels) markAround(spots, at, 1)
  const bridge = (plane: Plane): Plane => {
    const over = closing(plane)
    return {
      ...plane,
      values: plane.values.map((value, at) => (spots.values[at] ? over.values[at]! : value)),
    }
  }
  return { frame: withPlanes(frame, bridge(frame.red), bridge(frame.green)), count }
}

/** Log units of the bright light about a place that share an estimate of grain. */
const GRAIN_BIN = 0.35
/** Bins below the brightest; what is darker counts to the last. */
const GRAIN_BINS = 12

/**
 * Standard deviation of the grain at each pixel, log units: in the log, dim light is grainier. It is told by how bright
 * the shell around is, not by the pixel itself, for which spots would count as dim light.
 */
function grainAt(frame: EggFrame, closed: Float32Array): (at: number) => number {
  const { values } = frame.redLog
  const brightest = brightLevel(frame)
  const binOf = (at: number): number =>
    Math.min(GRAIN_BINS - 1, Math.max(0, Math.floor((brightest - closed[at]!) / GRAIN_BIN)))
  const steps = Array.from({ length: GRAIN_BINS }, () => [] as number[])
  for (let at = 2; at < values.length - 2; at += 3)
    if (isInside(frame, at % frame.lengthPx, Math.floor(at / frame.lengthPx), 0.9))
      steps[binOf(at)]!.push(Math.abs(values[at]! - (values[at - 2]! + values[at + 2]!) / 2))
  // A difference to the mean of two has 3/2 of a pixel's variance.
  const sds = steps.map((bin) => (bin.length === 0 ? 0 : MAD_TO_SD * Math.sqrt(2 / 3) * medianOf(bin)))
  return (at) => sds[binOf(at)]!
}

function brightLevel({ redLog }: EggFrame): number {
  return quantile(
    redLog.values.filter((_, at) => at % 7 === 0),
    0.98,
  )
}

/** Pieces of a mask that are short and compact, as spots are; and what remains of the mask. */
function compactPieces(mask: Mask, longest = LONGEST): { compact: Component[]; rest: Mask } {
  const rest: Mask = { ...mask, values: mask.values.slice() }
  const compact = components(mask, 4).filter((piece) => {
    const extent = Math.hypot(piece.maxX - piece.minX + 1, piece.maxY - piece.minY + 1)
    if (
      extent > longest * mask.widthPx ||
      (longest < Infinity && piece.pixels.length < 0.22 * extent * extent)
    )
      return false
    for (const at of piece.pixels) rest.values[at] = 0
    return true
  })
  return { compact, rest }
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
  runLines(values, between, { length: widthPx, lines: heightPx, step: 1, lineStep: widthPx, sign })
  runLines(between, out, { length: heightPx, lines: widthPx, step: widthPx, lineStep: 1, sign })
  return { widthPx, heightPx, values: out }
}

interface Lines {
  length: number
  lines: number
  step: number
  lineStep: number
  sign: 1 | -1
}

/**
 * Running extreme along lines of `length` pixels, `step` apart in memory, with three comparisons a pixel.
 * @see van Herk, M. (1992). A fast algorithm for local minimum and maximum filters. Pattern Recognition Letters 13(7), 517–521.
 */
function runLines(
  from: Float32Array,
  to: Float32Array,
  { length, lines, step, lineStep, sign }: Lines,
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
