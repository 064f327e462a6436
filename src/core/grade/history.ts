import { GRADES, perGrade, type Grade, type PerGrade } from '../grade-names.ts'
import { type EarlierLook } from './types.ts'

/**
 * What an egg may be now, given what it was: a clear egg stays clear, a dead one dead; a living one may have died
 * since, the likelier the longer ago (about 1 % of living eggs a day up to lockdown).
 */
function becomes(was: Grade, days: number): PerGrade {
  if (was !== 'developing') return { developing: 0, clear: 0, 'blood-ring': 0, quitter: 0, [was]: 1 }
  const died = 1 - 0.99 ** days
  return { developing: 1 - died, clear: 0, 'blood-ring': 0.3 * died, quitter: 0.7 * died }
}

/** An earlier look shares its mistakes with this one (the same shell, the same spots): it counts for less than a new one. */
const EARLIER_WEIGHT = 0.5
/** However sure an earlier look was, it may have been of another egg, or of a bad picture. */
const DOUBT = 0.06
/** A candler's own grade, where no probabilities are kept. */
const OWN_GRADE = 0.9

/** Probabilities of an earlier look: the program's, moved toward the candler's own grade where there is one. */
function said({ grade, probabilities }: EarlierLook): PerGrade {
  const own = (key: Grade): number =>
    grade === 'unsure' ? 0.25 : key === grade ? OWN_GRADE : (1 - OWN_GRADE) / 3
  return perGrade(
    (key) => (1 - DOUBT) * (probabilities ? (probabilities[key] + own(key)) / 2 : own(key)) + DOUBT / 4,
  )
}

/**
 * Weighs this look's probabilities with the newest earlier look's (Bayes' rule, the earlier look's share lessened).
 * @param ageDays - of this look
 */
export function withEarlier(now: PerGrade, ageDays: number, earlier: readonly EarlierLook[]): PerGrade {
  const last = earlier.filter((look) => look.ageDays < ageDays - 0.5).sort((a, b) => b.ageDays - a.ageDays)[0]
  if (!last) return now
  const before = said(last)
  const expected = perGrade((key) =>
    GRADES.reduce((sum, was) => sum + before[was] * becomes(was, ageDays - last.ageDays)[key], 0),
  )
  const weighed = perGrade((key) => now[key] * Math.max(0.01, expected[key]) ** EARLIER_WEIGHT)
  const total = GRADES.reduce((sum, key) => sum + weighed[key], 0)
  return perGrade((key) => weighed[key] / total)
}
