import type { LookRecord } from '../contracts/records/look-record.ts'
import type { SuggestedGrade } from '../core/grade-names.ts'

/** The candler's own grade, else what is suggested. */
export function standingGrade({ own, verdict }: Pick<LookRecord, 'own' | 'verdict'>): SuggestedGrade {
  return own?.grade ?? verdict.grade
}

/**
 * Whether nothing more is asked of the candler: a key was pressed, or the egg was lifted off the lamp and is still
 * suggested to stay in.
 */
export function isDoneWith({ own, leftIn, verdict }: LookRecord): boolean {
  return own !== null || (leftIn !== null && verdict.action !== 'remove')
}
