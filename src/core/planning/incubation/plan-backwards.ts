import { HOUR_MS, DAY_MS } from '../../time/durations.ts'
import type { SpeciesName } from '../../species/species.ts'
import {
  addDays,
  instantOf,
  localDateOf,
  localHourOf,
  weekdayOf,
  type LocalDate,
  type Zone,
} from '../../time/local-date.ts'
import { timetableOf } from './timetable.ts'

export interface BackwardsInput {
  species: SpeciesName
  /** When the chicks should be out, epoch milliseconds. */
  hatchAtMs: number
  /** Late start of these eggs, hours. @default 0 */
  delayHours?: number
  incubationDays?: number
}

/** When to set so that the expected hatch falls on the given instant, epoch milliseconds. */
export function setTimeForHatch({
  species,
  hatchAtMs,
  delayHours = 0,
  incubationDays,
}: BackwardsInput): number {
  return hatchAtMs - timetableOf(species, { incubationDays }).incubationDays * DAY_MS - delayHours * HOUR_MS
}

export interface DateRange {
  from: LocalDate
  to: LocalDate
}

export interface HatchDaysInput {
  /** 1 Monday … 7 Sunday; any of these will do. */
  weekdays: readonly number[]
  /** Now, epoch milliseconds. */
  nowMs: number
  zone: Zone
  /** All of them hatch together; the longest incubation decides how soon that can be. */
  species: ReadonlyArray<{ species: SpeciesName; delayHours?: number; incubationDays?: number }>
  /** School terms, say: the day must lie in one of these. Left out, any day will do. */
  within?: readonly DateRange[]
  /** Local hour at which the chicks should be out. @default 12 */
  hatchHour?: number
  /** Days ahead that are searched. @default 366 */
  horizonDays?: number
  /** No more than this many are looked for. @default all */
  most?: number
}

/** Days on which all could hatch, soonest first; none whose eggs should have been set already. */
export function hatchDays({
  weekdays,
  nowMs,
  zone,
  species,
  within,
  hatchHour = 12,
  horizonDays = 366,
  most = Infinity,
}: HatchDaysInput): LocalDate[] {
  // Set now, the slowest of them hatches then.
  const soonest =
    nowMs + Math.max(0, ...species.map((item) => nowMs - setTimeForHatch({ ...item, hatchAtMs: nowMs })))
  const from = localDateOf(soonest, zone)
  const days: LocalDate[] = []
  for (let i = 0, date = from; i <= horizonDays && days.length < most; i++, date = addDays(date, 1)) {
    if (!weekdays.includes(weekdayOf(date))) continue
    if (within && !within.some((range) => range.from <= date && date <= range.to)) continue
    if (instantOf(date, hatchHour, zone) >= soonest) days.push(date)
  }
  return days
}

/** Hours at which people are up: from, to. */
const WAKING_HOURS = { from: 6, to: 22 } as const

/**
 * The last waking hour before a set time that falls into the night.
 * @returns null when the time is a waking one
 */
export function eveningBefore(setAtMs: number, zone: Zone): number | null {
  const hour = localHourOf(setAtMs, zone)
  if (hour >= WAKING_HOURS.from && hour <= WAKING_HOURS.to) return null
  const date = localDateOf(setAtMs, zone)
  return instantOf(hour < WAKING_HOURS.from ? addDays(date, -1) : date, WAKING_HOURS.to, zone)
}
