import type { Grade, PerGrade, SuggestedGrade } from '../grade-names.ts'
import type { Action, EarlierLook, FilmedLife, Policy } from './types.ts'

export interface PolicyInput {
  policy: Policy
  grade: SuggestedGrade
  probabilities: PerGrade
  readable: boolean
  ageDays: number | undefined
  /** Last day of turning. */
  stopTurningDay: number
  earlierLooks: readonly EarlierLook[]
  /** The picture shows what a living egg of this age shows. */
  signsOfLife: boolean
  /** At this age such a shell, or such light, may hide a living embryo. */
  mayBeHidden: boolean
}

/** Above this probability of life an egg is never suggested for removal. */
const LARGEST_RISK = 0.01
/** Looks nearer together than this are one look. */
const SECOND_LOOK_AFTER_DAYS = 1.5

/**
 * What to do with the egg. Whoever is unsure leaves it in: doubt and bad light never remove an egg.
 * - first-sight: out as soon as it is certain.
 * - second-look: certain rings at once; others when an earlier look found no life either.
 * - hold: certain rings at once; others from the last day of turning.
 */
export function decideAction(input: PolicyInput): Action {
  const { policy, grade, probabilities, readable } = input
  if (grade === 'developing') return 'keep'
  if (grade === 'unsure' || !readable || input.signsOfLife || input.mayBeHidden) return 'recheck'
  if (!isCertain(probabilities, grade)) return 'recheck'
  const certainRing = grade === 'blood-ring' && probabilities.developing < LARGEST_RISK / 2
  if (policy === 'first-sight' || certainRing) return 'remove'
  if (policy === 'second-look') return confirmedEarlier(input, grade) ? 'remove' : 'recheck'
  const lockdown = input.ageDays !== undefined && input.ageDays >= input.stopTurningDay
  return lockdown ? 'remove' : 'recheck'
}

function confirmedEarlier(input: Pick<PolicyInput, 'ageDays' | 'earlierLooks'>, grade: Grade): boolean {
  return input.earlierLooks.some(
    (look) =>
      input.ageDays !== undefined &&
      input.ageDays - look.ageDays >= SECOND_LOOK_AFTER_DAYS &&
      look.grade !== 'unsure' &&
      look.grade !== 'developing' &&
      grade !== 'developing',
  )
}

/**
 * The rule that keeps a certain dud in, where nothing else does: it waits for a second look, or for the end of turning.
 * Null where it comes out, or where doubt, light, shell or life keep it in.
 */
export function waitsByRule(
  {
    grade,
    action,
    probabilities,
    readable,
  }: { grade: SuggestedGrade; action: Action; probabilities: PerGrade; readable: boolean },
  policy: Policy,
): 'second-look' | 'end-of-turning' | null {
  if (action !== 'recheck' || !readable || grade === 'unsure' || grade === 'developing') return null
  if (!isCertain(probabilities, grade) || policy === 'first-sight') return null
  return policy === 'second-look' ? 'second-look' : 'end-of-turning'
}

function isCertain(probabilities: PerGrade, grade: Grade): boolean {
  return probabilities.developing < LARGEST_RISK && probabilities[grade] >= 0.9
}

/** Whether a film of an egg showed movement or a heartbeat. */
export function isFilmedAlive(film: Pick<FilmedLife, 'moving' | 'heartbeat'> | null | undefined): boolean {
  return (film?.moving ?? false) || (film?.heartbeat?.found ?? false)
}

/** A grade by a pressed key, and what stands beside it. */
export interface OwnGradeInput {
  own: SuggestedGrade
  suggested: { grade: SuggestedGrade; action: Action }
  policy: Policy
  /** The film of the egg showed movement or a heartbeat. */
  filmedAlive: boolean
}

/**
 * What follows from the candler's own grade. It stands; a dud by their judgement comes out at once only where the
 * policy lets one look decide, and never while something moved in it: that takes a second, plain yes at removal.
 */
export function actionForOwnGrade({ own, suggested, policy, filmedAlive }: OwnGradeInput): Action {
  if (own === 'developing') return 'keep'
  if (own === 'unsure' || filmedAlive) return 'recheck'
  if (own === suggested.grade) return suggested.action
  return policy === 'first-sight' || own === 'blood-ring' ? 'remove' : 'recheck'
}

/** A grade by a pressed key where there is no picture. */
export interface ByEyeInput {
  own: SuggestedGrade
  policy: Policy
  ageDays: number
  /** Last day of turning. */
  stopTurningDay: number
  earlierLooks: readonly EarlierLook[]
}

/**
 * What follows from a look without a picture: the same rules, with the candler's word as all that is known. A ring comes
 * out at once; a clear egg or a quitter as the policy lets it.
 */
export function actionByEye({ own, policy, ageDays, stopTurningDay, earlierLooks }: ByEyeInput): Action {
  if (own === 'developing') return 'keep'
  if (own === 'unsure') return 'recheck'
  if (policy === 'first-sight' || own === 'blood-ring') return 'remove'
  if (policy === 'second-look') return confirmedEarlier({ ageDays, earlierLooks }, own) ? 'remove' : 'recheck'
  return ageDays >= stopTurningDay ? 'remove' : 'recheck'
}
