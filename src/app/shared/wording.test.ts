import type { Shell } from '../../core/species/species.ts'
import { describe, expect, it } from 'vitest'
import { count, dateDoubt, percentWords, roughTime, setDateDoubt, setWords } from './wording.ts'

describe('words', () => {
  it('count one and many, and shares as closely as they are known', () => {
    expect([count(1, 'egg'), count(2, 'egg'), count(0, 'batch')]).toEqual(['1 egg', '2 eggs', '0 batches'])
    expect([percentWords(0), percentWords(0.031), percentWords(0.456)]).toEqual(['0 %', '3.1 %', '46 %'])
  })
  it('ask about a day that was hardly meant, and about no other', () => {
    const nowMs = Date.parse('2026-03-01T12:00:00Z')
    for (const odd of ['', '0001-03-01', '1900-03-01', '9999-03-01', '2026-02-30', '2036-03-01'])
      expect(dateDoubt(odd, nowMs), odd).toMatch(/\.$|\?$/)
    for (const likely of ['2026-03-01', '2025-06-01', '2027-12-31'])
      expect(dateDoubt(likely, nowMs)).toBeNull()
  })
  it('ask about a setting that is a year off, or still to come where the eggs are in', () => {
    const nowMs = Date.parse('2026-03-20T12:00:00Z')
    expect(setDateDoubt('2025-03-08', nowMs, { isIn: true })).toMatch(/2025/)
    expect(setDateDoubt('2027-03-08', nowMs, { isIn: false })).toMatch(/2027/)
    expect(setDateDoubt('2026-04-08', nowMs, { isIn: true })).toMatch(/2026/)
    expect(setDateDoubt('2026-03-08', nowMs, { isIn: true })).toBeNull()
    expect(setDateDoubt('2026-04-08', nowMs, { isIn: false })).toBeNull()
  })
  it('name a set by what is known of it: no breed, no comma', () => {
    const hens = { breed: 'Holm Pebble', species: 'bantam' as const, shell: 'tinted' as const, batches: [] }
    expect(setWords(hens)).toBe('Holm Pebble, Bantam, tinted shell')
    expect(setWords({ ...hens, breed: '' })).toBe('Bantam, tinted shell')
    const of = (shell: Shell) => ({
      id: shell,
      source: '',
      breed: '',
      shell,
      posted: false,
      turnedInStorage: false,
    })
    for (const batches of [
      [of('dark'), of('white')],
      [of('white'), of('dark')],
    ])
      expect(setWords({ ...hens, batches })).toBe('Holm Pebble, Bantam, white and dark shell')
  })
  it.each([
    ['2026-03-02T03:59:00Z', 'Mon 2 Mar, early hours'],
    ['2026-03-02T09:30:00Z', 'Mon 2 Mar, morning'],
    ['2026-03-02T11:00:00Z', 'Mon 2 Mar, midday'],
    ['2026-03-02T15:00:00Z', 'Mon 2 Mar, afternoon'],
    ['2026-03-02T20:00:00Z', 'Mon 2 Mar, evening'],
    ['2026-03-02T22:30:00Z', 'Mon 2 Mar, late evening'],
  ])('tell %s no closer than it is known: %s', (at, words) => {
    expect(roughTime(Date.parse(at), 'UTC')).toBe(words)
  })
})
