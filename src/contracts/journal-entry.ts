import { z } from 'zod'
import { idField } from './fields.ts'
import { lookRecordSchema } from './look-record.ts'
import { eggRecordSchema } from './egg-record.ts'
import { setRecordSchema } from './set-record.ts'

/** How a record was before a step; null for what did not exist. */
const before = <T extends z.ZodType>(schema: T) =>
  z.array(z.object({ id: idField, before: schema.nullable() }))

/** One step that can be taken back. */
export const journalEntrySchema = z.object({
  /** Counts up; the newest step is taken back first. */
  number: z.int().min(1),
  label: z.string(),
  /** The egg at hand, where the step was about one. */
  eggId: idField.nullable(),
  sets: before(setRecordSchema),
  /** What the step noted of eggs: taken back, each of them holds no longer. `created` brought the egg into the book. */
  eggs: z.array(z.object({ id: idField, created: z.boolean(), eventIds: z.array(idField) })),
  looks: before(lookRecordSchema),
})
export type JournalEntry = z.infer<typeof journalEntrySchema>

/** A step as it is written in one piece before any record is touched, so that it is whole or not there. */
export const stepSchema = z.object({
  put: z.object({
    sets: z.array(setRecordSchema),
    eggs: z.array(eggRecordSchema),
    looks: z.array(lookRecordSchema),
  }),
  /** The undo entry that the step adds, or takes back. */
  journal: z.object({ add: journalEntrySchema.nullable(), take: z.int().nullable() }),
})
export type Step = z.infer<typeof stepSchema>
