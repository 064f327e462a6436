import type { LookRecord } from '../../contracts/look-record.ts'
import type { EggRecord, SetRecord } from '../../contracts/set-record.ts'
import { gradeEgg } from '../../core/grade/grade.ts'
import { ageInDays } from '../../core/incubation/day-count.ts'
import type { MeasuredPhoto } from '../../workers/protocol.ts'

export interface LookInput {
  set: SetRecord
  egg: EggRecord
  measured: MeasuredPhoto
  photo: Blob
  takenAt: string
  source: LookRecord['source']
  earlier: readonly LookRecord[]
}

/** Puts a measured photograph together with what is known of its egg. @returns null when no egg was found */
export function lookFrom({ set, egg, measured, photo, takenAt, source, earlier }: LookInput): LookRecord | null {
  if (measured.reading.kind !== 'egg') return null
  const ageDays = Math.max(0, ageInDays(Date.parse(set.setAt), Date.parse(takenAt)))
  const verdict = gradeEgg(measured.reading.egg, {
    species: set.species, ageDays, shell: set.shell, policy: set.policy,
    earlierLooks: earlier.map((look) => ({ ageDays: look.ageDays, grade: look.own?.grade ?? look.verdict.grade })),
  })
  return {
    id: crypto.randomUUID(), eggId: egg.id, setId: set.id, takenAt, ageDays, source,
    photo: { id: crypto.randomUUID(), widthPx: measured.widthPx, heightPx: measured.heightPx, type: photo.type || 'image/jpeg' },
    reading: measured.reading.egg, verdict, own: null, replaced: false,
  }
}
