import { contours } from 'd3-contour'
import { distanceTo, type Mask } from '../image/morphology.ts'
import type { Point } from '../geometry/egg-outline.ts'
import type { FilmMoment } from './timeline.ts'

/** Film pixels per cell of the grid that a shadow moves on. */
const GRID_PX = 6
/** Distance that counts where there is no shadow at all, grid cells: it grows from its middle. */
const NO_SHADOW = 14
/** Points that an air cell's edge is moved by. */
const EDGE_POINTS = 32

/** Signed distance to a shadow's edge, grid cells, positive inside. */
export interface ShadowField {
  columns: number
  rows: number
  /** Film pixels per cell. */
  cellPx: number
  values: Float64Array
}

/** What was measured of one look, in the film's pixels. */
export interface LookLines {
  /** From one side to the other; empty where the edge was not seen. */
  cellEdge: Point[]
  shadow: ShadowField
}

/** What is drawn at one moment. */
export interface LinesNow {
  cellEdge: Point[]
  /** Rings of the shadow's edge, closed. */
  shadow: Point[][]
}

/** @param rings - the shadow's edges in film pixels; a ring in a ring is a hole */
export function shadowField(
  rings: ReadonlyArray<readonly Point[]>,
  { widthPx, heightPx }: { widthPx: number; heightPx: number },
): ShadowField {
  const columns = Math.ceil(widthPx / GRID_PX)
  const rows = Math.ceil(heightPx / GRID_PX)
  const mask: Mask = { widthPx: columns, heightPx: rows, values: new Uint8Array(columns * rows) }
  for (let row = 0; row < rows; row++) fillRow(mask, row, rings)
  const outside = distanceTo(mask, 1)
  const inside = distanceTo(mask, 0)
  const values = Float64Array.from(mask.values, (isIn, at) =>
    isIn ? inside[at]! - 0.5 : 0.5 - Math.min(NO_SHADOW, outside[at]!),
  )
  return { columns, rows, cellPx: GRID_PX, values }
}

/** Even-odd rule along the middle of a row of cells. */
function fillRow({ widthPx, values }: Mask, row: number, rings: ReadonlyArray<readonly Point[]>): void {
  const y = (row + 0.5) * GRID_PX
  const crossings: number[] = []
  for (const ring of rings)
    for (const [i, a] of ring.entries()) {
      const b = ring[(i + 1) % ring.length]!
      if (a.y <= y !== b.y <= y) crossings.push(a.x + ((y - a.y) / (b.y - a.y)) * (b.x - a.x))
    }
  crossings.sort((a, b) => a - b)
  for (let i = 0; i + 1 < crossings.length; i += 2)
    for (let column = 0; column < widthPx; column++) {
      const x = (column + 0.5) * GRID_PX
      if (x >= crossings[i]! && x < crossings[i + 1]!) values[row * widthPx + column] = 1
    }
}

/** The lines between two looks: the air cell's edge runs down, the shadow's edge grows over the places between. */
export function linesAt(looks: readonly LookLines[], { from, to, blend }: FilmMoment): LinesNow {
  const [a, b] = [looks[from]!, looks[to]!]
  return { cellEdge: edgeBetween(a.cellEdge, b.cellEdge, blend), shadow: shadowBetween(a, b, blend) }
}

/** Where one of the two was not seen, the other stands until the blend is half through. */
function edgeBetween(a: readonly Point[], b: readonly Point[], blend: number): Point[] {
  if (a.length < 2 || b.length < 2) return [...(blend < 0.5 ? a : b)]
  const [from, to] = [resampled(a), resampled(b)]
  return from.map((p, i) => ({
    x: p.x + blend * (to[i]!.x - p.x),
    y: p.y + blend * (to[i]!.y - p.y),
  }))
}

/** Points at even steps along a line, from its left end on. */
function resampled(line: readonly Point[]): Point[] {
  const points = line[0]!.x <= line.at(-1)!.x ? line : line.toReversed()
  const along = [0]
  for (let i = 1; i < points.length; i++)
    along.push(along[i - 1]! + Math.hypot(points[i]!.x - points[i - 1]!.x, points[i]!.y - points[i - 1]!.y))
  let i = 0
  return Array.from({ length: EDGE_POINTS }, (_, k) => {
    const at = (k / (EDGE_POINTS - 1)) * along.at(-1)!
    while (i + 2 < points.length && along[i + 1]! < at) i++
    const span = along[i + 1]! - along[i]!
    const share = span > 0 ? (at - along[i]!) / span : 0
    const [a, b] = [points[i]!, points[i + 1]!]
    return { x: a.x + share * (b.x - a.x), y: a.y + share * (b.y - a.y) }
  })
}

function shadowBetween({ shadow: a }: LookLines, { shadow: b }: LookLines, blend: number): Point[][] {
  const between = a === b ? a.values : a.values.map((value, at) => value + blend * (b.values[at]! - value))
  const { coordinates } = contours().size([a.columns, a.rows]).contour(Array.from(between), 0)
  return coordinates.flat().map((ring) => ring.map(([x, y]) => ({ x: x! * a.cellPx, y: y! * a.cellPx })))
}
