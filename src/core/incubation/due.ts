import { SPECIES, type SpeciesName } from '../species/species.ts'

const DAY_MS = 86_400_000

/** Age in elapsed days; age is elapsed time, whatever the clocks on the wall did. */
export function ageInDays(setAtMs: number, nowMs: number): number {
  return (nowMs - setAtMs) / DAY_MS
}

export interface CandlingPlan {
  species: SpeciesName
  setAtMs: number
  /** Elapsed days on which to candle, ascending. */
  candlingDays: readonly number[]
}

export type CandlingStatus =
  | { kind: 'due'; day: number; overdueDays: number }
  | { kind: 'next'; day: number; inDays: number }
  | { kind: 'locked-down' }
  | { kind: 'finished' }

/** A candling is due from half a day before its day. */
const EARLY_DAYS = 0.5

/**
 * What the set asks for now. A candling counts as done by any look taken since it became due; of several
 * missed ones only the latest is asked for.
 * @param lookAgesDays - ages at which the set was looked at
 */
export function candlingStatus(plan: CandlingPlan, lookAgesDays: readonly number[], nowMs: number): CandlingStatus {
  const age = ageInDays(plan.setAtMs, nowMs)
  const species = SPECIES[plan.species]
  if (age > species.giveUpDay) return { kind: 'finished' }
  const passed = plan.candlingDays.filter((day) => age >= day - EARLY_DAYS)
  const latest = passed.at(-1)
  if (latest !== undefined && !lookAgesDays.some((look) => look >= latest - EARLY_DAYS)) {
    return { kind: 'due', day: latest, overdueDays: Math.max(0, age - latest) }
  }
  const next = plan.candlingDays.find((day) => age < day - EARLY_DAYS)
  if (next !== undefined) return { kind: 'next', day: next, inDays: next - age }
  return { kind: 'locked-down' }
}
