import { describe, expect, it } from 'vitest'
import { newEgg } from '../contracts/records/egg-state.ts'
import { type EggState } from '../contracts/records/egg-state.ts'
import type { HatchCount } from '../contracts/records/set-record.ts'
import { countedOn, countsSoFar, hatchOfSet, type Counting } from './hatch-of-set.ts'

const at = (hour: number): string => new Date(Date.UTC(2026, 4, 1, hour)).toISOString()
const ms = (hour: number): number => Date.parse(at(hour))
const eggs = (...states: Array<Partial<EggState>>) =>
  states.map((state, i) => newEgg({ id: `e${i}`, setId: 's', number: i + 1, ...state }))
const out = (hour: number): Partial<EggState> => ({ outcome: { at: at(hour), found: 'hatched' } })

let ids = 0
const more = (hour: number, what: 'pipped' | 'out', by: number): HatchCount => ({
  id: `count-${++ids}`,
  at: at(hour),
  what,
  by,
})

describe('how far a hatch is', () => {
  it('told egg by egg', () => {
    const some = eggs(
      out(9),
      out(7),
      { pipped: { at: at(3) } },
      {},
      { outcome: { at: at(1), found: 'clear' } },
    )
    expect(hatchOfSet({ counted: [] }, some)).toEqual({
      outMs: [ms(7), ms(9)],
      pippedMs: [ms(3)],
      waiting: 1,
      unnamed: 0,
    })
  })
  it('counted through the window: each when it was first in a count, corrections taken back', () => {
    const counted = [
      more(2, 'pipped', 2),
      more(5, 'pipped', 2),
      more(5, 'out', 1),
      more(6, 'pipped', -1),
      more(8, 'pipped', 2),
      more(8, 'out', 1),
    ]
    expect(hatchOfSet({ counted }, eggs({}, {}, {}, {}, {}, {}, {}))).toEqual({
      outMs: [ms(5), ms(8)],
      pippedMs: [ms(5), ms(8), ms(8)],
      waiting: 2,
      unnamed: 2,
    })
  })
  it('first counted and then told: nothing is counted twice', () => {
    const counted = [more(2, 'pipped', 3), more(2, 'out', 2)]
    const some = eggs(out(1), { pipped: { at: at(1) } }, {}, {})
    expect(hatchOfSet({ counted }, some)).toEqual({
      outMs: [ms(1), ms(2)],
      pippedMs: [ms(1)],
      waiting: 1,
      unnamed: 1,
    })
  })
  it('a zip tells of a pip that nobody saw', () => {
    const { pippedMs, waiting } = hatchOfSet({ counted: [] }, eggs({ zipped: { at: at(20) } }, {}))
    expect([pippedMs, waiting]).toEqual([[ms(7)], 1])
  })
})

describe('counting on', () => {
  const NOBODY = { pipped: 0, out: 0 }
  const tap = (
    counted: readonly HatchCount[],
    what: Counting['what'],
    by: 1 | -1,
    { told = NOBODY, most = 12 }: Partial<Pick<Counting, 'told' | 'most'>> = {},
  ) => countedOn(counted, { what, more: by, told, most, at: at(1), newId: () => `tap-${++ids}` })
  const soFar = (counted: readonly HatchCount[], told = NOBODY) => {
    const { pipped, out } = countsSoFar(counted, told)
    return `${pipped}/${out}`
  }

  it('takes one more pip or chick, and counts the pip of a chick that nobody saw pip', () => {
    let counted: readonly HatchCount[] = []
    counted = tap(counted, 'pipped', 1)
    expect(soFar(counted)).toBe('1/0')
    counted = tap(tap(counted, 'out', 1), 'out', 1)
    expect(soFar(counted)).toBe('2/2')
    // One more pip is one more, whatever came before.
    expect(soFar(tap(counted, 'pipped', 1))).toBe('3/2')
    expect(soFar(tap(counted, 'pipped', -1))).toBe('1/1')
  })

  it('changes nothing where there are no more eggs, none to take back, or one that was told by its number', () => {
    const two = tap(tap([], 'pipped', 1), 'pipped', 1)
    expect(tap(two, 'pipped', 1, { most: 2 })).toBe(two)
    expect(tap([], 'out', -1)).toEqual([])
    const told = { pipped: 2, out: 1 }
    expect(tap(two, 'pipped', -1, { told })).toBe(two)
  })

  it('counts on from what was told egg by egg', () => {
    const told = { pipped: 3, out: 1 }
    const counted = tap([], 'out', 1, { told })
    expect(soFar(counted, told)).toBe('3/2')
    expect(soFar(counted)).toBe('3/2')
  })

  it('adds up what two tablets counted apart, and what was told on both counts once', () => {
    const told = { pipped: 5, out: 2 }
    const both = tap([], 'pipped', 1, { told })
    const north = tap(tap(both, 'pipped', 1, { told }), 'pipped', 1, { told })
    const south = tap(both, 'out', 1, { told })
    const together = [...new Map([...north, ...south].map((one) => [one.id, one])).values()]
    expect([soFar(north), soFar(south), soFar(together)]).toEqual(['8/2', '6/3', '8/3'])
    // Each begins to count by itself what both were told.
    const [here, there] = [tap([], 'pipped', 1, { told }), tap([], 'pipped', 1, { told })]
    const either = [...new Map([...here, ...there].map((one) => [one.id, one])).values()]
    expect(soFar(either, told)).toBe('7/2')
  })
})
