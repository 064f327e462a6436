import { clamp } from '../clamp.ts'
import { capVolumeFraction } from '../geometry/cap-volume.ts'
import {
  breadthPx,
  containsPoint,
  relativeRadius,
  toEggFrame,
  toPicture,
  type EggOutline,
  type Point,
} from '../geometry/egg-outline.ts'
import type { EggReading } from './reading.ts'

/** The lines that a candler can move, photograph pixels. */
export interface HandLines {
  outline: EggOutline
  /** The air cell's edge; null when it cannot be seen. */
  cell: HandCell | null
  /** Corners of a smooth closed curve around the shadow; empty for none. */
  shadow: Point[]
  /** The two sides of the lamp's collar, to take the scale from; null when not marked. */
  collar: [Point, Point] | null
}

/** Distances along the axis from the blunt pole, ÷ length. */
export interface HandCell {
  /** Where the edge meets the silhouette on either side: these two say where the cell's plane lies. */
  left: number
  right: number
  /** How far the edge bulges toward the small pole at its middle, as it does where the axis leans; it moves no figure. */
  bow: number
}

/** What the lines say; fractions 0–1. */
export interface HandFigures {
  lengthPx: number
  breadthPx: number
  airCell: { depth: number; volume: number; tiltRad: number } | null
  shadowArea: number
}

/** Corners that a shadow's curve is given. */
const SHADOW_CORNERS = 10
/** Points drawn between two corners. */
const BETWEEN = 8
/** Rows and columns by which areas are counted. */
const GRID = 160

/** Lines as they were measured, to start from. */
export function linesOf(reading: Pick<EggReading, 'outline' | 'airCell' | 'shadow'>): HandLines {
  const { outline, airCell } = reading
  const longest = reading.shadow.contours.reduce<Point[]>(
    (best, contour) => (contour.length > best.length ? contour : best),
    [],
  )
  return {
    outline,
    cell: airCell && {
      ...chordEnds(outline, airCell.depth.value, airCell.tiltRad),
      bow: bowOf(outline, airCell),
    },
    shadow: longest.length < SHADOW_CORNERS ? [] : resampled(longest, SHADOW_CORNERS),
    collar: null,
  }
}

/** A round shadow in the middle of the contents, to draw one where none was seen. */
export function newShadow(outline: EggOutline): Point[] {
  const radius = 0.3 * outline.halfBreadthPx
  return Array.from({ length: SHADOW_CORNERS }, (_, i) => {
    const angle = (2 * Math.PI * i) / SHADOW_CORNERS
    return toPicture(
      outline,
      -0.15 * outline.halfLengthPx + radius * Math.cos(angle),
      radius * Math.sin(angle),
    )
  })
}

/** Marks beside the pole that usually stands on the lamp, to be moved to the collar's sides. */
export function newCollar(outline: EggOutline): [Point, Point] {
  const along = 0.94 * outline.halfLengthPx
  return [
    toPicture(outline, along, -0.6 * outline.halfBreadthPx),
    toPicture(outline, along, 0.6 * outline.halfBreadthPx),
  ]
}

/** Depth of a usual cell's edge on both sides, to draw one where none was seen. */
export const NEW_CELL: HandCell = { left: 0.18, right: 0.18, bow: 0 }

/** A place on the silhouette, `depth` of the length from the blunt pole; left is the side of negative `across`. */
export function onSilhouette(outline: EggOutline, depth: number, side: 'left' | 'right'): Point {
  const t = 1 - 2 * depth
  return toPicture(
    outline,
    t * outline.halfLengthPx,
    (side === 'left' ? -1 : 1) * outline.halfBreadthPx * relativeRadius(outline, t),
  )
}

/** The air cell's edge as it is drawn, from the left side to the right. */
export function cellCurve(outline: EggOutline, { left, right, bow }: HandCell, count = 25): Point[] {
  const [a, b] = [sideAt(outline, left), sideAt(outline, right)]
  return Array.from({ length: count }, (_, i) => {
    const share = i / (count - 1)
    const v = 2 * share - 1
    const depth = left + share * (right - left) + bow * Math.sqrt(1 - v * v)
    return toPicture(outline, outline.halfLengthPx * (1 - 2 * depth), share * b - (1 - share) * a)
  })
}

/** The edge of a cell of another look, laid into this look's outline: as a pencil line on the shell would lie there. */
export function pencilLine(outline: EggOutline, cell: { depth: number; tiltRad: number }): Point[] {
  return cellCurve(outline, { ...chordEnds(outline, cell.depth, cell.tiltRad), bow: 0 })
}

/** The edge with its middle drawn to a place: only its bow changes. */
export function withCellMiddle(outline: EggOutline, cell: HandCell, to: Point): HandCell {
  const depth = (1 - toEggFrame(outline, to).along / outline.halfLengthPx) / 2
  return { ...cell, bow: clamp(depth - (cell.left + cell.right) / 2, -0.2, 0.2) }
}

function bowOf(
  outline: EggOutline,
  { depth, edge }: { depth: { value: number }; edge: readonly Point[] },
): number {
  const middle = edge[edge.length >> 1]
  return middle ? (1 - toEggFrame(outline, middle).along / outline.halfLengthPx) / 2 - depth.value : 0
}

/** Half-breadth at a depth, px. */
function sideAt(outline: EggOutline, depth: number): number {
  return outline.halfBreadthPx * relativeRadius(outline, 1 - 2 * depth)
}

