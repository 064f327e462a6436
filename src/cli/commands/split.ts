import { dirname, join, relative, resolve } from 'node:path'
import Papa from 'papaparse'
import { UsageError, type CliIo } from '../io.ts'
import { readManifest } from '../manifest.ts'
import { openText } from '../open-file.ts'
import { readOptions, TEXT } from '../options.ts'
import { makeFolder, writeOut } from '../write-file.ts'

export const SPLIT_USAGE = `perlumen split --parts N --to FOLDER MANIFEST
  Splits a manifest into parts of equal size, part-1.csv to part-N.csv, one per job; each
  is graded by “perlumen grade --manifest FOLDER/part-K.csv --format jsonl --out FOLDER/part-K.jsonl
  --resume”. Their photographs are named as they lie from FOLDER.`

/** Most parts: what cluster schedulers take as one array of jobs. */
const MOST_PARTS = 10_000

/** @returns 0; throws UsageError or OutputError with a plain sentence */
export async function split(argv: readonly string[], io: CliIo): Promise<number> {
  const { values, positionals } = readOptions(argv, { parts: TEXT, to: TEXT })
  const [name] = positionals
  if (name === undefined || positionals.length > 1) throw new UsageError('Name one manifest to split.')
  if (values.to === undefined) throw new UsageError('--to FOLDER says where the parts go.')
  const parts = /^\d+$/.test(values.parts ?? '') ? Number(values.parts) : NaN
  if (!(parts >= 1 && parts <= MOST_PARTS))
    throw new UsageError(`--parts must be a whole number from 1 to ${MOST_PARTS}.`)
  const { rows, extraColumns } = readManifest(await openText(name), name)
  if (parts > rows.length)
    throw new UsageError(`${name} names ${rows.length} photographs: --parts can be no more than that.`)
  const lines = rows.map((row) => [
    relative(values.to!, resolve(dirname(name), row.file)),
    row.species ?? '',
    row.ageDays ?? '',
    row.shell ?? '',
    ...extraColumns.map((column) => row.extra[column] ?? ''),
  ])
  await makeFolder(values.to)
  const heading = ['file', 'species', 'day', 'shell', ...extraColumns]
  for (let k = 0; k < parts; k++) {
    // Dealt round like cards, so that a night of large pictures does not fall to one job.
    const own = lines.filter((_, i) => i % parts === k)
    const text = Papa.unparse({ fields: heading, data: own }, { newline: '\n' })
    await writeOut(join(values.to, `part-${k + 1}.csv`), `${text}\n`)
  }
  io.stderr.write(`${rows.length} photographs in ${parts} parts.\n`)
  return 0
}
