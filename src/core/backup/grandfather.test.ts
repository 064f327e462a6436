import { describe, expect, it } from 'vitest'
import { DAY_MS } from '../time/durations.ts'
import { keptBackups, type BackupTime } from './grandfather.ts'

/** One each evening of so many days up to the end of November 2026. */
const evenings = (count: number): string[] =>
  Array.from({ length: count }, (_, i) =>
    new Date(Date.UTC(2026, 10, 30, 21, 30) - i * DAY_MS).toISOString().slice(0, 16),
  )
/** As of earlier versions: told apart by their times alone. */
const unnumbered = (times: string[]): BackupTime[] => times.map((time) => ({ number: 0, time }))
const timesOf = (kept: Set<BackupTime>): string[] => [...kept].map(({ time }) => time)

describe('backups by the grandfather rule', () => {
  it('keep seven days, five weeks, twelve months and every year', () => {
    const kept = timesOf(keptBackups(unnumbered(evenings(800))))
      .sort()
      .reverse()
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
    expect(keptBackups(unnumbered(evenings(3))).size).toBe(3)
    expect(keptBackups([]).size).toBe(0)
  })
  it('of a day keep the last only', () => {
    expect(timesOf(keptBackups(unnumbered(['2026-11-30T08:00', '2026-11-30T21:00'])))).toEqual([
      '2026-11-30T21:00',
    ])
  })
  it('always keep the one written last, also where the clock was set back an hour, or was a year ahead', () => {
    const back = [
      { number: 7, time: '2026-11-30T21:00:00' },
      { number: 8, time: '2026-11-30T20:00:00' },
    ]
    expect([...keptBackups(back)]).toEqual([back[1]])
    const ahead = [
      ...evenings(10).map((time, i) => ({ number: 10 - i, time })),
      ...Array.from({ length: 8 }, (_, i) => ({ number: 11 + i, time: `2027-11-0${i + 1}T21:00:00` })),
      { number: 19, time: '2026-12-01T21:00:00' },
    ]
    expect(keptBackups(ahead).has(ahead.at(-1)!)).toBe(true)
  })
})
