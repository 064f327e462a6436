import { describe, expect, it } from 'vitest'
import { newEgg } from '../contracts/records/egg-state.ts'
import { type Egg } from '../contracts/records/egg-state.ts'
import { sampleRecords } from '../contracts/records/sample-records.ts'
import { byYear, historyOf, search } from './history.ts'

const [sample] = sampleRecords().sets
const at = (date: string): string => `${date}T08:00:00.000Z`
const set = (id: string, setOn: string, more: object = {}) => ({
  ...sample!,
  id,
  name: `Set ${id}`,
  setAt: at(setOn),
  done: [{ key: 'set', at: at(setOn) }],
  ...more,
})
const egg = (setId: string, number: number, outcome: Egg['outcome'] = null): Egg =>
  newEgg({ id: `${setId}-${number}`, setId, number, outcome })
const out = { at: at('2025-03-22'), found: 'hatched' as const }
const sets = [
  set('old', '2025-03-01', { breed: 'Holm Beacon', notes: 'behind the lamp house' }),
  set('given-up', '2026-03-01', {
    done: [
      { key: 'set', at: at('2026-03-01') },
      { key: 'give-up', at: at('2026-03-24') },
    ],
  }),
  set('now', '2026-05-01'),
  set('later', '2026-06-01', { done: [] }),
]
const eggsBySet = new Map([
  ['old', [egg('old', 1, out), egg('old', 2, { at: at('2025-03-24'), found: 'clear' })]],
  ['given-up', [egg('given-up', 1, { ...out, at: at('2026-03-22') }), egg('given-up', 2)]],
  ['now', [egg('now', 1)]],
  ['later', [egg('later', 1)]],
])
const past = historyOf(sets, eggsBySet, {
  hatchery: sampleRecords().hatchery,
  nowMs: Date.parse(at('2026-05-10')),
})

describe('the sets of all years', () => {
  it('are closed, running or planned, the latest first', () => {
    expect(past.map(({ set: { id }, state, chicks }) => [id, state, chicks])).toEqual([
      ['later', 'planned', 0],
      ['now', 'running', 0],
      ['given-up', 'closed', 1],
      ['old', 'closed', 1],
    ])
  })
  it('are found by any of their words', () => {
    const found = (words: string) => search(past, words).map(({ set: { id } }) => id)
    expect(found('beacon LAMP')).toEqual(['old'])
    expect(found('chicken')).toHaveLength(4)
    expect(found('chicken goose')).toEqual([])
    expect(found('  ')).toHaveLength(4)
  })
  it('make years, of which what is over is reckoned', () => {
    const years = byYear(past, 'UTC')
    expect(years.map(({ year, eggs, chicks }) => [year, eggs, chicks])).toEqual([
      ['2026', 3, 1],
      ['2025', 2, 1],
    ])
    // The egg that was given up and never opened stays open; the running set is not reckoned.
    expect(years[0]!.results).toMatchObject({ set: 2, open: 1, hatchOfSet: { count: 1, of: 2 } })
    expect(years[1]!.results.hatchOfFertile).toMatchObject({ count: 1, of: 1 })
  })
})
