import { z } from 'zod'
import { idField } from './fields.ts'

/**
 * Who wrote a record last, and how often it was written: what it takes to bring the books of two devices together
 * without guessing. A record that was taken back stays as a mark that it is gone, so that another device's copy of it
 * does not come back.
 */
export const stampSchema = z.object({
  /** Counts up with each write; 0 until the first. */
  revision: z.int().min(0),
  /** The device that wrote it; null where nobody noted it. */
  device: idField.nullable(),
  gone: z.boolean(),
})
export type Stamp = z.infer<typeof stampSchema>

/** Of a record that was never written. */
export const FRESH: Readonly<Stamp> = { revision: 0, device: null, gone: false }

/**
 * The record as this device writes it.
 * @param now - how it stands, where it is written over; older states may come back, revisions never do
 */
export function stamped<T extends { stamp: Stamp }>(
  record: T,
  { device, now = null, gone = false }: { device: string; now?: { stamp: Stamp } | null; gone?: boolean },
): T {
  const revision = Math.max(record.stamp.revision, now?.stamp.revision ?? 0) + 1
  return { ...record, stamp: { revision, device, gone } }
}
