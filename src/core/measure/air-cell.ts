import { clamp } from '../clamp.ts'
import { sampleBilinear, type Plane } from '../image/plane.ts'
import { capVolumeFraction } from '../geometry/cap-volume.ts'
import { toPicture, type Point } from '../geometry/egg-outline.ts'
import { type EggFrame } from './egg-frame.ts'
import { edgeResponses } from './cell-edge-responses.ts'
import { lowerMidMean, trimmedMean } from './small-means.ts'

/** The air cell's edge in the frame: a plane cutting the shell, seen as a chord with a bow. */
export interface CellCurve {
  /** Where the chord meets the axis, ÷ length, from the blunt pole. */
  depth: number
  /** Slope of the chord against the perpendicular to the axis; its angle is the tilt. */
  slope: number
  /** Bulge of the edge away from the chord at its middle, ÷ length; positive toward the small pole. */
  bow: number
}

export interface AirCell extends CellCurve {
  depthSd: number
  tiltRad: number
  /** Share of the egg's volume. */
  volume: number
  volumeSd: number
  /** Mean response along the edge, in robust standard deviations of the picture inside the egg. */
  strength: number
}

export interface CellSearch {
  best: CellCurve
  strength: number
  /** Response map that was searched. */
  response: Plane
}

/** The edge is followed to this share of the half-breadth; bloom hides the rest. */
const RIM = 0.955
/** Below this strength an edge cannot be told from none: the best line across drawn eggs without any has 0.44 to 1.03, half of them 0.66. */
export const CELL_STRENGTH_LIMIT = 0.85
/** Nearer the pole than this, ÷ length, bloom and the lamp's rim draw lines of their own. */
const SHALLOWEST = 0.05
const PLACING_REACH = 0.025
/** From this strength on no other line was ever taken for the edge. */
const CELL_STRENGTH_SAFE = 2.4

/** Depth that is expected of an air cell, ÷ length, and how firmly. */
export interface ExpectedDepth {
  mean: number
  sd: number
}

/** Its usual depth grows with water loss, about linearly from a ninth to a quarter of the length; any age in between otherwise. */
export function expectedDepth(stage?: number): ExpectedDepth {
  return stage === undefined
    ? { mean: 0.18, sd: 0.1 }
    : { mean: 0.115 + 0.125 * Math.max(0, stage), sd: 0.08 }
}

/** Searches depth, tilt and bow: a coarse grid first, its best neighbourhoods more finely, then ever smaller steps. */
export function searchCellEdge(frame: EggFrame, expected = expectedDepth()): CellSearch {
  const { coarse, fine } = edgeResponses(frame)
  const starts: Array<{ curve: CellCurve; score: number }> = []
  for (let depth = SHALLOWEST; depth <= 0.4; depth += 0.01) {
    let best: { curve: CellCurve; score: number } | null = null
    for (let slope = -0.42; slope <= 0.421; slope += 0.105) {
      for (let bow = -0.09; bow <= 0.091; bow += 0.03) {
        const score = findingScore(frame, coarse, { depth, slope, bow }, 16, expected)
        if (!best || score > best.score) best = { curve: { depth, slope, bow }, score }
      }
    }
    if (best) starts.push(best)
  }
  starts.sort((a, b) => b.score - a.score)
  let best: CellCurve = starts[0]!.curve
  let bestScore = -Infinity
  for (const { curve } of starts.slice(0, 5)) {
    for (const depth of [-0.006, 0, 0.006]) {
      for (const slope of [-0.06, -0.03, 0, 0.03, 0.06]) {
        for (const bow of [-0.018, 0, 0.018]) {
          const near = { depth: curve.depth + depth, slope: curve.slope + slope, bow: curve.bow + bow }
          if (near.depth < SHALLOWEST) continue
          const score = findingScore(frame, coarse, near, 24, expected)
          if (score > bestScore) {
            bestScore = score
            best = near
          }
        }
      }
    }
  }
  // The same edge taken for a straight one: a bow once found is not let go in small steps.
  const straight = { ...best, depth: Math.max(SHALLOWEST, best.depth + 0.7 * best.bow), bow: 0 }
  const [asFound, asStraight] = [placeCellEdge(frame, fine, best), placeCellEdge(frame, fine, straight)]
  best = placingScore(frame, fine, asStraight) > placingScore(frame, fine, asFound) ? asStraight : asFound
  return { best, strength: curveStrength(frame, coarse, best, 64, lowerMidMean), response: fine }
}

