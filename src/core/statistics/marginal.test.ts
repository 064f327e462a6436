import { describe, expect, it } from 'vitest'
import { logAnyShare, logHappenings, logDirichletMultinomial, logSum, logTwoKinds } from './marginal.ts'

describe('counts whose shares are known only about', () => {
  it('agree with what can be worked out by hand', () => {
    // Drawn one by one, each share moving with what came before: 1/3 · 1/4 … of three kinds worth three.
    expect(Math.exp(logDirichletMultinomial([1, 0, 1], [1 / 3, 1 / 3, 1 / 3], 3))).toBeCloseTo(
      (1 / 3) * (1 / 4),
      12,
    )
    // Every share as likely: k of n is as likely as any other, 1 ÷ (n + 1) over its orders.
    for (const count of [0, 1, 2, 3, 4]) {
      const orders = [1, 4, 6, 4, 1][count]!
      expect(orders * Math.exp(logAnyShare({ count, of: 4 }))).toBeCloseTo(1 / 5, 12)
    }
  })
  it('come near to shares that are known when they are worth very much', () => {
    const known = 3 * Math.log(0.2) + 7 * Math.log(0.8)
    expect(logTwoKinds({ count: 3, of: 10 }, 0.2, 1e7)).toBeCloseTo(known, 4)
  })
  it('of happenings are likeliest near their mean', () => {
    const at = (mean: number): number => logHappenings(8, mean, 3)
    expect(at(8)).toBeGreaterThan(at(2.5))
    expect(at(8)).toBeGreaterThan(at(30))
  })
  it('are summed without overflow', () => {
    expect(logSum([-1000, -1000])).toBeCloseTo(-1000 + Math.LN2, 12)
    expect(logSum([-Infinity, -Infinity])).toBe(-Infinity)
  })
})
