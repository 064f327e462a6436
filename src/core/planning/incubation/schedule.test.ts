import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { HOUR_MS, DAY_MS } from '../../time/durations.ts'
import { SPECIES_NAMES, type SpeciesName } from '../../species/species.ts'
import { addDays, instantOf, localDateOf, localHourOf } from '../../time/local-date.ts'
import { candlingAges, CANDLING_METHODS, type CandlingMethod } from './candling-methods.ts'
import { dayNumber, DAY_COUNTS, type DayCount } from './day-count.ts'
import { setTimeForHatch } from './plan-backwards.ts'
import { EVENT_KINDS, eventOf, expectedHatchMs, makeSchedule, type ScheduleInput } from './schedule.ts'
import { timetableOf } from './timetable.ts'
import { USUAL_DAYS } from './usual-days.ts'

const ZONE = 'Europe/Lisbon'
/** Set on 1 June at eight in the evening: the hour of candling, so that ages fall on whole evenings. */
const SET = instantOf('2026-06-01', '20:00', ZONE)
const plan = (changes: Partial<ScheduleInput> = {}) =>
  makeSchedule({ species: 'chicken', setAtMs: SET, zone: ZONE, method: 'weekly', ...changes })

/** Days after setting on which to candle, worked out by hand from fraction × incubation, to the nearest evening. */
const EVENINGS: Readonly<Record<SpeciesName, Record<Exclude<CandlingMethod, 'own'>, number[]>>> = {
  chicken: {
    weekly: [7, 14, 18],
    'early-bird': [5, 10, 18],
    'one-good-look': [10, 18],
    'late-only': [14, 18],
    often: [4, 7, 10, 13, 16, 18],
  },
  bantam: {
    weekly: [7, 13, 17],
    'early-bird': [5, 10, 17],
    'one-good-look': [10, 17],
    'late-only': [13, 17],
    often: [4, 7, 10, 12, 15, 17],
  },
  quail: {
    weekly: [6, 12, 14],
    'early-bird': [4, 8, 14],
    'one-good-look': [9, 14],
    'late-only': [12, 14],
    often: [3, 6, 8, 11, 13, 14],
  },
  bobwhite: {
    weekly: [8, 16, 20],
    'early-bird': [6, 11, 20],
    'one-good-look': [12, 20],
    'late-only': [16, 20],
    often: [4, 8, 11, 15, 18, 20],
  },
  'guinea-fowl': {
    weekly: [9, 18, 24],
    'early-bird': [6, 13, 24],
    'one-good-look': [13, 24],
    'late-only': [18, 24],
    often: [5, 9, 13, 17, 21, 24],
  },
  turkey: {
    weekly: [9, 19, 25],
    'early-bird': [7, 13, 25],
    'one-good-look': [14, 25],
    'late-only': [19, 25],
    often: [5, 9, 13, 17, 21, 25],
  },
  pheasant: {
    weekly: [8, 16, 21],
    'early-bird': [6, 11, 21],
    'one-good-look': [12, 21],
    'late-only': [16, 21],
    often: [5, 8, 11, 15, 18, 21],
  },
  chukar: {
    weekly: [8, 16, 20],
    'early-bird': [6, 11, 20],
    'one-good-look': [12, 20],
    'late-only': [16, 20],
    often: [4, 8, 11, 15, 18, 20],
  },
  duck: {
    weekly: [9, 19, 25],
    'early-bird': [7, 13, 25],
    'one-good-look': [14, 25],
    'late-only': [19, 25],
    often: [5, 9, 13, 17, 21, 25],
  },
  muscovy: {
    weekly: [12, 23, 31],
    'early-bird': [8, 17, 31],
    'one-good-look': [17, 31],
    'late-only': [23, 31],
    often: [7, 12, 17, 22, 27, 31],
  },
  goose: {
    weekly: [10, 20, 27],
    'early-bird': [7, 14, 27],
    'one-good-look': [15, 27],
    'late-only': [20, 27],
    often: [6, 10, 14, 19, 23, 27],
  },
  peafowl: {
    weekly: [9, 19, 25],
    'early-bird': [7, 13, 25],
    'one-good-look': [14, 25],
    'late-only': [19, 25],
    often: [5, 9, 13, 17, 21, 25],
  },
}

/** What the three habits call the day an evening set's Nth evening falls on. */
const LABELS: Readonly<Record<DayCount, (evenings: number) => number>> = {
  elapsed: (n) => n,
  'set-day-is-1': (n) => n + 1,
  'morning-rule': (n) => n,
}

