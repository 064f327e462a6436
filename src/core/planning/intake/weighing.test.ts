import { describe, expect, it } from 'vitest'
import { startWeighing, tared, weighingAfter, type PanReading, type Weighing } from './weighing.ts'

const still = (grams: number): PanReading => ({ grams, stable: true })
const moving = (grams: number): PanReading => ({ grams, stable: false })

/** Weights that became known along these readings, for eggs of about 60 g. */
function taken(readings: readonly PanReading[], from: Weighing = startWeighing()): number[] {
  let state = from
  return readings.flatMap((reading) => {
    const after = weighingAfter(state, reading, 60)
    state = after.state
    return after.taken === null ? [] : [Number(after.taken.toFixed(2))]
  })
}

describe('weighing', () => {
  it('takes an egg once three readings at rest agree, and the next one after the pan was empty', () => {
    const first = [
      still(0),
      moving(31),
      moving(62),
      still(58.1),
      still(58),
      still(58.2),
      still(58.1),
      still(58),
    ]
    expect(taken([...first, still(0.1), still(61), still(61), still(61)])).toEqual([58.1, 61])
  })
  it('takes nothing while the balance moves or readings wander', () => {
    expect(taken([moving(58), moving(58), moving(58), moving(58)])).toEqual([])
    expect(taken([still(57), still(58), still(59), still(60)])).toEqual([])
    expect(taken([still(58), still(58), moving(58), still(58), still(58)])).toEqual([])
  })
  it('takes no finger for an egg', () => expect(taken([still(12), still(12), still(12)])).toEqual([]))
  it('takes off the tare', () => {
    const cup = tared(still(20))
    expect(taken([still(20), still(78), still(78), still(78)], cup)).toEqual([58])
  })
  it('keeps a taken egg taken, also when it is nudged', () => {
    expect(taken([still(58), still(58), still(58), moving(70), still(58), still(58), still(58)])).toEqual([
      58,
    ])
  })
})
