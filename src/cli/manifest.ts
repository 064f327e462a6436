import { basename } from 'node:path'
import Papa from 'papaparse'
import { shellField, speciesField } from '../contracts/fields.ts'
import type { Shell, SpeciesName } from '../core/species/species.ts'
import { UsageError } from './io.ts'

export interface ManifestRow {
  species?: SpeciesName
  ageDays?: number
  shell?: Shell
  /** Columns that are not ours, passed through. */
  extra: Record<string, string>
}

/** Looks a photograph up by its file name, with or without folder. */
export type Manifest = (file: string) => ManifestRow | undefined

const OWN_COLUMNS = new Set(['file', 'species', 'day', 'shell'])

/**
 * Reads a manifest with the columns file, species, day, shell.
 * @throws UsageError naming the line when a value cannot be understood
 */
export function readManifest(text: string, name: string): Manifest {
  const parsed = Papa.parse<Record<string, string>>(text.replace(/^\uFEFF/, ''), { header: true, skipEmptyLines: true })
  if (!parsed.meta.fields?.includes('file')) throw new UsageError(`${name} has no column “file” in its first line.`)
  const rows = new Map<string, ManifestRow>()
  parsed.data.forEach((record, index) => {
    rows.set(basename(record['file'] ?? ''), readRow(record, `${name}, line ${index + 2}`))
  })
  return (file) => rows.get(basename(file))
}

function readRow(record: Record<string, string>, where: string): ManifestRow {
  const row: ManifestRow = { extra: {} }
  if (record['species']) row.species = parseSpecies(record['species'], where)
  if (record['day']) row.ageDays = parseDay(record['day'], where)
  if (record['shell']) row.shell = parseShell(record['shell'], where)
  for (const [key, value] of Object.entries(record)) if (!OWN_COLUMNS.has(key)) row.extra[key] = value
  return row
}

export function parseSpecies(text: string, where: string): SpeciesName {
  const result = speciesField.safeParse(text.trim().toLowerCase())
  if (!result.success) throw new UsageError(`${where}: “${text}” is no species known here. Known: ${speciesField.options.join(', ')}.`)
  return result.data
}

export function parseShell(text: string, where: string): Shell {
  const result = shellField.safeParse(text.trim().toLowerCase())
  if (!result.success) throw new UsageError(`${where}: “${text}” is no shell colour known here. Known: ${shellField.options.join(', ')}.`)
  return result.data
}

export function parseDay(text: string, where: string): number {
  const day = Number(text)
  if (!Number.isFinite(day) || day < 0 || day > 60) throw new UsageError(`${where}: day must be a number from 0 to 60, not “${text}”.`)
  return day
}
