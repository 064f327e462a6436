import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { MINUTE_MS, HOUR_MS, DAY_MS } from '../time/durations.ts'
import { createRandom } from '../random/random.ts'
import { incubatorAir } from '../simulate/incubator-air.ts'
import { alarmsOf, mergedAlarms, SILENT_MS, type Watched, type WatchedProbe } from './alarms.ts'
import { airWanted, USUAL_AIR } from './air-method.ts'
import { climateBand } from './band.ts'
import { compareProbes } from './compare-probes.ts'
import { excursions, hoursAhead, warmthEffect } from './excursions.ts'
import { hatchForecast } from './hatch-forecast.ts'
import { openingsIn } from './openings.ts'
import { roundHours, roundState } from './round.ts'
import { timeInBand, type Sample } from './time-in-band.ts'
const T0 = Date.parse('2026-03-01T00:00:00Z')

/** Readings a minute from T0 on. */
const each = (values: readonly number[], stepMs = MINUTE_MS): Sample[] =>
  values.map((value, i) => ({ atMs: T0 + i * stepMs, value }))

describe('the band', () => {
  it('is the species’ humidity and 0.4 °C about the target; still air is read 0.6 °C warmer', () => {
    const forced = climateBand([{ wanted: airWanted(USUAL_AIR, 'chicken'), lockedDown: false }], 'forced')
    expect(forced).toEqual({
      celsius: { low: 37.1, high: 37.9 },
      rhPercent: { low: 45, high: 55 },
      aboveEggsC: 0,
    })
    expect(climateBand([], 'still').aboveEggsC).toBeCloseTo(0.6)
  })
  it('of two sets is what both bear; of one in lockdown, what that needs', () => {
    // Chicken 45–55, duck 50–58: 50–55.
    const both = climateBand(
      [
        { wanted: airWanted(USUAL_AIR, 'chicken'), lockedDown: false },
        { wanted: airWanted(USUAL_AIR, 'duck'), lockedDown: false },
      ],
      'forced',
    )
    expect(both.rhPercent).toEqual({ low: 50, high: 55 })
    const locked = climateBand(
      [
        { wanted: airWanted(USUAL_AIR, 'chicken'), lockedDown: true },
        { wanted: airWanted(USUAL_AIR, 'duck'), lockedDown: false },
      ],
      'forced',
    )
    expect(locked.rhPercent).toEqual({ low: 65, high: 75 })
  })
})

describe('time in band', () => {
  it('lets each reading hold until the next, unless that is more than half an hour away', () => {
    // 10 min in, 10 above, then silence of an hour, all of it unknown; then 10 in.
    const samples = [
      { atMs: T0, value: 37.5 },
      { atMs: T0 + 10 * MINUTE_MS, value: 38.2 },
      { atMs: T0 + 20 * MINUTE_MS, value: 36 },
      { atMs: T0 + 80 * MINUTE_MS, value: 37.4 },
    ]
    const time = timeInBand(samples, { low: 37.1, high: 37.9 }, { fromMs: T0, toMs: T0 + 90 * MINUTE_MS })
    expect(time).toEqual({
      inMs: 20 * MINUTE_MS,
      aboveMs: 10 * MINUTE_MS,
      belowMs: 0,
      unknownMs: HOUR_MS,
    })
  })
  it('adds up to the time asked for, whatever was read', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: 1, max: 90 }), fc.float({ min: 30, max: 42, noNaN: true })), {
          maxLength: 60,
        }),
        (steps) => {
          let atMs = T0
          const samples = steps.map(([minutes, value]) => ({ atMs: (atMs += minutes * MINUTE_MS), value }))
          const span = { fromMs: T0 + 30 * MINUTE_MS, toMs: T0 + 10 * HOUR_MS }
          const { inMs, belowMs, aboveMs, unknownMs } = timeInBand(samples, { low: 37, high: 38 }, span)
          expect(inMs + belowMs + aboveMs + unknownMs).toBe(span.toMs - span.fromMs)
        },
      ),
    )
  })
})

