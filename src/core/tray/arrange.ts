import type { Point } from '../geometry/egg-outline.ts'

/** Where something lies in a grid, from 0 at the top left. */
export interface GridPlace {
  row: number
  column: number
}

/** A photograph of a tray is held straight to within this angle, either way. */
const MOST_TURNED_RAD = Math.PI / 7
/** Centres nearer than this share of the spacing, along one axis, stand in one line. */
const SAME_LINE = 0.5

/**
 * Puts eggs seen in one photograph into the rows and columns of their tray, however the camera was turned by up to
 * some 25°. A place where no egg was seen stays empty.
 * @param centres - any order, same unit
 * @param spacing - about the distance between neighbours; for want of any, the eggs' own length does
 * @returns one place for each centre, in the order given
 */
export function arrangeInGrid(centres: readonly Point[], spacing: number): GridPlace[] {
  const turn = gridTurn(centres)
  const c = Math.cos(turn)
  const s = Math.sin(turn)
  const along = centres.map(({ x, y }) => x * c + y * s)
  const down = centres.map(({ x, y }) => -x * s + y * c)
  const rows = lineNumbers(down, spacing)
  const columns = lineNumbers(along, spacing)
  return centres.map((_, i) => ({ row: rows[i]!, column: columns[i]! }))
}

/** Reading order: row by row, left to right. */
export function readingOrder(places: readonly GridPlace[]): number[] {
  return places
    .map((_, i) => i)
    .sort((a, b) => places[a]!.row - places[b]!.row || places[a]!.column - places[b]!.column)
}

/**
 * The small turn under which the grid's lines run level, from the direction of each egg's nearest neighbour: those
 * further off lie askew as often as not.
 */
function gridTurn(centres: readonly Point[]): number {
  let sine = 0
  let cosine = 0
  for (const a of centres) {
    let nearest: { distance: number; angle: number } | null = null
    for (const b of centres) {
      const distance = Math.hypot(b.x - a.x, b.y - a.y)
      if (distance > 0 && (!nearest || distance < nearest.distance))
        nearest = { distance, angle: Math.atan2(b.y - a.y, b.x - a.x) }
    }
    if (!nearest) continue
    // Directions a quarter turn apart are the same grid: four times the angle makes them one.
    sine += Math.sin(4 * nearest.angle) / nearest.distance ** 2
    cosine += Math.cos(4 * nearest.angle) / nearest.distance ** 2
  }
  const turn = Math.atan2(sine, cosine) / 4
  return Math.abs(turn) <= MOST_TURNED_RAD ? turn : 0
}

/** Numbers the lines that values gather on; a gap of two spacings leaves a number out. */
function lineNumbers(values: readonly number[], spacing: number): number[] {
  const order = values.map((_, i) => i).sort((a, b) => values[a]! - values[b]!)
  const groups: number[][] = []
  for (const i of order) {
    const last = groups.at(-1)
    const mean = last ? last.reduce((sum, k) => sum + values[k]!, 0) / last.length : 0
    if (last && values[i]! - mean < SAME_LINE * spacing) last.push(i)
    else groups.push([i])
  }
  const middles = groups.map((group) => group.reduce((sum, k) => sum + values[k]!, 0) / group.length)
  const steps = middles.slice(1).map((middle, k) => middle - middles[k]!)
  // The least gap between lines is one step; without a second line there is none to count.
  const step = steps.length > 0 ? Math.min(...steps) : spacing
  const numbers = new Array<number>(values.length).fill(0)
  let number = 0
  for (const [k, group] of groups.entries()) {
    if (k > 0) number += Math.max(1, Math.round(steps[k - 1]! / step))
    for (const i of group) numbers[i] = number
  }
  return numbers
}
