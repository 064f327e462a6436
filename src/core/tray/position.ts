/** A place in a tray, both from 0. */
export interface TrayPosition {
  row: number
  column: number
}

/** Row letter and column number, A1 in the first corner; rows after Z go on with AA. */
export function positionLabel({ row, column }: TrayPosition): string {
  let letters = ''
  for (let rest = row; rest >= 0; rest = Math.floor(rest / 26) - 1)
    letters = String.fromCharCode(65 + (rest % 26)) + letters
  return `${letters}${column + 1}`
}

/** Reading order: along each row, rows from the first. */
export function comparePositions(a: TrayPosition, b: TrayPosition): number {
  return a.row - b.row || a.column - b.column
}

/**
 * The first item after `current` that still waits, going round to the start.
 * @param ordered - in candling order
 * @returns null when none waits
 */
export function nextWaiting<T>(
  ordered: readonly T[],
  current: T | null,
  waits: (item: T) => boolean,
): T | null {
  const start = current === null ? 0 : ordered.indexOf(current) + 1
  for (let i = 0; i < ordered.length; i++) {
    const item = ordered[(start + i) % ordered.length]!
    if (waits(item)) return item
  }
  return null
}
