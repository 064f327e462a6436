import Papa from 'papaparse'
import { LOGGER_COLUMNS, type LoggerColumn } from '../../core/climate/logger-columns.ts'
import { DAY_MS } from '../../core/time/durations.ts'
import { isFigure, isShare, numberOf, rowFigures } from './logger-figures.ts'
import { isTime, hasClock, dayFirstOf, instantReader, isBackwards } from './logger-times.ts'

/** The file of a logger as a table, before it is known what its columns mean. */
export interface LoggerTable {
  head: string[]
  rows: Array<{ line: number; cells: string[] }>
}

/** A file that cannot be read; the message is for people. */
export class LoggerFileError extends Error {}

export interface LoggerReading {
  atMs: number
  celsius: number | null
  rhPercent: number | null
}

export interface LoggerReadings {
  readings: LoggerReading[]
  /** Rows that were left out, and why. */
  bad: Array<{ line: number; why: string }>
  /** Whether 3/4 is the third of April; null where the file does not tell and it must be asked. */
  dayFirst: boolean | null
}

/** Stands at the end of a row whose commas do not come out even. */
const NOT_EVEN = 'not even'
const MOST_LINES = 400_000
/** The hand of a logger that writes oftener than this adds nothing, milliseconds. */
const CLOSEST_MS = 10_000
/** A share of bad rows above which the columns must have been misunderstood. */
const MOST_BAD = 0.5

/** What columns are called, in the languages of those who make loggers; the first that fits counts. */
const HEADS: ReadonlyArray<readonly [LoggerColumn, RegExp]> = [
  [
    'nothing',
    /dew|taupunkt|ros[ée]e|roc[ií]o|rugiada|dauwpunt|dugpunkt|alarm|batter|serial|event|vpd|pressure|druck/,
  ],
  ['rhPercent', /humid|\bhum\b|feucht|humed|umid|vocht|fugt|fukt|kosteus|wilgotn|\brh\b|rel|%/],
  ['fahrenheit', /°\s*f|fahrenheit|\(f\)|_f\b|tempf/],
  ['celsius', /temp|l[äa]mp[öo]|celsius|°\s*c|\(c\)/],
  [
    'when',
    /date.*time|time.*date|timestamp|zeitstempel|datum.*zeit|date.*heure|fecha.*hora|data.*ora|datum.*tijd/,
  ],
  ['date', /date|datum|fecha|data|dato|p[äa]iv|dzie/],
  ['time', /time|zeit|heure|hora|\bora\b|tijd|tid|klokk|czas|aika|uhr/],
]

/** Text of a file in whatever encoding loggers use. */
export function textOfFile(bytes: Uint8Array): string {
  const [a, b] = bytes
  if (a === 0xff && b === 0xfe) return new TextDecoder('utf-16le').decode(bytes)
  if (a === 0xfe && b === 0xff) return new TextDecoder('utf-16be').decode(bytes)
  const wide = wideText(bytes)
  if (wide) return new TextDecoder(wide).decode(bytes)
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes)
  } catch {
    return new TextDecoder('windows-1252').decode(bytes)
  }
}

/** Two bytes a letter without a mark that says so: every second one is nought. */
function wideText(bytes: Uint8Array): 'utf-16le' | 'utf-16be' | null {
  const some = bytes.subarray(0, 400)
  if (some.length < 8) return null
  const noughts = [0, 1].map((odd) => some.filter((byte, i) => i % 2 === odd && byte === 0).length)
  const most = 0.4 * (some.length / 2)
  if (noughts[1]! > most && noughts[0] === 0) return 'utf-16le'
  return noughts[0]! > most && noughts[1] === 0 ? 'utf-16be' : null
}