describe('excursions', () => {
  const band = { low: 37.1, high: 37.9 }
  it('are the times outside that lasted, with their worst', () => {
    const night = [
      ...Array<number>(60).fill(37.5),
      ...Array<number>(120).fill(39.6),
      ...Array<number>(60).fill(37.5),
    ]
    night[100] = 40.1
    const [one, ...others] = excursions(each(night), band)
    expect(others).toEqual([])
    expect(one).toEqual({
      side: 'above',
      fromMs: T0 + HOUR_MS,
      toMs: T0 + 3 * HOUR_MS,
      isEndUnknown: false,
      extreme: 40.1,
    })
    expect(warmthEffect(one!)).toBe('kills')
    // At the top of still air 40.1 is 39.5 at the eggs.
    expect(warmthEffect(one!, 0.6)).toBe('kills')
    expect(warmthEffect(one!, 0.7)).toBe('harms')
  })
  it('do not last across a silence, and short ones are openings', () => {
    const gap = [
      { atMs: T0, value: 39 },
      { atMs: T0 + 5 * HOUR_MS, value: 39 },
    ]
    const one = { side: 'above', extreme: 39, isEndUnknown: true }
    expect(excursions(gap, band)).toEqual(gap.map(({ atMs }) => ({ ...one, fromMs: atMs, toMs: atMs })))
    expect(excursions(each([37.5, 36, 36, 37.5]), band)).toEqual([])
  })
  it('say what they usually do', () => {
    const off = (side: 'above' | 'below', extreme: number, hours: number) =>
      warmthEffect({ side, extreme, fromMs: 0, toMs: hours * HOUR_MS })
    expect(off('above', 38.2, 2)).toBe('earlier')
    expect(off('above', 38.9, 2)).toBe('harms')
    expect(off('above', 40.5, 0.5)).toBe('kills-quickly')
    expect(off('below', 30, 2)).toBe('later')
    expect(off('below', 30, 7)).toBe('harms-cold')
    // 1 °C too warm for ten hours, nine in a hundred faster: 0.9 h.
    expect(hoursAhead({ extreme: 38.5, fromMs: 0, toMs: 10 * HOUR_MS }, 37.5, 0.09)).toBeCloseTo(0.9)
  })
})

describe('openings', () => {
  it('are found by the fall of the moisture, with what it fell to and how long it took', () => {
    const lid = [
      { openedMs: T0 + 60 * MINUTE_MS, closedMs: T0 + 64 * MINUTE_MS },
      { openedMs: T0 + 300 * MINUTE_MS, closedMs: T0 + 301 * MINUTE_MS },
    ]
    const random = createRandom('openings')
    const air = Array.from({ length: 480 }, (_, i) => {
      const atMs = T0 + i * MINUTE_MS
      return { atMs, value: incubatorAir(lid, atMs).rhPercent + random.normal(0, 0.4) }
    })
    const found = openingsIn(air)
    expect(found).toHaveLength(2)
    for (const [i, { fromMs, lowest, before, backAfterMinutes }] of found.entries()) {
      expect(Math.abs(fromMs - lid[i]!.openedMs)).toBeLessThanOrEqual(5 * MINUTE_MS)
      expect(before).toBeCloseTo(52, -1)
      expect(lowest).toBeLessThan(46)
      expect(backAfterMinutes).toBeGreaterThan(5)
      expect(backAfterMinutes).toBeLessThan(60)
    }
  })
  it('are seen in a logger of ten minutes, and of none that writes more seldom than every quarter of an hour', () => {
    const lid = [2, 9].map((hour) => ({
      openedMs: T0 + hour * HOUR_MS,
      closedMs: T0 + hour * HOUR_MS + 2 * MINUTE_MS,
    }))
    const read = (everyMinutes: number) =>
      openingsIn(
        Array.from({ length: 720 / everyMinutes }, (_, i) => {
          const atMs = T0 + (i * everyMinutes + 1) * MINUTE_MS
          return { atMs, value: incubatorAir(lid, atMs).rhPercent }
        }),
      )
    expect(read(10)).toHaveLength(2)
    expect(read(30)).toEqual([])
  })
  it('are not seen in the swing of a regulator', () => {
    expect(openingsIn(each(Array.from({ length: 600 }, (_, i) => 50 + 2.5 * Math.sin(i / 8))))).toEqual([])
  })
  it('that last until nobody reads on are not said to be back', () => {
    expect(openingsIn(each([52, 52, 40, 38]))).toMatchObject([{ backAfterMinutes: null, lowest: 38 }])
  })
})

