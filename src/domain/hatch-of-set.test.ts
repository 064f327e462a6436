import { describe, expect, it } from 'vitest'
import { newEgg, type EggState } from '../contracts/egg-record.ts'
import { hatchOfSet } from './hatch-of-set.ts'

const at = (hour: number): string => new Date(Date.UTC(2026, 4, 1, hour)).toISOString()
const ms = (hour: number): number => Date.parse(at(hour))
const eggs = (...states: Array<Partial<EggState>>) =>
  states.map((state, i) => newEgg({ id: `e${i}`, setId: 's', number: i + 1, ...state }))
const out = (hour: number): Partial<EggState> => ({ outcome: { at: at(hour), found: 'hatched' } })

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
      { at: at(2), pipped: 2, out: 0 },
      { at: at(5), pipped: 4, out: 1 },
      { at: at(6), pipped: 3, out: 1 },
      { at: at(8), pipped: 5, out: 2 },
    ]
    expect(hatchOfSet({ counted }, eggs({}, {}, {}, {}, {}, {}, {}))).toEqual({
      outMs: [ms(5), ms(8)],
      pippedMs: [ms(5), ms(8), ms(8)],
      waiting: 2,
      unnamed: 2,
    })
  })
  it('first counted and then told: nothing is counted twice', () => {
    const counted = [{ at: at(2), pipped: 3, out: 2 }]
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
