import { z } from 'zod'
import { idField } from './fields.ts'

/** The latest revision that each device wrote. */
const revisionsSchema = z.record(idField, z.int().min(1))
export type Revisions = z.infer<typeof revisionsSchema>

/**
 * Who wrote a record last, how often it was written, and what each writer had seen: what it takes to bring the books of
 * two devices together without guessing. A record that was taken back stays as a mark that it is gone, so that another
 * device's copy of it does not come back.
 * @see Parker, D. S. et al. (1983). Detection of mutual inconsistency in distributed systems. IEEE Trans. Softw. Eng.
 * SE-9, 240–247: version vectors.
 */
export const stampSchema = z.object({
  /** Counts up with each write; 0 until the first. */
  revision: z.int().min(0),
  /** The device that wrote it; null where nobody noted it. */
  device: idField.nullable(),
  gone: z.boolean(),
  /** Of all writes that this state holds; empty in stamps of earlier versions. */
  by: revisionsSchema.default({}),
  /** Of all writes that the device had seen when it took the record back. */
  goneBy: revisionsSchema.default({}),
})
export type Stamp = z.infer<typeof stampSchema>

/** Of a record that was never written. */
export const FRESH: Readonly<Stamp> = { revision: 0, device: null, gone: false, by: {}, goneBy: {} }

/** Writes of earlier versions noted no device: they count as those of one. */
const BEFORE = 'before'

/** All writes that a stamp stands for. */
export function writesOf({ revision, by }: Stamp): Revisions {
  return revision > 0 && Object.keys(by).length === 0 ? { [BEFORE]: revision } : by
}

/** All writes of either. */
export function allOf(a: Revisions, b: Revisions): Revisions {
  const all = { ...a }
  for (const [device, revision] of Object.entries(b)) all[device] = Math.max(all[device] ?? 0, revision)
  return all
}

/** Whether `b` holds all writes of `a`. */
export function isIn(a: Revisions, b: Revisions): boolean {
  return Object.entries(a).every(([device, revision]) => (b[device] ?? 0) >= revision)
}

interface Noted {
  id: string
  rev?: number | undefined
}

/** Events with their place among all that were ever noted of a record; those of earlier versions by their order. */
export function numbered<E extends Noted>(events: readonly E[], floor = 0): E[] {
  let last = 0
  return events.map((event) => {
    last = event.rev ?? Math.max(last, floor) + 1
    return event.rev === undefined ? { ...event, rev: last } : event
  })
}

/**
 * The record as this device writes it; what is new among its events is numbered on from all that was seen.
 * @param now - how it stands, where it is written over; older states may come back, revisions never do
 */
export function stamped<T extends { stamp: Stamp; events?: readonly object[] }>(
  record: T,
  {
    device,
    now = null,
    gone = false,
  }: { device: string; now?: { stamp: Stamp; events?: readonly object[] } | null; gone?: boolean },
): T {
  const seen = Math.max(record.stamp.revision, now?.stamp.revision ?? 0)
  const by = allOf(writesOf(record.stamp), now ? writesOf(now.stamp) : {})
  const goneBy = allOf(record.stamp.goneBy, now?.stamp.goneBy ?? {})
  let revision = seen + 1
  let { events } = record
  if (events) {
    const before = now?.events?.length ?? 0
    const known = numbered(events.slice(0, before) as Noted[])
    const fresh = numbered(events.slice(before) as Noted[], Math.max(seen, known.at(-1)?.rev ?? 0))
    events = [...known, ...fresh]
    revision = Math.max(revision, (events.at(-1) as Noted | undefined)?.rev ?? 0)
  }
  const stamp: Stamp = gone
    ? { revision, device, gone, by, goneBy: allOf(goneBy, by) }
    : { revision, device, gone, by: { ...by, [device]: revision }, goneBy }
  return { ...record, ...(events ? { events } : {}), stamp }
}
