import { z } from 'zod'
import { TRIGGERS } from '../core/session/evening-terms.ts'
import type { SessionEvent } from '../core/session/session.ts'
import { PREFLIGHT } from '../core/session/preflight.ts'
import { idField, instantField } from './fields.ts'
import { stampSchema } from './stamp.ts'

const eventSchema = z.discriminatedUnion('kind', [
  z.object({
    kind: z.literal('opened'),
    at: instantField,
    purpose: z.enum(['fetch', 'return']),
    trayId: idField,
  }),
  z.object({ kind: z.literal('closed'), at: instantField }),
  z.object({ kind: z.literal('paused'), at: instantField }),
  z.object({ kind: z.literal('resumed'), at: instantField }),
])

/** One evening at the bench with one set. All that is needed to go on after a crash is written as it happens. */
export const sessionRecordSchema = z.object({
  id: idField,
  stamp: stampSchema,
  setId: idField,
  startedAt: instantField,
  endedAt: instantField.nullable(),
  ready: z.array(z.enum(PREFLIGHT)),
  /** False while things are still made ready. */
  begun: z.boolean(),
  trigger: z.enum(TRIGGERS),
  /** Where the pictures come from; asked once. */
  source: z.enum(['network', 'device']),
  timerSeconds: z.number().min(1).max(60),
  /** Lifting an egg off the lamp agrees where that keeps it in. */
  liftAgrees: z.boolean(),
  events: z.array(eventSchema).max(5000),
  /** Readings of the incubator's air; `by` hand or the sensor. */
  air: z
    .array(
      z.object({
        at: instantField,
        rhPercent: z.number().min(0).max(100),
        celsius: z.number().min(0).max(60),
        by: z.enum(['hand', 'sensor']),
      }),
    )
    .max(5000),
  /** The egg at hand, and since when it is out. */
  egg: z.object({ id: idField, since: instantField }).nullable(),
  /** Eggs that the candler left for another evening without a picture. */
  aside: z.array(idField).max(5000).default([]),
})
export type SessionRecord = z.infer<typeof sessionRecordSchema>

/** The events in the core's terms. */
export function eventsOf({ events }: Pick<SessionRecord, 'events'>): SessionEvent[] {
  return events.map(({ at, ...event }) => ({ ...event, atMs: Date.parse(at) }))
}
