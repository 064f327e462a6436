import { z } from 'zod'
import { HELPS } from '../../core/hatching/hatch-methods.ts'
import { DISCS } from '../../core/hatching/germinal-disc.ts'
import { DEATH_SIGNS } from '../../core/diagnosis/story.ts'
import { GRADES } from '../../core/grade-names.ts'
import { CRACKS } from '../../core/planning/intake/cracks.ts'
import { takenBackSchema, toldFields } from './events.ts'
import { idField, localDateField, shellField, standInField } from './fields.ts'
import { stampSchema } from './stamp.ts'

/** `alive`: opened or looked at again, and found living. */
export const OUTCOMES = ['hatched', 'alive', 'clear', 'blood-ring', 'quitter'] as const
export type Outcome = (typeof OUTCOMES)[number]
const FOUND = ['alive', 'clear', 'blood-ring', 'quitter'] as const

/** Bounds of what an egg is measured by; the forms ask for the same. */
export const weightField = z.number().positive().max(500)
export const lengthField = z.number().positive().max(200)
export const breedField = z.string().max(120)
export const sourceField = z.string().max(120)
export const henField = z.string().max(60)
export const markField = z.string().max(40)
export const placeField = z.object({ trayId: idField, row: z.int().min(0), column: z.int().min(0) })

/** What a chick is known by. */
export const bandField = z.string().min(1).max(40)
export const CHICK_STATES = ['well', 'weak', 'lost', 'given-away'] as const
export type ChickState = (typeof CHICK_STATES)[number]
export const chickFields = {
  state: z.enum(CHICK_STATES),
  /** To whom it went, what ails it. */
  words: z.string().max(200),
}

/** Why an egg left: by its grade, or for what happened to it. */
export const LEAVINGS = [
  'graded',
  /** Leaking or smelling. */
  'rotten',
  'cracked',
  /** Dropped, or broken by hand or machine. */
  'broken',
  /** Taken or eaten by an animal. */
  'animal',
  /** Given away or sold. */
  'given-away',
  'eaten',
  /** Moved under a hen or into an incubator elsewhere. */
  'moved-away',
  /** Gone, and nobody knows how. */
  'missing',
] as const
export type Leaving = (typeof LEAVINGS)[number]

export const removedFields = {
  why: z.enum(LEAVINGS),
  /** What it was taken for; where it left for another reason, what the candler last called it, if anything. */
  grade: z.enum([...GRADES, 'unsure']).nullable(),
  reason: z.string(),
  /** The look by which it left; null where there was none. */
  lookId: idField.nullable(),
  againstPolicy: z.boolean(),
}

/** What happened to an egg. A look at it is an event, too, with a record of its own. */
export const eggEventSchema = z.discriminatedUnion('kind', [
  z.object({ ...toldFields, kind: z.literal('weighed'), weightG: weightField, standIn: standInField }),
  z.object({
    ...toldFields,
    kind: z.literal('callipered'),
    lengthMm: lengthField.nullable(),
    breadthMm: lengthField.nullable(),
  }),
  z.object({ ...toldFields, kind: z.literal('moved'), place: placeField.nullable() }),
  z.object({ ...toldFields, kind: z.literal('marked'), mark: markField }),
  z.object({ ...toldFields, kind: z.literal('crack-seen'), crack: z.enum(CRACKS) }),
  z.object({ ...toldFields, kind: z.literal('waxed'), waxed: z.boolean() }),
  z.object({ ...toldFields, kind: z.literal('soiled'), dirty: z.boolean() }),
  /** Its shell and breed where they are other than its batch's; null is as the batch. */
  z.object({
    ...toldFields,
    kind: z.literal('described'),
    shell: shellField.nullable(),
    breed: breedField.nullable(),
    /** Hen or pen; null where nobody told. */
    hen: henField.nullable(),
    /** The cock, or the pair; null where nobody told. */
    cock: henField.nullable().default(null),
    /** Where it came from; null is as the batch. */
    source: sourceField.nullable().default(null),
  }),
  z.object({ ...toldFields, kind: z.literal('removed'), ...removedFields }),
  z.object({ ...toldFields, kind: z.literal('pipped'), shell: z.boolean() }),
  /** The chick has begun to cut round the shell. */
  z.object({ ...toldFields, kind: z.literal('zipped') }),
  /** A person helped the chick out of the shell, and how. */
  z.object({ ...toldFields, kind: z.literal('helped'), how: z.enum(HELPS) }),
  z.object({ ...toldFields, kind: z.literal('out') }),
  z.object({
    ...toldFields,
    kind: z.literal('opened'),
    found: z.enum(FOUND),
    /** Day of development on which it died, as it looked; null where nobody can tell, or it lived. */
    deathDay: z.number().min(0).max(60).nullable().default(null),
    signs: z.array(z.enum(DEATH_SIGNS)).max(DEATH_SIGNS.length).default([]),
    /** The germinal disc of a clear egg; null where nobody looked, or could tell. */
    disc: z.enum(DISCS).nullable().default(null),
  }),
  z.object({ ...toldFields, kind: z.literal('banded'), band: bandField }),
  /** How its chick does, or where it went. */
  z.object({ ...toldFields, kind: z.literal('chick'), ...chickFields }),
  z.object({ ...toldFields, kind: z.literal('noted'), text: z.string().min(1).max(1000) }),
  /** A few spoken seconds; the sound lies beside it under its own id, and never leaves the device but in a bundle. */
  z.object({
    ...toldFields,
    kind: z.literal('spoken'),
    voiceId: idField,
    seconds: z.number().min(0).max(120),
    type: z
      .string()
      .regex(/^audio\/[\w.+-]+(;.*)?$/)
      .max(80),
  }),
  /** A photograph as a note; it lies beside it under its own id, as sounds do. */
  z.object({
    ...toldFields,
    kind: z.literal('pictured'),
    pictureId: idField,
    type: z
      .string()
      .regex(/^image\/[\w.+-]+$/)
      .max(80),
  }),
  takenBackSchema,
])
export type EggEvent = z.infer<typeof eggEventSchema>

export const eggRecordSchema = z.object({
  id: idField,
  setId: idField,
  stamp: stampSchema,
  number: z.int().min(1),
  /** `reference`: not set, kept to compare with. */
  role: z.enum(['set', 'left-out', 'reference']),
  batchId: idField.nullable(),
  laidOn: localDateField.nullable(),
  /** In the order in which they were noted; only ever added to. */
  events: z.array(eggEventSchema).max(5000),
})
export type EggRecord = z.infer<typeof eggRecordSchema>
