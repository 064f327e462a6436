import { createEvents, type DateArray, type EventAttributes } from 'ics'
import { EVENT_TITLES } from '../../words/events.ts'
import { preparationsFor } from '../../words/preparations.ts'
import type { EventKind, ScheduleEvent } from '../../core/planning/incubation/schedule.ts'
import type { AirWanted } from '../../core/climate/air-method.ts'
import { addDays, localDateOf, type Zone } from '../../core/time/local-date.ts'
import { MINUTE_MS } from '../../core/time/durations.ts'

export interface CalendarSet {
  id: string
  name: string
  air: AirWanted
  schedule: readonly ScheduleEvent[]
  /** Keys that an earlier file held; those that are gone from the plan are called off. */
  exportedKeys: readonly string[]
}

export interface CalendarOptions {
  zone: Zone
  /** Now; later files take the place of earlier ones by it. Epoch milliseconds. */
  nowMs: number
  /** Day label of an event in the candler's own count, "day 7". */
  dayLabel: (set: CalendarSet, event: ScheduleEvent) => string
}

/** Windows and last days are whole days in a calendar; the rest has its hour. */
const ALL_DAY: readonly EventKind[] = ['pip', 'hatch', 'give-up']
/** How long each takes in the calendar, minutes. */
const MINUTES: Readonly<Partial<Record<EventKind, number>>> = { candle: 60, lockdown: 60, set: 60 }
const ALARM_MINUTES_BEFORE = 60
/** Counts up by the minute, so that a phone takes the newer file's word. */
const SEQUENCE_EPOCH_MS = Date.parse('2026-01-01T00:00:00Z')

/**
 * The sets' plans as an iCalendar file. UIDs hang on set and event alone, so that a file made again updates the
 * entries of the first.
 * @see RFC 5545, Internet Calendaring and Scheduling Core Object Specification
 */
export function writeCalendar(sets: readonly CalendarSet[], options: CalendarOptions): string {
  const events = sets.flatMap((set) => [
    ...set.schedule.map((event) => toEntry(set, event, options)),
    ...set.exportedKeys
      .filter((key) => !set.schedule.some((event) => event.key === key))
      .map((key) => calledOff(set, key, options)),
  ])
  const { error, value } = createEvents(events, {
    productId: 'perlumen',
    calName: 'Perlumen',
    method: 'PUBLISH',
  })
  if (error || !value)
    throw new Error(`The calendar could not be written: ${error?.message ?? 'no reason given'}`)
  return value
}

export function uidOf(setId: string, key: string): string {
  return `${setId}.${key}@perlumen`
}

function toEntry(
  set: CalendarSet,
  event: ScheduleEvent,
  { zone, nowMs, dayLabel }: CalendarOptions,
): EventAttributes {
  const whole = ALL_DAY.includes(event.kind)
  const entry = {
    uid: uidOf(set.id, event.key),
    sequence: sequenceAt(nowMs),
    status: 'CONFIRMED' as const,
    busyStatus: 'FREE' as const,
    title: `${EVENT_TITLES[event.kind]}: ${set.name}${event.kind === 'warm-up' || event.kind === 'set' ? '' : `, ${dayLabel(set, event)}`}`,
    description: preparationsFor(event.kind, set.air)
      .map((line) => `• ${line}`)
      .join('\n'),
    startInputType: 'utc' as const,
    startOutputType: 'utc' as const,
  }
  if (whole) {
    // The end of a whole-day entry is the day after its last.
    return {
      ...entry,
      start: dateArray(event.date),
      end: dateArray(addDays(localDateOf(event.endMs, zone), 1)),
    }
  }
  return {
    ...entry,
    start: utcArray(event.startMs),
    duration: { minutes: MINUTES[event.kind] ?? 15 },
    alarms: [
      {
        action: 'display',
        description: entry.title,
        trigger: { before: true, minutes: ALARM_MINUTES_BEFORE },
      },
    ],
  }
}

function calledOff(set: CalendarSet, key: string, { nowMs }: CalendarOptions): EventAttributes {
  return {
    uid: uidOf(set.id, key),
    sequence: sequenceAt(nowMs),
    status: 'CANCELLED',
    title: `Cancelled: ${set.name}`,
    start: utcArray(nowMs),
    startInputType: 'utc',
    startOutputType: 'utc',
    duration: { minutes: 15 },
  }
}

function sequenceAt(nowMs: number): number {
  return Math.max(0, Math.floor((nowMs - SEQUENCE_EPOCH_MS) / MINUTE_MS))
}

function dateArray(date: string): DateArray {
  return date.split('-').map(Number) as [number, number, number]
}

function utcArray(atMs: number): DateArray {
  const at = new Date(atMs)
  return [at.getUTCFullYear(), at.getUTCMonth() + 1, at.getUTCDate(), at.getUTCHours(), at.getUTCMinutes()]
}
