import { HOUR_MS } from '../../time/durations.ts'
import type { SpeciesName } from '../../species/species.ts'
import { lastHourBefore, localDateOf, nearestHour, type LocalDate, type Zone } from '../../time/local-date.ts'
import { DevelopmentClock, type DevelopmentOptions } from './development.ts'
import { candlingAges, type CandlingMethod } from './candling-methods.ts'
import { timetableOf, type TurningStop } from './timetable.ts'

/** In the order in which they come. */
export const EVENT_KINDS = [
  'warm-up',
  'set',
  'candle',
  'stop-turning',
  'lockdown',
  'pip',
  'hatch',
  'give-up',
] as const
/** What is done with chicks once they are out; when it falls due hangs on the hatch. */
export const BROODER_KINDS = ['take-out', 'first-day', 'third-day', 'cooler'] as const
export type BrooderKind = (typeof BROODER_KINDS)[number]
export type EventKind = (typeof EVENT_KINDS)[number] | BrooderKind

export interface ScheduleEvent {
  /** Stays the same however often the plan is made again: "set", "candle-1", "lockdown". */
  key: string
  kind: EventKind
  /** Age of the embryos, days of development; negative before setting. */
  ageDays: number
  /** What is done at a moment begins and ends there; a window has a length. Epoch milliseconds. */
  startMs: number
  endMs: number
  /** Local date of the start. */
  date: LocalDate
}

export interface ScheduleInput extends DevelopmentOptions {
  species: SpeciesName
  zone: Zone
  method: CandlingMethod
  ownDays?: readonly number[]
  turningStop?: TurningStop
  /** Own days of lockdown and of giving up, days of development; before the table's. */
  lockdownDay?: number | null
  giveUpDay?: number | null
  /** Incubation that this keeper counts with, days; the table's when left out. */
  incubationDays?: number
  /** Local hour at which this hatchery candles; a look falls on the occurrence nearest to its age. @default 20 */
  candlingHour?: number
  /** The incubator runs empty this long before, to settle. @default 24 */
  warmUpHours?: number
}

/** The plan of one set, in order. Pure; equal inputs give equal keys and times. */
export function makeSchedule(input: ScheduleInput): ScheduleEvent[] {
  const { setAtMs, zone, candlingHour = 20, warmUpHours = 24 } = input
  const clock = new DevelopmentClock(input)
  const times = timetableOf(input.species, input)
  const atBench = (ageDays: number): number =>
    Math.max(setAtMs, nearestHour(clock.instantAt(ageDays), candlingHour, zone))
  const moment = (key: string, kind: EventKind, ageDays: number, atMs: number): ScheduleEvent => ({
    key,
    kind,
    ageDays,
    startMs: atMs,
    endMs: atMs,
    date: localDateOf(atMs, zone),
  })
  const window = (
    kind: 'pip' | 'hatch',
    [from, to]: readonly [number, number],
    notBeforeMs: number,
  ): ScheduleEvent => {
    const startMs = Math.max(notBeforeMs, clock.instantAt(from))
    return {
      key: kind,
      kind,
      ageDays: from,
      startMs,
      endMs: Math.max(startMs, clock.instantAt(to)),
      date: localDateOf(startMs, zone),
    }
  }
  // The lid must not come off for it once pips may come: then the evening before is the last one.
  const lastMs = Math.max(setAtMs, clock.instantAt(times.pipRangeDays[0]))
  const benchMs = atBench(times.stopTurningDay)
  const lockdownMs =
    benchMs <= lastMs ? benchMs : Math.max(setAtMs, lastHourBefore(lastMs, candlingHour, zone))
  const candles = candlingAges(input).map((ageDays, i) => {
    const atMs = atBench(ageDays)
    return moment(
      `candle-${i + 1}`,
      'candle',
      ageDays,
      ageDays <= times.stopTurningDay ? Math.min(atMs, lockdownMs) : atMs,
    )
  })
  const pip = window('pip', times.pipRangeDays, lockdownMs)
  const hatch = window('hatch', times.usualRangeDays, pip.startMs)
  const events = [
    moment('warm-up', 'warm-up', -warmUpHours / 24, setAtMs - warmUpHours * HOUR_MS),
    moment('set', 'set', 0, setAtMs),
    ...candles,
    moment('stop-turning', 'stop-turning', times.stopTurningDay, lockdownMs),
    moment('lockdown', 'lockdown', times.stopTurningDay, lockdownMs),
    pip,
    hatch,
    moment('give-up', 'give-up', times.giveUpDay, Math.max(hatch.endMs, clock.instantAt(times.giveUpDay))),
  ]
  // The sort is stable: what falls together keeps the order in which it is done.
  return events.sort((a, b) => a.startMs - b.startMs)
}

/** When the chicks are expected: the middle of the window that matters to people. Epoch milliseconds. */
export function expectedHatchMs(input: ScheduleInput): number {
  return new DevelopmentClock(input).instantAt(timetableOf(input.species, input).incubationDays)
}

export function eventOf(schedule: readonly ScheduleEvent[], kind: EventKind): ScheduleEvent {
  const event = schedule.find((item) => item.kind === kind)
  if (!event) throw new RangeError(`the schedule has no ${kind}`)
  return event
}
