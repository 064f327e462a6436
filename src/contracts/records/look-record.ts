import { z } from 'zod'
import { GRADES } from '../../core/grade-names.ts'
import { ACTIONS, UNREADABLE_CODES, type Verdict } from '../../core/grade/types.ts'
import { READING_REASONS, type EggFigures } from '../../core/measure/reading.ts'
import { fractionField, idField, instantField, type HoldsAll } from './fields.ts'
import { stampSchema } from './stamp.ts'

const fraction = fractionField
const suggestedGrade = z.enum([...GRADES, 'unsure'])
const point = z.object({ x: z.number(), y: z.number() })
const measured = z.object({ value: z.number(), sd: z.number() })

const outline = z.object({
  centre: point,
  axisRad: z.number(),
  halfLengthPx: z.number().positive(),
  halfBreadthPx: z.number().positive(),
  taper: z.number(),
  bulge: z.number(),
})

const readingSchema = z.object({
  outline,
  bluntPole: point,
  smallPole: point,
  lengthPx: z.number(),
  breadthPx: z.number(),
  bluntEndProbability: fraction,
  edgeSeenShare: fraction,
  /** Upper triangle by rows; null in looks of earlier versions. */
  formCovariance: z
    .tuple([z.number(), z.number(), z.number(), z.number(), z.number(), z.number()])
    .nullable()
    .default(null),
  airCell: z.object({ depth: measured, volume: measured, tiltRad: z.number() }).nullable(),
  shadow: z.object({
    area: measured,
    darkness: z.number(),
    edgeSlope: z.number(),
  }),
  vessels: z.object({ coverage: measured, netLength: z.number() }),
  ring: z.object({
    score: measured,
    visibleShare: z.number(),
    support: z.number(),
    shareOfLines: z.number(),
  }),
  crack: z.object({ score: fraction }),
  light: z.object({
    medianRed: z.number(),
    emptyRed: z.number(),
    relativeNoise: z.number(),
    clippedShare: z.number(),
    lamp: z.enum(['blunt', 'small', 'side']),
  }),
  /** Null in looks of earlier versions. */
  signs: z
    .object({
      faintShadow: fraction,
      reddening: z.number().nullable(),
      /** Null in looks of earlier versions, too. */
      dimming: z.number().nullable().default(null),
      unevenness: z.number(),
    })
    .nullable(),
  /** Null in looks of earlier versions. */
  lines: z
    .object({
      curve: z.number(),
      curveStrength: z.number(),
      curveShare: fraction,
      curveAlone: fraction,
      curveContrast: z.number(),
      curveBlood: z.number(),
      length: z.number(),
      clearLength: z.number(),
      branching: fraction,
      blood: z.number(),
      faintest: z.number(),
    })
    .nullable()
    .default(null),
  /** Log odds by grade, the age not counted in; null in looks of earlier versions. */
  networkLogits: z
    .object({ developing: z.number(), clear: z.number(), 'blood-ring': z.number(), quitter: z.number() })
    .nullable()
    .default(null),
  spotCount: z.number(),
  litShare: z.number(),
  reasons: z.array(z.enum(READING_REASONS)),
})

const handFiguresSchema = z.object({
  lengthPx: z.number().positive(),
  breadthPx: z.number().positive(),
  airCell: z.object({ depth: fraction, volume: fraction, tiltRad: z.number() }).nullable(),
  shadowArea: fraction,
})

const correctionSchema = z.object({
  at: instantField,
  /** The lines as the candler drew them, photograph pixels. */
  lines: z.object({
    outline,
    cell: z.object({ left: fraction, right: fraction, bow: z.number().min(-1).max(1) }).nullable(),
    shadow: z.array(point),
    collar: z.tuple([point, point]).nullable(),
  }),
  figures: handFiguresSchema,
})

const movementSchema = z.object({
  /** Of the film, and its size, in whose pixels the places lie. */
  seconds: z.number().positive(),
  widthPx: z.int().positive(),
  heightPx: z.int().positive(),
  significance: z.number().min(0),
  moving: z.boolean(),
  places: z.array(z.object({ at: point, significance: z.number() })),
  /** Null where the film was too short or the egg of an age that shows none. */
  heartbeat: z
    .object({ hz: z.number().positive(), signalToNoise: z.number().min(0), found: z.boolean() })
    .nullable(),
})
export type MovementReading = z.infer<typeof movementSchema>

const count = z.number().min(0)
const reasonSchema = z.discriminatedUnion('code', [
  z.object({ code: z.literal('moves'), significance: z.number(), seconds: count }),
  z.object({ code: z.literal('heartbeat'), hz: count, signalToNoise: count }),
  z.object({ code: z.literal('unreadable'), why: z.enum(UNREADABLE_CODES) }),
  z.object({ code: z.literal('unusual'), by: count }),
  z.object({
    code: z.literal('two-opinions'),
    measures: z.enum(GRADES),
    network: z.enum(GRADES),
  }),
  z.object({ code: z.literal('two-pictures') }),
  z.object({
    code: z.literal('shadow'),
    area: fraction,
    sd: count,
    expected: z.object({ low: z.number(), high: z.number() }),
    ageDays: z.number(),
  }),
  z.object({
    code: z.literal('vessels'),
    netLength: count,
    coverage: z.number(),
    litShare: z.number(),
    spotCount: count,
  }),
  z.object({
    code: z.literal('ring'),
    score: z.number(),
    visibleShare: z.number(),
    shareOfLines: z.number(),
  }),
  z.object({ code: z.literal('said'), sentence: z.string().max(2000) }),
])

