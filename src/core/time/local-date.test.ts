import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { HOUR_MS } from './durations.ts'
import {
  addDays,
  daysBetween,
  instantOf,
  isLocalDate,
  isZone,
  localDateOf,
  localHourOf,
  localTimeOf,
  nearestHour,
  sayDate,
  weekdayOf,
} from './local-date.ts'

const LISBON = 'Europe/Lisbon'

describe('local dates', () => {
  it.each([
    // Clocks go forward at 01:00 UTC on 29 March 2026 and back on 25 October 2026.
    ['2026-03-29T00:30:00Z', LISBON, '2026-03-29', '00:30'],
    ['2026-03-29T01:30:00Z', LISBON, '2026-03-29', '02:30'],
    ['2026-10-25T00:30:00Z', LISBON, '2026-10-25', '01:30'],
    ['2026-10-25T01:30:00Z', LISBON, '2026-10-25', '01:30'],
    ['2025-12-31T23:30:00Z', 'Asia/Tokyo', '2026-01-01', '08:30'],
    ['2028-02-29T12:00:00Z', 'UTC', '2028-02-29', '12:00'],
    ['2026-06-01T00:00:00Z', 'Asia/Kathmandu', '2026-06-01', '05:45'],
  ])('%s in %s is %s, %s', (instant, zone, date, time) => {
    expect(localDateOf(Date.parse(instant), zone)).toBe(date)
    expect(localTimeOf(Date.parse(instant), zone)).toBe(time)
  })

  it('reads a wall clock back, and takes a skipped hour for the next one', () => {
    expect(instantOf('2026-07-01', '20:00', LISBON)).toBe(Date.parse('2026-07-01T19:00:00Z'))
    expect(instantOf('2026-07-01', 20.5, LISBON)).toBe(Date.parse('2026-07-01T19:30:00Z'))
    expect(localTimeOf(instantOf('2026-03-29', '01:30', LISBON), LISBON)).toBe('02:30')
  })

  it('counts calendar days over leap day, year end and clock changes', () => {
    expect(addDays('2028-02-28', 1)).toBe('2028-02-29')
    expect(daysBetween('2027-02-28', '2027-03-01')).toBe(1)
    expect(daysBetween('2026-12-31', '2027-01-01')).toBe(1)
    expect(daysBetween('2026-03-30', '2026-03-28')).toBe(-2)
    expect(weekdayOf('2026-11-26')).toBe(4)
    expect(sayDate('2026-11-26')).toBe('Thursday 26 November')
  })

  it('knows what is a date and what a zone', () => {
    expect([isLocalDate('2026-02-29'), isLocalDate('2028-02-29'), isLocalDate('soon')]).toEqual([
      false,
      true,
      false,
    ])
    expect([isZone('Europe/Lisbon'), isZone('Nowhere/Atall')]).toEqual([true, false])
  })

  it('finds the nearest candling hour: never more than 12.5 hours off, and in order', () => {
    const instant = fc.integer({ min: Date.parse('2026-01-01'), max: Date.parse('2027-01-01') })
    fc.assert(
      fc.property(instant, instant, fc.integer({ min: 0, max: 23 }), (a, b, hour) => {
        const [first, second] = [Math.min(a, b), Math.max(a, b)].map((at) =>
          nearestHour(at, hour, LISBON),
        ) as [number, number]
        expect(first).toBeLessThanOrEqual(second)
        expect(Math.abs(first - Math.min(a, b))).toBeLessThanOrEqual(12.5 * HOUR_MS)
        // On the day when the hour is skipped the clock shows the next one.
        expect([hour, hour + 1]).toContain(localHourOf(first, LISBON))
      }),
    )
  })
})
