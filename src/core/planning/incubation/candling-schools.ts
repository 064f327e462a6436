import type { SpeciesName } from '../../species/species.ts'
import type { School } from './school.ts'
import { timetableOf, type TurningStop } from './timetable.ts'

/** Named choices of when to candle; none is right everywhere. */
export const CANDLING_SCHOOLS = [
  'weekly',
  'early-bird',
  'one-good-look',
  'late-only',
  'often',
  'own',
] as const
export type CandlingSchool = (typeof CANDLING_SCHOOLS)[number]

export const CANDLING_SCHOOL_CHOICES: Readonly<Record<CandlingSchool, School>> = {
  weekly: {
    label: 'Weekly',
    reason: 'The usual: clears show after one third, quitters after two thirds, last look at lockdown.',
  },
  'early-bird': { label: 'Early bird', reason: 'For pale shells and a bright lamp. Frees space early.' },
  'one-good-look': {
    label: 'One good look',
    reason: 'Halfway everything is plain, and the lid is rarely opened.',
  },
  'late-only': { label: 'Late only', reason: 'For dark shells, or if you distrust early looks.' },
  often: { label: 'Often', reason: 'Every three days: for teaching, learning and full records.' },
  own: { label: 'My own days', reason: 'Days you choose.' },
}

/** Looks before the one at lockdown, days of a 21-day bird; other birds by the same fraction. */
const EARLY_LOOKS_OF_21: Readonly<Record<Exclude<CandlingSchool, 'own'>, readonly number[]>> = {
  weekly: [7, 14],
  'early-bird': [5, 10],
  'one-good-look': [10.5],
  'late-only': [14],
  often: [4, 7, 10, 13, 16],
}
const REFERENCE_DAYS = 21

export interface CandlingDaysInput {
  school: CandlingSchool
  species: SpeciesName
  /** Ages in elapsed days; used with the school "own" alone. */
  ownDays?: readonly number[]
  /** Incubation that this keeper counts with, days; the table's when left out. */
  incubationDays?: number
  turningStop?: TurningStop
}

/** Ages at which to candle, days, ascending; all but a list of one's own end with the look at lockdown. */
export function candlingAges({
  school,
  species,
  ownDays = [],
  incubationDays,
  turningStop = 'usual',
}: CandlingDaysInput): number[] {
  const times = timetableOf(species, { incubationDays, turningStop })
  if (school === 'own')
    return [...new Set(ownDays)].filter((day) => day >= 0 && day <= times.giveUpDay).sort((a, b) => a - b)
  const early = EARLY_LOOKS_OF_21[school].map((day) => (day / REFERENCE_DAYS) * times.incubationDays)
  // A look less than a day before the last one would only cool the eggs.
  return [...early.filter((day) => day <= times.stopTurningDay - 1), times.stopTurningDay]
}
