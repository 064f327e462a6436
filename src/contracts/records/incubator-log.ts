import { z } from 'zod'
import { ALARM_CODES } from '../../core/climate/alarms.ts'
import { SIDES } from '../../core/planning/incubation/turning.ts'
import { standingEvents, takenBackSchema, toldFields } from './events.ts'
import { idField, instantField } from './fields.ts'
import { FRESH, stampSchema } from './stamp.ts'

const told = { ...toldFields, at: instantField }

/** The usual channels of a water tray. */
export const WATER_CHANNELS = ['first', 'second', 'both'] as const
export const OPENING_REASONS = ['water', 'turning', 'candling', 'hatching', 'other'] as const

const logEventSchema = z.discriminatedUnion('kind', [
  z.object({ ...told, kind: z.literal('watered'), channel: z.enum(WATER_CHANNELS) }),
  /** By hand; which mark is up since. */
  z.object({ ...told, kind: z.literal('turned'), sideUp: z.enum(SIDES) }),
  z.object({ ...told, kind: z.literal('vents'), openPercent: z.number().min(0).max(100) }),
  z.object({ ...told, kind: z.literal('opened'), reason: z.enum(OPENING_REASONS) }),
  /** Washed, dried and disinfected, empty. */
  z.object({ ...told, kind: z.literal('disinfected') }),
  /** All that the round asks for was done, or looked at. */
  z.object({ ...told, kind: z.literal('round') }),
  z.object({
    ...told,
    kind: z.literal('alarm'),
    alarm: z.enum(ALARM_CODES),
    /** Null where the alarm is of the incubator as a whole. */
    probeId: idField.nullable(),
    /** What was read then; null where nothing was. */
    value: z.number().nullable(),
  }),
  /** Somebody has seen the alarms that were on. */
  z.object({ ...told, kind: z.literal('alarm-seen') }),
  z.object({
    ...told,
    kind: z.literal('alarm-over'),
    alarm: z.enum(ALARM_CODES),
    probeId: idField.nullable(),
  }),
  takenBackSchema,
])
export type LogNote = z.infer<typeof logEventSchema>
export type LogEvent = Exclude<LogNote, { kind: 'taken-back' }>
/** What happens at an incubator, without who noted it and when. */
export type LogHappening = LogEvent extends infer T
  ? T extends LogEvent
    ? Omit<T, 'id' | 'at' | 'device'>
    : never
  : never

/** What was done and what happened at one incubator in one month (of UTC). */
export const incubatorLogSchema = z
  .object({
    /** `<month>_<incubator>`. */
    id: z.string().max(80),
    stamp: stampSchema,
    incubatorId: idField,
    month: z.string().regex(/^\d{4}-\d{2}$/),
    /** In the order in which they were noted; only ever added to. */
    events: z.array(logEventSchema).max(50_000),
  })
  .refine(
    ({ id, month, incubatorId }) => id === logId(incubatorId, month),
    'under another name than its incubator and month',
  )
export type IncubatorLog = z.infer<typeof incubatorLogSchema>

export function logId(incubatorId: string, month: string): string {
  return `${month}_${incubatorId}`
}

/** The month in which an instant lies. @param at - ISO instant */
export function monthOf(at: string): string {
  return at.slice(0, 7)
}

/** An incubator’s month in which nothing was noted yet. */
export function newLog(incubatorId: string, month: string): IncubatorLog {
  return { id: logId(incubatorId, month), stamp: FRESH, incubatorId, month, events: [] }
}

/** What holds of an incubator’s months, in the order in which it happened. */
export function logEvents(logs: readonly IncubatorLog[], incubatorId: string): LogEvent[] {
  return logs
    .filter((log) => log.incubatorId === incubatorId)
    .flatMap(({ events }) => standingEvents(events) as LogEvent[])
    .sort((a, b) => a.at.localeCompare(b.at))
}
