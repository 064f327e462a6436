import { describe, expect, it } from 'vitest'
import { instantOf } from '../../time/local-date.ts'
import { ageInDays, ageInHours, dayNumber, type DayCount } from './day-count.ts'

const ZONE = 'Europe/Lisbon'
const at = (date: string, time: string): number => instantOf(date, time, ZONE)

describe('counting days', () => {
  const cases: Array<[string, string, string, string, Record<DayCount, number>]> = [
    // set on, at, seen on, at, expected
    ['2026-05-04', '09:00', '2026-05-04', '21:00', { elapsed: 0, 'set-day-is-1': 1, 'morning-rule': 1 }],
    ['2026-05-04', '15:00', '2026-05-04', '21:00', { elapsed: 0, 'set-day-is-1': 1, 'morning-rule': 0 }],
    ['2026-05-04', '15:00', '2026-05-05', '09:00', { elapsed: 0, 'set-day-is-1': 2, 'morning-rule': 1 }],
    ['2026-05-04', '15:00', '2026-05-05', '15:00', { elapsed: 1, 'set-day-is-1': 2, 'morning-rule': 1 }],
    ['2026-05-04', '12:00', '2026-05-11', '20:00', { elapsed: 7, 'set-day-is-1': 8, 'morning-rule': 7 }],
    // Clocks go forward in between: seven wall-clock days are 167 hours, so the seventh elapsed day has not begun.
    ['2026-03-25', '20:00', '2026-04-01', '20:00', { elapsed: 6, 'set-day-is-1': 8, 'morning-rule': 7 }],
    ['2026-03-25', '20:00', '2026-04-01', '21:00', { elapsed: 7, 'set-day-is-1': 8, 'morning-rule': 7 }],
    // Clocks go back: 169 hours.
    ['2026-10-22', '20:00', '2026-10-29', '20:00', { elapsed: 7, 'set-day-is-1': 8, 'morning-rule': 7 }],
    // Leap day and year end.
    ['2028-02-27', '08:00', '2028-03-01', '08:00', { elapsed: 3, 'set-day-is-1': 4, 'morning-rule': 4 }],
    ['2026-12-30', '08:00', '2027-01-02', '08:00', { elapsed: 3, 'set-day-is-1': 4, 'morning-rule': 4 }],
  ]
  it.each(cases)('set %s %s, seen %s %s', (setOn, setTime, seenOn, seenTime, expected) => {
    for (const [habit, day] of Object.entries(expected) as Array<[DayCount, number]>) {
      expect(
        dayNumber(habit, { setAtMs: at(setOn, setTime), atMs: at(seenOn, seenTime), zone: ZONE }),
        habit,
      ).toBe(day)
    }
  })

  it('age is elapsed time, whatever the clocks did', () => {
    const [set, seen] = [at('2026-03-25', '20:00'), at('2026-04-01', '20:00')]
    expect(ageInHours(set, seen)).toBe(167)
    expect(ageInDays(set, seen)).toBeCloseTo(167 / 24)
  })
})