describe('a schedule', () => {
  const cases = SPECIES_NAMES.flatMap((species) =>
    (['weekly', 'early-bird', 'one-good-look', 'late-only', 'often'] as const).map(
      (method) => [species, method] as const,
    ),
  )
  it.each(cases)('of %s by the method “%s”, in all three counts', (species, method) => {
    const schedule = plan({ species, method })
    const candles = schedule.filter((event) => event.kind === 'candle')
    expect(candles.map((event) => event.date)).toEqual(
      EVENINGS[species][method].map((days) => addDays('2026-06-01', days)),
    )
    expect(candles.every((event) => localHourOf(event.startMs, ZONE) === 20)).toBe(true)
    for (const habit of DAY_COUNTS) {
      expect(
        candles.map((event) => dayNumber(habit, { setAtMs: SET, atMs: event.startMs, zone: ZONE })),
        habit,
      ).toEqual(EVENINGS[species][method].map(LABELS[habit]))
    }
    const row = USUAL_DAYS[species]
    expect(eventOf(schedule, 'hatch')).toMatchObject({
      startMs: SET + row.usualRangeDays[0] * DAY_MS,
      endMs: SET + row.usualRangeDays[1] * DAY_MS,
    })
    expect(eventOf(schedule, 'give-up').startMs).toBe(SET + row.giveUpDay * DAY_MS)
    expect(eventOf(schedule, 'lockdown').startMs).toBe(candles.at(-1)!.startMs)
  })

  it.each([
    ['clocks forward', '2026-03-25', '2026-04-01'],
    ['clocks back', '2026-10-21', '2026-10-28'],
    ['leap day', '2028-02-25', '2028-03-03'],
    ['year end', '2026-12-28', '2027-01-04'],
  ])('candles on the same evening of the week over %s', (_, setOn, candleOn) => {
    const first = eventOf(plan({ setAtMs: instantOf(setOn, '20:00', ZONE) }), 'candle')
    expect(first.date).toBe(candleOn)
    expect(localHourOf(first.startMs, ZONE)).toBe(20)
  })

  it('follows storage, warmth, an own number of days and a later stop of turning', () => {
    const usual = expectedHatchMs({ species: 'duck', setAtMs: SET, zone: ZONE, method: 'weekly' })
    expect(usual).toBe(SET + 28 * DAY_MS)
    expect(
      expectedHatchMs({ species: 'duck', setAtMs: SET, zone: ZONE, method: 'weekly', delayHours: 5 }),
    ).toBe(usual + 5 * HOUR_MS)
    expect(
      expectedHatchMs({ species: 'duck', setAtMs: SET, zone: ZONE, method: 'weekly', incubationDays: 26.5 }),
    ).toBe(usual - 1.5 * DAY_MS)
    expect(eventOf(plan({ turningStop: 'day-later' }), 'stop-turning').date).toBe(
      addDays(eventOf(plan(), 'stop-turning').date, 1),
    )
    // A Japanese quail pips half a day after the usual stop: turning never runs into it.
    expect(timetableOf('quail', { turningStop: 'day-later' }).stopTurningDay).toBe(15)
  })

  it('takes days of one’s own in order, once each, and none after giving up', () => {
    expect(candlingAges({ method: 'own', species: 'chicken', ownDays: [14, 3, 14, 40, -1] })).toEqual([3, 14])
    expect(plan({ method: 'own', ownDays: [] }).some((event) => event.kind === 'candle')).toBe(false)
  })

  const anyPlan = fc.record({
    species: fc.constantFrom(...SPECIES_NAMES),
    method: fc.constantFrom(...CANDLING_METHODS),
    ownDays: fc.array(fc.double({ min: 0, max: 40, noNaN: true }), { maxLength: 6 }),
    setAtMs: fc.integer({ min: Date.parse('2026-01-01'), max: Date.parse('2029-01-01') }),
    zone: fc.constantFrom('UTC', ZONE, 'America/St_Johns', 'Australia/Lord_Howe', 'Pacific/Apia'),
    turningStop: fc.constantFrom('usual' as const, 'day-later' as const),
    delayHours: fc.integer({ min: 0, max: 40 }),
    candlingHour: fc.integer({ min: 0, max: 23 }),
    incubationDays: fc.option(fc.double({ min: 15, max: 38, noNaN: true }), { nil: undefined }),
    readings: fc.array(
      fc.record({
        atMs: fc.integer({ min: Date.parse('2026-01-01'), max: Date.parse('2029-02-01') }),
        celsius: fc.double({ min: 34, max: 40, noNaN: true }),
      }),
      { maxLength: 5 },
    ),
  })

  it('never inverts the order of things', () => {
    fc.assert(
      fc.property(anyPlan, (input) => {
        const schedule = makeSchedule(input)
        for (let i = 1; i < schedule.length; i++)
          expect(schedule[i]!.startMs).toBeGreaterThanOrEqual(schedule[i - 1]!.startMs)
        const order = EVENT_KINDS.filter((kind) => kind !== 'candle').map(
          (kind) => eventOf(schedule, kind).startMs,
        )
        expect(order).toEqual([...order].sort((a, b) => a - b))
        expect(new Set(schedule.map((event) => event.key)).size).toBe(schedule.length)
        for (const event of schedule) {
          expect(event.endMs).toBeGreaterThanOrEqual(event.startMs)
          expect(event.date).toBe(localDateOf(event.startMs, input.zone))
        }
      }),
      { numRuns: 200 },
    )
  })

  it('made backwards from its own hatch day gives the same set time', () => {
    fc.assert(
      fc.property(anyPlan, ({ readings: _, ...input }) => {
        const hatchAtMs = expectedHatchMs(input)
        expect(setTimeForHatch({ ...input, hatchAtMs })).toBeCloseTo(input.setAtMs, -1)
      }),
    )
  })
})
