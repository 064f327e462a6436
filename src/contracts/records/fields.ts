import { z } from 'zod'
import { AIR_METHODS, MOST_COOLER_C, type AirHabit } from '../../core/climate/air-method.ts'
import { isLocalDate, isZone } from '../../core/time/local-date.ts'
import { SHELLS, SPECIES_NAMES } from '../../core/species/species.ts'

/** Fields that several records share. */
export const idField = z
  .string()
  .min(1)
  .max(64)
  .regex(/^[\w-]+$/)
/** Nobody has hatched in this program before or after: what lies there is a slip, and calendars fail on it. */
const isOfOurTime = (iso: string): boolean => iso >= '1950' && iso < '2101'
export const instantField = z.iso.datetime().refine(isOfOurTime, 'no time between 1950 and 2100')
export const localDateField = z
  .string()
  .refine(isLocalDate, 'no date')
  .refine(isOfOurTime, 'no date between 1950 and 2100')
export const zoneField = z.string().max(60).refine(isZone, 'no time zone')
/** A stand-in said it, not a device: only the made-up hatchery holds such values. */
export const standInField = z.literal(true).optional()
export const fractionField = z.number().min(0).max(1)
export const speciesField = z.enum(SPECIES_NAMES)
export const shellField = z.enum(SHELLS)

/** A type of the core as it is kept: it does not compile where a field of it would be lost. */
export type HoldsAll<Core, Kept extends Required<Core>> = Kept

const humidityBandField = z
  .object({ low: z.number().min(10).max(95), high: z.number().min(10).max(95) })
  .refine(({ low, high }) => low <= high, {
    path: ['low'],
    message: 'it is above the higher one',
  })
export const airHabitField = z.object({
  method: z.enum(AIR_METHODS),
  own: z.object({ until: humidityBandField, from: humidityBandField }),
  lockdownCoolerC: z.number().min(0).max(MOST_COOLER_C),
} satisfies Record<keyof AirHabit, z.ZodType>)

/** Local hours at which eggs are turned, in their order. */
export const turningHoursField = z.array(z.number().min(0).max(23.75)).max(15)
