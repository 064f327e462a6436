import { comparePositions, positionLabel, type TrayPosition } from './position.ts'

/** How the places of a tray are named. */
export const NUMBERINGS = ['letter-rows', 'along-rows', 'there-and-back', 'down-columns'] as const
export type Numbering = (typeof NUMBERINGS)[number]

export interface TrayGrid {
  rows: number
  columns: number
  /** @default letter-rows */
  numbering?: Numbering
}

/** The name of a place, as the keeper counts. */
export function placeLabel(
  { rows, columns, numbering = 'letter-rows' }: TrayGrid,
  { row, column }: TrayPosition,
): string {
  if (numbering === 'letter-rows') return positionLabel({ row, column })
  if (numbering === 'along-rows') return String(row * columns + column + 1)
  if (numbering === 'there-and-back')
    return String(row * columns + (row % 2 === 0 ? column : columns - 1 - column) + 1)
  return String(column * rows + row + 1)
}

/** All places in the order in which they are counted: the order of candling. */
export function placesInOrder(grid: TrayGrid): TrayPosition[] {
  const { rows, columns, numbering = 'letter-rows' } = grid
  const places = Array.from({ length: rows * columns }, (_, i) => ({
    row: Math.floor(i / columns),
    column: i % columns,
  }))
  if (numbering === 'letter-rows') return places.sort(comparePositions)
  return places.sort((a, b) => Number(placeLabel(grid, a)) - Number(placeLabel(grid, b)))
}

export interface Place extends TrayPosition {
  trayId: string
}

export interface LayoutTray extends TrayGrid {
  id: string
}

/** Deals eggs into trays in order. Those without a place come back as null. */
export function dealIntoTrays<T>(
  eggs: readonly T[],
  trays: readonly LayoutTray[],
): Array<{ egg: T; place: Place | null }> {
  const places = trays.flatMap((tray) =>
    placesInOrder(tray).map((position) => ({ trayId: tray.id, ...position })),
  )
  return eggs.map((egg, i) => ({ egg, place: places[i] ?? null }))
}

export interface Placed {
  id: string
  place: Place | null
}

/**
 * Moves one egg to a place; an egg that lies there takes the mover's old place.
 * @returns the eggs whose place changed, with their new places
 */
export function moveEgg(eggs: readonly Placed[], eggId: string, to: Place | null): Placed[] {
  const mover = eggs.find((egg) => egg.id === eggId)
  if (!mover) throw new RangeError(`there is no egg ${eggId}`)
  if (samePlace(mover.place, to)) return []
  const there = to && eggs.find((egg) => samePlace(egg.place, to))
  const moved: Placed[] = [{ id: mover.id, place: to }]
  return there ? [...moved, { id: there.id, place: mover.place }] : moved
}

export function samePlace(a: Place | null, b: Place | null): boolean {
  return (
    a === b || (a !== null && b !== null && a.trayId === b.trayId && a.row === b.row && a.column === b.column)
  )
}

export function placeCount(trays: readonly TrayGrid[]): number {
  return trays.reduce((sum, tray) => sum + tray.rows * tray.columns, 0)
}

export interface NamedTray extends LayoutTray {
  name: string
}

/** "B3", or "Tray 2, B3" where there are several trays; empty without a place. */
export function nameOfPlace(trays: readonly NamedTray[], place: Place | null): string {
  const tray = place && trays.find((item) => item.id === place.trayId)
  if (!tray) return ''
  const label = placeLabel(tray, place)
  return trays.length > 1 ? `${tray.name}, ${label}` : label
}

/** Sorts as candled: tray by tray, in counting order; eggs without a place last, by number. */
export function inCandlingOrder<T extends { place: Place | null; number: number }>(
  eggs: readonly T[],
  trays: readonly LayoutTray[],
): T[] {
  const rank = new Map<string, number>()
  for (const tray of trays)
    for (const { row, column } of placesInOrder(tray)) rank.set(`${tray.id}/${row}/${column}`, rank.size)
  const rankOf = ({ place }: T): number =>
    (place ? rank.get(`${place.trayId}/${place.row}/${place.column}`) : undefined) ?? Infinity
  return eggs
    .map((egg) => ({ egg, at: rankOf(egg) }))
    .sort((a, b) => (a.at === b.at ? a.egg.number - b.egg.number : a.at - b.at))
    .map(({ egg }) => egg)
}
