import { z } from 'zod'
import { sayReason } from '../../words/reasons.ts'
import type { Verdict } from '../../core/grade/types.ts'
import type { EggReading } from '../../core/measure/reading.ts'

const fraction = z.number().min(0).max(1)
const point = z.tuple([z.number(), z.number()])

/** One egg of one photograph as the command line writes it (docs/measurement.md). */
export const gradeRecordSchema = z.object({
  file: z.string(),
  egg: z.int().min(1),
  outline: z
    .object({
      points: z.array(point).min(3),
      bluntPole: point,
      smallPole: point,
      length: z.number(),
      breadth: z.number(),
    })
    .nullable(),
  airCell: z
    .object({
      depth: fraction,
      volume: fraction,
      tilt: z.number(),
      uncertainty: z.object({ depth: z.number(), volume: z.number() }),
    })
    .nullable(),
  shadow: z.object({ area: fraction, uncertainty: z.number() }).nullable(),
  vessels: z.object({ coverage: fraction }).nullable(),
  ring: z.object({ score: fraction }).nullable(),
  crack: z.object({ score: fraction }).nullable(),
  readable: z.boolean(),
  reasons: z.array(z.string()),
  grade: z.enum(['developing', 'clear', 'blood-ring', 'quitter', 'unsure']),
  probabilities: z.object({
    developing: fraction,
    clear: fraction,
    'blood-ring': fraction,
    quitter: fraction,
  }),
  action: z.enum(['keep', 'recheck', 'remove']),
  elapsedMs: z.object({ decode: z.number(), measure: z.number() }),
  error: z.string().optional(),
  /** Columns of the manifest that are not ours, passed through. */
  extra: z.record(z.string(), z.string()).optional(),
})
export type GradeRecord = z.infer<typeof gradeRecordSchema>

export interface RecordInput {
  file: string
  /** Which egg of the photograph, from 1. */
  number?: number
  egg: EggReading
  verdict: Verdict
  elapsedMs: { decode: number; measure: number }
}

const DEGREES = 180 / Math.PI

/** Names and units of the published record. */
export function toGradeRecord({ file, number = 1, egg, verdict, elapsedMs }: RecordInput): GradeRecord {
  const notes = [
    ...(egg.airCell ? [] : ['The air cell’s edge could not be seen']),
    ...(egg.reasons.includes('blurred') ? ['The picture is blurred'] : []),
    ...(egg.reasons.includes('cut-by-picture')
      ? ['Part of the egg is outside the picture and counts as not seen']
      : []),
  ]
  return {
    file,
    egg: number,
    outline: {
      points: egg.polygon.map(({ x, y }) => [round(x, 2), round(y, 2)]),
      bluntPole: [round(egg.bluntPole.x, 2), round(egg.bluntPole.y, 2)],
      smallPole: [round(egg.smallPole.x, 2), round(egg.smallPole.y, 2)],
      length: round(egg.lengthPx, 2),
      breadth: round(egg.breadthPx, 2),
    },
    airCell: egg.airCell && {
      depth: round(egg.airCell.depth.value, 5),
      volume: round(egg.airCell.volume.value, 5),
      tilt: round(egg.airCell.tiltRad * DEGREES, 2),
      uncertainty: { depth: round(egg.airCell.depth.sd, 5), volume: round(egg.airCell.volume.sd, 5) },
    },
    shadow: { area: round(egg.shadow.area.value, 4), uncertainty: round(egg.shadow.area.sd, 4) },
    vessels: { coverage: round(egg.vessels.coverage.value, 4) },
    ring: { score: round(egg.ring.score.value, 4) },
    crack: { score: round(egg.crack.score, 4) },
    readable: verdict.readable,
    reasons: [...verdict.reasons.map(sayReason), ...notes],
    grade: verdict.grade,
    probabilities: {
      developing: round(verdict.probabilities.developing, 5),
      clear: round(verdict.probabilities.clear, 5),
      'blood-ring': round(verdict.probabilities['blood-ring'], 5),
      quitter: round(verdict.probabilities.quitter, 5),
    },
    action: verdict.action,
    elapsedMs,
  }
}

/** A file that gave no egg: everything null, the sentence in `error`. */
export function toErrorRecord(
  file: string,
  error: string,
  elapsedMs: { decode: number; measure: number },
): GradeRecord {
  return {
    file,
    egg: 1,
    outline: null,
    airCell: null,
    shadow: null,
    vessels: null,
    ring: null,
    crack: null,
    readable: false,
    reasons: [error],
    grade: 'unsure',
    probabilities: { developing: 0.25, clear: 0.25, 'blood-ring': 0.25, quitter: 0.25 },
    action: 'recheck',
    elapsedMs,
    error,
  }
}

function round(value: number, digits: number): number {
  return Number(value.toFixed(digits))
}
