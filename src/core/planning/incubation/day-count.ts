import { HOUR_MS } from '../../time/durations.ts'
import { daysBetween, localDateOf, localHourOf, type Zone } from '../../time/local-date.ts'

/** The three habits of counting. One true quantity lies under all of them: the hours since setting. */
export const DAY_COUNTS = ['elapsed', 'set-day-is-1', 'morning-rule'] as const
export type DayCount = (typeof DAY_COUNTS)[number]

/** Age in elapsed hours; what the clocks on the wall did meanwhile does not matter. */
export function ageInHours(setAtMs: number, atMs: number): number {
  return (atMs - setAtMs) / HOUR_MS
}

/** Age in elapsed days. */
export function ageInDays(setAtMs: number, atMs: number): number {
  return ageInHours(setAtMs, atMs) / 24
}

/**
 * The number this habit gives the day of an instant. Elapsed days turn over at the hour of setting; the other
 * two at local midnight.
 */
export function dayNumber(
  habit: DayCount,
  { setAtMs, atMs, zone }: { setAtMs: number; atMs: number; zone: Zone },
): number {
  if (habit === 'elapsed') return Math.floor(ageInHours(setAtMs, atMs) / 24 + 1e-9)
  const dates = daysBetween(localDateOf(setAtMs, zone), localDateOf(atMs, zone))
  if (habit === 'set-day-is-1') return dates + 1
  return localHourOf(setAtMs, zone) < 12 ? dates + 1 : dates
}
