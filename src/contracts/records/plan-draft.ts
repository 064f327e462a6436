import { z } from 'zod'
import { CANDLING_METHODS } from '../../core/planning/incubation/candling-methods.ts'
import { TURNING_STOPS } from '../../core/planning/incubation/timetable.ts'
import { CRACKS } from '../../core/planning/intake/cracks.ts'
import { EGG_CHOICES, type PlanDraft } from '../../core/planning/plan-draft.ts'
import { at, problemsOf } from './field-problem.ts'
import { idField, localDateField, shellField, speciesField } from './fields.ts'
import { eggRecordSchema, lengthField, markField, weightField } from './egg-record.ts'
import { batchSchema } from './set-record.ts'
import { draftTraySchema } from './tray-record.ts'
import { withMethod } from './upgrade-names.ts'

const clockTime = z.string().regex(/^([01]\d|2[0-3]):[0-5]\d$/)
const { laidOn, number } = eggRecordSchema.shape

/** A plan on the way, as it is kept in the browser between visits. */
export const planDraftSchema: z.ZodType<PlanDraft> = z.object({
  batches: z
    .array(
      batchSchema.extend({
        species: speciesField,
        shell: shellField,
        laidFrom: localDateField.nullable(),
        laidTo: localDateField.nullable(),
        arrivedOn: localDateField.nullable(),
      }),
    )
    .max(60),
  eggs: z
    .array(
      z.object({
        id: idField,
        batchId: idField,
        number,
        mark: markField,
        laidOn,
        crack: z.enum(CRACKS),
        waxed: z.boolean(),
        weightG: weightField.nullable(),
        lengthMm: lengthField.nullable(),
        breadthMm: lengthField.nullable(),
        choice: z.enum(EGG_CHOICES),
      }),
    )
    .max(5000),
  timing: z.discriminatedUnion('by', [
    z.object({ by: z.literal('hatch'), date: localDateField, hour: z.number().min(0).max(23.99) }),
    z.object({ by: z.literal('set'), date: localDateField, time: clockTime }),
    z.object({ by: z.literal('already'), date: localDateField, time: clockTime }),
  ]),
  method: z.enum(CANDLING_METHODS),
  ownDays: z.array(z.number().min(0).max(60)).max(40),
  turningStop: z.enum(TURNING_STOPS),
  incubationDays: z.partialRecord(speciesField, z.number().min(10).max(60)),
  trays: z.array(draftTraySchema.extend({ species: speciesField })).max(60),
  moved: z.record(z.string(), z.object({ trayId: idField, row: z.int().min(0), column: z.int().min(0) })),
  names: z.partialRecord(speciesField, z.string().max(120)),
  notes: z.string().max(4000),
})

const MOST_ROUNDS = 3

/**
 * Reads a draft that was kept before every change was checked: single values that cannot be are left empty.
 * @returns null where that is not enough; `left` says what was left empty
 */
export function readDraft(kept: unknown): { draft: PlanDraft | null; left: string[] } {
  const draft = withMethod(structuredClone(kept))
  const left: string[] = []
  for (let round = 0; round < MOST_ROUNDS; round++) {
    const read = planDraftSchema.safeParse(draft)
    if (read.success) return { draft: read.data, left }
    for (const { path, sentence } of problemsOf(read.error, draft)) {
      const parent = at(draft, path.slice(0, -1))
      if (typeof parent !== 'object' || parent === null || path.length < 2) continue
      left.push(sentence)
      ;(parent as Record<string | number, unknown>)[path.at(-1)!] = null
    }
  }
  return { draft: null, left }
}
