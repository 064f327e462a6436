import fc from 'fast-check'
import ICAL from 'ical.js'
import { describe, expect, it } from 'vitest'
import { CANDLING_METHODS } from '../../core/planning/incubation/candling-methods.ts'
import { makeSchedule, type ScheduleInput } from '../../core/planning/incubation/schedule.ts'
import { instantOf } from '../../core/time/local-date.ts'
import { HOUR_MS, DAY_MS } from '../../core/time/durations.ts'
import { airWanted, USUAL_AIR } from '../../core/climate/air-method.ts'
import { writeCalendar, type CalendarSet } from './calendar-file.ts'

const ZONE = 'Europe/Lisbon'
const NOW = instantOf('2026-03-20', '10:00', ZONE)
const setOf = (changes: Partial<ScheduleInput> = {}, exportedKeys: string[] = []): CalendarSet => ({
  id: 'set-1',
  name: 'Beacon; hens, "spring"',
  air: airWanted(USUAL_AIR, 'chicken'),
  exportedKeys,
  schedule: makeSchedule({
    species: 'chicken',
    setAtMs: instantOf('2026-03-25', '20:00', ZONE),
    zone: ZONE,
    method: 'weekly',
    ...changes,
  }),
})
function read(set: CalendarSet, nowMs = NOW): ICAL.Event[] {
  const text = writeCalendar([set], { zone: ZONE, nowMs, dayLabel: () => 'day 7' })
  return new ICAL.Component(ICAL.parse(text))
    .getAllSubcomponents('vevent')
    .map((component) => new ICAL.Event(component))
}
const byKey = (events: ICAL.Event[], key: string): ICAL.Event =>
  events.find((event) => event.uid === `set-1.${key}@perlumen`)!

describe('the calendar file', () => {
  it('holds every event of the plan, to the hour or as whole days, read back by a library', () => {
    const events = read(setOf())
    expect(events.map((event) => event.uid.split('.')[1])).toEqual([
      'warm-up@perlumen',
      'set@perlumen',
      'candle-1@perlumen',
      'candle-2@perlumen',
      'candle-3@perlumen',
      'stop-turning@perlumen',
      'lockdown@perlumen',
      'pip@perlumen',
      'hatch@perlumen',
      'give-up@perlumen',
    ])
    const candle = byKey(events, 'candle-1')
    // 20:00 in Lisbon is 19:00 UTC once the clocks have gone forward on 29 March.
    expect(candle.startDate.toString()).toBe('2026-04-01T19:00:00Z')
    expect(candle.summary).toBe('Candle: Beacon; hens, "spring", day 7')
    expect(
      candle.component.getFirstSubcomponent('valarm')!.getFirstPropertyValue('trigger')!.toString(),
    ).toBe('-PT60M')
    const hatch = byKey(events, 'hatch')
    expect([hatch.startDate.isDate, hatch.startDate.toString(), hatch.endDate.toString()]).toEqual([
      true,
      '2026-04-14',
      '2026-04-17',
    ])
    expect(byKey(events, 'lockdown').description).toMatch(/never newspaper/)
  })

  it('keeps its UIDs and counts its sequence up when made again, so that entries are updated', () => {
    fc.assert(
      fc.property(fc.constantFrom(...CANDLING_METHODS), fc.integer({ min: -10, max: 10 }), (method, days) => {
        const first = read(setOf())
        const again = read(
          setOf({ method, setAtMs: instantOf('2026-03-25', '20:00', ZONE) + days * DAY_MS }),
          NOW + HOUR_MS,
        )
        for (const key of ['set', 'lockdown', 'hatch', 'give-up']) {
          expect(byKey(again, key).uid).toBe(byKey(first, key).uid)
          expect(byKey(again, key).sequence).toBeGreaterThan(byKey(first, key).sequence)
        }
      }),
      { numRuns: 12 },
    )
  })

  it('calls off what an earlier file held and the plan holds no more', () => {
    const events = read(setOf({ method: 'one-good-look' }, ['candle-1', 'candle-2', 'candle-3']))
    expect(byKey(events, 'candle-3').component.getFirstPropertyValue('status')).toBe('CANCELLED')
    expect(byKey(events, 'candle-1').component.getFirstPropertyValue('status')).toBe('CONFIRMED')
  })
})
