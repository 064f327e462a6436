import { describe, expect, it } from 'vitest'
import { createRandom } from './random.ts'

describe('createRandom', () => {
  it('repeats itself for a seed and differs for another', () => {
    const draw = (seed: string): number[] => Array.from({ length: 5 }, createRandom(seed).uniform)
    expect(draw('a')).toEqual(draw('a'))
    expect(draw('a')).not.toEqual(draw('b'))
  })

  it('forks into sources that do not depend on what was drawn before', () => {
    const one = createRandom('x')
    one.uniform()
    expect(one.fork('part').uniform()).toBe(createRandom('x').fork('part').uniform())
  })

  // 4,000 draws: the mean of a standard normal strays by 0.016; five times that is taken.
  it('draws normals about their mean', () => {
    const random = createRandom(7)
    const draws = Array.from({ length: 4000 }, () => random.normal(3, 2))
    const mean = draws.reduce((a, b) => a + b, 0) / draws.length
    const sd = Math.sqrt(draws.reduce((a, b) => a + (b - mean) ** 2, 0) / draws.length)
    expect(Math.abs(mean - 3)).toBeLessThan(0.16)
    expect(Math.abs(sd - 2)).toBeLessThan(0.16)
  })

  it('will not pick from nothing', () => {
    expect(() => createRandom(1).pick([])).toThrow(RangeError)
  })
})
