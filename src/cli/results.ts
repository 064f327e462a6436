import { open, type FileHandle } from 'node:fs/promises'
import Papa from 'papaparse'
import { neutraliseFormula } from '../contracts/csv-cell.ts'
import type { GradeRecord } from '../contracts/grade-record.ts'
import { OutputError, UsageError, type CliIo } from './io.ts'

/** Takes results one photograph after the other; what it took is kept, also when the run is cut off. */
export interface Results {
  add(records: readonly GradeRecord[]): Promise<void>
  /** Ends the document; to be called once, also after an error. */
  close(): Promise<void>
}

/** How a document of results begins, goes on and ends. */
interface Format {
  begin: string
  text(record: GradeRecord, index: number): string
  end: string
}

const JSON_FORMAT: Format = {
  begin: '[',
  text: (record, index) => `${index > 0 ? ',' : ''}\n${JSON.stringify(record, null, 1)}`,
  end: '\n]\n',
}

/** @param extraColumns - of the manifest; one with the name of a column of ours is told apart */
function csvFormat(extraColumns: readonly string[]): Format {
  const own = Object.keys(csvRow(EMPTY))
  const extras = extraColumns.map((name) => ({
    name,
    heading: own.includes(name) ? `${name} (manifest)` : name,
  }))
  const line = (cells: unknown[]): string =>
    `${Papa.unparse([cells.map(neutraliseFormula)], { newline: '\n' })}\n`
  return {
    begin: line([...own, ...extras.map(({ heading }) => heading)]),
    text: (record) =>
      line([...Object.values(csvRow(record)), ...extras.map(({ name }) => record.extra?.[name] ?? '')]),
    end: '',
  }
}

const EMPTY: GradeRecord = {
  file: '',
  egg: 1,
  outline: null,
  airCell: null,
  shadow: null,
  vessels: null,
  ring: null,
  crack: null,
  readable: false,
  reasons: [],
  grade: 'unsure',
  probabilities: { developing: 0, clear: 0, 'blood-ring': 0, quitter: 0 },
  action: 'recheck',
  elapsedMs: { decode: 0, measure: 0 },
}

function csvRow(record: GradeRecord): Record<string, unknown> {
  return {
    file: record.file,
    egg: record.egg,
    grade: record.grade,
    action: record.action,
    readable: record.readable,
    developing: record.probabilities.developing,
    clear: record.probabilities.clear,
    'blood-ring': record.probabilities['blood-ring'],
    quitter: record.probabilities.quitter,
    'air cell depth': record.airCell?.depth ?? '',
    'air cell volume': record.airCell?.volume ?? '',
    'shadow area': record.shadow?.area ?? '',
    'vessel coverage': record.vessels?.coverage ?? '',
    'ring score': record.ring?.score ?? '',
    'crack score': record.crack?.score ?? '',
    reasons: record.reasons.join('; '),
    error: record.error ?? '',
  }
}

export interface ResultsOptions {
  format: 'json' | 'csv'
  extraColumns: readonly string[]
  /** File to write; standard output without. */
  out: string | undefined
  io: CliIo
}

/** @throws UsageError when the file cannot be opened for writing */
export async function openResults({ format, extraColumns, out, io }: ResultsOptions): Promise<Results> {
  const how = format === 'json' ? JSON_FORMAT : csvFormat(extraColumns)
  if (out === undefined) return toStream(how, io)
  const handle = await open(out, 'w').catch((error: NodeJS.ErrnoException) => {
    throw new UsageError(`Cannot write ${out} (${error.code ?? error.message}).`)
  })
  const results = toFile(how, handle, out)
  await results.add([]).catch(async (error: unknown) => {
    await handle.close()
    throw error
  })
  return results
}

function toStream({ begin, text, end }: Format, io: CliIo): Results {
  let index = 0
  io.stdout.write(begin)
  return {
    add: async (records) => {
      for (const record of records) io.stdout.write(text(record, index++))
    },
    close: async () => void io.stdout.write(end),
  }
}

/** After each photograph the file is a whole document: its end is written, and written over by the next. */
function toFile({ begin, text, end }: Format, handle: FileHandle, name: string): Results {
  let index = 0
  let photographs = 0
  let at = 0
  return {
    async add(records) {
      const body = `${at === 0 ? begin : ''}${records.map((record) => text(record, index++)).join('')}`
      try {
        await writeAll(handle, Buffer.from(body + end), at)
      } catch (error) {
        const { code } = error as NodeJS.ErrnoException
        // What was there before stays a whole document.
        await handle.truncate(at).catch(() => undefined)
        await writeAll(handle, Buffer.from(end), at).catch(() => undefined)
        throw new OutputError(
          `${name} cannot be written any further: ${code === 'ENOSPC' ? 'the disk is full' : (code ?? (error as Error).message)}. It holds the results of ${photographs} photographs.`,
        )
      }
      at += Buffer.byteLength(body)
      if (records.length > 0) photographs++
    },
    close: () => handle.close(),
  }
}

async function writeAll(handle: FileHandle, bytes: Buffer, position: number): Promise<void> {
  for (let done = 0; done < bytes.length;)
    done += (await handle.write(bytes, done, bytes.length - done, position + done)).bytesWritten
}
