/** What a candler calls an egg: the words that measuring, grading and everything after them share. */
export const GRADES = ['developing', 'clear', 'blood-ring', 'quitter'] as const
export type Grade = (typeof GRADES)[number]
export type SuggestedGrade = Grade | 'unsure'

/** One number for each grade, in sum 1 where they are probabilities. */
export type PerGrade = Record<Grade, number>

export function perGrade<T = number>(value: (grade: Grade) => T): Record<Grade, T> {
  return {
    developing: value('developing'),
    clear: value('clear'),
    'blood-ring': value('blood-ring'),
    quitter: value('quitter'),
  }
}
