import { describe, expect, it } from 'vitest'
import { newEgg, type Egg } from '../contracts/records/egg-state.ts'
import { newHatchery } from '../contracts/records/hatchery-record.ts'
import { sampleRecords } from '../contracts/records/sample-records.ts'
import type { EggSet } from '../contracts/records/set-record.ts'
import { hatchRateOf } from '../core/planning/intake/hatchability.ts'
import { addDays, localDateOf } from '../core/time/local-date.ts'
import { ownHatchOf } from './own-hatch.ts'

const hatchery = newHatchery('UTC')
const [sample] = sampleRecords().sets
const set: EggSet = { ...sample!, species: 'chicken' }
const setOn = localDateOf(Date.parse(set.setAt), 'UTC')

interface Told {
  hatched: boolean
  storedDays?: number
  changes?: Partial<Egg>
}
const eggsOf = (list: readonly Told[]): Egg[] =>
  list.map(({ hatched, storedDays = 3, changes }, i) => ({
    ...newEgg({ id: `e${i}`, setId: set.id, number: i + 1 }),
    laidOn: addDays(setOn, -storedDays),
    outcome: { at: set.setAt, found: hatched ? 'hatched' : 'quitter', deathDay: 19 },
    ...changes,
  }))
const own = (list: readonly Told[], of: Partial<EggSet> = {}) =>
  ownHatchOf('chicken', {
    hatchery,
    sets: [{ ...set, ...of }],
    eggsBySet: new Map([[set.id, eggsOf(list)]]),
  })
const times = (n: number, told: Told): Told[] => Array.from({ length: n }, () => told)

describe('how a bird’s eggs hatched here', () => {
  it('counts eggs of finished sets of that bird', () => {
    expect(own([...times(6, { hatched: true }), ...times(2, { hatched: false })])).toEqual({
      eggs: 8,
      hatched: 6,
      expected: 8,
    })
    expect(own(times(4, { hatched: true }), { species: 'duck' }).eggs).toBe(0)
    expect(own([{ hatched: true }, { hatched: true, changes: { outcome: null } }]).eggs).toBe(0)
  })

  it('does not hold it against the hens that eggs were old or posted', () => {
    // Nine days: 4 points less; posted: three quarters.
    expect(own(times(10, { hatched: true, storedDays: 9 })).expected).toBeCloseTo(9.6)
    const batches = [{ ...set.batches[0]!, id: 'parcel', posted: true }]
    const posted = own(times(10, { hatched: true, changes: { batchId: 'parcel' } }), { batches })
    expect(posted.expected).toBeCloseTo(7.5)
  })

  it('leaves out what was dropped or given away', () => {
    const removed = { at: set.setAt, why: 'broken' as const, grade: null, lookId: null }
    expect(
      own([{ hatched: true }, { hatched: false, changes: { removed: removed as Egg['removed'] } }]),
    ).toEqual({
      eggs: 1,
      hatched: 1,
      expected: 1,
    })
  })
})

it('a rate is the usual one, moved by own eggs as twenty others would move it', () => {
  const share = (hatched: number, expected: number): number => {
    const rate = hatchRateOf({ hatched, expected })
    return rate.hatched / (rate.hatched + rate.not)
  }
  expect(share(0, 0)).toBe(0.75)
  // (15 + 60) ÷ (20 + 100)
  expect(share(60, 100)).toBeCloseTo(0.625)
  // More chicks than were to be expected of old eggs.
  expect(share(10, 7.5)).toBeCloseTo(25 / 30)
})
