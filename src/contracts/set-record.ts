import { z } from 'zod'
import { GRADES, POLICIES } from '../core/grade/types.ts'
import { CANDLING_SCHOOLS } from '../core/incubation/candling-schools.ts'
import { MOST_DELAY_HOURS } from '../core/incubation/development.ts'
import { DAY_COUNTS } from '../core/incubation/day-count.ts'
import { TURNING_STOPS } from '../core/incubation/timetable.ts'
import { CRACKS } from '../core/intake/setting-advice.ts'
import { NUMBERINGS } from '../core/tray/layout.ts'
import { idField, instantField, localDateField, shellField, speciesField } from './fields.ts'

export const traySchema = z.object({
  id: idField,
  name: z.string().min(1).max(60),
  incubatorId: idField,
  rows: z.int().min(1).max(40),
  columns: z.int().min(1).max(40),
  numbering: z.enum(NUMBERINGS),
})
export type TrayRecord = z.infer<typeof traySchema>

/** Eggs of one hen house or one parcel. */
export const batchSchema = z.object({
  id: idField,
  source: z.string().max(120),
  breed: z.string().max(120),
  shell: shellField,
  posted: z.boolean(),
  /** Tilted or turned daily while stored. */
  turnedInStorage: z.boolean(),
})

/** What this set's plan was made with; changing it redraws the plan and touches no look. */
export const planChoicesSchema = z.object({
  school: z.enum(CANDLING_SCHOOLS),
  /** Elapsed days, for the school "own". */
  ownDays: z.array(z.number().min(0).max(60)).max(40),
  dayCount: z.enum(DAY_COUNTS),
  turningStop: z.enum(TURNING_STOPS),
  /** Incubation this keeper counts with, days; null for the table's. */
  incubationDays: z.number().min(10).max(60).nullable(),
  /** Late start, hours: storage, eggs set cool. */
  delayHours: z.number().min(0).max(MOST_DELAY_HOURS),
  /** Turns a day by hand; null where the incubator turns. */
  turnsADay: z.int().min(1).max(15).nullable(),
})
export type PlanChoices = z.infer<typeof planChoicesSchema>

export const setRecordSchema = z.object({
  id: idField,
  name: z.string().min(1).max(120),
  species: speciesField,
  breed: z.string().max(120),
  shell: shellField,
  /** When the eggs went in, or are to go in. */
  setAt: instantField,
  plan: planChoicesSchema,
  policy: z.enum(POLICIES),
  trays: z.array(traySchema).min(1).max(60),
  batches: z.array(batchSchema).max(60),
  /** Events of the plan that the keeper ticked, by key. */
  done: z.array(z.object({ key: z.string().max(40), at: instantField })).max(200),
  /** At the eggs' own height, corrected, °C. */
  temperatures: z.array(z.object({ at: instantField, celsius: z.number().min(0).max(60) })).max(5000),
  notes: z.string().max(4000),
  /** Of the demo: which basket of the stand-in camera these eggs come from. */
  standInBasket: z.string().max(40).optional(),
})
export type SetRecord = z.infer<typeof setRecordSchema>

/** `alive`: opened or looked at again, and found living. */
export const OUTCOMES = ['hatched', 'alive', 'clear', 'blood-ring', 'quitter'] as const
export type Outcome = (typeof OUTCOMES)[number]

export const eggRecordSchema = z.object({
  id: idField,
  setId: idField,
  number: z.int().min(1),
  /** What is pencilled on the shell besides the number. */
  mark: z.string().max(40),
  /** `reference`: not set, kept to compare with. */
  role: z.enum(['set', 'left-out', 'reference']),
  place: z.object({ trayId: idField, row: z.int().min(0), column: z.int().min(0) }).nullable(),
  batchId: idField.nullable(),
  laidOn: localDateField.nullable(),
  crack: z.enum(CRACKS),
  waxed: z.boolean(),
  weightG: z.number().positive().max(500).nullable(),
  lengthMm: z.number().positive().max(200).nullable(),
  breadthMm: z.number().positive().max(200).nullable(),
  /** What became of it: hatched, or found when it was opened. */
  outcome: z.object({ at: instantField, found: z.enum(OUTCOMES) }).nullable(),
  removed: z
    .object({
      at: instantField,
      grade: z.enum([...GRADES, 'unsure']),
      reason: z.string(),
      lookId: idField,
      againstPolicy: z.boolean(),
    })
    .nullable(),
})
export type EggRecord = z.infer<typeof eggRecordSchema>

/** An egg of which nothing but its number and place is known. */
export function plainEgg(egg: Pick<EggRecord, 'id' | 'setId' | 'number' | 'place'>): EggRecord {
  return {
    ...egg,
    mark: '',
    role: 'set',
    batchId: null,
    laidOn: null,
    crack: 'none',
    waxed: false,
    weightG: null,
    lengthMm: null,
    breadthMm: null,
    outcome: null,
    removed: null,
  }
}
