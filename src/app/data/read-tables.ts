import { journalEntrySchema, type JournalEntry } from '../../contracts/records/journal-entry.ts'
import { readingsRecordSchema, type ReadingsRecord } from '../../contracts/records/readings-record.ts'
import { readAll } from '../../storage/raw-database.ts'
import type { BookTables } from './book-tables.ts'

/** Probes' readings of some days, by their ids; what is not there, or cannot be read, is left out. */
export async function readDays(
  { readings }: BookTables,
  ids: readonly string[],
): Promise<Map<string, ReadingsRecord>> {
  const found = new Map<string, ReadingsRecord>()
  for (const id of ids) {
    const day = readingsRecordSchema.safeParse(await readings.getItem(id))
    if (day.success) found.set(id, day.data)
  }
  return found
}

/** All readings from a day of UTC on. */
export async function readDaysFrom({ name }: BookTables, day: string): Promise<Map<string, ReadingsRecord>> {
  const found = await readAll(name, 'readings', { from: day })
  return new Map(
    found.flatMap(({ value }) => {
      const read = readingsRecordSchema.safeParse(value)
      return read.success ? [[read.data.id, read.data] as const] : []
    }),
  )
}

/** Oldest first. Steps of older versions are about records of another shape and cannot be taken back. */
export async function readJournal({ steps }: BookTables): Promise<JournalEntry[]> {
  const entries: JournalEntry[] = []
  await steps.iterate((value: unknown) => {
    const entry = journalEntrySchema.safeParse(value)
    if (entry.success) entries.push(entry.data)
  })
  return entries.sort((a, b) => a.number - b.number)
}