const probabilitiesSchema = z.object({
  developing: fraction,
  clear: fraction,
  'blood-ring': fraction,
  quitter: fraction,
})

const verdictSchema = z.object({
  probabilities: probabilitiesSchema,
  grade: suggestedGrade,
  action: z.enum(ACTIONS),
  readable: z.boolean(),
  unreadable: z.array(z.enum(UNREADABLE_CODES)),
  reasons: z.array(reasonSchema),
})

/** Why a look was graded again: the mates became known, a film was read, the model is another one, the shell or the set's rule was changed. */
export const REGRADE_CAUSES = ['mates', 'film', 'model', 'shell', 'rule'] as const
export type RegradeCause = (typeof REGRADE_CAUSES)[number]

/** What every look has, with a picture or without. */
const ofEveryLook = {
  id: idField,
  stamp: stampSchema,
  eggId: idField,
  setId: idField,
  takenAt: instantField,
  ageDays: z.number().min(0),
  /** Another look of the same candling took its place, or the candler took back what a look by eye said. */
  replaced: z.boolean(),
}
const ownGradeSchema = z.object({ grade: suggestedGrade, at: instantField })

export const photoOfLookSchema = z.object({
  id: idField,
  widthPx: z.int().positive(),
  heightPx: z.int().positive(),
  type: z.string().regex(/^image\/[\w.+-]+$/),
})

export const picturedLookSchema = z.object({
  ...ofEveryLook,
  source: z.enum(['camera', 'network-camera', 'file', 'demo']),
  photo: photoOfLookSchema,
  reading: readingSchema,
  verdict: verdictSchema,
  /** What measured and what graded: figures of different makers are not the same figures. Null where nobody noted it. */
  madeBy: z.object({ measuring: z.int().min(1).nullable(), model: z.string().max(60).nullable() }),
  /** What was suggested before the verdict of now, oldest first. */
  earlierVerdicts: z
    .array(
      z.object({
        verdict: verdictSchema,
        model: z.string().max(60).nullable(),
        until: instantField,
        because: z.enum(REGRADE_CAUSES),
      }),
    )
    .max(50),
  /** Lines that the candler drew, beside the measured ones. */
  correction: correctionSchema.nullable(),
  /** What moved while the egg was filmed; null where it was not. */
  movement: movementSchema.nullable(),
  /** The candler's own grade, by a pressed key, beside the suggestion. */
  own: ownGradeSchema.nullable(),
  /** The egg was lifted off the lamp and so left in, as suggested: it is done with, and nobody said a grade. */
  leftIn: z.object({ at: instantField }).nullable(),
  /** What a picture of the same minutes said that did not decide, and that this one took the place of. */
  twin: probabilitiesSchema.nullable().default(null),
})

/** No egg has a deeper one. */
export const MOST_CELL_MM = 100
/** Depth of an air cell from the blunt end, as the candler told it: in millimetres, or drawn, as a share of the egg's length. */
export const toldCellSchema = z.discriminatedUnion('by', [
  z.object({ by: z.literal('millimetres'), depthMm: z.number().positive().max(MOST_CELL_MM) }),
  z.object({ by: z.literal('drawn'), depth: fraction }),
])
export type ToldCell = z.infer<typeof toldCellSchema>

/** The egg was held to a lamp and looked at, without a picture: all that is known is what the candler said. */
const eyeLookSchema = z.object({
  ...ofEveryLook,
  source: z.literal('eye'),
  own: ownGradeSchema,
  /** What followed from it by the set's rule for removing. */
  action: z.enum(ACTIONS),
  airCell: toldCellSchema.nullable(),
  /** Who looked; empty where nobody said. */
  candler: z.string().max(60),
})
export type EyeLook = z.infer<typeof eyeLookSchema>

export const lookRecordSchema = z.discriminatedUnion('source', [picturedLookSchema, eyeLookSchema])
type Kept = z.infer<typeof picturedLookSchema>

/** What the core reads or decides and the schema does not know would be dropped in silence on saving: it does not compile. */
export type PicturedLook = Kept & {
  reading: HoldsAll<EggFigures, Kept['reading']>
  verdict: HoldsAll<Verdict, Kept['verdict']>
}
export type LookRecord = PicturedLook | EyeLook

/** Whether there is a photograph of it, with figures and a suggestion. */
export function isPictured(look: LookRecord): look is PicturedLook {
  return look.source !== 'eye'
}
