import type { SuggestedGrade } from '../../core/grade-names.ts'

/** The keys of the five grades, the same wherever eggs are graded. */
export const GRADE_KEYS: ReadonlyArray<{ grade: SuggestedGrade; key: string }> = [
  { grade: 'developing', key: '1' },
  { grade: 'clear', key: '2' },
  { grade: 'blood-ring', key: '3' },
  { grade: 'quitter', key: '4' },
  { grade: 'unsure', key: '5' },
]

/** For `useKeys`. */
export function gradeKeys(grade: (grade: SuggestedGrade) => void): Record<string, () => void> {
  return Object.fromEntries(GRADE_KEYS.map((one) => [one.key, () => grade(one.grade)]))
}
