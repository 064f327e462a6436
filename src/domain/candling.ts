import type { Hatchery } from '../contracts/records/hatchery-record.ts'
import { isPictured, type LookRecord } from '../contracts/records/look-record.ts'
import type { Egg } from '../contracts/records/egg-state.ts'
import type { EggSet } from '../contracts/records/set-record.ts'
import { scheduleOf } from './set-schedule.ts'
import { candlingOpenedAt } from '../core/planning/agenda/agenda.ts'
import { mayLookAgain } from '../core/planning/agenda/second-look.ts'
import { actionForOwnGrade, isFilmedAlive } from '../core/grade/policy.ts'
import type { SuggestedGrade } from '../core/grade-names.ts'
import type { Action, Policy } from '../core/grade/types.ts'

const HALF_DAY_MS = 43_200_000

/** Looks taken before this belong to an earlier candling. Epoch milliseconds. */
export function candlingBegan(set: EggSet, hatchery: Hatchery, nowMs: number): number {
  return candlingOpenedAt(scheduleOf(set, hatchery), nowMs) ?? nowMs - HALF_DAY_MS
}

/** This candling's look at an egg. @param looks - the egg's looks, oldest first */
export function lookSince(looks: readonly LookRecord[], beganMs: number): LookRecord | undefined {
  return looks.filter((look) => Date.parse(look.takenAt) >= beganMs).at(-1)
}

/** What is to become of a looked-at egg: by the candler's word, else by the suggestion. */
export function standingAction(look: LookRecord, set: Pick<EggSet, 'policy'>): Action {
  if (!isPictured(look)) return look.action
  return look.own ? actionFor(look, look.own.grade, set.policy) : look.verdict.action
}

function actionFor(look: LookRecord, own: SuggestedGrade, policy: Policy): Action {
  if (!isPictured(look)) return look.action
  const { verdict, movement } = look
  return actionForOwnGrade({ own, suggested: verdict, policy, filmedAlive: isFilmedAlive(movement) })
}

/** The look that stands at this candling. A suspect that may be looked at again has none: it waits. */
export function standingLook(
  looks: readonly LookRecord[],
  set: EggSet,
  { beganMs, nowMs }: { beganMs: number; nowMs: number },
): LookRecord | undefined {
  const look = lookSince(looks, beganMs)
  return look && standingAction(look, set) === 'recheck' && mayLookAgain(Date.parse(look.takenAt), nowMs)
    ? undefined
    : look
}

/** The look that made an egg a suspect, while it is one and no new look has been taken. */
export function suspectedBy(looks: readonly LookRecord[], set: Pick<EggSet, 'policy'>): LookRecord | null {
  const last = looks.at(-1)
  return last && standingAction(last, set) === 'recheck' ? last : null
}

export function matesLooks(
  eggs: readonly Egg[],
  egg: Egg,
  lookOf: (egg: Egg) => LookRecord | undefined,
): LookRecord[] {
  return eggs.filter((mate) => mate.id !== egg.id).flatMap((mate) => lookOf(mate) ?? [])
}

/**
 * The look by which an egg is to be taken out: the last that the candler judged, of whichever candling. It stays so
 * until the egg is out, or another look of it is judged. A later look that shows life puts it off: the egg is asked
 * about again. @param looks - the egg's looks, oldest first
 */
export function lookToRemove(
  looks: readonly LookRecord[],
  set: Pick<EggSet, 'policy'>,
): LookRecord | undefined {
  const standing = looks.filter(({ replaced }) => !replaced)
  const at = standing.findLastIndex(({ own }) => own !== null)
  const judged = standing[at]
  if (!judged || actionOf(judged, set) !== 'remove') return undefined
  const showsLife = (look: LookRecord): boolean =>
    isPictured(look)
      ? look.verdict.grade === 'developing' || isFilmedAlive(look.movement)
      : look.own.grade === 'developing'
  return standing.slice(at + 1).some(showsLife) ? undefined : judged
}

/**
 * What the candler's pressed key asks for, and nothing else: a suggestion, a lift or a default never bring an egg onto
 * a list of eggs to remove. An egg without their grade stays in.
 */
export function actionOf(look: LookRecord, set: Pick<EggSet, 'policy'>): Action {
  return look.own ? actionFor(look, look.own.grade, set.policy) : 'keep'
}