describe('two probes beside each other', () => {
  const random = createRandom('probes')
  const truth = Array.from({ length: 200 }, (_, i) => 37.5 + 0.2 * Math.sin(i / 15))
  const shows = (more: number, shiftMs = 0): Sample[] =>
    truth.map((value, i) => ({
      atMs: T0 + i * MINUTE_MS + shiftMs,
      value: value + more + random.normal(0, 0.05),
    }))
  it('differ by so much, whoever was off for a while', () => {
    const one = shows(0.5)
    for (let i = 0; i < 20; i++) one[i]!.value -= 5
    const { more, verdict, pairs } = compareProbes(one, shows(0, 20_000), 0.2)!
    expect(pairs).toBe(200)
    expect(Math.abs(more.value - 0.5)).toBeLessThan(0.03)
    expect(verdict).toBe('differ')
  })
  it('are the same within what matters; of few pairs nothing is said; apart in time there are none', () => {
    expect(compareProbes(shows(0.1), shows(0), 0.2)!.verdict).toBe('same')
    expect(compareProbes(shows(0.5).slice(0, 3), shows(0), 0.2)!.verdict).toBe('few')
    expect(compareProbes(shows(0), shows(0, 2 * DAY_MS), 0.2)).toBeNull()
  })
})

describe('the hatch', () => {
  const input = { species: 'chicken' as const, setAtMs: T0, thermometerChecked: true }
  it('comes when the table says, give or take what breeds and thermometers are in doubt by', () => {
    const { atMs, fromMs, toMs, effectiveAgeDays, aheadHours } = hatchForecast(input, T0 + 10 * DAY_MS)
    expect((atMs - T0) / DAY_MS).toBeCloseTo(21)
    expect(effectiveAgeDays).toBeCloseTo(10)
    expect(aheadHours).toBeCloseTo(0)
    // Days: (22 − 20) ÷ 4 = 0.5; warmth: 0.09 × 0.15 × 21 = 0.284; together 0.575; times 1.2816 = 0.737.
    expect((toMs - atMs) / DAY_MS).toBeCloseTo(0.737, 2)
    expect(atMs - fromMs).toBeCloseTo(toMs - atMs)
    const unchecked = hatchForecast({ ...input, thermometerChecked: false }, T0 + 10 * DAY_MS)
    // 0.09 × 0.35 × 21 = 0.66; with 0.5: 0.83; times 1.2816 = 1.064.
    expect((unchecked.toMs - unchecked.atMs) / DAY_MS).toBeCloseTo(1.064, 2)
  })
  it('comes earlier for a warm run, and by another warmth from now on', () => {
    const readings = Array.from({ length: 20 }, (_, i) => ({ atMs: T0 + i * 12 * HOUR_MS, celsius: 38.5 }))
    // Ten days at 1 °C more: 10.9 days of development, 21.6 h ahead.
    const warm = hatchForecast({ ...input, readings }, T0 + 10 * DAY_MS)
    expect(warm.effectiveAgeDays).toBeCloseTo(10.9)
    expect(warm.aheadHours).toBeCloseTo(21.6)
    // The last of them, of day 9.5, holds for a day: 14 h more at 1 °C more, 0.0525 days.
    expect((warm.atMs - T0) / DAY_MS).toBeCloseTo(20.1 - 0.0525)
    // Eleven days left at 0.5 °C less: 11 ÷ 0.955 = 11.52.
    const cool = hatchForecast({ ...input, fromNow: 37 }, T0 + 10 * DAY_MS)
    expect((cool.atMs - T0) / DAY_MS).toBeCloseTo(21.52, 2)
  })
})

