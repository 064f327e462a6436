import { z } from 'zod'
import { instantField } from './fields.ts'
import { hatcheryRecordSchema } from './hatchery-record.ts'
import { lookRecordSchema } from './look-record.ts'
import { sessionRecordSchema } from './session-record.ts'
import { eggRecordSchema, type Egg } from './egg-record.ts'
import { setRecordSchema } from './set-record.ts'

/** Raised when a stored or exported shape changes; older ones are converted on reading. */
export const RECORDS_VERSION = 6

/** Everything but the photographs. */
export const hatcherySchema = z.object({
  format: z.literal('perlumen-records'),
  version: z.literal(RECORDS_VERSION),
  exportedAt: instantField,
  hatchery: hatcheryRecordSchema,
  sets: z.array(setRecordSchema),
  eggs: z.array(eggRecordSchema),
  looks: z.array(lookRecordSchema),
  sessions: z.array(sessionRecordSchema),
})
/** The records of a file as the program works with them: each egg with its state. */
export type HatcheryRecords = Omit<z.infer<typeof hatcherySchema>, 'eggs'> & { eggs: Egg[] }
