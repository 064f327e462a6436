import { open } from 'node:fs/promises'
import { UsageError, type CliIo } from '../io.ts'
import { readOptions, TEXT } from '../options.ts'
import { FORMATS, openResults, recordOf, type FormatName } from '../results.ts'
import { refuseToOverwrite } from '../write-file.ts'

export const JOIN_USAGE = `perlumen join [--format NAME] [--out FILE] PART.jsonl…
  Joins JSON Lines results, in the order of the files, as json (default), jsonl or csv.`

/** @returns 1 where photographs could not be read, or parts are cut off; 0 otherwise */
export async function join(argv: readonly string[], io: CliIo): Promise<number> {
  const { values, positionals: parts } = readOptions(argv, { format: TEXT, out: TEXT })
  if (parts.length === 0) throw new UsageError('Name the parts to join.')
  const format = (values.format ?? 'json') as FormatName
  if (!FORMATS.includes(format))
    throw new UsageError(`--format must be ${FORMATS.join(', ')}, not “${values.format}”.`)
  if (values.out !== undefined) await refuseToOverwrite(values.out, parts)
  // Columns that the manifest brought are only known when all is read; it shows as well whether all can be.
  const extraColumns = await columnsOf(parts)
  const results = await openResults({ format, extraColumns, out: values.out, resume: false, io })
  let torn = 0
  try {
    for (const part of parts) {
      let line = 0
      for await (const text of linesOf(part)) {
        line++
        const record = recordOf(text)
        if (record) await results.add([record])
        else {
          torn++
          io.stderr.write(`${part}, line ${line}: no result; left out.\n`)
        }
      }
    }
  } finally {
    await results.close()
  }
  return torn > 0 || results.unread() > 0 ? 1 : 0
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
