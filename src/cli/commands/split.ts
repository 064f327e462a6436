import { mkdir, writeFile } from 'node:fs/promises'
import { dirname, join, relative, resolve } from 'node:path'
import { parseArgs } from 'node:util'
import Papa from 'papaparse'
import { UsageError, type CliIo } from '../io.ts'
import { readManifest } from '../manifest.ts'
import { openText } from '../open-file.ts'

export const SPLIT_USAGE = `perlumen split --parts N --to FOLDER MANIFEST
  Shares a manifest out into parts of like size, part-1.csv to part-N.csv, for as many jobs; each
  is graded by “perlumen grade --manifest FOLDER/part-K.csv --format jsonl --out FOLDER/part-K.jsonl
  --resume”. Their photographs are named as they lie from FOLDER.`

/** Most parts: what cluster schedulers take as one array of jobs. */
const MOST_PARTS = 10_000

/** @returns 0, or throws UsageError with a plain sentence */
export async function split(argv: readonly string[], io: CliIo): Promise<number> {
  const { values, positionals } = parse(argv)
  const [name] = positionals
  if (name === undefined || positionals.length > 1) throw new UsageError('Name one manifest to split.')
  if (values.to === undefined) throw new UsageError('--to FOLDER says where the parts go.')
  const parts = /^\d+$/.test(values.parts ?? '') ? Number(values.parts) : NaN
  if (!(parts >= 1 && parts <= MOST_PARTS))
    throw new UsageError(`--parts must be a whole number from 1 to ${MOST_PARTS}.`)
  const { rows, extraColumns } = readManifest(await openText(name), name)
  const lines = rows.map((row) => [
    relative(values.to!, resolve(dirname(name), row.file)),
    row.species ?? '',
    row.ageDays ?? '',
    row.shell ?? '',
    ...extraColumns.map((column) => row.extra[column] ?? ''),
  ])
  await mkdir(values.to, { recursive: true }).catch((error: NodeJS.ErrnoException) => {
    throw new UsageError(`The folder ${values.to} cannot be made (${error.code ?? error.message}).`)
  })
  const heading = ['file', 'species', 'day', 'shell', ...extraColumns]
  for (let k = 0; k < parts; k++) {
    // Dealt round like cards, so that a night of large pictures does not fall to one job.
    const own = lines.filter((_, i) => i % parts === k)
    const text = Papa.unparse({ fields: heading, data: own }, { newline: '\n' })
    await writeFile(join(values.to, `part-${k + 1}.csv`), `${text}\n`)
  }
  io.stderr.write(`${rows.length} photographs in ${parts} parts.\n`)
  return 0
}

function parse(argv: readonly string[]) {
  const text = { type: 'string' } as const
  try {
    return parseArgs({
      args: [...argv],
      allowPositionals: true,
      strict: true,
      options: { parts: text, to: text },
    })
  } catch (error) {
    throw new UsageError((error as Error).message)
  }
}