function placeCellEdge(frame: EggFrame, fine: Plane, found: CellCurve): CellCurve {
  let best = found
  let bestScore = placingScore(frame, fine, best)
  let step = { depth: 0.006, slope: 0.03, bow: 0.012 }
  // The best places lie along a narrow valley (a deeper cell with less bow): many small moves, then smaller ones.
  for (let round = 0; round < 24 && step.depth > 0.0005; round++) {
    const centre = best
    for (let i = -1; i <= 1; i++) {
      for (let j = -1; j <= 1; j++) {
        for (let k = -1; k <= 1; k++) {
          const curve = {
            depth: centre.depth + i * step.depth,
            slope: centre.slope + j * step.slope,
            bow: centre.bow + k * step.bow,
          }
          // Placing a line must not run off to another one.
          if (curve.depth < SHALLOWEST || Math.abs(curve.depth - found.depth) > PLACING_REACH) continue
          const score = placingScore(frame, fine, curve)
          if (score > bestScore) {
            bestScore = score
            best = curve
          }
        }
      }
    }
    if (best === centre) step = { depth: step.depth / 2, slope: step.slope / 2, bow: step.bow / 2 }
  }
  return best
}

/**
 * Strength, less a firm belief in usual depths and a mild one against tilt and bow: which line is the edge? Collars,
 * fingers and spots draw lines where no cell ends.
 */
function findingScore(
  frame: EggFrame,
  response: Plane,
  curve: CellCurve,
  samples: number,
  { mean, sd }: ExpectedDepth,
): number {
  return (
    curveStrength(frame, response, curve, samples, lowerMidMean) -
    0.9 * ((curve.depth - mean) / sd) ** 2 -
    0.1 * (curve.slope / 0.25) ** 2 -
    0.06 * (curve.bow / 0.04) ** 2
  )
}

/**
 * Strength alone, but for a dislike of bows: where is that line? A belief about depth would trade depth for bow and
 * draw every cell toward the usual one (by 1.6 % of the length at a depth of 10 %, measured on drawn edges).
 */
function placingScore(frame: EggFrame, response: Plane, curve: CellCurve): number {
  return curveStrength(frame, response, curve, 48, trimmedMean) - 0.06 * (curve.bow / 0.04) ** 2
}

type Average = (values: Float32Array) => number

function curveStrength(
  frame: EggFrame,
  response: Plane,
  curve: CellCurve,
  samples: number,
  average: Average,
): number {
  const { lengthPx, heightPx, radiusPx } = frame
  const half = radiusPx[Math.min(lengthPx - 1, Math.max(0, Math.round(curve.depth * lengthPx)))]!
  const along = new Float32Array(samples)
  for (let i = 0; i < samples; i++) {
    const v = (2 * (i + 0.5)) / samples - 1
    const across = v * RIM * half
    // As cellEdgeColumn, written out: this is the innermost loop of the search.
    const column =
      curve.depth * lengthPx + curve.slope * across + curve.bow * lengthPx * Math.sqrt(1 - v * v * RIM * RIM)
    along[i] = sampleAlongRow(response, column, Math.floor(across + heightPx / 2))
  }
  return average(along)
}

/** Linear between columns; rows are near enough as they are. */
function sampleAlongRow({ widthPx, values }: Plane, column: number, row: number): number {
  const x = clamp(column - 0.5, 0, widthPx - 1.001)
  const x0 = Math.floor(x)
  const at = row * widthPx + x0
  return values[at]! + (x - x0) * (values[at + 1]! - values[at]!)
}

/** Column of the edge at a distance across the axis; `half` is the chord's half-width, all in frame pixels. */
export function cellEdgeColumn(curve: CellCurve, lengthPx: number, across: number, half: number): number {
  const v = Math.min(1, Math.abs(across) / half)
  return curve.depth * lengthPx + curve.slope * across + curve.bow * lengthPx * Math.sqrt(1 - v * v)
}

/**
 * The air cell with its uncertainty, from a finished search.
 * @returns null when the edge is too weak to be told from the rest of the picture
 */
