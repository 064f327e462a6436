import { describe, expect, it } from 'vitest'
import { createRandom, type Random } from '../random/random.ts'
import {
  expectedChicks,
  livesUntilLockdown,
  ownRate,
  USUAL_RATE,
  type ExpectedInput,
} from './expected-chicks.ts'

const input = (more: Partial<ExpectedInput> = {}): ExpectedInput => ({
  out: 0,
  alive: 20,
  survival: 1,
  unread: 0,
  mates: { alive: 20, dead: 4 },
  rate: USUAL_RATE,
  ...more,
})
const moments = (distribution: readonly number[]) => {
  const mean = distribution.reduce((sum, p, k) => sum + p * k, 0)
  return { mean, variance: distribution.reduce((sum, p, k) => sum + p * (k - mean) ** 2, 0) }
}

/** A Beta variate as the share of two sums of exponentials: for whole counts (order statistics of uniforms). */
function beta(random: Random, a: number, b: number): number {
  const list = Array.from({ length: a + b - 1 }, () => random.uniform()).sort((x, y) => x - y)
  return list[a - 1]!
}

describe('chicks to expect', () => {
  it.each([
    [12, 8, 3],
    [24, 18.6, 1.4],
    [60, 40, 10],
  ])('of %i living eggs are beta-binomial: mean and variance by the formula', (n, a, b) => {
    const { distribution } = expectedChicks(input({ alive: n, rate: { hatched: a, not: b } }))
    const { mean, variance } = moments(distribution)
    expect(distribution.reduce((sum, p) => sum + p, 0)).toBeCloseTo(1, 9)
    expect(mean).toBeCloseTo((n * a) / (a + b), 1)
    const formula = (n * a * b * (a + b + n)) / ((a + b) ** 2 * (a + b + 1))
    expect(variance / formula).toBeGreaterThan(0.93)
    expect(variance / formula).toBeLessThan(1.07)
  })

  it('with unread eggs are as a simulation of such sets has them', () => {
    const random = createRandom('expected chicks')
    const [alive, unread, rate, mates, survival] = [
      15,
      6,
      { hatched: 17, not: 3 },
      { alive: 9, dead: 5 },
      0.9,
    ]
    const seen = Array.from({ length: 20_000 }, () => {
      const share = beta(random, rate.hatched, rate.not)
      const lives = beta(random, mates.alive + 1, mates.dead + 1)
      let chicks = 0
      for (let i = 0; i < alive; i++) if (random.uniform() < share * survival) chicks++
      for (let i = 0; i < unread; i++) if (random.uniform() < share * survival * lives) chicks++
      return chicks
    }).sort((a, b) => a - b)
    const told = expectedChicks(input({ alive, unread, rate, mates, survival }))
    expect(told.mean).toBeCloseTo(seen.reduce((sum, value) => sum + value, 0) / seen.length, 1)
    expect(Math.abs(told.low - seen[2000]!)).toBeLessThanOrEqual(1)
    expect(Math.abs(told.high - seen[18_000]!)).toBeLessThanOrEqual(1)
  })

  it('are those that are out, where nothing is left to come', () => {
    expect(expectedChicks(input({ out: 7, alive: 0 }))).toMatchObject({ mean: 7, low: 7, high: 7 })
  })

  it('are fewer the earlier the look, and surer by own eggs', () => {
    expect(livesUntilLockdown(11)).toBeCloseTo(0.895, 3)
    expect(livesUntilLockdown(-2)).toBe(1)
    const early = expectedChicks(input({ survival: livesUntilLockdown(11) }))
    expect(early.mean).toBeLessThan(expectedChicks(input()).mean)
    // Three hundred of a keeper's own, two thirds hatched: no longer the usual nine in ten.
    const rate = ownRate({ hatched: 200, expectedAlive: 300 })
    const own = expectedChicks(input({ rate }))
    expect(own.mean / 20).toBeCloseTo(218.6 / 320, 2)
    expect(own.high - own.low).toBeLessThanOrEqual(6)
  })

  it('of a thousand eggs take no time to speak of', () => {
    const { mean, low, high } = expectedChicks(input({ alive: 900, unread: 100 }))
    expect([low < mean, mean < high]).toEqual([true, true])
  })
})
