import { isPictured, type EyeLook, type LookRecord, type ToldCell } from '../contracts/records/look-record.ts'
import type { Egg } from '../contracts/records/egg-state.ts'
import type { EggSet } from '../contracts/records/set-record.ts'
import { FRESH } from '../contracts/records/stamp.ts'
import type { SuggestedGrade } from '../core/grade-names.ts'
import { actionByEye } from '../core/grade/policy.ts'
import { ageInDays } from '../core/planning/incubation/day-count.ts'
import { standingGrade } from './own-grade.ts'
import type { Timeline } from './timeline.ts'

/** What its set and its other looks say about an egg that is looked at without a picture. */
export interface EyeSurroundings {
  set: Pick<EggSet, 'id' | 'setAt' | 'policy'>
  timeline: Timeline
  /** The egg's looks, of whatever time. */
  looks: readonly LookRecord[]
}

/** What the candler said, and when they looked; ISO instants. */
export interface SaidByEye {
  egg: Pick<Egg, 'id'>
  grade: SuggestedGrade
  takenAt: string
  /** When it was noted: now. */
  at: string
  airCell: ToldCell | null
  candler: string
}

/**
 * A look without a picture: the candler's word, and what follows from it.
 * @param newId - gives an id that nobody has
 */
export function lookByEye(
  { egg, grade, takenAt, at, airCell, candler }: SaidByEye,
  surroundings: EyeSurroundings,
  newId: () => string,
): EyeLook {
  const { set } = surroundings
  const look: EyeLook = {
    id: newId(),
    stamp: FRESH,
    source: 'eye',
    eggId: egg.id,
    setId: set.id,
    takenAt,
    ageDays: Math.max(0, ageInDays(Date.parse(set.setAt), Date.parse(takenAt))),
    own: { grade, at },
    action: 'keep',
    airCell,
    candler,
    replaced: false,
  }
  return saidAnew(look, { grade, at }, surroundings)
}

/** The look with another word of the candler's. */
export function saidAnew(
  look: EyeLook,
  own: EyeLook['own'],
  { set, timeline, looks }: EyeSurroundings,
): EyeLook {
  const ageAt = ({ takenAt }: LookRecord): number => timeline.ageAt(Date.parse(takenAt))
  const action = actionByEye({
    own: own.grade,
    policy: set.policy,
    ageDays: ageAt(look),
    stopTurningDay: timeline.days.stopTurningDay,
    earlierLooks: looks
      .filter(({ id, replaced, takenAt }) => id !== look.id && !replaced && takenAt < look.takenAt)
      .map((other) => ({ ageDays: ageAt(other), grade: standingGrade(other) })),
  })
  return { ...look, own, action }
}

/** Looks by eye with what follows from them by a set's rule and days of now; those that are otherwise. */
export function judgedByRule(
  looks: readonly LookRecord[],
  around: Omit<EyeSurroundings, 'looks'>,
): EyeLook[] {
  return looks.flatMap((look) => {
    if (isPictured(look) || look.replaced) return []
    const ofEgg = looks.filter(({ eggId }) => eggId === look.eggId)
    const again = saidAnew(look, look.own, { ...around, looks: ofEgg })
    return again.action === look.action ? [] : [again]
  })
}

/** The candler's own grade taken back: of a look by eye nothing is left, and the egg is asked about again. */
export function withoutOwnGrade(look: LookRecord): LookRecord {
  return isPictured(look) ? { ...look, own: null } : { ...look, replaced: true }
}
