import type { SpeciesName } from '../../species/species.ts'
import { timetableOf, type TurningStop } from './timetable.ts'

/** Named choices of when to candle; none is right everywhere. */
export const CANDLING_METHODS = [
  'weekly',
  'early-bird',
  'one-good-look',
  'late-only',
  'often',
  'own',
] as const
export type CandlingMethod = (typeof CANDLING_METHODS)[number]

/** Looks before the one at lockdown, days of a 21-day bird; other birds by the same fraction. */
const EARLY_LOOKS_OF_21: Readonly<Record<Exclude<CandlingMethod, 'own'>, readonly number[]>> = {
  weekly: [7, 14],
  'early-bird': [5, 10],
  'one-good-look': [10.5],
  'late-only': [14],
  often: [4, 7, 10, 13, 16],
}
const REFERENCE_DAYS = 21

export interface CandlingDaysInput {
  method: CandlingMethod
  species: SpeciesName
  /** Ages in elapsed days; used with the method "own" alone. */
  ownDays?: readonly number[]
  /** Incubation that this keeper counts with, days; the table's when left out. */
  incubationDays?: number
  turningStop?: TurningStop
  /** Own days, before the table's. */
  lockdownDay?: number | null
  giveUpDay?: number | null
}

/** Ages at which to candle, days, ascending; all but a list of one's own end with the look at lockdown. */
export function candlingAges({
  method,
  species,
  ownDays = [],
  incubationDays,
  turningStop = 'usual',
  lockdownDay,
  giveUpDay,
}: CandlingDaysInput): number[] {
  const times = timetableOf(species, { incubationDays, turningStop, lockdownDay, giveUpDay })
  if (method === 'own')
    return [...new Set(ownDays)].filter((day) => day >= 0 && day <= times.giveUpDay).sort((a, b) => a - b)
  const early = EARLY_LOOKS_OF_21[method].map((day) => (day / REFERENCE_DAYS) * times.incubationDays)
  // A look less than a day before the last one would only cool the eggs.
  return [...early.filter((day) => day <= times.stopTurningDay - 1), times.stopTurningDay]
}
