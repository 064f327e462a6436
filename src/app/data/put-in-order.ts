import { sortOut } from '../../contracts/records/book.ts'
import { stepSchema } from '../../contracts/records/journal-entry.ts'
import { readingsRecordSchema, rolledUp } from '../../contracts/records/readings-record.ts'
import type { BookTables } from './book-tables.ts'
import { putOldStep } from './bring-up-to-date.ts'

const STEP_KEY = 'step'

/** Earlier versions wrote a step down before they made it: one that was cut off then is carried to its end. */
export async function completeStep(tables: BookTables, mark: string): Promise<void> {
  const kept = await tables.meta.getItem<unknown>(STEP_KEY)
  if (kept === null) return
  const step = stepSchema.safeParse(kept)
  if (step.success) await tables.writeTogether(mark, tables.putting(step.data))
  // Of a still earlier version: brought up to date with the others.
  else await putOldStep(tables, kept)
  await tables.meta.removeItem(STEP_KEY)
}

/** Records that an import brought as set aside and that can be read by now go where they belong. */
export async function bringHome(tables: BookTables, zone: string): Promise<void> {
  const waiting = await tables.rawQuarantined()
  if (waiting.length === 0) return
  const { quarantined } = sortOut(await tables.raw(), zone)
  const still = new Set(quarantined.filter(({ lies }) => lies === 'quarantine').map(({ key }) => key))
  for (const record of waiting) {
    if (still.has(record.key)) continue
    await tables.put(record.table, record.value as object)
    await tables.remove(record)
  }
}

/** The last day of each probe may have been cut off before it was drawn together. */
export async function healRollUps({ readings, rollUps }: BookTables): Promise<void> {
  const last = new Map<string, string>()
  for (const id of await readings.keys()) last.set(id.slice(id.indexOf('_') + 1), id)
  for (const id of last.values()) {
    const day = readingsRecordSchema.safeParse(await readings.getItem(id))
    if (day.success) await rollUps.setItem(id, rolledUp(day.data))
  }
}
