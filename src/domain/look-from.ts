import type { LookRecord, MovementReading } from '../contracts/look-record.ts'
import type { EggRecord, SetRecord } from '../contracts/set-record.ts'
import type { PerGrade, Verdict } from '../core/grade/types.ts'
import { gradeEgg } from '../core/grade/grade.ts'
import { ageInDays } from '../core/incubation/day-count.ts'
import type { EggReading } from '../core/measure/reading.ts'

/** What the other looks say about the one that is graded. */
export interface LookSurroundings {
  set: SetRecord
  earlier: readonly LookRecord[]
  /** Shadows of the living mates at this candling, and what confirmed eggs taught. */
  livingMates?: readonly number[]
  learnt?: PerGrade
}

export interface LookInput extends LookSurroundings {
  egg: EggRecord
  /** The photograph's size. */
  measured: { widthPx: number; heightPx: number }
  /** What it says of this egg. */
  reading: EggReading
  /** Media type of the photograph that is kept. */
  photoType: string
  takenAt: string
  source: LookRecord['source']
}

function verdictOf(
  { reading, ageDays, movement }: Pick<LookRecord, 'reading' | 'ageDays' | 'movement'>,
  { set, earlier, livingMates, learnt }: LookSurroundings,
): Verdict {
  return gradeEgg(reading, {
    species: set.species,
    ageDays,
    shell: set.shell,
    policy: set.policy,
    earlierLooks: earlier.map((look) => ({
      ageDays: look.ageDays,
      grade: look.own?.grade ?? look.verdict.grade,
      probabilities: look.verdict.probabilities,
    })),
    livingMates,
    learnt,
    film: movement,
  })
}

/**
 * Puts a measured photograph together with what is known of its egg.
 * @param newId - gives an id that nobody has
 */
export function lookFrom(
  { egg, measured, reading, photoType, takenAt, source, ...surroundings }: LookInput,
  newId: () => string,
): LookRecord {
  const { set } = surroundings
  const ageDays = Math.max(0, ageInDays(Date.parse(set.setAt), Date.parse(takenAt)))
  return {
    id: newId(),
    eggId: egg.id,
    setId: set.id,
    takenAt,
    ageDays,
    source,
    photo: { id: newId(), widthPx: measured.widthPx, heightPx: measured.heightPx, type: photoType },
    reading,
    verdict: verdictOf({ reading, ageDays, movement: null }, surroundings),
    movement: null,
    correction: null,
    own: null,
    replaced: false,
  }
}

/** The look with what a film of the egg showed; graded anew, because it may show life. */
export function withMovement(
  look: LookRecord,
  movement: MovementReading,
  surroundings: LookSurroundings,
): LookRecord {
  return { ...look, movement, verdict: verdictOf({ ...look, movement }, surroundings) }
}
