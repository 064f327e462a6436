import { evidenceOf } from '../core/grade/evidence.ts'
import { GRADING_MODEL } from '../core/grade/grading-model.ts'
import type { ConfirmedLook } from '../core/grade/learn.ts'
import { confirmedPictures, type ConfirmedSources } from './confirmed-looks.ts'

/** What the hatchery's own eggs teach the model. */
export function confirmedLooks(records: ConfirmedSources): ConfirmedLook[] {
  return confirmedPictures(records).map(({ look, stage, truth }) => ({
    truth,
    ...evidenceOf(look.reading, stage, GRADING_MODEL),
  }))
}
