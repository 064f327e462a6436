import { dirname, resolve } from 'node:path'
import { tallied } from '../flock-tally.ts'
import { reportPage } from '../report-page.ts'
import { UsageError, type CliIo } from '../io.ts'
import { readManifest } from '../manifest.ts'
import { openText } from '../open-file.ts'
import { readOptions, TEXT } from '../options.ts'
import { refuseToOverwrite, writeOut } from '../write-file.ts'
import { recordsOf } from './join.ts'

export const REPORT_USAGE = `perlumen report --out FILE.html [--manifest FILE] [--by COLUMN] PART.jsonl…
  One page over any number of results: grades by flock, day and shell, what could not be read,
  and the pictures that it was least sure of. --by names the manifest's column that tells the
  flocks apart (default: flock); days and shells come from the manifest.`

/** @returns 1 where photographs could not be read, or parts are cut off; 0 otherwise */
export async function report(argv: readonly string[], io: CliIo): Promise<number> {
  const { values, positionals: parts } = readOptions(argv, { out: TEXT, manifest: TEXT, by: TEXT })
  const { out, manifest: name, by = 'flock' } = values
  if (parts.length === 0) throw new UsageError('Name the parts to report on.')
  if (out === undefined) throw new UsageError('--out FILE.html says where the page goes.')
  await refuseToOverwrite(out, name === undefined ? parts : [name, ...parts])
  const rows =
    name === undefined
      ? new Map()
      : new Map(
          readManifest(await openText(name), name).rows.map(
            (row) => [resolve(dirname(name), row.file), row] as const,
          ),
        )
  const read = recordsOf(parts, io)
  const tally = await tallied(read.records(), { rowOf: (file) => rows.get(resolve(file)), by })
  await writeOut(out, await reportPage(tally, by))
  io.stderr.write(`${tally.eggs} eggs in ${tally.photographs} photographs: ${out}\n`)
  return read.isWhole() ? 0 : 1
}