describe('alarms', () => {
  const nowMs = T0 + DAY_MS
  const band = climateBand([{ wanted: airWanted(USUAL_AIR, 'chicken'), lockedDown: false }], 'forced')
  /** Readings a minute up to now. */
  const until = (values: readonly number[]): Sample[] =>
    values.map((value, i) => ({ atMs: nowMs - (values.length - 1 - i) * MINUTE_MS, value }))
  const probe = (more: Partial<WatchedProbe> = {}): WatchedProbe => ({
    id: 'p',
    celsius: until([37.5]),
    rhPercent: until([50]),
    heardMs: nowMs,
    ...more,
  })
  const watched = (more: Partial<Watched> = {}): Watched => ({
    band,
    probes: [probe()],
    wateredMs: nowMs,
    waterEveryMs: DAY_MS,
    turnDueMs: null,
    nowMs,
    ...more,
  })
  const codes = (w: Watched) => alarmsOf(w).map(({ code }) => code)

  it('are none while all is well', () => expect(codes(watched())).toEqual([]))
  it('tell of heat that harms at once, of warmth outside of the band when it has lasted half an hour', () => {
    expect(codes(watched({ probes: [probe({ celsius: until([37.5, 39]) })] }))).toEqual(['too-hot'])
    const warm = (minutes: number) =>
      codes(watched({ probes: [probe({ celsius: until(Array<number>(minutes + 1).fill(38.2)) })] }))
    expect(warm(29)).toEqual([])
    expect(warm(30)).toEqual(['hot'])
  })
  it('read 0.6 °C more in still air', () => {
    const still = climateBand([], 'still')
    expect(codes(watched({ band: still, probes: [probe({ celsius: until([39.2]) })] }))).toEqual([])
  })
  it('tell of moisture that was off for half an hour, and are not ended by one reading', () => {
    const rhPercent = until(Array<number>(40).fill(40))
    expect(codes(watched({ probes: [probe({ rhPercent })] }))).toEqual(['dry'])
    rhPercent[25]!.value = 50
    expect(codes(watched({ probes: [probe({ rhPercent })] }))).toEqual(['dry'])
    expect(codes(watched({ probes: [probe({ rhPercent: rhPercent.slice(12) })] }))).toEqual([])
  })
  it('do not flicker: a day within a tenth of a degree of what harms is one alarm, or two', () => {
    const day = until(
      Array.from({ length: 1440 }, (_, i) => 38.9 + 0.1 * Math.sin(i * 1.7) * Math.cos(i * 0.13)),
    )
    let [before, begun] = [false, 0]
    for (let i = 1; i < day.length; i++) {
      const on = codes(
        watched({
          nowMs: day[i]!.atMs,
          wateredMs: day[i]!.atMs,
          probes: [
            probe({ heardMs: day[i]!.atMs, celsius: day.slice(Math.max(0, i - 360), i + 1), rhPercent: [] }),
          ],
        }),
      ).includes('too-hot')
      if (on && !before) begun++
      before = on
    }
    expect(begun).toBeGreaterThan(0)
    expect(begun).toBeLessThanOrEqual(2)
  })
  it('are not ended by one reading in the band, but when the mean of an hour is back', () => {
    const cold = Array<number>(180).fill(36.2)
    const after = (values: readonly number[]) =>
      codes(watched({ probes: [probe({ celsius: until([...cold, ...values]) })] }))
    expect(after([37.5, 36.2])).toEqual(['cold'])
    expect(after(Array<number>(20).fill(37.5))).toEqual(['cold'])
    expect(after(Array<number>(45).fill(37.5))).toEqual([])
  })
  it('tell that a sensor is silent, and then nothing of what it said before', () => {
    const heardMs = nowMs - SILENT_MS - 1
    const celsius = [{ atMs: nowMs - 2 * HOUR_MS, value: 39.5 }]
    expect(codes(watched({ probes: [probe({ heardMs, celsius })] }))).toEqual(['silent'])
  })
  it('that several sensors tell are one, the worst of them; silence is each one’s own', () => {
    const two = [
      { code: 'dry', probeId: 'a', sinceMs: 5, value: 38 },
      { code: 'dry', probeId: 'b', sinceMs: 3, value: 36 },
      { code: 'silent', probeId: 'c', sinceMs: 1, value: null },
      { code: 'silent', probeId: 'd', sinceMs: 2, value: null },
    ] as const
    expect(mergedAlarms(two)).toEqual([{ code: 'dry', probeId: null, sinceMs: 3, value: 36 }, two[2], two[3]])
  })
  it('put first what cannot wait', () => {
    const all = watched({
      probes: [
        probe({
          id: 'a',
          heardMs: nowMs - HOUR_MS,
          celsius: [],
          rhPercent: until(Array<number>(31).fill(60)),
        }),
        probe({ id: 'b', celsius: until([40]) }),
      ],
      wateredMs: nowMs - 25 * HOUR_MS,
      turnDueMs: nowMs - HOUR_MS,
    })
    expect(codes(all)).toEqual(['too-hot', 'silent', 'moist', 'water', 'turn'])
  })
})