/** The outline with its poles elsewhere; it keeps its proportions. */
export function withPoles(outline: EggOutline, blunt: Point, small: Point): EggOutline {
  const length = Math.hypot(blunt.x - small.x, blunt.y - small.y)
  const shortest = 0.2 * outline.halfLengthPx
  if (length < 2 * shortest) return outline
  return {
    ...outline,
    centre: { x: (blunt.x + small.x) / 2, y: (blunt.y + small.y) / 2 },
    axisRad: Math.atan2(blunt.y - small.y, blunt.x - small.x),
    halfLengthPx: length / 2,
    halfBreadthPx: (outline.halfBreadthPx * length) / (2 * outline.halfLengthPx),
  }
}

/** The outline made wider or narrower so that its side passes through the point. */
export function throughSide(outline: EggOutline, point: Point): EggOutline {
  const { along, across } = toEggFrame(outline, point)
  const radius = relativeRadius(outline, along / outline.halfLengthPx)
  if (radius < 0.3) return outline
  const halfBreadthPx = Math.abs(across) / radius
  return halfBreadthPx < 0.3 * outline.halfLengthPx || halfBreadthPx > 1.2 * outline.halfLengthPx
    ? outline
    : { ...outline, halfBreadthPx }
}

/** Smooth closed curve through the corners (Catmull–Rom). */
export function smoothCurve(corners: readonly Point[]): Point[] {
  const n = corners.length
  if (n < 3) return [...corners]
  return corners.flatMap((b, i) => {
    const [a, c, d] = [corners[(i + n - 1) % n]!, corners[(i + 1) % n]!, corners[(i + 2) % n]!]
    const at = (p: number, q: number, r: number, s: number, t: number): number =>
      0.5 * (2 * q + (r - p) * t + (2 * p - 5 * q + 4 * r - s) * t * t + (3 * q - p - 3 * r + s) * t ** 3)
    return Array.from({ length: BETWEEN }, (_, k) => ({
      x: at(a.x, b.x, c.x, d.x, k / BETWEEN),
      y: at(a.y, b.y, c.y, d.y, k / BETWEEN),
    }))
  })
}

export function figuresOf({ outline, cell, shadow }: Omit<HandLines, 'collar'>): HandFigures {
  const chord = cell && chordOf(outline, cell)
  return {
    lengthPx: 2 * outline.halfLengthPx,
    breadthPx: breadthPx(outline),
    airCell: chord && {
      ...chord,
      volume: capVolumeFraction(outline, { depthFraction: chord.depth, tiltRad: chord.tiltRad }),
    },
    shadowArea: shadow.length < 3 ? 0 : shadowShare(outline, chord, smoothCurve(shadow)),
  }
}

interface Chord {
  depth: number
  tiltRad: number
}

function chordOf(outline: EggOutline, { left, right }: { left: number; right: number }): Chord {
  const [a, b] = [sideAt(outline, left), sideAt(outline, right)]
  const length = 2 * outline.halfLengthPx
  const slope = ((right - left) * length) / Math.max(1e-6, a + b)
  return { depth: clamp(left + (slope * a) / length, 0, 1), tiltRad: Math.atan(slope) }
}

/** Inverse of {@link chordOf}: where the plane meets either side, found by going there step by step. */
function chordEnds(outline: EggOutline, depth: number, tiltRad: number): { left: number; right: number } {
  const end = (side: -1 | 1): number => {
    let at = depth
    for (let i = 0; i < 20; i++) {
      at =
        (at +
          clamp(
            depth + (side * Math.tan(tiltRad) * sideAt(outline, at)) / (2 * outline.halfLengthPx),
            0.005,
            0.9,
          )) /
        2
    }
    return at
  }
  return { left: end(-1), right: end(1) }
}

function shadowShare(outline: EggOutline, chord: Chord | null, curve: readonly Point[]): number {
  let contents = 0
  let dark = 0
  const length = 2 * outline.halfLengthPx
  for (let row = 0; row < GRID; row++) {
    for (let column = 0; column < GRID; column++) {
      const along = outline.halfLengthPx * (1 - (2 * (column + 0.5)) / GRID)
      const across = 1.1 * outline.halfBreadthPx * ((2 * (row + 0.5)) / GRID - 1)
      const point = toPicture(outline, along, across)
      if (!containsPoint(outline, point)) continue
      if (
        chord &&
        (outline.halfLengthPx - along) / length < chord.depth + (Math.tan(chord.tiltRad) * across) / length
      )
        continue
      contents++
      if (isWithin(curve, point)) dark++
    }
  }
  return contents === 0 ? 0 : dark / contents
}

function isWithin(polygon: readonly Point[], { x, y }: Point): boolean {
  let inside = false
  for (let i = 0, j = polygon.length - 1; i < polygon.length; j = i++) {
    const [a, b] = [polygon[i]!, polygon[j]!]
    if (a.y > y !== b.y > y && x < a.x + ((y - a.y) / (b.y - a.y)) * (b.x - a.x)) inside = !inside
  }
  return inside
}

/** Points equally far apart along a closed line. */
function resampled(line: readonly Point[], count: number): Point[] {
  const steps = line.map((p, i) =>
    Math.hypot(line[(i + 1) % line.length]!.x - p.x, line[(i + 1) % line.length]!.y - p.y),
  )
  const total = steps.reduce((a, b) => a + b, 0)
  const points: Point[] = []
  let walked = 0
  for (const [i, p] of line.entries()) {
    const next = line[(i + 1) % line.length]!
    while (points.length < count && walked + steps[i]! >= (points.length * total) / count) {
      const t = steps[i]! === 0 ? 0 : ((points.length * total) / count - walked) / steps[i]!
      points.push({ x: p.x + t * (next.x - p.x), y: p.y + t * (next.y - p.y) })
    }
    walked += steps[i]!
  }
  return points
}
