import type { Bundle, LongWork } from '../../contracts/files/bundle.ts'
import { checked, fileOf } from '../../contracts/records/book.ts'
import { readingsRecordSchema } from '../../contracts/records/readings-record.ts'
import { RECORD_TABLES } from '../../contracts/records/record-tables.ts'
import type { BookTables } from './book-tables.ts'

/** Writes all that a checked bundle holds into empty tables. @throws what a write, or the one who stops it, throws */
export async function fillFrom(
  {
    records,
    quarantined,
    tombstones,
    photoTypes,
    photo,
    shapes,
    attachmentIds,
    attachment,
    readingIds,
    readings,
  }: Bundle,
  tables: BookTables,
  { onProgress, signal }: LongWork,
): Promise<void> {
  const file = fileOf(records)
  const put = RECORD_TABLES.flatMap((table) =>
    (table === 'hatchery' ? [file.hatchery] : (file[table] as unknown[])).map((value) => ({
      table,
      value,
    })),
  )
  let done = 0
  const total = photoTypes.size + put.length + attachmentIds.length + readingIds.length
  const step = (): void => {
    signal?.throwIfAborted()
    onProgress?.(++done, total)
  }
  await inBatches(photoTypes, async ([id, type]) => {
    await tables.photos.setItem(id, new Blob([await photo(id)], { type }))
    step()
  })
  await inBatches(put, async ({ table, value }) => {
    await tables.put(table, checked(table, value))
    step()
  })
  await inBatches(attachmentIds, async (id) => {
    const kept = await attachment(id)
    if (kept) await tables.attachments.setItem(id, kept)
    step()
  })
  await inBatches(readingIds, async (id) => {
    const day = readingsRecordSchema.parse(await readings(id))
    await tables.putReadings(day)
    step()
  })
  const putShapes = async (lookId: unknown): Promise<void> => {
    const lines = typeof lookId === 'string' ? await shapes(lookId) : null
    if (lines) await tables.shapes.setItem(lines.id, lines)
  }
  await inBatches(records.looks, ({ id }) => putShapes(id))
  await inBatches(
    quarantined.filter(({ table }) => table === 'looks'),
    ({ value }) => putShapes((value as { id?: unknown } | null)?.id),
  )
  for (const { table, value } of tombstones) await tables.put(table, value as object)
  for (const [index, { table, value }] of quarantined.entries())
    if (RECORD_TABLES.includes(table)) await tables.quarantined.setItem(`import/${index}`, { table, value })
}

/** So many writes wait for the disk together; one after the other they would wait for each other's acknowledgement. */
const BATCH = 24

/** Works through a list in its order, some at a time. All that was begun has ended when it returns or throws. */
async function inBatches<T>(items: Iterable<T>, work: (item: T) => Promise<void>): Promise<void> {
  const waiting = [...items]
  while (waiting.length > 0) {
    const ended = await Promise.allSettled(waiting.splice(0, BATCH).map((item) => work(item)))
    for (const end of ended) if (end.status === 'rejected') throw end.reason
  }
}
