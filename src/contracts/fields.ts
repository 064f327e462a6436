import { z } from 'zod'
import { isLocalDate, isZone } from '../core/time/local-date.ts'
import { SHELLS, SPECIES_NAMES } from '../core/species/species.ts'

/** Fields that several records share. */
export const idField = z
  .string()
  .min(1)
  .max(64)
  .regex(/^[\w-]+$/)
export const instantField = z.iso.datetime()
export const localDateField = z.string().refine(isLocalDate, 'no date')
export const zoneField = z.string().max(60).refine(isZone, 'no time zone')
export const fractionField = z.number().min(0).max(1)
export const speciesField = z.enum(SPECIES_NAMES)
export const shellField = z.enum(SHELLS)

/** A type of the core as it is kept: it does not compile where a field of it would be lost. */
export type HoldsAll<Core, Kept extends Required<Core>> = Kept