export function measureAirCell(frame: EggFrame, search: CellSearch): AirCell | null {
  if (search.strength < CELL_STRENGTH_LIMIT) return null
  const { best } = search
  const tiltRad = Math.atan(best.slope)
  const depthSd = depthUncertainty(frame, search)
  const volumeAt = (depth: number): number =>
    capVolumeFraction(frame.outline, { depthFraction: clamp(depth, 0, 1), tiltRad })
  const volume = volumeAt(best.depth)
  const volumeSd = Math.max(0.0015, (volumeAt(best.depth + depthSd) - volumeAt(best.depth - depthSd)) / 2)
  return { ...best, depthSd, tiltRad, volume, volumeSd, strength: search.strength }
}

/**
 * Each sixteenth of the edge votes for its own shift; their scatter gives the mean's uncertainty.
 * The floor covers what no scatter shows: the outline's pole and the bow's share in the chord.
 */
function depthUncertainty(frame: EggFrame, search: CellSearch): number {
  const { lengthPx, heightPx, radiusPx } = frame
  const half = radiusPx[Math.round(search.best.depth * lengthPx)]!
  const parts = 16
  const shifts: number[] = []
  for (let part = 0; part < parts; part++) {
    let bestShift = 0
    let bestSum = -Infinity
    for (let shift = -5; shift <= 5; shift++) {
      let sum = -0.045 * shift * shift
      for (let i = 0; i < 4; i++) {
        const across = ((2 * (part + (i + 0.5) / 4)) / parts - 1) * RIM * half
        sum += sampleBilinear(
          search.response,
          cellEdgeColumn(search.best, lengthPx, across, half) + shift,
          across + heightPx / 2,
        )
      }
      if (sum > bestSum) {
        bestSum = sum
        bestShift = shift
      }
    }
    shifts.push(bestShift)
  }
  const variance = shifts.reduce((sum, shift) => sum + shift * shift, 0) / parts
  // An edge hardly stronger than its surroundings may be another line altogether.
  const mistaken = 0.03 * Math.max(0, (CELL_STRENGTH_SAFE - search.strength) / CELL_STRENGTH_SAFE)
  return Math.hypot(0.008, (Math.sqrt(variance / parts) * 1.5) / lengthPx, mistaken)
}

/** The edge as points in the working picture. */
export function cellEdgePoints(frame: EggFrame, curve: CellCurve, count = 32): Point[] {
  const { lengthPx, radiusPx, step, outline } = frame
  const half = radiusPx[Math.min(lengthPx - 1, Math.max(0, Math.round(curve.depth * lengthPx)))]!
  return Array.from({ length: count }, (_, i) => {
    const across = ((2 * i) / (count - 1) - 1) * half
    const column = cellEdgeColumn(curve, lengthPx, across, half)
    return toPicture(outline, outline.halfLengthPx - column * step, across * step)
  })
}

/** Added uncertainty of depth where an embryo's edge lies along the cell's, and on a fully spotted shell, ÷ length. */
const TOUCHED_SD = 0.022
const SPOTTED_SD = 0.015
/** How far beyond the edge an embryo that touches it is looked for, frame pixels. */
const TOUCH_PX = 5

/**
 * The cell with the doubts that show only once the contents are read: a late embryo's dark edge can be taken for the
 * membrane's line, or pull it along, and pigment spots can hide or mimic it.
 * @param shadow - frame pixels, row-major
 */
export function doubtCell(frame: EggFrame, cell: AirCell, shadow: Uint8Array, spotCount: number): AirCell {
  const { lengthPx, heightPx, radiusPx } = frame
  const half = radiusPx[Math.min(lengthPx - 1, Math.max(0, Math.round(cell.depth * lengthPx)))]!
  const samples = 40
  let touched = 0
  for (let i = 0; i < samples; i++) {
    const across = ((2 * (i + 0.5)) / samples - 1) * 0.9 * half
    const column = Math.min(lengthPx - 1, Math.round(cellEdgeColumn(cell, lengthPx, across, half)) + TOUCH_PX)
    touched += shadow[Math.floor(across + heightPx / 2) * lengthPx + column] ?? 0
  }
  const depthSd = Math.hypot(
    cell.depthSd,
    (TOUCHED_SD * touched) / samples,
    SPOTTED_SD * Math.min(1, spotCount / 120),
  )
  return { ...cell, depthSd, volumeSd: (cell.volumeSd * depthSd) / cell.depthSd }
}
