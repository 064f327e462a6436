import type { EggRecord, LookRecord, SetRecord } from '../../contracts/records.ts'
import { actionForOwnGrade } from '../../core/grade/policy.ts'
import type { Action } from '../../core/grade/types.ts'
import { ageInDays, candlingStatus, type CandlingStatus } from '../../core/incubation/due.ts'

const EARLY_DAYS = 0.5

/** Looks younger than this belong to the candling that is going on. */
export function candlingBeginsAtAge(set: SetRecord, nowMs: number): number {
  const age = ageInDays(Date.parse(set.setAt), nowMs)
  const latest = set.candlingDays.filter((day) => age >= day - EARLY_DAYS).at(-1)
  return latest === undefined ? age - EARLY_DAYS : latest - EARLY_DAYS
}

/** This candling's look at an egg. @param looks - the egg's looks, oldest first */
export function lookOfCandling(set: SetRecord, looks: readonly LookRecord[], nowMs: number): LookRecord | undefined {
  const from = candlingBeginsAtAge(set, nowMs)
  return looks.filter((look) => look.ageDays >= from).at(-1)
}

export function matesLooks(
  eggs: readonly EggRecord[], egg: EggRecord, lookOf: (egg: EggRecord) => LookRecord | undefined,
): LookRecord[] {
  return eggs.filter((mate) => mate.id !== egg.id).flatMap((mate) => lookOf(mate) ?? [])
}

/** What the candler's decision asks for; what the suggestion does, while none is made. */
export function actionOf(look: LookRecord, set: SetRecord): Action {
  return look.own ? actionForOwnGrade(look.own.grade, look.verdict, set.policy) : 'keep'
}

export function statusOf(set: SetRecord, looks: readonly LookRecord[], nowMs: number): CandlingStatus {
  return candlingStatus(
    { species: set.species, setAtMs: Date.parse(set.setAt), candlingDays: set.candlingDays },
    looks.filter((look) => look.setId === set.id && !look.replaced).map((look) => look.ageDays), nowMs,
  )
}
