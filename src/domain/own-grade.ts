import { isPictured, type LookRecord, type PicturedLook } from '../contracts/records/look-record.ts'
import type { SuggestedGrade } from '../core/grade-names.ts'

/** The candler's own grade, else what the picture suggests. A look by eye is always the candler's word. */
export function standingGrade(look: LookRecord): SuggestedGrade {
  return look.own?.grade ?? (look as PicturedLook).verdict.grade
}

/** What the picture suggests; null of a look by eye. */
export function suggestionOf(look: LookRecord): PicturedLook['verdict'] | null {
  return isPictured(look) ? look.verdict : null
}

/**
 * Whether nothing more is asked of the candler: a key was pressed, or the egg was lifted off the lamp and is still
 * suggested to stay in.
 */
export function isDoneWith(look: LookRecord): boolean {
  if (look.own !== null) return true
  return isPictured(look) && look.leftIn !== null && look.verdict.action !== 'remove'
}
