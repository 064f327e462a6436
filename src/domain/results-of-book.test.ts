import { describe, expect, it } from 'vitest'
import { newEgg } from '../contracts/records/egg-state.ts'
import { type Egg } from '../contracts/records/egg-state.ts'
import { sampleRecords } from '../contracts/records/sample-records.ts'
import { isOver, resultsBy, resultsByPlace } from './results-of-book.ts'

const { hatchery, sets } = sampleRecords()
const batch = {
  id: 'own',
  source: 'own hens',
  breed: 'Holm Beacon',
  shell: 'white' as const,
  posted: false,
  turnedInStorage: true,
}
const set = { ...sets[0]!, batches: [batch, { ...batch, id: 'post', source: 'by post' }] }
const at = '2026-03-22T08:00:00.000Z'
const egg = (number: number, more: Partial<Egg>): Egg =>
  newEgg({ id: `e${number}`, setId: set.id, number, batchId: 'own', laidOn: '2026-02-26', ...more })
const hatched = { outcome: { at, found: 'hatched' as const } }
const eggs = [
  egg(1, hatched),
  egg(2, hatched),
  egg(3, { batchId: 'post', laidOn: '2026-02-20', ...hatched }),
  egg(4, { batchId: 'post', laidOn: '2026-02-20', outcome: { at, found: 'clear' } }),
]
const sessions = [
  { setId: set.id, candler: 'Wren', startedAt: '2026-03-08T20:00:00.000Z' },
  { setId: set.id, candler: '', startedAt: '2026-03-15T20:00:00.000Z' },
  { setId: set.id, candler: 'Alder', startedAt: '2026-03-05T20:00:00.000Z' },
]
const by = (group: Parameters<typeof resultsBy>[0]) =>
  resultsBy(group, {
    sets: [set],
    eggsBySet: new Map([[set.id, eggs]]),
    hatchery: { ...hatchery, zone: 'UTC' },
    sessions,
  }).map(({ name, results }) => [name, results.set, results.hatchOfSet?.count])

describe('the results of a book', () => {
  it('are held against each other by where the eggs came from, how old they were, and where they lay', () => {
    expect(by('source')).toEqual([
      ['by post', 2, 1],
      ['own hens', 2, 2],
    ])
    // Set on the first of March: three and nine days old.
    expect(by('egg-age')).toEqual([
      ['8 to 10 days', 2, 1],
      ['up to 3 days', 2, 2],
    ])
    expect(by('incubator')).toEqual([['Incubator 1', 4, 3]])
    expect(by('bird')).toEqual([['Chicken', 4, 3]])
    expect(by('candler')).toEqual([['Alder, Wren', 4, 3]])
    expect(by('set')).toEqual([['North shelf, 2026-03-01', 4, 3]])
  })
  it('go by what was told of an egg before what its batch says', () => {
    const told = eggs.map((one, i) =>
      i < 2 ? { ...one, hen: 'Berta', cock: 'Blue', source: i === 0 ? 'North pen' : null } : one,
    )
    const named = (group: 'hen' | 'cock' | 'source') =>
      resultsBy(group, { sets: [set], eggsBySet: new Map([[set.id, told]]), hatchery, sessions }).map(
        ({ name, results }) => [name, results.set],
      )
    expect(named('cock')).toContainEqual(['Blue', 2])
    expect(named('hen')).toContainEqual(['Berta', 2])
    expect(named('source')).toEqual([
      ['by post', 2],
      ['North pen', 1],
      ['own hens', 1],
    ])
  })
  it('leave out sets whose eggs may still hatch', () => {
    const open = new Map([[set.id, [egg(1, {}), egg(2, { outcome: { at, found: 'clear' } })]]])
    expect(resultsBy('bird', { sets: [set], eggsBySet: open, hatchery, sessions })).toEqual([])
    const over = { ...set, done: [...set.done, { key: 'give-up', at }] }
    expect([isOver(over, open.get(set.id)!), isOver(over, [])]).toEqual([true, false])
    expect(resultsBy('bird', { sets: [over], eggsBySet: open, hatchery, sessions })).toHaveLength(1)
  })
  it('by place leave out what was never fertile', () => {
    const place = (column: number) => ({ place: { trayId: 'tray-1', row: 0, column } })
    const lying = [
      egg(1, { ...hatched, ...place(0) }),
      egg(2, { outcome: { at, found: 'quitter', deathDay: 19 }, ...place(1) }),
      egg(3, { outcome: { at, found: 'clear' }, ...place(1) }),
    ]
    const [map] = resultsByPlace({
      sets: [set, { ...set, id: 'again' }],
      eggsBySet: new Map([
        [set.id, lying],
        ['again', lying],
      ]),
      hatchery,
      sessions,
    })
    expect(map).toMatchObject({ incubator: 'Incubator 1', rows: 1, columns: 2 })
    expect(map!.places[0]!.map((share) => share && [share.count, share.of])).toEqual([
      [2, 2],
      [0, 2],
    ])
  })
})
