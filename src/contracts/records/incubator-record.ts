import { z } from 'zod'
import { idField } from './fields.ts'
import { FRESH, stampSchema } from './stamp.ts'

export const INCUBATOR_KINDS = ['incubator', 'hatcher'] as const

export const incubatorSchema = z.object({
  id: idField,
  stamp: stampSchema,
  name: z.string().min(1).max(60),
  /** `hatcher`: for the last days, without turning. */
  kind: z.enum(INCUBATOR_KINDS),
  airflow: z.enum(['forced', 'still']),
  /** Added to what its display says, °C. */
  displayCorrectionC: z.number().min(-5).max(5),
  /** Eggs it holds. */
  capacity: z.int().min(1).max(5000),
  turner: z.enum(['auto', 'hand']),
  /** How often a day somebody looks after it. */
  roundsADay: z.int().min(1).max(9).default(2),
  /** Its water lasts so long. */
  waterHours: z.number().min(2).max(336).default(24),
})
export type Incubator = z.infer<typeof incubatorSchema>

export const FIRST_INCUBATOR_ID = 'incubator-1'

/** The one that a hatchery has before anybody has described it. */
export function firstIncubator(): Incubator {
  return {
    id: FIRST_INCUBATOR_ID,
    stamp: FRESH,
    name: 'Incubator 1',
    kind: 'incubator',
    airflow: 'forced',
    displayCorrectionC: 0,
    capacity: 48,
    turner: 'auto',
    roundsADay: 2,
    waterHours: 24,
  }
}
