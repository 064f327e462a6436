import fc from 'fast-check'
import { expect, it } from 'vitest'
import { logPlane } from './log.ts'

it('is the logarithm', () => {
  fc.assert(
    fc.property(
      fc.array(fc.float({ min: 0, max: 4, noNaN: true }), { minLength: 1 }),
      fc.constantFrom(0.0008, 0.02),
      (values, floor) => {
        const plane = Float32Array.from(values)
        const logs = logPlane(plane, floor)
        for (const [i, value] of plane.entries())
          expect(Math.abs(logs[i]! - Math.log(value + floor))).toBeLessThan(2e-6)
      },
    ),
  )
})
