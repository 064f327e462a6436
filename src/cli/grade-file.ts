import { toErrorRecord, toGradeRecord, type GradeRecord } from '../contracts/files/grade-record.ts'
import { PhotoFileError } from '../contracts/files/photo-file.ts'
import { gradeEgg } from '../core/grade/grade.ts'
import type { GradeContext } from '../core/grade/types.ts'
import { usualStage } from '../core/planning/incubation/timetable.ts'
import { openPhoto } from './open-file.ts'
import { readEggs } from './read-eggs.ts'
import { REJECTION_WORDS } from '../words/rejections.ts'

/** One photograph to grade, and what is known of it. */
export interface GradeTask {
  file: string
  context: GradeContext
  /** Columns of the manifest that are not ours, passed through. */
  extra: Record<string, string>
}

/** @returns a record for each egg, or one with an error where the file cannot be read */
export async function gradeFile({ file, context, extra: columns }: GradeTask): Promise<GradeRecord[]> {
  const extra = Object.keys(columns).length > 0 ? { extra: columns } : {}
  const start = performance.now()
  try {
    const { reading, elapsedMs: exact } = await readEggs(await openPhoto(file), {
      species: context.species,
      stage:
        context.ageDays === undefined ? undefined : usualStage(context.species ?? 'chicken', context.ageDays),
    })
    const elapsedMs = { decode: round(exact.decode), measure: round(exact.measure) }
    if (reading.kind === 'rejected')
      return [{ ...toErrorRecord(file, REJECTION_WORDS[reading.why], elapsedMs), ...extra }]
    return reading.eggs.map((egg, i) => ({
      ...toGradeRecord({ file, number: i + 1, egg, verdict: gradeEgg(egg, context), elapsedMs }),
      ...extra,
    }))
  } catch (error) {
    if (!(error instanceof PhotoFileError)) throw error
    const elapsedMs = { decode: round(performance.now() - start), measure: 0 }
    return [{ ...toErrorRecord(file, error.message, elapsedMs), ...extra }]
  }
}

function round(milliseconds: number): number {
  return Math.round(milliseconds * 10) / 10
}
