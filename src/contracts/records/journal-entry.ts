import { z } from 'zod'
import { eggRecordSchema } from './egg-record.ts'
import { idField } from './fields.ts'
import { incubatorLogSchema } from './incubator-log.ts'
import { incubatorSchema } from './incubator-record.ts'
import { lookRecordSchema } from './look-record.ts'
import { practiceRecordSchema } from './practice-record.ts'
import { probeRecordSchema } from './probe-record.ts'
import { readingsRecordSchema } from './readings-record.ts'
import { sessionRecordSchema } from './session-record.ts'
import { setRecordSchema } from './set-record.ts'
import { trayRecordSchema } from './tray-record.ts'

/** How a record was before a step; null for what did not exist. */
const before = <T extends z.ZodType>(schema: T) =>
  z.array(z.object({ id: idField, before: schema.nullable() }))
/** What the step noted of something: taken back, none of it holds. `created` brought it into the book. */
const notedFields = { id: idField, created: z.boolean(), eventIds: z.array(idField) }
const noted = z.array(z.object(notedFields))
/** What the step took out of the book is here as it was. */
const notedOrGone = <T extends z.ZodType>(schema: T) =>
  z.array(z.object({ ...notedFields, gone: schema.optional() }))

/** One step that can be taken back. */
export const journalEntrySchema = z.object({
  /** Counts up; the newest step is taken back first. */
  number: z.int().min(1),
  label: z.string(),
  /** The egg at hand, where the step was about one. */
  eggId: idField.nullable(),
  incubators: before(incubatorSchema),
  probes: before(probeRecordSchema),
  sets: before(setRecordSchema),
  looks: before(lookRecordSchema),
  trays: notedOrGone(trayRecordSchema),
  eggs: notedOrGone(eggRecordSchema),
  sessions: noted,
  logs: noted,
  /** Readings that the step added. */
  readings: z.array(z.object({ probeId: idField, atMs: z.number() })),
  /** Readings that the step took out or wrote over, as they were. */
  readingsBefore: z
    .array(
      z.object({
        probeId: idField,
        atMs: z.number(),
        celsius: z.number().nullable(),
        rhPercent: z.number().nullable(),
      }),
    )
    .optional(),
})
export type JournalEntry = z.infer<typeof journalEntrySchema>

/** A step as it is written in one piece before any record is touched, so that it is whole or not there. */
export const stepSchema = z.object({
  put: z.object({
    incubators: z.array(incubatorSchema),
    probes: z.array(probeRecordSchema),
    trays: z.array(trayRecordSchema),
    sets: z.array(setRecordSchema),
    eggs: z.array(eggRecordSchema),
    looks: z.array(lookRecordSchema),
    sessions: z.array(sessionRecordSchema),
    logs: z.array(incubatorLogSchema),
    // A step that an earlier program left unfinished had none.
    practice: z.array(practiceRecordSchema).default([]),
    readings: z.array(readingsRecordSchema),
  }),
  /** The undo entry that the step adds, or takes back. */
  journal: z.object({ add: journalEntrySchema.nullable(), take: z.int().nullable() }),
})
export type Step = z.infer<typeof stepSchema>