describe('the round', () => {
  const hours = roundHours(3)
  const zone = 'UTC'
  const at = (hour: number) => T0 + hour * HOUR_MS
  it('is spread over the day', () => expect(hours).toEqual([7, 14, 21]))
  it('is due from three quarters of an hour before its hour until it is made', () => {
    const state = (nowHour: number, made: number[]) =>
      roundState({ hours, madeMs: made.map(at), sinceMs: at(0) }, at(nowHour), zone)
    expect(state(6, [])).toMatchObject({ dueMs: null, nextMs: at(7), missed: 0 })
    expect(state(6.5, [])).toMatchObject({ dueMs: at(7), nextMs: at(14) })
    expect(state(8, [7.2])).toMatchObject({ dueMs: null, nextMs: at(14), missed: 0 })
    // Made at noon: nearer to 14 h than to 7 h, so that the morning's was missed.
    expect(state(14.5, [12])).toMatchObject({ dueMs: null, missed: 1 })
    expect(state(22, [7])).toMatchObject({ dueMs: at(21), missed: 1 })
  })
  it('made in the afternoon is the morning’s, late, and not the evening’s, hours early', () => {
    const two = roundHours(2)
    const state = (nowHour: number, made: number[]) =>
      roundState({ hours: two, madeMs: made.map(at), sinceMs: at(0) }, at(nowHour), zone)
    expect(two).toEqual([7, 21])
    expect(state(15.1, [15])).toMatchObject({ dueMs: null, nextMs: at(21) })
    expect(state(21, [15])).toMatchObject({ dueMs: at(21) })
    expect(state(20.5, [19.5])).toMatchObject({ dueMs: null })
  })
  it('is asked for no more once it is made, at whatever hour of the day', () => {
    for (const times of [1, 2, 3])
      for (let hour = 24; hour < 48; hour += 0.25) {
        const own = roundHours(times)
        const state = roundState(
          { hours: own, madeMs: [at(hour)], sinceMs: at(0) },
          at(hour) + MINUTE_MS,
          zone,
        )
        expect(state.dueMs, `${times} a day, made at ${hour - 24}`).toBeNull()
      }
  })
  it('asks for nothing from before there was anything to look after', () => {
    expect(roundState({ hours, madeMs: [], sinceMs: at(10) }, at(13), zone)).toMatchObject({
      dueMs: null,
      missed: 0,
    })
  })
})
