import { z } from 'zod'
import { ACTIONS, GRADES, POLICIES } from '../core/grade/types.ts'
import { shellSchema, speciesSchema } from './species.ts'

/** Raised when a stored or exported shape changes; older ones are converted on reading. */
export const RECORDS_VERSION = 1

const id = z.string().min(1).max(64).regex(/^[\w-]+$/)
const instant = z.iso.datetime()
const fraction = z.number().min(0).max(1)
const suggestedGrade = z.enum([...GRADES, 'unsure'])
const point = z.object({ x: z.number(), y: z.number() })
const measured = z.object({ value: z.number(), sd: z.number() })

export const setRecordSchema = z.object({
  id,
  name: z.string().min(1).max(120),
  species: speciesSchema,
  breed: z.string().max(120),
  shell: shellSchema,
  /** When the eggs went in. */
  setAt: instant,
  tray: z.object({ name: z.string().max(60), rows: z.int().min(1).max(40), columns: z.int().min(1).max(40) }),
  policy: z.enum(POLICIES),
  /** Elapsed days. */
  candlingDays: z.array(z.number().min(0).max(60)).max(40),
  notes: z.string().max(4000).default(''),
  /** Of the demo: which basket of the stand-in camera these eggs come from. */
  standInBasket: z.string().max(40).optional(),
})
export type SetRecord = z.infer<typeof setRecordSchema>

export const eggRecordSchema = z.object({
  id,
  setId: id,
  number: z.int().min(1),
  row: z.int().min(0),
  column: z.int().min(0),
  removed: z.object({ at: instant, grade: suggestedGrade, reason: z.string(), lookId: id }).nullable(),
})
export type EggRecord = z.infer<typeof eggRecordSchema>

const outline = z.object({
  centre: point, axisRad: z.number(), halfLengthPx: z.number().positive(), halfBreadthPx: z.number().positive(),
  taper: z.number(), bulge: z.number(),
})

export const readingSchema = z.object({
  outline,
  polygon: z.array(point).min(3),
  bluntPole: point,
  smallPole: point,
  lengthPx: z.number(),
  breadthPx: z.number(),
  bluntEndProbability: fraction,
  edgeSeenShare: fraction,
  airCell: z.object({ depth: measured, volume: measured, tiltRad: z.number(), edge: z.array(point) }).nullable(),
  shadow: z.object({ area: measured, darkness: z.number(), edgeSlope: z.number(), contours: z.array(z.array(point)) }),
  vessels: z.object({ coverage: measured, netLength: z.number() }),
  ring: z.object({ score: measured, visibleShare: z.number(), support: z.number(), shareOfLines: z.number(), points: z.array(point) }),
  crack: z.object({ score: fraction }),
  light: z.object({
    medianRed: z.number(), emptyRed: z.number(), relativeNoise: z.number(), clippedShare: z.number(), lamp: z.enum(['blunt', 'small']),
  }),
  spotCount: z.number(),
  litShare: z.number(),
  reasons: z.array(z.enum(['air-cell-not-seen', 'blunt-end-uncertain', 'too-dark', 'overexposed', 'blurred', 'outline-partly-hidden'])),
})

export const verdictSchema = z.object({
  probabilities: z.object({ developing: fraction, clear: fraction, 'blood-ring': fraction, quitter: fraction }),
  grade: suggestedGrade,
  action: z.enum(ACTIONS),
  readable: z.boolean(),
  unreadable: z.array(z.enum(['too-dark', 'too-noisy', 'overexposed', 'too-early', 'age-unknown', 'outline-partly-hidden'])),
  reasons: z.array(z.string()),
})

export const lookRecordSchema = z.object({
  id,
  eggId: id,
  setId: id,
  takenAt: instant,
  ageDays: z.number().min(0),
  source: z.enum(['camera', 'network-camera', 'file', 'demo']),
  photo: z.object({ id, widthPx: z.int().positive(), heightPx: z.int().positive(), type: z.string().regex(/^image\/[\w.+-]+$/) }),
  reading: readingSchema,
  verdict: verdictSchema,
  /** What the candler says, beside the suggestion. */
  own: z.object({ grade: suggestedGrade, at: instant }).nullable(),
  /** A later picture of the same candling took its place. */
  replaced: z.boolean(),
})
export type LookRecord = z.infer<typeof lookRecordSchema>

/** Everything but the photographs. */
export const hatcherySchema = z.object({
  format: z.literal('perlumen-records'),
  version: z.literal(RECORDS_VERSION),
  exportedAt: instant,
  sets: z.array(setRecordSchema),
  eggs: z.array(eggRecordSchema),
  looks: z.array(lookRecordSchema),
})
export type HatcheryRecords = z.infer<typeof hatcherySchema>