/** @throws LoggerFileError where it is no table of times and figures */
export function readLoggerTable(text: string): LoggerTable {
  if (text.includes('\0'))
    throw new LoggerFileError('This is not a text file. Save the logger’s readings as CSV first.')
  const clean = text.replace(/^\uFEFF/, '')
  const delimiter = delimiterOf(clean)
  const { data } = Papa.parse<string[]>(clean, { delimiter, skipEmptyLines: false })
  if (data.length > MOST_LINES)
    throw new LoggerFileError(`The file has ${data.length} lines; the limit is ${MOST_LINES}.`)
  const lines = data.map((cells, i) => ({ line: i + 1, cells: cells.map((cell) => cell.trim()) }))
  const first = lines.findIndex(({ cells }) => cells.length > 1 && cells.some(isTime) && cells.some(isFigure))
  if (first < 0)
    throw new LoggerFileError('No row with a time and a reading was found. Is this a logger file?')
  const width = lines[first]!.cells.length
  const above = lines.slice(0, first).findLast(({ cells }) => cells.filter((cell) => cell !== '').length > 1)
  const rows = lines.slice(first).filter(({ cells }) => cells.some((cell) => cell !== ''))
  const named = above?.cells.length ?? 0
  if (delimiter === ',' && above && width > named && isHalved(rows[0]!.cells, named))
    return {
      head: above.cells,
      rows: rows.map((row) => ({ ...row, cells: rejoined(row.cells, { named, width }) })),
    }
  const head = Array.from({ length: width }, (_, i) => above?.cells[i] || `Column ${i + 1}`)
  return { head, rows }
}

/** Whether decimal commas were taken for the end of a cell: as many cells too many as there are figures, all of whole numbers. */
function isHalved(cells: readonly string[], named: number): boolean {
  const extra = cells.length - named
  const figures = cells.slice(cells.length - 2 * extra)
  return (
    figures.length === 2 * extra &&
    figures.every((cell, i) => (i % 2 === 0 ? /^[+-]?\d+$/ : /^\d+$/).test(cell))
  )
}

/** “37” and “5” become 37,5 again. A row that does not come out even stays as it is, and is named as bad. */
function rejoined(cells: readonly string[], { named, width }: { named: number; width: number }): string[] {
  if (cells.length !== width || !isHalved(cells, named)) return [...cells, NOT_EVEN]
  const from = cells.length - 2 * (cells.length - named)
  const figures = Array.from(
    { length: cells.length - named },
    (_, k) => `${cells[from + 2 * k]!},${cells[from + 2 * k + 1]!}`,
  )
  return [...cells.slice(0, from), ...figures]
}

/** Semicolons, tabs and bars are no part of figures: where most lines have as many of one, it divides them. */
function delimiterOf(text: string): string {
  const lines = text.split(/\r\n|\r|\n/, 400).filter((line) => line.trim() !== '')
  for (const sign of [';', '\t', '|']) {
    const counts = lines.map((line) => line.split(sign).length)
    const usual = counts.sort((a, b) => a - b)[counts.length >> 1] ?? 1
    if (usual > 1) return sign
  }
  return ','
}

/**
 * What the columns mean: as this place said before, else by their names, else by what stands in them.
 * @param known - what was said of columns with such heads before
 */
export function guessColumns(
  { head, rows }: LoggerTable,
  known: ReadonlyArray<{ head: string; means: LoggerColumn }> = [],
): LoggerColumn[] {
  const taken = new Set<LoggerColumn>()
  const columns = head.map((name): LoggerColumn => {
    const said = known.find((one) => one.head === name)
    const byName = said?.means ?? HEADS.find(([, words]) => words.test(name.toLowerCase()))?.[0] ?? 'nothing'
    if (byName === 'nothing' || taken.has(byName)) return 'nothing'
    taken.add(byName)
    return byName
  })
  const cells = (i: number): string[] => rows.slice(0, 20).map((row) => row.cells[i] ?? '')
  // A “date” that has hours in it, or a “time” that has days, is both.
  for (const [i, column] of columns.entries())
    if ((column === 'date' || column === 'time') && cells(i).every((cell) => isTime(cell) && hasClock(cell)))
      columns[i] = columns.includes('when') ? 'nothing' : 'when'
  if (columns.includes('when'))
    return columns.map((one) => (one === 'date' || one === 'time' ? 'nothing' : one))
  if (!columns.includes('date')) {
    const when = head.findIndex((_, i) => columns[i] === 'nothing' && cells(i).every(isTime))
    if (when >= 0) columns[when] = 'when'
  }
  return columns
}

