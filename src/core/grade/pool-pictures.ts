import { GRADES, perGrade, type PerGrade } from '../grade-names.ts'

/**
 * Two pictures of the same egg share its shell and much of the light, and so some of their mistakes: each counts for
 * less than a picture of its own.
 */
const SHARE_OF_EACH = 0.7
/** However sure a picture is, it may be of another egg. */
const DOUBT = 0.02

/** What two pictures of one egg, taken within minutes, say together (Bayes' rule, the share of each lessened). */
export function poolPictures(now: PerGrade, other: PerGrade): PerGrade {
  const doubted = (probability: number): number => (1 - DOUBT) * probability + DOUBT / GRADES.length
  const weighed = perGrade((grade) => (doubted(now[grade]) * doubted(other[grade])) ** SHARE_OF_EACH)
  const total = GRADES.reduce((sum, grade) => sum + weighed[grade], 0)
  return perGrade((grade) => weighed[grade] / total)
}
