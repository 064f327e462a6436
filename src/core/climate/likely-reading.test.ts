import { describe, expect, it } from 'vitest'
import { readingDoubt } from './likely-reading.ts'

describe('what was read at an incubator', () => {
  const of = (temperature: number | null, rhPercent: number | null, units: 'metric' | 'imperial') =>
    readingDoubt({ temperature, rhPercent }, units)
  it('is kept where it can be meant, with the correction of its display', () => {
    expect(of(37.6, 55, 'metric')).toEqual({ kept: { celsius: 37.6, rhPercent: 55 }, doubt: null })
    expect(of(99.5, null, 'imperial')).toEqual({ kept: { celsius: 37.5, rhPercent: null }, doubt: null })
    expect(readingDoubt({ temperature: 37.6, rhPercent: null }, 'metric', -0.3).kept!.celsius).toBe(37.3)
  })
  it('is asked about where the other unit was likely meant', () => {
    for (const [typed, units, celsius] of [
      [37.6, 'imperial', 37.6],
      [38, 'imperial', 38],
      [99.7, 'metric', 37.61],
    ] as const) {
      const { kept, doubt } = of(typed, null, units)
      expect(kept).toBeNull()
      expect(doubt).toMatchObject({ kind: 'other-unit', meant: { celsius } })
    }
    expect(of(99.7, null, 'metric').doubt).toMatchObject({ asTyped: null })
  })
  it('is asked about where hardly any incubator is so, and kept on a yes', () => {
    expect(of(50, null, 'imperial').doubt).toMatchObject({ kind: 'unlikely', asTyped: { celsius: 10 } })
    expect(of(37.6, 5.5, 'metric').doubt).toMatchObject({ kind: 'unlikely', what: 'rhPercent' })
    expect(of(25, null, 'metric').doubt).toMatchObject({ kind: 'unlikely', what: 'temperature' })
  })
  it('is refused where nothing is so', () => {
    for (const [temperature, rhPercent] of [
      [400, null],
      [-3, null],
      [null, 0],
      [null, 101],
    ] as const)
      expect(of(temperature, rhPercent, 'metric').doubt).toMatchObject({ kind: 'impossible' })
  })
})
