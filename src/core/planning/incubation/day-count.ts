import { HOUR_MS } from '../../time/durations.ts'
import { daysBetween, localDateOf, localHourOf, type Zone } from '../../time/local-date.ts'

/** The three habits of counting. One true quantity lies under all of them: the hours since setting. */
export const DAY_COUNTS = ['elapsed', 'set-day-is-1', 'morning-rule'] as const
export type DayCount = (typeof DAY_COUNTS)[number]

export const DAY_COUNT_CHOICES: Readonly<Record<DayCount, { label: string; reason: string }>> = {
  elapsed: {
    label: 'Elapsed days',
    reason: 'Setting day is day 0; day 1 starts 24 hours later. Incubation tables count this way.',
  },
  'set-day-is-1': {
    label: 'Set day is day 1',
    reason: 'Easy on a wall calendar: number the squares from the setting day.',
  },
  'morning-rule': {
    label: 'Morning rule',
    reason: 'Set before noon, day 1 is that day; set later, it is the next day.',
  },
}

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
