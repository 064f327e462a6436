import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { NormalEquations } from './linear-system.ts'

const coefficient = fc.double({ min: -5, max: 5, noNaN: true })

describe('NormalEquations', () => {
  it('finds the parabola through exact points', () => {
    fc.assert(
      fc.property(coefficient, coefficient, coefficient, (a, b, c) => {
        const equations = new NormalEquations(3)
        for (let x = -2; x <= 2; x += 0.5)
          equations.add(Float64Array.of(1, x, x * x), a + b * x + c * x * x, 1)
        const solution = equations.solve()!
        expect(solution[0]).toBeCloseTo(a, 6)
        expect(solution[1]).toBeCloseTo(b, 6)
        expect(solution[2]).toBeCloseTo(c, 6)
      }),
    )
  })

  it('answers null when nothing fixes an unknown, and the belief when that is all there is', () => {
    const equations = new NormalEquations(2)
    equations.add(Float64Array.of(1, 0), 3, 1)
    expect(equations.solve()).toBeNull()
    equations.addPrior(1, 7, 0.5)
    expect(equations.solve()![1]).toBeCloseTo(7, 9)
    expect(equations.variance(1)).toBeCloseTo(2, 9)
  })

  it('averages by weight', () => {
    const equations = new NormalEquations(1)
    equations.add(Float64Array.of(1), 0, 1)
    equations.add(Float64Array.of(1), 4, 3)
    expect(equations.solve()![0]).toBeCloseTo(3, 9)
    expect(equations.variance(0)).toBeCloseTo(0.25, 9)
  })
})
