import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { DAY_MS } from '../../time/durations.ts'
import { DevelopmentClock, storageDelayHours } from './development.ts'

const SET = Date.parse('2026-04-01T08:00:00Z')

describe('the clock of development', () => {
  it('runs with the wall clock at the target', () => {
    const clock = new DevelopmentClock({ setAtMs: SET })
    expect(clock.ageAt(SET + 7 * DAY_MS)).toBe(7)
    expect(clock.instantAt(21)).toBe(SET + 21 * DAY_MS)
    expect(clock.ageAt(SET - DAY_MS)).toBe(0)
    expect(clock.instantAt(-1)).toBe(SET - DAY_MS)
  })

  it('storage beyond a week costs an hour a day', () => {
    expect([0, 7, 8, 14].map(storageDelayHours)).toEqual([0, 0, 1, 7])
    const clock = new DevelopmentClock({ setAtMs: SET, delayHours: 6 })
    expect(clock.instantAt(21)).toBe(SET + 21.25 * DAY_MS)
    expect(clock.ageAt(SET + 21.25 * DAY_MS)).toBeCloseTo(21)
  })

  it('half a degree warm all the way comes out about a day early', () => {
    const readings = Array.from({ length: 50 }, (_, i) => ({ atMs: SET + (i * DAY_MS) / 2, celsius: 38 }))
    const early = 21 - (new DevelopmentClock({ setAtMs: SET, readings }).instantAt(21) - SET) / DAY_MS
    expect(early).toBeGreaterThan(0.8)
    expect(early).toBeLessThan(1.1)
  })

  it('still air has its own target; a reading holds for a day', () => {
    const still = new DevelopmentClock({
      setAtMs: SET,
      readings: [{ atMs: SET, celsius: 38.1 }],
      targetCelsius: 38.1,
    })
    expect(still.ageAt(SET + 3 * DAY_MS)).toBeCloseTo(3)
    const cool = new DevelopmentClock({ setAtMs: SET, readings: [{ atMs: SET + DAY_MS, celsius: 36.5 }] })
    expect(cool.ageAt(SET + 3 * DAY_MS)).toBeCloseTo(3 - (0.09 * 26) / 24)
    // 38.0 °C noted once a day for five days: five days at half a degree more, 5 × 0.045.
    const daily = [0, 1, 2, 3, 4].map((day) => ({ atMs: SET + day * DAY_MS, celsius: 38 }))
    expect(new DevelopmentClock({ setAtMs: SET, readings: daily }).ageAt(SET + 5 * DAY_MS)).toBeCloseTo(5.225)
  })

  it('stands still below 26 °C: half a day without current at 22 °C is half a day lost', () => {
    const readings = [
      { atMs: SET + 5 * DAY_MS, celsius: 22 },
      { atMs: SET + 5.5 * DAY_MS, celsius: 37.5 },
    ]
    const clock = new DevelopmentClock({ setAtMs: SET, readings })
    expect(clock.ageAt(SET + 21 * DAY_MS)).toBeCloseTo(20.5)
    // At 29.25 °C, half way from 26 to 32.5, half of what is left at 32.5: 0.5 × 0.55.
    const cool = new DevelopmentClock({
      setAtMs: SET,
      readings: [{ ...readings[0]!, celsius: 29.25 }, readings[1]!],
    })
    expect(cool.ageAt(SET + 21 * DAY_MS)).toBeCloseTo(20.5 + 0.5 * 0.275)
  })

  it('age and instant undo each other, and warmth never makes it later', () => {
    const reading = fc.record({
      atMs: fc.integer({ min: SET - DAY_MS, max: SET + 20 * DAY_MS }),
      celsius: fc.double({ min: 30, max: 40, noNaN: true }),
    })
    fc.assert(
      fc.property(
        fc.array(reading, { maxLength: 12 }),
        fc.double({ min: 0.01, max: 30, noNaN: true }),
        fc.integer({ min: 0, max: 20 }),
        (readings, age, delayHours) => {
          const clock = new DevelopmentClock({ setAtMs: SET, readings, delayHours })
          expect(clock.ageAt(clock.instantAt(age))).toBeCloseTo(age, 6)
          const warmer = new DevelopmentClock({
            setAtMs: SET,
            delayHours,
            readings: readings.map((r) => ({ ...r, celsius: r.celsius + 1 })),
          })
          expect(warmer.instantAt(age)).toBeLessThanOrEqual(clock.instantAt(age) + 1)
        },
      ),
    )
  })
})
