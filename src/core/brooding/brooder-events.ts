import { HOUR_MS } from '../time/durations.ts'
import { TAKE_OUT_HOURS, type TakingOutMethod } from '../hatching/hatch-methods.ts'
import type { BrooderKind, ScheduleEvent } from '../planning/incubation/schedule.ts'
import { localDateOf, type Zone } from '../time/local-date.ts'
/** Fluff is dry about so long after a chick is out, hours. */
const DRY_HOURS = 6

export interface Chicks {
  /** When the first and the last so far were out, epoch milliseconds. */
  firstOutMs: number
  lastOutMs: number
}

/**
 * What is to be done with the chicks of a set in their first two weeks, in order.
 * @param takingOut - when they come out of the incubator here
 */
export function brooderEvents(
  { firstOutMs, lastOutMs }: Chicks,
  { takingOut, zone, incubationDays }: { takingOut: TakingOutMethod; zone: Zone; incubationDays: number },
): ScheduleEvent[] {
  const takenOutMs = firstOutMs + (TAKE_OUT_HOURS[takingOut] ?? DRY_HOURS) * HOUR_MS
  // From when most are in it: those of the last hours are as old as the others to within a day.
  const inBrooderMs = Math.max(takenOutMs, Math.min(lastOutMs, firstOutMs + 48 * HOUR_MS))
  const event = (key: string, kind: BrooderKind, days: number): ScheduleEvent => {
    const startMs = (days === 0 ? takenOutMs : inBrooderMs) + days * 24 * HOUR_MS
    return {
      key,
      kind,
      ageDays: incubationDays + days,
      startMs,
      endMs: startMs,
      date: localDateOf(startMs, zone),
    }
  }
  return [
    event('take-out', 'take-out', 0),
    event('first-day', 'first-day', 1),
    event('third-day', 'third-day', 3),
    event('cooler-1', 'cooler', 7),
    event('cooler-2', 'cooler', 14),
  ]
}
