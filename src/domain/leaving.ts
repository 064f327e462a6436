import type { Leaving } from '../contracts/records/egg-record.ts'
import type { Egg } from '../contracts/records/egg-state.ts'
import { isPictured, type LookRecord } from '../contracts/records/look-record.ts'
import type { EggSet } from '../contracts/records/set-record.ts'
import type { Grade, SuggestedGrade } from '../core/grade-names.ts'
import { isFilmedAlive } from '../core/grade/policy.ts'
import { actionOf } from './candling.ts'
import { standingGrade } from './own-grade.ts'

/** What a person says of an egg that leaves: that it is dead, and how, or what else became of it. */
export type SaidOfLeaving =
  | { why: 'graded'; grade: Exclude<Grade, 'developing'> }
  | { why: Exclude<Leaving, 'graded'> }

export type Removed = NonNullable<Egg['removed']>

/**
 * How an egg leaves by a person's word alone, with a look of it or without.
 * @param looks - the egg's, oldest first
 * @param at - when, as an ISO instant
 */
export function leavingOf(
  said: SaidOfLeaving,
  { set, looks, at }: { set: Pick<EggSet, 'policy'>; looks: readonly LookRecord[]; at: string },
): Removed {
  const judged = looks.findLast(({ own, replaced }) => own !== null && !replaced)
  if (said.why !== 'graded')
    return {
      at,
      why: said.why,
      grade: judged?.own?.grade ?? null,
      reason: '',
      lookId: null,
      againstPolicy: false,
    }
  // Only a look that said the same is the one by which it left: what is found in the egg then judges that look.
  const by = judged?.own?.grade === said.grade ? judged : undefined
  return {
    at,
    why: 'graded',
    grade: said.grade,
    reason: '',
    lookId: by?.id ?? null,
    againstPolicy: by ? actionOf(by, set) !== 'remove' : judged !== undefined,
  }
}

/** Whether the last look at an egg shows life: then a person says twice that it is dead. */
export function lookedAlive(looks: readonly LookRecord[]): boolean {
  const last = looks.findLast(({ replaced }) => !replaced)
  if (!last) return false
  return standingGrade(last) === 'developing' || (isPictured(last) && isFilmedAlive(last.movement))
}

/**
 * How an egg left that is noted afterwards.
 * @param said - what was called of it then, if anything, and why it left; null where it stayed
 * @param about - its looks up to then, oldest first, and when that was
 * @returns null where it stayed, or nothing says that it was dead
 */
export function leftOnPaper(
  { grade, out }: { grade: SuggestedGrade | null; out: Leaving | null },
  about: { set: Pick<EggSet, 'policy'>; looks: readonly LookRecord[]; at: string },
): Removed | null {
  if (out === null) return null
  if (out !== 'graded') return leavingOf({ why: out }, about)
  if (grade === null || grade === 'developing' || grade === 'unsure') return null
  return leavingOf({ why: out, grade }, about)
}
