import { z } from 'zod'
import { BROODER_WARMTHS } from '../../core/brooding/brooder-plan.ts'
import { POLICIES } from '../../core/grade/types.ts'
import { CANDLING_METHODS } from '../../core/planning/incubation/candling-methods.ts'
import { DAY_COUNTS } from '../../core/planning/incubation/day-count.ts'
import { HELPING_METHODS, TAKING_OUT_METHODS } from '../../core/hatching/hatch-methods.ts'
import { CANDLING_LIMITS, LIMIT_METHODS, type CandlingLimits } from '../../core/session/limits.ts'
import { TURNING_STOPS } from '../../core/planning/incubation/timetable.ts'
import { CLOCKS } from '../../core/time/clock-words.ts'
import { UNIT_SYSTEMS } from '../../core/units.ts'
import { USUAL_AIR } from '../../core/climate/air-method.ts'
import { LOGGER_COLUMNS } from '../../core/climate/logger-columns.ts'
import {
  airHabitField,
  instantField,
  localDateField,
  speciesField,
  turningHoursField,
  zoneField,
} from './fields.ts'
import { firstIncubator, type Incubator } from './incubator-record.ts'
import { lampCheckSchema } from './lamp-check.ts'
import { FRESH, stampSchema } from './stamp.ts'

const limitField = z.number().min(0.2).max(240)

/** The place and its habits: what a new plan starts from. */
export const hatcheryRecordSchema = z.object({
  stamp: stampSchema,
  name: z.string().max(120),
  zone: zoneField,
  units: z.enum(UNIT_SYSTEMS),
  /** How the time of day is written. */
  clock: z.enum(CLOCKS).default('24h'),
  dayCount: z.enum(DAY_COUNTS),
  method: z.enum(CANDLING_METHODS),
  ownDays: z.array(z.number().min(0).max(60)).max(40),
  turningStop: z.enum(TURNING_STOPS),
  policy: z.enum(POLICIES),
  /** Local hour of candling. */
  candlingHour: z.int().min(0).max(23),
  warmUpHours: z.int().min(0).max(96),
  /** Rest of posted eggs before setting. */
  postRestHours: z.int().min(0).max(96),
  turnsADay: z.int().min(1).max(15),
  /** Local hours at which this keeper turns by hand; none where turns are spread over the day. */
  turningHours: turningHoursField.default([]),
  /** So late a turn is worth an alarm, hours. */
  turnGraceHours: z.number().min(0.5).max(24).default(1),
  /** How moist and warm the air is kept, and for which birds otherwise. */
  air: airHabitField.default(USUAL_AIR),
  airOfSpecies: z
    .array(z.object({ species: speciesField, habit: airHabitField }))
    .max(20)
    .default([]),
  /** How millimetres are known at this place's lamp and camera. */
  scale: z.object({
    collarMm: z.number().min(5).max(200).nullable(),
    /** A calibration shot: millimetres along the picture's long side. */
    camera: z.object({ mmAcross: z.number().positive().max(5000), at: instantField }).nullable(),
  }),
  /** How long eggs and incubator may wait at a candling, minutes; `own` are the figures of that method. */
  limits: z.object({
    method: z.enum(LIMIT_METHODS),
    own: z.object({ eggOut: limitField, trayOut: limitField, lidOff: limitField }),
  }),
  /** Long side to which photographs are drawn down before they are kept, px; null keeps them as they came. */
  photoLongSidePx: z.int().min(800).max(8000).nullable(),
  /** What an egg may be marked with under one key at the lamp. */
  marks: z.array(z.string().min(1).max(30)).max(12),
  /** Above the sea, metres: thin air dries faster. */
  altitudeM: z.number().min(-400).max(6000).default(0),
  /** Step in which the place's scale shows, g; null where it is learnt from what it shows. */
  scaleStepG: z.number().positive().max(20).nullable().default(null),
  /** What the columns of this place’s logger files mean, by the words at their heads. */
  loggerColumns: z
    .array(z.object({ head: z.string().max(120), means: z.enum(LOGGER_COLUMNS) }))
    .max(60)
    .default([]),
  /** Whether chicks are ever helped out of the shell. */
  helping: z.enum(HELPING_METHODS).default('never'),
  /** When chicks are taken out of the incubator. */
  takingOut: z.enum(TAKING_OUT_METHODS).default('dry'),
  brooders: z.int().min(0).max(50),
  /** What warms the chicks here. */
  warmth: z.enum(BROODER_WARMTHS).default('lamp'),
  /** What the lamp shows, by shell; the newest of a shell holds. Each tablet keeps one of a kind; merged, several may lie here. */
  lampChecks: z.array(lampCheckSchema).max(5000).default([]),
  away: z.array(z.object({ from: localDateField, to: localDateField })).max(60),
})
export type HatcheryRecord = z.infer<typeof hatcheryRecordSchema>

/** The place with the incubators that stand in it, at least one. */
export type Hatchery = HatcheryRecord & { incubators: Incubator[] }

/** The record of a hatchery as it stands. */
export function hatcheryRecordOf({ incubators: _, ...record }: Hatchery): HatcheryRecord {
  return record
}

/** What candlers note most, until they make their own list. */
export const USUAL_MARKS = [
  'moves',
  'loose air cell',
  'thin shell',
  'dark shell',
  'wax holds',
  'look again',
] as const

/** A hatchery nobody has described yet. @param zone - of this device */
export function newHatchery(zone: string): Hatchery {
  return {
    stamp: FRESH,
    name: '',
    zone,
    units: 'metric',
    clock: '24h',
    dayCount: 'elapsed',
    method: 'weekly',
    ownDays: [],
    turningStop: 'usual',
    policy: 'second-look',
    candlingHour: 20,
    warmUpHours: 24,
    postRestHours: 18,
    turnsADay: 3,
    turningHours: [],
    turnGraceHours: 1,
    air: USUAL_AIR,
    airOfSpecies: [],
    altitudeM: 0,
    scaleStepG: null,
    loggerColumns: [],
    helping: 'never',
    takingOut: 'dry',
    brooders: 1,
    warmth: 'lamp',
    lampChecks: [],
    away: [],
    scale: { collarMm: null, camera: null },
    limits: { method: 'usual', own: CANDLING_LIMITS.usual },
    photoLongSidePx: 1600,
    marks: [...USUAL_MARKS],
    incubators: [firstIncubator()],
  }
}

/** The limits this place keeps at a candling. */
export function limitsOf({ limits }: Pick<HatcheryRecord, 'limits'>): CandlingLimits {
  return limits.method === 'own' ? limits.own : CANDLING_LIMITS[limits.method]
}