/**
 * Readings of the table, each with its own moment; what cannot be is left out and named by its line.
 * @param dayFirst - as somebody said where the file does not tell
 * @throws LoggerFileError where the columns cannot be right
 */
export function loggerReadings(
  { rows }: LoggerTable,
  columns: readonly LoggerColumn[],
  { zone, nowMs, dayFirst: said = null }: { zone: string; nowMs: number; dayFirst?: boolean | null },
): LoggerReadings {
  const at = columnsAt(columns)
  const timeOf = ({ cells }: { cells: string[] }): string =>
    at.when >= 0 ? (cells[at.when] ?? '') : `${cells[at.date] ?? ''} ${cells[at.time] ?? ''}`
  const dayFirst = said ?? dayFirstOf(rows.map(timeOf))
  const bad: LoggerReadings['bad'] = []
  const readings: LoggerReading[] = []
  const instants = instantReader(dayFirst ?? true, zone)
  // Backwards files are read forwards, so that an hour that comes twice is known by what stood before it.
  const inTime = isBackwards(rows.map(timeOf), instants) ? [...rows].reverse() : rows
  const asShare = isShare(rows.map(({ cells }) => numberOf(cells[at.rhPercent] ?? '')))
  let lastMs = -Infinity
  for (const row of inTime) {
    const { line, cells } = row
    const atMs = instants(timeOf(row), lastMs)
    const untimely = whyUntimely(atMs, timeOf(row), nowMs)
    const figures = rowFigures(cells, at, asShare)
    // Where commas divide both, nothing of the row can be trusted, its time least.
    const isUneven = cells.length > columns.length && cells.at(-1) === NOT_EVEN
    if (isUneven) bad.push({ line, why: 'commas are used both in numbers and between columns' })
    else if (untimely !== null) bad.push({ line, why: untimely })
    else if ('why' in figures) bad.push({ line, why: figures.why })
    else readings.push({ atMs: atMs!, ...figures })
    if (!isUneven && untimely === null) lastMs = atMs!
  }
  if (bad.length > MOST_BAD * rows.length)
    throw new LoggerFileError(
      `Most rows cannot be read. First problem, line ${bad[0]!.line}: ${bad[0]!.why}. Are the columns right?`,
    )
  readings.sort((a, b) => a.atMs - b.atMs)
  return { readings: notTooClose(readings), bad, dayFirst }
}

/** Where each column stands; −1 where there is none. @throws LoggerFileError where times or figures have no column */
function columnsAt(columns: readonly LoggerColumn[]): Record<LoggerColumn, number> {
  const at = Object.fromEntries(LOGGER_COLUMNS.map((column) => [column, columns.indexOf(column)])) as Record<
    LoggerColumn,
    number
  >
  if (at.when < 0 && (at.date < 0 || at.time < 0))
    throw new LoggerFileError('No column with the date and time was found. Choose it below.')
  if (at.celsius < 0 && at.fahrenheit < 0 && at.rhPercent < 0)
    throw new LoggerFileError('No column with temperature or humidity was found. Choose them below.')
  return at
}

function whyUntimely(atMs: number | null, written: string, nowMs: number): string | null {
  if (atMs === null) return `“${written.slice(0, 30)}” is not a time`
  return atMs > nowMs + DAY_MS ? `“${written.slice(0, 30)}” is in the future` : null
}

function notTooClose(readings: readonly LoggerReading[]): LoggerReading[] {
  const kept: LoggerReading[] = []
  for (const reading of readings)
    if (reading.atMs - (kept.at(-1)?.atMs ?? -Infinity) >= CLOSEST_MS) kept.push(reading)
  return kept
}
