import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { HOUR_MS, DAY_MS } from '../../time/durations.ts'
import { instantOf, localTimeOf, weekdayOf } from '../../time/local-date.ts'
import { eveningBefore, hatchDays, setTimeForHatch } from './plan-backwards.ts'
import { sayPlanProblem } from '../../../words/plan-problems.ts'
import { checkPlan, type PlanCheckInput } from './plan-problems.ts'
import { stageWords } from '../../../words/stages.ts'
import { oddTurns, turningHours, turningTimetable } from './turning.ts'

const ZONE = 'Europe/Lisbon'
const NOW = instantOf('2026-04-01', '10:00', ZONE)

describe('planning backwards', () => {
  it('finds Thursdays in term time that a mixed set can still make', () => {
    const days = hatchDays({
      weekdays: [4],
      nowMs: NOW,
      zone: ZONE,
      horizonDays: 120,
      species: [{ species: 'chicken' }, { species: 'duck' }],
      within: [
        { from: '2026-04-20', to: '2026-05-22' },
        { from: '2026-06-01', to: '2026-06-30' },
      ],
    })
    // Ducks take 28 days: Wednesday 29 April is the soonest, so Thursday 30 April leads.
    expect(days).toEqual([
      '2026-04-30',
      '2026-05-07',
      '2026-05-14',
      '2026-05-21',
      '2026-06-04',
      '2026-06-11',
      '2026-06-18',
      '2026-06-25',
    ])
    expect(days.every((day) => weekdayOf(day) === 4)).toBe(true)
  })

  it('sets mixed species so that they hatch together', () => {
    const hatchAtMs = instantOf('2026-05-14', 12, ZONE)
    const [hen, duck] = (['chicken', 'duck'] as const).map((species) =>
      setTimeForHatch({ species, hatchAtMs }),
    )
    expect(hen! - duck!).toBe(7 * DAY_MS)
    expect(setTimeForHatch({ species: 'chicken', hatchAtMs, delayHours: 3 })).toBe(hen! - 3 * HOUR_MS)
  })

  it('moves a set time out of the night to the evening before', () => {
    const said = (time: string): string | null => {
      const evening = eveningBefore(instantOf('2026-04-10', time, ZONE), ZONE)
      return evening === null ? null : localTimeOf(evening, ZONE)
    }
    expect(['05:30', '06:00', '22:00', '23:00'].map(said)).toEqual(['22:00', null, null, '22:00'])
  })
})

describe('turning by hand', () => {
  it('is odd, and spread over the waking day', () => {
    expect([0, 1, 3, 4, 5, 6].map(oddTurns)).toEqual([3, 3, 3, 5, 5, 7])
    expect(turningHours({ timesADay: 3 })).toEqual([7, 14.5, 22])
    expect(() => turningHours({ timesADay: 3, firstHour: 9, lastHour: 9 })).toThrow(/after firstHour 9/)
  })

  it('never rests two nights on the same side, over a change of clocks too', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 9 }), fc.integer({ min: 0, max: 23 }), (timesADay, hour) => {
        const setAtMs = instantOf('2026-03-20', hour, ZONE)
        const days = turningTimetable({ setAtMs, untilMs: setAtMs + 18 * DAY_MS, timesADay, zone: ZONE })
        const nights = days.slice(1, -1).map((day) => day.turns.at(-1)!.sideUp)
        for (let i = 1; i < nights.length; i++) expect(nights[i]).not.toBe(nights[i - 1])
        expect(days.slice(1, -1).every((day) => day.turns.length === oddTurns(timesADay))).toBe(true)
        expect(
          days
            .flatMap((day) => day.turns)
            .every((turn) => turn.atMs > setAtMs && turn.atMs < setAtMs + 18 * DAY_MS),
        ).toBe(true)
      }),
    )
  })
})

describe('what stands against a plan', () => {
  const sound: PlanCheckInput = {
    nowMs: NOW,
    zone: ZONE,
    setAtMs: NOW + DAY_MS,
    hatchAtMs: NOW + 22 * DAY_MS,
    alreadySet: false,
    eggs: 12,
    places: 12,
    oldestStorageDays: 5,
    tooOldCount: 0,
    restUntilMs: null,
    tableDays: 21,
    incubationDays: 21,
  }
  it('is nothing in a sound plan', () => expect(checkPlan(sound)).toEqual([]))

  it.each<[string, Partial<PlanCheckInput>, string, RegExp]>([
    [
      'a hatch day in the past',
      { setAtMs: NOW - 30 * DAY_MS, hatchAtMs: NOW - 9 * DAY_MS },
      'stop',
      /Monday 23 March, is past/,
    ],
    [
      'a set day in the past',
      { setAtMs: NOW - 3 * DAY_MS, hatchAtMs: NOW + 18 * DAY_MS },
      'stop',
      /had to be set on Sunday 29 March/,
    ],
    ['no eggs', { eggs: 0 }, 'stop', /no egg/],
    ['a tray too small', { eggs: 13 }, 'stop', /hold 12 eggs; 1 of the 13 has no place/],
    ['30-day-old eggs', { oldestStorageDays: 30, tooOldCount: 2 }, 'care', /2 eggs are older than 21 days/],
    ['old eggs', { oldestStorageDays: 12 }, 'care', /12 days old; the usual limit is 10/],
    [
      'posted eggs that still rest',
      { restUntilMs: NOW + 2 * DAY_MS },
      'care',
      /rest, small end down, until Friday 3 April, 10:00/,
    ],
    ['a set time at night', { setAtMs: instantOf('2026-04-03', '03:00', ZONE) }, 'care', /at night, 03:00/],
    ['an unlikely number of days', { incubationDays: 30 }, 'care', /30 days is far from the usual 21/],
  ])('names %s and a way on', (_, changes, weight, sentence) => {
    const [problem] = checkPlan({ ...sound, ...changes })
    const { message, wayOn } = sayPlanProblem(problem!, {
      zone: ZONE,
      clockTime: (atMs) => localTimeOf(atMs, ZONE),
    })
    expect(message).toMatch(sentence)
    expect(problem!.weight).toBe(weight)
    expect(wayOn.length).toBeGreaterThan(20)
  })

  it('lets eggs that are in already be written down afterwards', () => {
    expect(
      checkPlan({ ...sound, alreadySet: true, setAtMs: NOW - 10 * DAY_MS, hatchAtMs: NOW + 11 * DAY_MS }),
    ).toEqual([])
  })
})

it('says for every stage what to look for tonight', () => {
  expect(stageWords(0).title).toBe('Settling in')
  expect(stageWords(10 / 21).tonight).toMatch(/third to a half/)
  expect(stageWords(18 / 21).tonight).toMatch(/only the air cell is bright/)
  expect(stageWords(5).title).toBe('Overdue')
})
