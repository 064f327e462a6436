import { z } from 'zod'
import { TRIGGERS } from '../../core/session/evening-terms.ts'
import type { SessionEvent } from '../../core/session/session.ts'
import { PREFLIGHT } from '../../core/session/preflight.ts'
import { standingEvents, takenBackSchema, toldFields } from './events.ts'
import { idField, instantField } from './fields.ts'
import { FRESH, stampSchema } from './stamp.ts'

const told = { ...toldFields, at: instantField }

const eventSchema = z.discriminatedUnion('kind', [
  z.object({ ...told, kind: z.literal('opened'), purpose: z.enum(['fetch', 'return']), trayId: idField }),
  z.object({ ...told, kind: z.literal('closed') }),
  z.object({ ...told, kind: z.literal('paused') }),
  z.object({ ...told, kind: z.literal('resumed') }),
  /** An egg was left for another evening without a picture. */
  z.object({ ...told, kind: z.literal('left'), eggId: idField }),
  z.object({ ...told, kind: z.literal('ended') }),
  takenBackSchema,
])
export type SessionNote = z.infer<typeof eventSchema>
type Told = Exclude<SessionNote, { kind: 'taken-back' }>
/** What happens in an evening, without who noted it and when. */
export type SessionHappening = Told extends infer T
  ? T extends Told
    ? Omit<T, 'id' | 'at' | 'device'>
    : never
  : never

/** One evening at the bench with one set. All that is needed to go on after a crash is written as it happens. */
export const sessionRecordSchema = z.object({
  id: idField,
  stamp: stampSchema,
  setId: idField,
  startedAt: instantField,
  /** Who stands at the lamp; empty where nobody said. */
  candler: z.string().max(60).default(''),
  ready: z.array(z.enum(PREFLIGHT)),
  /** False while things are still made ready. */
  begun: z.boolean(),
  trigger: z.enum(TRIGGERS),
  /** Where the pictures come from, or that eggs are only looked at; asked once. */
  source: z.enum(['network', 'device', 'eye']),
  timerSeconds: z.number().min(1).max(60),
  /** Lifting an egg off the lamp agrees where that keeps it in. */
  liftAgrees: z.boolean(),
  /** In the order in which they were noted; only ever added to. */
  events: z.array(eventSchema).max(5000),
  /** The egg at hand, and since when it is out. */
  egg: z.object({ id: idField, since: instantField }).nullable(),
})
export type SessionRecord = z.infer<typeof sessionRecordSchema>

/** An evening with what follows from its events. */
export type Session = SessionRecord & {
  endedAt: string | null
  /** Eggs that the candler left for another evening without a picture. */
  skipped: string[]
}

export function sessionOf(record: SessionRecord): Session {
  const events = standingEvents(record.events)
  return {
    ...record,
    endedAt: events.findLast(({ kind }) => kind === 'ended')?.at ?? null,
    skipped: [...new Set(events.flatMap((event) => (event.kind === 'left' ? event.eggId : [])))],
  }
}

/** The record of an evening as it stands. */
export function sessionRecordOf({ endedAt: _e, skipped: _a, ...record }: Session): SessionRecord {
  return record
}

/** An evening that begins to be made ready. */
export function newSession(
  known: Pick<SessionRecord, 'id' | 'setId' | 'startedAt' | 'source'> & Partial<SessionRecord>,
): Session {
  return sessionOf({
    stamp: FRESH,
    candler: '',
    ready: [],
    begun: false,
    trigger: 'itself',
    timerSeconds: 4,
    liftAgrees: true,
    events: [],
    egg: null,
    ...known,
  })
}

/** The events in the core's terms. */
export function eventsOf({ events }: Pick<SessionRecord, 'events'>): SessionEvent[] {
  return standingEvents(events).flatMap((event): SessionEvent[] => {
    const atMs = Date.parse(event.at)
    switch (event.kind) {
      case 'opened':
        return [{ kind: 'opened', atMs, purpose: event.purpose, trayId: event.trayId }]
      case 'closed':
      case 'paused':
      case 'resumed':
        return [{ kind: event.kind, atMs }]
      case 'left':
      case 'ended':
        return []
    }
  })
}
