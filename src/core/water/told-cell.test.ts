import { describe, expect, it } from 'vitest'
import { volumeOfToldCell } from './told-cell.ts'

/** By Simpson's rule over the squared radius of the same shape, written anew. */
function byHand(depth: number): number {
  const square = (u: number): number => {
    const t = 1 - 2 * u
    return (1 - t * t) * (1 + 0.13 * t - 0.03 * t * t) ** 2
  }
  const upTo = (end: number): number => {
    const n = 2000
    const h = end / n
    let sum = square(0) + square(end)
    for (let i = 1; i < n; i++) sum += (i % 2 ? 4 : 2) * square(i * h)
    return (sum * h) / 3
  }
  return upTo(depth) / upTo(1)
}

describe('an air cell told by eye', () => {
  it.each([0.05, 0.12, 0.2, 0.33])('drawn at %f of the length has the volume of that cap', (depth) => {
    const { value, sd } = volumeOfToldCell({ by: 'drawn', depth }, { species: 'chicken', lengthMm: null })!
    expect(value).toBeCloseTo(byHand(depth), 3)
    // One standard deviation is about what 2.5 % of the length make.
    const slope = (byHand(depth + 0.025) - byHand(depth - 0.025)) / 2
    expect(sd).toBeGreaterThan(slope)
    expect(sd).toBeLessThan(slope + 0.15 * value)
  })

  it('in millimetres goes by the egg’s own length, and is surer where that was measured', () => {
    const cell = { by: 'millimetres', depthMm: 9 } as const
    const measured = volumeOfToldCell(cell, { species: 'chicken', lengthMm: 60 })!
    const usual = volumeOfToldCell(cell, { species: 'chicken', lengthMm: null })!
    expect(measured.value).toBeCloseTo(byHand(9 / 60), 3)
    expect(usual.value).toBeCloseTo(byHand(9 / 57), 3)
    expect(measured.sd).toBeLessThan(usual.sd)
  })

  it('deeper than the egg is long tells nothing', () => {
    expect(
      volumeOfToldCell({ by: 'millimetres', depthMm: 80 }, { species: 'quail', lengthMm: null }),
    ).toBeNull()
  })
})
