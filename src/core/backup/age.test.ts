import { describe, expect, it } from 'vitest'
import { ageMs } from './age.ts'

const NOW = Date.parse('2026-11-30T20:00:00Z')
const HOUR = 3_600_000

describe('the age of a backup', () => {
  it('is the time since it was written', () => {
    expect(ageMs(NOW - 5 * HOUR, NOW)).toBe(5 * HOUR)
  })
  it('is nothing for one that a clock some minutes ahead has just written', () => {
    expect(ageMs(NOW + 120_000, NOW)).toBe(0)
  })
  it('is not known where there is none, or where the clock was a year ahead', () => {
    expect(ageMs(null, NOW)).toBe(Infinity)
    expect(ageMs(NOW + 365 * 24 * HOUR, NOW)).toBe(Infinity)
  })
})
