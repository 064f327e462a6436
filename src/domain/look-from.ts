import {
  isPictured,
  type LookRecord,
  type MovementReading,
  type PicturedLook,
  type RegradeCause,
} from '../contracts/records/look-record.ts'
import type { Egg } from '../contracts/records/egg-state.ts'
import type { EggSet } from '../contracts/records/set-record.ts'
import { FRESH } from '../contracts/records/stamp.ts'
import { GRADES, type PerGrade } from '../core/grade-names.ts'
import { type Verdict } from '../core/grade/types.ts'
import { gradeEgg } from '../core/grade/grade.ts'
import type { Learnt } from '../core/grade/learn.ts'
import { GRADING_MODEL } from '../core/grade/grading-model.ts'
import { ageInDays } from '../core/planning/incubation/day-count.ts'
import { figuresOfReading, type EggReading } from '../core/measure/reading.ts'
import { MEASURING_VERSION } from '../core/measure/version.ts'
import { shellOf, shellsBeside, type OfHen } from '../contracts/records/egg-kind.ts'
import { standingGrade, suggestionOf } from './own-grade.ts'
import type { Timeline } from './timeline.ts'

/** What its set and the other looks say about the one that is graded. */
export interface LookSurroundings {
  set: EggSet
  /** Whose look it is. */
  egg: OfHen
  timeline: Timeline
  earlier: readonly LookRecord[]
  /** Shadows of the living mates at this candling, and what confirmed eggs taught. */
  livingMates?: readonly number[]
  learnt?: Learnt
}

export interface LookInput extends LookSurroundings {
  egg: Egg
  /** The photograph's size. */
  measured: { widthPx: number; heightPx: number }
  /** What it says of this egg. */
  reading: EggReading
  /** Media type of the photograph that is kept. */
  photoType: string
  takenAt: string
  source: PicturedLook['source']
  /** The look of this candling whose place it takes. */
  replaces: LookRecord | null
}

/** Pictures that are further apart than this are not of one minute: egg, lamp and hand are others by then. */
const ONE_LOOK_MS = 180_000

/** What the picture before said, where it left the question open and this one was taken to decide it. */
function twinOf(replaces: LookRecord | null, takenAt: string): PerGrade | null {
  if (!replaces || !isPictured(replaces) || replaces.verdict.grade !== 'unsure') return null
  const apartMs = Date.parse(takenAt) - Date.parse(replaces.takenAt)
  return apartMs >= 0 && apartMs < ONE_LOOK_MS ? replaces.verdict.probabilities : null
}

/** What the model of now says of a look. */
export function verdictOf(
  { reading, takenAt, movement, twin }: Pick<PicturedLook, 'reading' | 'takenAt' | 'movement' | 'twin'>,
  { set, egg, timeline, earlier, livingMates, learnt }: LookSurroundings,
): Verdict {
  return gradeEgg(reading, {
    species: set.species,
    days: timeline.days,
    ageDays: timeline.ageAt(Date.parse(takenAt)),
    shell: shellOf(egg, set),
    shellsOfSet: shellsBeside(egg, set),
    policy: set.policy,
    earlierLooks: earlier.map((look) => ({
      ageDays: timeline.ageAt(Date.parse(look.takenAt)),
      grade: standingGrade(look),
      probabilities: suggestionOf(look)?.probabilities,
    })),
    livingMates,
    learnt,
    film: movement,
    twin,
  })
}

/**
 * Puts a measured photograph together with what is known of its egg.
 * @param newId - gives an id that nobody has
 */
export function lookFrom(
  { egg, measured, reading, photoType, takenAt, source, replaces, ...surroundings }: LookInput,
  newId: () => string,
): PicturedLook {
  const { set } = surroundings
  const ageDays = Math.max(0, ageInDays(Date.parse(set.setAt), Date.parse(takenAt)))
  const twin = twinOf(replaces, takenAt)
  return {
    id: newId(),
    stamp: FRESH,
    eggId: egg.id,
    setId: set.id,
    takenAt,
    ageDays,
    source,
    photo: { id: newId(), widthPx: measured.widthPx, heightPx: measured.heightPx, type: photoType },
    reading: figuresOfReading(reading),
    verdict: verdictOf({ reading, takenAt, movement: null, twin }, { ...surroundings, egg }),
    madeBy: { measuring: MEASURING_VERSION, model: GRADING_MODEL.version },
    earlierVerdicts: [],
    movement: null,
    correction: null,
    // What the candler said of it by eye at this candling is still their word.
    own: replaces && !isPictured(replaces) ? replaces.own : null,
    leftIn: null,
    twin,
    replaced: false,
  }
}

export interface Regrading {
  /** When, as an ISO instant. */
  at: string
  because: RegradeCause
}

/** Shifts of a probability below this are not worth keeping another verdict for. */
const WORTH_KEEPING = 0.005
/** So many earlier verdicts are kept; the first one always is. */
const MOST_EARLIER = 20

/** The look graded by what is known now; what was suggested before is kept. The same look where nothing is otherwise. */
export function regraded(
  look: PicturedLook,
  surroundings: LookSurroundings,
  { at, because }: Regrading,
): PicturedLook {
  const verdict = verdictOf(look, surroundings)
  const { grade, action, probabilities, readable } = look.verdict
  const { model } = look.madeBy
  const differs =
    verdict.grade !== grade ||
    verdict.action !== action ||
    verdict.readable !== readable ||
    GRADES.some((item) => Math.abs(verdict.probabilities[item] - probabilities[item]) > WORTH_KEEPING)
  if (!differs && model === GRADING_MODEL.version) return look
  const [first, ...later] = [...look.earlierVerdicts, { verdict: look.verdict, model, until: at, because }]
  return {
    ...look,
    verdict,
    madeBy: { ...look.madeBy, model: GRADING_MODEL.version },
    earlierVerdicts: [first!, ...later.slice(1 - MOST_EARLIER)],
  }
}

/** The look with what a film of the egg showed; graded anew, because it may show life. */
export function withMovement(
  look: PicturedLook,
  movement: MovementReading,
  { at, ...surroundings }: LookSurroundings & { at: string },
): PicturedLook {
  return regraded({ ...look, movement }, surroundings, { at, because: 'film' })
}
