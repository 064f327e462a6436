import type { LookRecord } from '../../contracts/look-record.ts'
import type { EggRecord, SetRecord } from '../../contracts/set-record.ts'
import type { PerGrade } from '../../core/grade/types.ts'
import { gradeEgg } from '../../core/grade/grade.ts'
import { ageInDays } from '../../core/incubation/day-count.ts'
import type { EggReading } from '../../core/measure/reading.ts'
import type { MeasuredPhoto } from '../../workers/protocol.ts'

export interface LookInput {
  set: SetRecord
  egg: EggRecord
  /** The photograph's size. */
  measured: Pick<MeasuredPhoto, 'widthPx' | 'heightPx'>
  /** What it says of this egg. */
  reading: EggReading
  photo: Blob
  takenAt: string
  source: LookRecord['source']
  earlier: readonly LookRecord[]
  /** Shadows of the living mates at this candling, and what confirmed eggs taught. */
  livingMates?: readonly number[]
  learnt?: PerGrade
}

/** Puts a measured photograph together with what is known of its egg. */
export function lookFrom({ set, egg, measured, reading, photo, takenAt, source, earlier, livingMates, learnt }: LookInput): LookRecord {
  const ageDays = Math.max(0, ageInDays(Date.parse(set.setAt), Date.parse(takenAt)))
  const verdict = gradeEgg(reading, {
    species: set.species, ageDays, shell: set.shell, policy: set.policy,
    earlierLooks: earlier.map((look) => ({ ageDays: look.ageDays, grade: look.own?.grade ?? look.verdict.grade, probabilities: look.verdict.probabilities })),
    livingMates, learnt,
  })
  return {
    id: crypto.randomUUID(), eggId: egg.id, setId: set.id, takenAt, ageDays, source,
    photo: { id: crypto.randomUUID(), widthPx: measured.widthPx, heightPx: measured.heightPx, type: photo.type || 'image/jpeg' },
    reading, verdict, correction: null, own: null, replaced: false,
  }
}
