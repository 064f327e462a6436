import type { LoggerColumn } from '../../core/climate/logger-columns.ts'
import { fromShown } from '../../core/units.ts'

/** What a row says, or why it cannot be. */
type RowFigures = { celsius: number | null; rhPercent: number | null } | { why: string }

/**
 * Warmth and moisture of one row.
 * @param at - where each column stands; −1 where there is none
 * @param asShare - whether moisture is written as a share of one
 */
export function rowFigures(
  cells: readonly string[],
  at: Readonly<Record<LoggerColumn, number>>,
  asShare: boolean,
): RowFigures {
  const cellOf = (column: LoggerColumn): string => (at[column] < 0 ? '' : (cells[at[column]] ?? ''))
  const figureOf = (column: LoggerColumn): number | null =>
    isEmpty(cellOf(column)) ? null : numberOf(cellOf(column))
  for (const column of ['celsius', 'fahrenheit', 'rhPercent'] as const)
    if (!isEmpty(cellOf(column)) && figureOf(column) === null)
      return { why: `“${cellOf(column).slice(0, 30)}” is not a number` }
  const fahrenheit = figureOf('fahrenheit')
  const rh = figureOf('rhPercent')
  // What a cell itself says of its unit counts before what its column is called.
  const cellUnit = unitOf(cellOf('celsius')) ?? unitOf(cellOf('fahrenheit'))
  const asWritten = fahrenheit ?? figureOf('celsius')
  const isFahrenheit = cellUnit === null ? fahrenheit !== null : cellUnit === 'F'
  const celsius =
    asWritten !== null && isFahrenheit ? fromShown('imperial', 'temperature', asWritten) : asWritten
  if (celsius !== null && !(celsius >= 0 && celsius <= 60))
    return {
      why: `${asWritten} ${isFahrenheit ? '°F' : '°C'} is not an incubator temperature${!isFahrenheit && celsius > 60 ? '; is it °F?' : ''}`,
    }
  if (rh !== null && !(rh >= 0 && rh <= 100)) return { why: `${rh} % is not a humidity` }
  if (celsius === null && rh === null) return { why: 'it has neither temperature nor humidity' }
  return {
    celsius: celsius === null ? null : Number(celsius.toFixed(3)),
    rhPercent: rh !== null && asShare ? Number((100 * rh).toFixed(2)) : rh,
  }
}

function isEmpty(cell: string): boolean {
  return cell === '' || /^(-+|n\/?a|nan|null|err(or)?|---)$/i.test(cell)
}

/** “37,5 °C”, “+98.6 F”, “48 %”. */
export function numberOf(cell: string): number | null {
  const plain = cell.replace(/\s|\u00A0/g, '').replace(/(°?[CF]|%(rh|r\.?f\.?)?|rh)$/i, '')
  if (!/^[+-]?\d+([.,]\d+)?$/.test(plain)) return null
  return Number(plain.replace(',', '.'))
}

function unitOf(cell: string): 'C' | 'F' | null {
  const sign = /[\d.,]\s*°?\s*([CF])$/i.exec(cell.trim())?.[1]?.toUpperCase()
  return sign === 'C' || sign === 'F' ? sign : null
}

/** Whether moisture is written as a share of one, 0.51, and not in percent: no incubator is as dry as 1 % all along. */
export function isShare(figures: ReadonlyArray<number | null>): boolean {
  const known = figures.filter((figure) => figure !== null)
  return (
    known.length > 0 &&
    known.every((figure) => figure >= 0 && figure <= 1) &&
    known.some((figure) => figure > 0)
  )
}

export function isFigure(cell: string): boolean {
  return numberOf(cell) !== null
}
