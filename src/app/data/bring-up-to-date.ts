import {
  byProbeAndDay,
  dayOf,
  readingsId,
  readingsOf,
  readingsRecordSchema,
  withReadings,
} from '../../contracts/records/readings-record.ts'
import { isOfChapter, RECORD_TABLES, type RecordTable } from '../../contracts/records/record-tables.ts'
import { setIdOf, type BookTables } from './book-tables.ts'

/**
 * Writes records of an earlier version in today's shape. What becomes a record of its own is written first, the rest
 * after it; the caller notes the version last: cut off in the middle, it is done again from where it stands.
 */
export async function bringUpToDate(tables: BookTables, zone: string): Promise<void> {
  const raw = await tables.raw()
  const { broughtUp } = await import('../../contracts/records/upgrade.ts')
  const { records, more, readings, shapes } = broughtUp(raw, zone)
  for (const lines of shapes) await tables.shapes.setItem(lines.id, lines)
  for (const some of byProbeAndDay(readings.flatMap((day) => readingsOf(day)))) {
    const [{ probeId, atMs }] = some
    const kept = await tables.readings.getItem(readingsId(probeId, dayOf(atMs)))
    await tables.putReadings(withReadings(readingsRecordSchema.safeParse(kept).data ?? null, some))
  }
  for (const { table, value } of more) await tables.put(table, value as object)
  for (const [i, record] of records.entries()) {
    const before = raw[i]!
    if (record.lies === 'quarantine') {
      const { table, value } = record
      if (value !== before.value) await tables.quarantined.setItem(record.key, { table, value })
      continue
    }
    // Under its old key with the set before it, so that two of one id stay two.
    const key =
      isOfChapter(record.table) && !before.key.includes('/')
        ? `${setIdOf(record.value)}/${before.key}`
        : before.key
    if (key === before.key && record.value === before.value) continue
    await tables.of(record.table).setItem(key, record.value)
    if (key !== before.key) await tables.remove(before)
  }
  // Steps of then are about records of another shape and cannot be taken back.
  await tables.steps.clear()
}

/** The records that a step of an earlier version was about to write, where that had them: under their own ids. */
export async function putOldStep(tables: BookTables, step: unknown): Promise<void> {
  const put = (step as { put?: unknown } | null)?.put
  if (typeof put !== 'object' || put === null) return
  for (const [table, list] of Object.entries(put)) {
    if (!RECORD_TABLES.includes(table as RecordTable) || !Array.isArray(list)) continue
    for (const value of list.filter(hasId)) await tables.of(table as RecordTable).setItem(value.id, value)
  }
}

function hasId(value: unknown): value is { id: string } {
  return typeof (value as { id?: unknown } | null)?.id === 'string'
}
