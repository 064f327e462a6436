import { z } from 'zod'
import { GRADES } from '../../core/grade-names.ts'
import { CONFUSIONS, SURENESSES, type Answer, type Sureness } from '../../core/learning/confusions.ts'
import { fractionField, idField, instantField, shellField, speciesField } from './fields.ts'
import { FRESH, stampSchema } from './stamp.ts'

const SURENESS_NAMES = Object.keys(SURENESSES) as [Sureness, ...Sureness[]]
/** A day. */
export const MOST_SECONDS = 86_400
const said = z.enum([...GRADES, 'unsure'])

/** One egg practised on: what it was, what was said of it. The egg itself is made again from its card. */
export const practisedSchema = z.object({
  id: idField,
  at: instantField,
  /** The ten cards that it was one of. */
  sitting: idField,
  card: z.object({
    seed: z.string().min(1).max(80),
    confusion: z.enum(CONFUSIONS),
    hardness: fractionField,
    species: speciesField,
    shell: shellField,
    /** A look of this book that was shown in place of a drawn egg; null for a drawn one. */
    lookId: idField.nullable().default(null),
  }),
  truth: z.enum(GRADES),
  said,
  sure: z.enum(SURENESS_NAMES),
  /** What the program said of the same picture; null where it found no egg. */
  program: said.nullable(),
  /** Depth of the air cell, ÷ length of the egg, as drawn by hand and as it was; null where nobody drew it. */
  cell: z
    .object({
      drawn: fractionField,
      was: fractionField,
      /** The same of its tilt, radians; null in answers of earlier versions. */
      tilt: z.object({ drawnRad: z.number(), wasRad: z.number() }).nullable().default(null),
    })
    .nullable()
    .default(null),
  /** From seeing it to saying it. */
  seconds: z.number().min(0).max(MOST_SECONDS),
})
export type Practised = z.infer<typeof practisedSchema>

/** What one person practised in one month (of UTC). */
export const practiceRecordSchema = z
  .object({
    /** `<month>_<learner>`. */
    id: z.string().max(80),
    stamp: stampSchema,
    learnerId: idField,
    /** As they want to be called; no surnames are asked for. */
    learner: z.string().min(1).max(60),
    month: z.string().regex(/^\d{4}-\d{2}$/),
    /** In the order of answering; only ever added to. */
    answers: z.array(practisedSchema).max(20_000),
  })
  .refine(
    ({ id, month, learnerId }) => id === practiceId(learnerId, month),
    'under another name than its own',
  )
export type PracticeRecord = z.infer<typeof practiceRecordSchema>

export function practiceId(learnerId: string, month: string): string {
  return `${month}_${learnerId}`
}

/** A month in which nobody has practised yet. */
export function newPractice(learner: { id: string; name: string }, month: string): PracticeRecord {
  return {
    id: practiceId(learner.id, month),
    stamp: FRESH,
    learnerId: learner.id,
    learner: learner.name,
    month,
    answers: [],
  }
}

/** All that one person answered, in order. */
export function practisedBy(records: readonly PracticeRecord[], learnerId: string): Practised[] {
  return records
    .filter((record) => record.learnerId === learnerId)
    .flatMap(({ answers }) => answers)
    .sort((a, b) => a.at.localeCompare(b.at))
}

/** An answer in the core's terms. */
export function answerOf({ card, truth, said: grade, sure, at }: Practised): Answer {
  return { confusion: card.confusion, truth, said: grade, sure, atMs: Date.parse(at) }
}
