import { describe, expect, it } from 'vitest'
import { keptBackups } from './grandfather.ts'

/** One each evening of so many days up to the end of November 2026. */
const evenings = (count: number): string[] =>
  Array.from({ length: count }, (_, i) =>
    new Date(Date.UTC(2026, 10, 30, 21, 30) - i * 86_400_000).toISOString().slice(0, 16),
  )

describe('backups by the grandfather rule', () => {
  it('keep seven days, five weeks, twelve months and every year', () => {
    const kept = [...keptBackups(evenings(800))].sort().reverse()
    expect(kept.slice(0, 7)).toEqual(evenings(7))
    // Sundays before: the newest of their weeks. The last day of November 2026 is a Monday.
    expect(kept.slice(7, 10).map((time) => time.slice(0, 10))).toEqual([
      '2026-11-22',
      '2026-11-15',
      '2026-11-08',
    ])
    expect(kept).toContain('2026-10-31T21:30')
    expect(kept).toContain('2025-12-31T21:30')
    expect(kept).toContain('2024-12-31T21:30')
    expect(kept.length).toBeLessThan(26)
  })
  it('keep all there are when they are few, and nothing of none', () => {
    expect(keptBackups(evenings(3)).size).toBe(3)
    expect(keptBackups([]).size).toBe(0)
  })
  it('of a day keep the last only', () => {
    expect([...keptBackups(['2026-11-30T08:00', '2026-11-30T21:00'])]).toEqual(['2026-11-30T21:00'])
  })
})
