import { open } from 'node:fs/promises'
import type { GradeRecord } from '../../contracts/files/grade-record.ts'
import { UsageError, type CliIo } from '../io.ts'
import { readOptions, TEXT } from '../options.ts'
import { writeParquet } from '../parquet.ts'
import { FORMATS, openResults, recordOf } from '../results.ts'
import { refuseToOverwrite } from '../write-file.ts'

export const JOIN_USAGE = `perlumen join [--format NAME] [--out FILE] PART.jsonl…
  Joins JSON Lines results, in the order of the files, as json (default), jsonl, csv or
  parquet (which needs --out).`

const JOIN_FORMATS = [...FORMATS, 'parquet'] as const

/** @returns 1 where photographs could not be read, or parts are cut off; 0 otherwise */
export async function join(argv: readonly string[], io: CliIo): Promise<number> {
  const { values, positionals: parts } = readOptions(argv, { format: TEXT, out: TEXT })
  if (parts.length === 0) throw new UsageError('Name the parts to join.')
  const { out } = values
  const format = JOIN_FORMATS.find((name) => name === (values.format ?? 'json'))
  if (!format) throw new UsageError(`--format must be ${JOIN_FORMATS.join(', ')}, not “${values.format}”.`)
  if (out !== undefined) await refuseToOverwrite(out, parts)
  // Columns that the manifest brought are only known when all is read; it shows as well whether all can be.
  const extraColumns = await columnsOf(parts)
  const read = recordsOf(parts, io)
  if (format === 'parquet') {
    if (out === undefined) throw new UsageError('--format parquet needs --out FILE.')
    await writeParquet(out, extraColumns, read.records())
  } else {
    const results = await openResults({ format, extraColumns, out, resume: false, io })
    try {
      for await (const record of read.records()) await results.add([record])
    } finally {
      await results.close()
    }
  }
  return read.isWhole() ? 0 : 1
}

/** All records of all parts, one after the other; a line that is none is said and left out. */
export function recordsOf(parts: readonly string[], io: CliIo) {
  let missed = 0
  return {
    async *records(): AsyncGenerator<GradeRecord> {
      for (const part of parts) {
        let line = 0
        for await (const text of linesOf(part)) {
          line++
          const record = recordOf(text)
          if (record?.error !== undefined) missed++
          if (record) {
            yield record
            continue
          }
          missed++
          io.stderr.write(`${part}, line ${line}: no result; left out.\n`)
        }
      }
    },
    /** Whether every line was a result, and every photograph could be read. */
    isWhole: () => missed === 0,
  }
}

async function columnsOf(parts: readonly string[]): Promise<string[]> {
  const columns = new Set<string>()
  for (const part of parts)
    for await (const text of linesOf(part))
      for (const column of Object.keys(recordOf(text)?.extra ?? {})) columns.add(column)
  return [...columns]
}

async function* linesOf(part: string): AsyncGenerator<string> {
  const handle = await open(part, 'r').catch((error: NodeJS.ErrnoException) => {
    throw new UsageError(`${part} cannot be opened (${error.code ?? error.message}).`)
  })
  for await (const line of handle.readLines({ encoding: 'utf8' })) if (line.trim() !== '') yield line
}
