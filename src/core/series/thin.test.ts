import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { MINUTE_MS } from '../time/durations.ts'
import { thin, type Series } from './thin.ts'
const series = (values: readonly number[], times = values.map((_, i) => i * MINUTE_MS)): Series => ({
  times: Float64Array.from(times),
  values: Float64Array.from(values),
})

describe('thinning', () => {
  it('keeps the lowest and highest of each column, in their order of time', () => {
    // Two columns of five: (1 5 3 2 4), (9 7 6 8 0).
    const { times, values } = thin(series([1, 5, 3, 2, 4, 9, 7, 6, 8, 0]), {
      fromMs: 0,
      toMs: 10 * MINUTE_MS,
      columns: 2,
      gapMs: 60 * MINUTE_MS,
    })
    expect([...values]).toEqual([1, 5, 9, 0])
    expect([...times]).toEqual([0, MINUTE_MS, 5 * MINUTE_MS, 9 * MINUTE_MS])
  })

  it('breaks the line where nothing was read, however few columns there are', () => {
    const { values } = thin(series([37, 37, 38, 38], [0, MINUTE_MS, 90 * MINUTE_MS, 91 * MINUTE_MS]), {
      fromMs: 0,
      toMs: 100 * MINUTE_MS,
      columns: 1,
      gapMs: 30 * MINUTE_MS,
    })
    expect([...values]).toEqual([37, NaN, 38])
  })

  it('takes one reading to either side of the window', () => {
    const { times } = thin(series([1, 2, 3, 4, 5, 6]), {
      fromMs: 2 * MINUTE_MS,
      toMs: 3 * MINUTE_MS,
      columns: 100,
      gapMs: 60 * MINUTE_MS,
    })
    expect([...times]).toEqual([MINUTE_MS, 2 * MINUTE_MS, 3 * MINUTE_MS])
  })

  it('loses no extreme, invents nothing, and is never long', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: -50, max: 50, noNaN: true }), { minLength: 1, maxLength: 800 }),
        fc.integer({ min: 1, max: 60 }),
        (read, columns) => {
          const toMs = read.length * MINUTE_MS
          const { times, values } = thin(series(read), { fromMs: 0, toMs, columns, gapMs: 30 * MINUTE_MS })
          expect(Math.max(...values)).toBe(Math.max(...read))
          expect(Math.min(...values)).toBe(Math.min(...read))
          expect(values.length).toBeLessThanOrEqual(2 * columns)
          for (const [i, time] of times.entries()) {
            expect(values[i]).toBe(read[time / MINUTE_MS])
            if (i > 0) expect(time).toBeGreaterThan(times[i - 1]!)
          }
        },
      ),
    )
  })
})
