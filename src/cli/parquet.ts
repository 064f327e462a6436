import { rename, rm } from 'node:fs/promises'
import { fileWriter, ParquetWriter } from 'hyparquet-writer'
import type { GradeRecord } from '../contracts/files/grade-record.ts'
import { OutputError } from './io.ts'
import { csvRow } from './results.ts'

/** A row group: enough to pack well, few enough that a million photographs need no more memory than these. */
const GROUP_ROWS = 20_000

/** How each column of ours is stored; those that may be empty are so where a figure could not be measured. */
const COLUMNS = {
  file: 'STRING',
  egg: 'INT32',
  grade: 'STRING',
  action: 'STRING',
  readable: 'BOOLEAN',
  developing: 'DOUBLE',
  clear: 'DOUBLE',
  'blood-ring': 'DOUBLE',
  quitter: 'DOUBLE',
  'air cell depth': 'DOUBLE',
  'air cell volume': 'DOUBLE',
  'shadow area': 'DOUBLE',
  'vessel coverage': 'DOUBLE',
  'ring score': 'DOUBLE',
  'crack score': 'DOUBLE',
  reasons: 'STRING',
  error: 'STRING',
} as const

/**
 * Writes results as one Parquet file, by way of a file beside it: what is there is whole.
 * @param extraColumns - of the manifest, as text; one with the name of a column of ours is told apart
 * @throws OutputError where it cannot be written
 * @see https://parquet.apache.org/docs/file-format/
 */
export async function writeParquet(
  out: string,
  extraColumns: readonly string[],
  records: AsyncIterable<GradeRecord>,
): Promise<void> {
  const extras = extraColumns.map((name) => ({
    name,
    heading: name in COLUMNS ? `${name} (manifest)` : name,
  }))
  const columns = [
    ...Object.entries(COLUMNS).map(([name, type]) => ({
      name,
      type,
      of: (record: GradeRecord) => emptyAsNull(csvRow(record)[name]),
    })),
    ...extras.map(({ name, heading }) => ({
      name: heading,
      type: 'STRING' as const,
      of: (record: GradeRecord) => record.extra?.[name] ?? null,
    })),
  ]
  const partial = `${out}.partial`
  try {
    const writer = new ParquetWriter({
      writer: fileWriter(partial),
      schema: [
        { name: 'root', num_children: columns.length },
        ...columns.map(({ name, type }) => ({ name, repetition_type: 'OPTIONAL' as const, ...stored(type) })),
      ],
    })
    let group: GradeRecord[] = []
    const flush = async (): Promise<void> => {
      if (group.length === 0) return
      await writer.write({
        columnData: columns.map(({ name, of }) => ({ name, data: group.map(of) })),
        rowGroupSize: GROUP_ROWS,
      })
      group = []
    }
    for await (const record of records) if (group.push(record) === GROUP_ROWS) await flush()
    await flush()
    await writer.finish()
    await rename(partial, out)
  } catch (error) {
    await rm(partial, { force: true })
    const { code, message } = error as NodeJS.ErrnoException
    if (code === undefined) throw error
    throw new OutputError(`${out} cannot be written (${code}): ${message}`)
  }
}

function stored(type: (typeof COLUMNS)[keyof typeof COLUMNS]) {
  return type === 'STRING' ? { type: 'BYTE_ARRAY' as const, converted_type: 'UTF8' as const } : { type }
}

function emptyAsNull(value: unknown): unknown {
  return value === '' ? null : value
}
