import fc from 'fast-check'
import { expect, it } from 'vitest'
import { medianOf, quantile } from './quantile.ts'

it('is what sorting would give', () => {
  fc.assert(
    fc.property(
      fc.array(fc.float({ noNaN: true }), { minLength: 1 }),
      fc.double({ min: 0, max: 1, noNaN: true }),
      (values, share) => {
        const sorted = Float32Array.from(values).sort()
        expect(quantile(Float32Array.from(values), share)).toBe(
          sorted[Math.min(values.length - 1, Math.floor(share * values.length))],
        )
      },
    ),
  )
})

it('of nothing is nought, of equal values that value', () => {
  expect(medianOf([])).toBe(0)
  expect(quantile(new Float32Array(1000).fill(3), 0.5)).toBe(3)
})
