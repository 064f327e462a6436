import Papa from 'papaparse'
import { shellField, speciesField } from '../contracts/records/fields.ts'
import type { Shell, SpeciesName } from '../core/species/species.ts'
import { UsageError } from './io.ts'

export interface ManifestRow {
  /** As the manifest writes it, with or without folder. */
  file: string
  /** Of the manifest, counted from 1, the heading included. */
  line: number
  species?: SpeciesName
  ageDays?: number
  shell?: Shell
  /** Columns that are not ours, passed through; what a file with mixed line ends leaves behind is taken off. */
  extra: Record<string, string>
}

export interface Manifest {
  rows: ManifestRow[]
  /** Names of the columns that are not ours, in order. */
  extraColumns: string[]
}

const OWN_COLUMNS = ['file', 'species', 'day', 'shell'] as const

/**
 * Reads a manifest with the columns file, species, day, shell.
 * @throws UsageError naming the line when a value cannot be understood
 */
export function readManifest(text: string, name: string): Manifest {
  const { data, errors } = Papa.parse<string[]>(text.replace(/^\uFEFF/, ''))
  const torn = errors.find(({ type }) => type === 'Quotes')
  if (torn)
    throw new UsageError(
      `${name}, line ${(torn.row ?? 0) + 1}: a quotation mark is not closed, or is in the middle of a cell.`,
    )
  const heading = (data[0] ?? []).map((cell) => cell.trim())
  const columns = heading.map((cell) => OWN_COLUMNS.find((own) => own === cell.toLowerCase()) ?? cell)
  if (!columns.includes('file')) throw new UsageError(`${name} has no column “file” in its first line.`)
  const twice = columns.find((column, i) => columns.indexOf(column) !== i)
  if (twice !== undefined) throw new UsageError(`${name} has the column “${twice}” twice.`)
  const rows: ManifestRow[] = []
  for (const [index, cells] of data.entries()) {
    if (index === 0 || cells.every((cell) => cell.trim() === '')) continue
    const where = `${name}, line ${index + 1}`
    if (cells.length > columns.length)
      throw new UsageError(`${where} has ${cells.length} cells, the heading ${columns.length}.`)
    rows.push(readRow(columns, cells, { line: index + 1, where }))
  }
  const seen = new Map<string, number>()
  for (const { file, line } of rows) {
    const key = segmentsOf(file).join('/')
    const before = seen.get(key)
    if (before !== undefined)
      throw new UsageError(`${name}: lines ${before} and ${line} are both about ${file}.`)
    seen.set(key, line)
  }
  return {
    rows,
    extraColumns: columns.filter((column) => !(OWN_COLUMNS as readonly string[]).includes(column)),
  }
}

function readRow(
  columns: readonly string[],
  cells: readonly string[],
  { line, where }: { line: number; where: string },
): ManifestRow {
  const cell = (column: string): string => (cells[columns.indexOf(column)] ?? '').trim()
  const file = cell('file')
  if (segmentsOf(file).length === 0) throw new UsageError(`${where} names no file.`)
  const row: ManifestRow = { file, line, extra: {} }
  if (columns.includes('species') && cell('species')) row.species = parseSpecies(cell('species'), where)
  if (columns.includes('day') && cell('day')) row.ageDays = parseDay(cell('day'), where)
  if (columns.includes('shell') && cell('shell')) row.shell = parseShell(cell('shell'), where)
  row.extra = Object.fromEntries(
    columns.flatMap((column, i) =>
      (OWN_COLUMNS as readonly string[]).includes(column)
        ? []
        : [[column, (cells[i] ?? '').replace(/\r$/, '')]],
    ),
  )
  return row
}

function segmentsOf(path: string): string[] {
  return path.split(/[\\/]/).filter((part) => part !== '' && part !== '.')
}

/** How many of the last parts of two paths agree; 0 for files of different names. */
function agreement(a: readonly string[], b: readonly string[]): number {
  let same = 0
  while (same < Math.min(a.length, b.length) && a[a.length - 1 - same] === b[b.length - 1 - same]) same++
  return same
}

/**
 * Which row is about which photograph: by file name, and by folder where that alone does not tell.
 * @returns the rows by photograph, and the rows that are about none
 * @throws UsageError where it cannot be told
 */
export function matchManifest(
  { rows }: Manifest,
  files: readonly string[],
  name: string,
): { rowOf: Map<string, ManifestRow>; unmatched: ManifestRow[] } {
  const byName = new Map<string, Array<{ file: string; segments: string[] }>>()
  for (const file of new Set(files)) {
    const segments = segmentsOf(file)
    const key = segments.at(-1) ?? ''
    byName.set(key, [...(byName.get(key) ?? []), { file, segments }])
  }
  const rowOf = new Map<string, ManifestRow>()
  const scoreOf = new Map<string, number>()
  const unmatched: ManifestRow[] = []
  // Rows that say more of the path choose first.
  const choosing = rows
    .map((row) => {
      const segments = segmentsOf(row.file)
      const fits = (byName.get(segments.at(-1) ?? '') ?? []).map((item) => ({
        file: item.file,
        score: agreement(segments, item.segments),
      }))
      const best = Math.max(0, ...fits.map(({ score }) => score))
      return { row, best, fits: fits.filter(({ score }) => score === best) }
    })
    .sort((a, b) => b.best - a.best || a.row.line - b.row.line)
  for (const { row, best, fits } of choosing) {
    const free = fits.filter(({ file }) => !rowOf.has(file))
    const [first, second] = free
    if (first && second)
      throw new UsageError(
        `${name}, line ${row.line}: ${row.file} may be ${first.file} or ${second.file}. Write the folder in the manifest as well.`,
      )
    const rival = fits[0] && rowOf.get(fits[0].file)
    if (!first && rival && scoreOf.get(fits[0]!.file) === best)
      throw new UsageError(
        `${name}: lines ${rival.line} and ${row.line} may both be about ${fits[0]!.file}. Write the folder in the manifest as well.`,
      )
    if (first) {
      rowOf.set(first.file, row)
      scoreOf.set(first.file, best)
    } else {
      unmatched.push(row)
    }
  }
  return { rowOf, unmatched: unmatched.sort((a, b) => a.line - b.line) }
}

export function parseSpecies(text: string, where: string): SpeciesName {
  const result = speciesField.safeParse(text.trim().toLowerCase())
  if (!result.success)
    throw new UsageError(
      `${where}: “${text}” is not a known species. Known: ${speciesField.options.join(', ')}.`,
    )
  return result.data
}

export function parseShell(text: string, where: string): Shell {
  const result = shellField.safeParse(text.trim().toLowerCase())
  if (!result.success)
    throw new UsageError(
      `${where}: “${text}” is not a known shell colour. Known: ${shellField.options.join(', ')}.`,
    )
  return result.data
}

/** Plain decimals only: 0x10, 1e1 and a blank are numbers to a computer, not to a candler. */
export function parseDay(text: string, where: string): number {
  const day = /^\s*\d+([.,]\d+)?\s*$/.test(text) ? Number(text.replace(',', '.')) : NaN
  if (!(day >= 0 && day <= 60))
    throw new UsageError(`${where}: day must be a number from 0 to 60, not “${text}”.`)
  return day
}
