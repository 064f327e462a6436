import { describe, expect, it } from 'vitest'
import { sampleRecords } from '../../contracts/records/sample-records.ts'
import { FRESH } from '../../contracts/records/stamp.ts'
import type { Conflict } from '../../domain/merge/questions.ts'
import {
  broughtInWords,
  changeWords,
  conflictName,
  decideWords,
  fieldWords,
  settledWords,
  valueWords,
} from './merge-words.ts'

const records = sampleRecords()
const conflict = (own: Partial<Conflict>): Conflict => ({
  table: 'sets',
  id: 'set-1',
  about: 'record',
  kept: { stamp: FRESH },
  other: { stamp: FRESH },
  keptIs: 'a',
  fields: [],
  gone: false,
  ...own,
})

describe('what would change', () => {
  it('is counted in words, one and many', () => {
    expect(changeWords({ table: 'looks', come: 1, change: 2, go: 0 })).toBe('1 look comes, 2 looks change')
    expect(changeWords({ table: 'eggs', come: 0, change: 1, go: 12 })).toBe('1 egg changes, 12 eggs go')
    expect(changeWords({ table: 'hatchery', come: 0, change: 1, go: 0 })).toBe('hatchery settings change')
  })
  it('and what has to be decided', () => {
    expect(decideWords(0)).toBe('Nothing to decide.')
    expect(decideWords(1)).toMatch(/^1 thing changed on both/)
    expect(decideWords(3)).toMatch(/^3 things/)
  })
})

describe('a disagreement', () => {
  it('is called by what the candler knows it as, never by an id where there is a name', () => {
    expect(conflictName(conflict({ table: 'hatchery', id: 'hatchery' }), records)).toBe('Hatchery settings')
    expect(conflictName(conflict({ table: 'eggs', id: 'egg-2' }), records)).toBe('Egg 2, North shelf')
    expect(
      conflictName(
        conflict({ table: 'looks', id: 'look-1', kept: { stamp: FRESH, eggId: 'egg-1' } }),
        records,
      ),
    ).toBe('Look at egg 1, North shelf')
    expect(conflictName(conflict({ kept: { stamp: FRESH, name: 'North shelf' } }), records)).toBe(
      'Set North shelf',
    )
    expect(
      conflictName(
        conflict({ table: 'probes', id: 'probe-7', kept: { stamp: FRESH, name: 'Loft eggs' } }),
        records,
      ),
    ).toBe('Probe Loft eggs')
    expect(conflictName(conflict({ table: 'trays', kept: { stamp: FRESH, name: 'Tray 1' } }), records)).toBe(
      'Tray 1',
    )
  })
  it('shows its values as one reads them', () => {
    expect(valueWords('notes', '', records)).toBe('nothing')
    expect(valueWords('own', null, records)).toBe('nothing')
    expect(valueWords('own', { grade: 'blood-ring' }, records)).toBe('Blood ring')
    const removed = { at: '2026-03-01T12:00:00.000Z', why: 'graded', grade: 'clear' }
    expect([fieldWords('removed'), valueWords('removed', removed, records)].join(': ')).toMatch(
      /^removed: as clear, 1 Mar, \d\d:\d\d$/,
    )
    expect(valueWords('removed', null, records)).toBe('no')
    const outcome = { at: removed.at, found: 'quitter', deathDay: 17 }
    expect(valueWords('outcome', outcome, records)).toMatch(/^Died later, an embryo on day 17, noted 1 Mar/)
    expect(valueWords('chick', { state: 'given-away', words: 'to the school' }, records)).toBe(
      'given away, to the school',
    )
    expect(valueWords('done', [{ key: 'give-up' }], records)).toBe('closed')
    expect(valueWords('incubatorId', records.hatchery.incubators[0]!.id, records)).toBe('Incubator 1')
    expect(valueWords('setAt', '2026-03-01T12:00:00.000Z', records)).toMatch(/^1 Mar 2026, \d\d:\d\d$/)
    expect(valueWords('weightG', 58.4, records)).toBe('58.4')
    expect(valueWords('notes', 'x'.repeat(500), records)).toHaveLength(162)
    expect([fieldWords('setAt'), fieldWords('notes')]).toEqual(['set at', 'notes'])
  })
})

describe('what was settled alike on both', () => {
  it('tells the candler what to do with the egg in hand', () => {
    const own = { eggId: 'egg-9', setId: 'set-1', number: 9 }
    expect(settledWords({ ...own, what: 'number-taken', was: '2' }, records)).toBe(
      'North shelf: two eggs had number 2. One is now 9: pencil it on the shell.',
    )
    expect(settledWords({ ...own, what: 'place-taken', was: 'place/tray-1/0/1' }, records)).toBe(
      'North shelf: two eggs were in A2. Egg 9 has no place now: choose one.',
    )
  })
})

describe('what came of a bundle', () => {
  it('is counted, and what is wanting in it is said', () => {
    const bundle = { records, tombstones: [], missing: [], isChecked: true }
    expect(broughtInWords(bundle, '1 set')).toBe('1 set imported.')
    const missing = [{ photoId: 'p', set: 'North shelf', egg: 1, takenAt: '' }]
    expect(broughtInWords({ ...bundle, missing, isChecked: false }, '1 set')).toMatch(
      /^1 set imported\. 1 look without a photograph\. The bundle has no list of contents/,
    )
    const erased = {
      ...bundle,
      records: { ...records, sets: [] },
      tombstones: [{ table: 'sets' as const, value: {} }],
    }
    expect(broughtInWords(erased, '0 sets')).toMatch(/contains no sets/)
  })
})
