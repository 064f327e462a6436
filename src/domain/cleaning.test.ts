import { describe, expect, it } from 'vitest'
import { firstIncubator } from '../contracts/records/incubator-record.ts'
import type { LogEvent } from '../contracts/records/incubator-log.ts'
import { sampleRecords } from '../contracts/records/sample-records.ts'
import { uncleanSince } from './cleaning.ts'

const [set] = sampleRecords().sets
const ENDED = '2026-03-26T18:00:00.000Z'
const closed = { ...set!, done: [...set!.done, { key: 'give-up', at: ENDED }] }
const at = (iso: string): number => Date.parse(iso)
const incubator = firstIncubator()
const washed = (when: string): LogEvent => ({ id: 'w', at: when, device: null, kind: 'disinfected' })
const dirty = (log: LogEvent[], nowIso: string, { sets = [closed], inIt = [] as (typeof closed)[] } = {}) =>
  uncleanSince({ incubator, sets: inIt, log }, sets, at(nowIso))

describe('an incubator after a hatch', () => {
  it('is to be washed until somebody notes that it was', () => {
    expect(dirty([], '2026-03-27T08:00:00.000Z')).toBe(at(ENDED))
    expect(dirty([washed('2026-03-01T08:00:00.000Z')], '2026-03-27T08:00:00.000Z')).toBe(at(ENDED))
    expect(dirty([washed('2026-03-26T20:00:00.000Z')], '2026-03-27T08:00:00.000Z')).toBeNull()
  })

  it('asks nothing before, with eggs in it, of another incubator, or long after', () => {
    expect(dirty([], '2026-03-27T08:00:00.000Z', { sets: [set!] })).toBeNull()
    expect(dirty([], '2026-03-27T08:00:00.000Z', { inIt: [closed] })).toBeNull()
    const elsewhere = { ...incubator, id: 'incubator-2' }
    expect(
      uncleanSince({ incubator: elsewhere, sets: [], log: [] }, [closed], at('2026-03-27T08:00:00.000Z')),
    ).toBeNull()
    expect(dirty([], '2026-04-20T08:00:00.000Z')).toBeNull()
  })
})
