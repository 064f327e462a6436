import { z } from 'zod'
import { SHELLS, SPECIES_NAMES } from '../core/species/species.ts'

export const speciesSchema = z.enum(SPECIES_NAMES)
export const shellSchema = z.enum(SHELLS)
