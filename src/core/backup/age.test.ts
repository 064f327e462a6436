import { describe, expect, it } from 'vitest'
import { HOUR_MS } from '../time/durations.ts'
import { ageMs } from './age.ts'

const NOW = Date.parse('2026-11-30T20:00:00Z')

describe('the age of a backup', () => {
  it('is the time since it was written', () => {
    expect(ageMs(NOW - 5 * HOUR_MS, NOW)).toBe(5 * HOUR_MS)
  })
  it('is nothing for one that a clock some minutes ahead has just written', () => {
    expect(ageMs(NOW + 120_000, NOW)).toBe(0)
  })
  it('is not known where there is none, or where the clock was a year ahead', () => {
    expect(ageMs(null, NOW)).toBe(Infinity)
    expect(ageMs(NOW + 365 * 24 * HOUR_MS, NOW)).toBe(Infinity)
  })
})
