import type { GridPlace } from './arrange.ts'

/** A tray with the places where an egg waits for its look. */
export interface WaitingTray {
  rows: number
  columns: number
  waits: (place: GridPlace) => boolean
}

/**
 * Which place of the tray each egg of a photograph lies in. A photograph of as many rows and columns as the tray has
 * shows the whole tray; any other begins at the egg at hand, its top left corner there.
 * @param seen - places in the photograph's own grid, from 0
 * @returns a place for each egg, null where no egg waits there
 */
export function assignEggs(
  seen: readonly GridPlace[],
  tray: WaitingTray,
  from: GridPlace,
): Array<GridPlace | null> {
  const rows = 1 + Math.max(...seen.map((place) => place.row))
  const columns = 1 + Math.max(...seen.map((place) => place.column))
  const start = rows === tray.rows && columns === tray.columns ? { row: 0, column: 0 } : from
  return seen.map(({ row, column }) => {
    const place = { row: start.row + row, column: start.column + column }
    return place.row < tray.rows && place.column < tray.columns && tray.waits(place) ? place : null
  })
}
