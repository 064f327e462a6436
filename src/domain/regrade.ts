import {
  isPictured,
  type LookRecord,
  type PicturedLook,
  type RegradeCause,
} from '../contracts/records/look-record.ts'
import type { Egg } from '../contracts/records/egg-state.ts'
import type { EggSet } from '../contracts/records/set-record.ts'
import { GRADING_MODEL } from '../core/grade/grading-model.ts'
import type { Learnt } from '../core/grade/learn.ts'
import { figuresOfLook } from './look-figures.ts'
import { regraded, verdictOf, type LookSurroundings } from './look-from.ts'
import { standingGrade } from './own-grade.ts'
import type { Timeline } from './timeline.ts'

/** Looks less than this apart belong to one candling, milliseconds. */
const ONE_CANDLING_MS = 43_200_000

export interface TrayAtCandling {
  set: EggSet
  timeline: Timeline
  /** All eggs of the set: mates may lie in other trays. */
  eggs: readonly Egg[]
  /** The look that stands at this candling, and the egg's looks before it, oldest first. */
  lookOf: (egg: Egg) => LookRecord | undefined
  earlierOf: (egg: Egg) => readonly LookRecord[]
  learnt?: Learnt | undefined
  trayId: string
  /** Now, as an ISO instant. */
  at: string
}

/**
 * The looks of a tray graded again with all mates known, those that changed. While a tray is candled the first egg
 * knows none of its mates and the last one all: what is suggested hangs on the order in which they were taken. Here it
 * does not: which mates live is judged of each alone, and then each is graded among them.
 */
export function trayGradedTogether(tray: TrayAtCandling): PicturedLook[] {
  const { set, timeline, eggs, lookOf, earlierOf, learnt, trayId, at } = tray
  const seen = eggs.flatMap((egg) => {
    const look = egg.role === 'set' ? lookOf(egg) : undefined
    return look && isPictured(look)
      ? [{ egg, look, alive: livesAlone(look, { set, egg, timeline, earlier: earlierOf(egg), learnt }) }]
      : []
  })
  return seen
    .filter(({ egg }) => egg.place?.trayId === trayId && !egg.removed)
    .flatMap(({ egg, look }) => {
      const livingMates = seen
        .filter((mate) => mate.egg.id !== egg.id && mate.egg.batchId === egg.batchId && mate.alive)
        .map((mate) => figuresOfLook(mate.look).shadow.value)
      const again = regraded(
        look,
        { set, egg, timeline, earlier: earlierOf(egg), livingMates, learnt },
        { at, because: 'mates' },
      )
      return again === look ? [] : [again]
    })
}

function livesAlone(look: PicturedLook, surroundings: LookSurroundings): boolean {
  const grade = look.own?.grade ?? verdictOf(look, surroundings).grade
  return grade === 'developing'
}

/** What was suggested of a look until its mates were known; null where that is suggested still. @param since - ISO instant */
export function suggestedBeforeMates(look: PicturedLook, since: string): PicturedLook['verdict'] | null {
  const before = look.earlierVerdicts.filter(({ because, until }) => because === 'mates' && until >= since)
  const { grade, action } = look.verdict
  const [first] = before
  return first && (first.verdict.grade !== grade || first.verdict.action !== action) ? first.verdict : null
}

/** Looks graded by another model, or by an unknown one. */
export function gradedByAnother(looks: readonly LookRecord[]): PicturedLook[] {
  return looks
    .filter(isPictured)
    .filter(({ replaced, madeBy }) => !replaced && madeBy.model !== GRADING_MODEL.version)
}

export interface SetToGrade {
  set: EggSet
  timeline: Timeline
  eggs: readonly Egg[]
  /** Of this set, in any order. */
  looks: readonly LookRecord[]
  learnt?: Learnt | undefined
  /** Now, as an ISO instant. */
  at: string
  because?: RegradeCause
}

/** A set's looks graded again by what is known now, in the order in which they were taken, those that changed. */
export function setGradedAgain({
  set,
  timeline,
  eggs,
  looks,
  learnt,
  at,
  because = 'model',
}: SetToGrade): PicturedLook[] {
  const eggById = new Map(eggs.map((egg) => [egg.id, egg]))
  const batchOf = (look: LookRecord) => eggById.get(look.eggId)?.batchId
  const inOrder = looks
    .filter(({ replaced }) => !replaced)
    .sort((a, b) => a.takenAt.localeCompare(b.takenAt) || a.id.localeCompare(b.id))
  const pictured = inOrder.filter(isPictured)
  const byEye = inOrder.filter((look) => !isPictured(look))
  const now = new Map(pictured.map((look) => [look.id, look]))
  for (const { id } of pictured) {
    const look = now.get(id)!
    const takenMs = Date.parse(look.takenAt)
    const earlier = [...now.values(), ...byEye].filter(
      (other) => other.eggId === look.eggId && other.takenAt < look.takenAt,
    )
    const livingMates = [...now.values()]
      .filter(
        (mate) =>
          mate.eggId !== look.eggId &&
          batchOf(mate) === batchOf(look) &&
          Math.abs(Date.parse(mate.takenAt) - takenMs) < ONE_CANDLING_MS &&
          standingGrade(mate) === 'developing',
      )
      .map((mate) => figuresOfLook(mate).shadow.value)
    const egg = eggById.get(look.eggId)
    if (egg)
      now.set(id, regraded(look, { set, egg, timeline, earlier, livingMates, learnt }, { at, because }))
  }
  return pictured.flatMap((look) => {
    const again = now.get(look.id)!
    return again === look ? [] : [again]
  })
}
