import { z } from 'zod'
import { LAMP_CHANGES, LAMP_LIMITS } from '../../core/lamp/lamp-terms.ts'
import type { LampLight } from '../../core/lamp/lamp-light.ts'
import { SHELLS, SPECIES_NAMES } from '../../core/species/species.ts'
import { fractionField, idField, instantField, type HoldsAll } from './fields.ts'

const light = z.number().min(0).max(1)
const lampLightSchema = z.object({
  emptyRed: z.number().min(0),
  brightRed: light,
  colour: z.tuple([z.number().min(0), z.number().min(0)]),
  grain: z.number().min(0),
  burntShare: fractionField,
  glare: z.number().min(0),
  fallOff: z.number().min(0),
  blur: z.number().min(0).nullable(),
  room: light,
  lamp: z.enum(['blunt', 'small', 'side']),
})
const day = z.number().min(0).max(70).nullable()

/** What lamp, camera and room show of one kind of shell, as checked on a fresh egg. */
export const lampCheckSchema = z.object({
  id: idField,
  at: instantField,
  species: z.enum(SPECIES_NAMES),
  shell: z.enum(SHELLS),
  light: lampLightSchema,
  /** Days of incubation from which a sign is seen; null where it is not. */
  days: z.object({ body: day, ring: day, cell: day }),
  limits: z.array(z.enum(LAMP_LIMITS)).max(LAMP_LIMITS.length),
  /** The single change that helps most, and the day of a body after it; null where none helps. */
  change: z.object({ change: z.enum(LAMP_CHANGES), bodyDay: z.number().min(0).max(70) }).nullable(),
  /** How much longer to expose, stops; shorter where negative. */
  stops: z.number().min(-12).max(12),
})
type Kept = z.infer<typeof lampCheckSchema>
export type LampCheck = Kept & { light: HoldsAll<LampLight, Kept['light']> }
