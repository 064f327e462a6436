import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { RH_LIMITS } from '../climate/air-method.ts'
import { adviseHumidity } from './humidity-advice.ts'
import { arrivesWith } from './what-if.ts'

const known = { perDryDay: { value: 0.0133, sd: 0.0004 }, dry: 5, ageDays: 10, stopDay: 18 }

describe('what if', () => {
  it('the humidity of now goes on: what was lost, and the days left at it', () => {
    // (5 + 8 × 0.5) × 0.0133 = 0.1197; in doubt by 9 × 0.0004 = 0.0036.
    const { value, sd } = arrivesWith(known, { rhPercent: 50, celsius: 37.5 }, 37.5)
    expect(value).toBeCloseTo(0.1197, 4)
    expect(sd).toBeCloseTo(0.0036, 4)
  })
  it('it is a degree warmer: drier air, but fewer days', () => {
    // Saturated 48.4 torr at 37.5 °C, 51.1 at 38.5: × 1.056. Days left 8 ÷ 1.09 = 7.34. (5 + 7.34 × 0.5 × 1.056) × 0.0133.
    expect(arrivesWith(known, { rhPercent: 50, celsius: 38.5 }, 37.5).value).toBeCloseTo(0.118, 3)
  })
  it('turning is over: nothing changes any more', () => {
    const over = { ...known, ageDays: 19 }
    expect(arrivesWith(over, { rhPercent: 30, celsius: 37.5 }, 37.5).value).toBeCloseTo(5 * 0.0133)
  })
  it('the advised humidity is run: it arrives at the target, wherever that can be reached', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.008, max: 0.02, noNaN: true }),
        fc.double({ min: 2, max: 16, noNaN: true }),
        fc.double({ min: 30, max: 70, noNaN: true }),
        (rate, ageDays, rhPercent) => {
          const dry = ageDays * (1 - rhPercent / 100)
          const set = { perDryDay: { value: rate, sd: 0 }, dry, ageDays, stopDay: 18 }
          const advice = adviseHumidity({ ...set, target: 0.12, rhPercent })!
          const { wantedRhPercent: wanted } = advice
          fc.pre(wanted > RH_LIMITS.least && wanted < RH_LIMITS.most)
          const arrives = arrivesWith(set, { rhPercent: advice.rhPercent.value, celsius: 37.5 }, 37.5)
          expect(arrives.value).toBeCloseTo(0.12, 6)
        },
      ),
    )
  })
})
