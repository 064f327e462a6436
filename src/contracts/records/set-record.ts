import { z } from 'zod'
import { POLICIES } from '../../core/grade/types.ts'
import { TAKING_OUT_METHODS } from '../../core/hatching/hatch-methods.ts'
import { CANDLING_METHODS } from '../../core/planning/incubation/candling-methods.ts'
import { MOST_DELAY_HOURS } from '../../core/planning/incubation/development.ts'
import { DAY_COUNTS } from '../../core/planning/incubation/day-count.ts'
import { TURNING_STOPS } from '../../core/planning/incubation/timetable.ts'
import {
  airHabitField,
  idField,
  instantField,
  shellField,
  speciesField,
  turningHoursField,
} from './fields.ts'
import { stamped, stampSchema } from './stamp.ts'
import type { Tray } from './tray-record.ts'

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
  method: z.enum(CANDLING_METHODS),
  /** Elapsed days, for the method "own". */
  ownDays: z.array(z.number().min(0).max(60)).max(40),
  dayCount: z.enum(DAY_COUNTS),
  turningStop: z.enum(TURNING_STOPS),
  /** Incubation this keeper counts with, days; null for the table's. */
  incubationDays: z.number().min(10).max(60).nullable(),
  /** Own day of lockdown, and on which what did not hatch is opened; days of development, null for the table's. */
  lockdownDay: z.number().min(1).max(60).nullable().default(null),
  giveUpDay: z.number().min(1).max(80).nullable().default(null),
  /** Late start, hours: storage, eggs set cool. */
  delayHours: z.number().min(0).max(MOST_DELAY_HOURS),
  /** Turns a day by hand; null where the incubator turns. */
  turnsADay: z.int().min(1).max(15).nullable(),
  /** Own local hours of turning; null for the place’s. */
  turningHours: turningHoursField.nullable().default(null),
  /** Posted eggs rest so long in the incubator before they are turned first, hours. */
  firstTurnHours: z.int().min(0).max(96).default(0),
  /** How moist and warm this set is kept; null for the place’s habit. */
  air: airHabitField.nullable().default(null),
  /** When its chicks are taken out; null for the place’s habit. */
  takingOut: z.enum(TAKING_OUT_METHODS).nullable().default(null),
})
export type PlanChoices = z.infer<typeof planChoicesSchema>

const tickFields = {
  key: z.string().max(40),
  /** The set's revision with which it was ticked or taken back; written with it. */
  rev: z.int().min(1).optional(),
}

/** So many more have pipped, or are out; what two tablets count apart adds up. */
const countSchema = z.object({
  id: idField,
  at: instantField,
  what: z.enum(['pipped', 'out']),
  by: z.int().min(-2000).max(2000),
})
export type HatchCount = z.infer<typeof countSchema>

export const setRecordSchema = z.object({
  id: idField,
  stamp: stampSchema,
  name: z.string().min(1).max(120),
  species: speciesField,
  breed: z.string().max(120),
  shell: shellField,
  /** When the eggs went in, or are to go in. */
  setAt: instantField,
  plan: planChoicesSchema,
  policy: z.enum(POLICIES),
  /** The trays in which its eggs lie, in the order of candling. */
  trayIds: z.array(idField).min(1).max(60),
  batches: z.array(batchSchema).max(60),
  /** Events of the plan that the keeper ticked, by key. */
  done: z.array(z.object({ ...tickFields, at: instantField })).max(200),
  /** Ticks that were taken back, so that another device's copy of them does not come back. */
  undone: z.array(z.object(tickFields)).max(200).default([]),
  notes: z.string().max(4000),
  /** Pips and chicks where they are counted and not told apart, as one more or one less each; in the order of time. */
  counted: z.array(countSchema).max(20_000).default([]),
  /** Of the demo: which basket of the stand-in camera these eggs come from. */
  standInBasket: z.string().max(40).optional(),
})
export type SetRecord = z.infer<typeof setRecordSchema>

/** A set with the trays in which its eggs lie, and how warm these were. */
export type EggSet = SetRecord & {
  trays: Tray[]
  /** At the eggs' own height, °C, in the order of time. */
  temperatures: ReadonlyArray<{ atMs: number; celsius: number }>
}

/** @param trays - of the whole book */
export function eggSetOf(
  record: SetRecord,
  trays: ReadonlyMap<string, Tray>,
  temperatures: EggSet['temperatures'] = [],
): EggSet {
  return { ...record, trays: record.trayIds.flatMap((id) => trays.get(id) ?? []), temperatures }
}

/** The record of a set as it stands. */
export function setRecordOf({ trays, temperatures: _, ...record }: EggSet): SetRecord {
  return { ...record, trayIds: trays.map(({ id }) => id) }
}

/**
 * A set's record as a device writes it: each tick and each tick taken back bears the revision with which it came.
 * @param now - how it stands, where it is written over
 */
export function setWritten(
  record: SetRecord,
  { device, now }: { device: string; now: SetRecord | null },
): SetRecord {
  const written = stamped(record, { device, now })
  return { ...written, ...ticksBetween(now, written.done, written.stamp.revision) }
}

/** The ticks that a set comes to bear, and those that are taken back, each with its revision. */
export function ticksBetween(
  now: Pick<SetRecord, 'done' | 'undone'> | null,
  next: SetRecord['done'],
  rev: number,
): Pick<SetRecord, 'done' | 'undone'> {
  const before = new Map(now?.done.map((tick) => [tick.key, tick]))
  const keys = new Set(next.map(({ key }) => key))
  const gone = [...before.keys()].filter((key) => !keys.has(key))
  return {
    done: next.map(({ key, at }) => {
      const known = before.get(key)
      return known?.at === at ? known : { key, at, rev }
    }),
    undone: [
      ...(now?.undone ?? []).filter(({ key }) => !keys.has(key) && !gone.includes(key)),
      ...gone.map((key) => ({ key, rev })),
    ],
  }
}
