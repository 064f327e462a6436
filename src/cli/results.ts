import { open, type FileHandle } from 'node:fs/promises'
import Papa from 'papaparse'
import { neutraliseFormula } from '../contracts/files/csv-cell.ts'
import { gradeRecordSchema, type GradeRecord } from '../contracts/files/grade-record.ts'
import { OutputError, UsageError, type CliIo } from './io.ts'

/** Takes results one photograph after the other; what it took is kept, also when the run is cut off. */
export interface Results {
  /** Photographs that an earlier run had graded. */
  done: ReadonlySet<string>
  /** Photographs that could not be read, of all that are in the results. */
  unread(): number
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

const LINES_FORMAT: Format = {
  begin: '',
  text: (record) => `${JSON.stringify(record)}\n`,
  end: '',
}

export const FORMATS = ['json', 'jsonl', 'csv'] as const
export type FormatName = (typeof FORMATS)[number]

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

/** A line of a table, by its headings; empty where there is nothing to say. */
export function csvRow(record: GradeRecord): Record<string, unknown> {
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
  format: FormatName
  extraColumns: readonly string[]
  /** File to write; standard output without. */
  out: string | undefined
  /** Whether what the file holds already is kept, and gone on with; only lines can be. */
  resume: boolean
  io: CliIo
}

/** @throws UsageError when the file cannot be opened for writing, or holds something else than lines to go on with */
export async function openResults({
  format,
  extraColumns,
  out,
  resume,
  io,
}: ResultsOptions): Promise<Results> {
  const how = format === 'json' ? JSON_FORMAT : format === 'jsonl' ? LINES_FORMAT : csvFormat(extraColumns)
  if (out === undefined) return toStream(how, io)
  const before = resume ? await readLines(out) : NOTHING_BEFORE
  const handle = await open(out, before.bytes > 0 ? 'r+' : 'w').catch((error: NodeJS.ErrnoException) => {
    throw new UsageError(`Cannot write ${out} (${error.code ?? error.message}).`)
  })
  const results = toFile(how, { handle, name: out, before })
  await handle
    .truncate(before.bytes)
    // Pipes and devices have no length.
    .catch(() => undefined)
    .then(() => results.add([]))
    .catch(async (error: unknown) => {
      await handle.close()
      throw error
    })
  return results
}

/** What a file of lines holds of an earlier run. */
interface Before {
  done: Set<string>
  unread: number
  /** Up to here it is kept. */
  bytes: number
}
const NOTHING_BEFORE: Before = { done: new Set(), unread: 0, bytes: 0 }

/** Reads the lines of an earlier run. Its last photograph may have been cut off among its eggs: it is graded again. */
async function readLines(file: string): Promise<Before> {
  const handle = await open(file, 'r').catch(() => null)
  if (!handle) return NOTHING_BEFORE
  const kept: Before = { done: new Set(), unread: 0, bytes: 0 }
  let last = { file: '', unread: 0, bytes: 0 }
  let line = 0
  const settle = (): void => {
    if (last.file === '') return
    kept.done.add(last.file)
    kept.unread += last.unread
    kept.bytes += last.bytes
  }
  for await (const text of handle.readLines({ encoding: 'utf8' })) {
    line++
    const record = recordOf(text)
    // The last line may have been cut off in the middle; what comes after a broken one cannot be trusted.
    if (!record) {
      last = { file: '', unread: 0, bytes: 0 }
      if (line === 1 && text.trim() !== '')
        throw new UsageError(`${file} is not a JSON Lines results file; it was not changed.`)
      break
    }
    if (record.file !== last.file) {
      settle()
      last = { file: record.file, unread: 0, bytes: 0 }
    }
    last.unread = record.error ? 1 : 0
    last.bytes += Buffer.byteLength(text) + 1
  }
  return kept
}

/** A line of results; null where it is none. */
export function recordOf(line: string): GradeRecord | null {
  try {
    return gradeRecordSchema.parse(JSON.parse(line))
  } catch {
    return null
  }
}

function toStream({ begin, text, end }: Format, io: CliIo): Results {
  let index = 0
  let unread = 0
  io.stdout.write(begin)
  return {
    done: new Set(),
    unread: () => unread,
    add: async (records) => {
      if (records.some(({ error }) => error)) unread++
      for (const record of records) io.stdout.write(text(record, index++))
    },
    close: async () => void io.stdout.write(end),
  }
}

/** After each photograph the file is a whole document: its end is written, and written over by the next. */
function toFile(
  { begin, text, end }: Format,
  { handle, name, before }: { handle: FileHandle; name: string; before: Before },
): Results {
  let index = 0
  let photographs = before.done.size
  let at = before.bytes
  let { unread } = before
  return {
    done: before.done,
    unread: () => unread,
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
          `${name} cannot be written: ${code === 'ENOSPC' ? 'the disk is full' : (code ?? (error as Error).message)}. It holds the results of ${photographs} photographs so far.`,
        )
      }
      at += Buffer.byteLength(body)
      if (records.length > 0) photographs++
      if (records.some(({ error }) => error)) unread++
    },
    close: () => handle.close(),
  }
}

async function writeAll(handle: FileHandle, bytes: Buffer, position: number): Promise<void> {
  for (let done = 0; done < bytes.length;)
    done += (await handle.write(bytes, done, bytes.length - done, position + done)).bytesWritten
}
