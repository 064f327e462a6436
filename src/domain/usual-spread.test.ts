import { describe, expect, it } from 'vitest'
import { HOUR_MS, DAY_MS } from '../core/time/durations.ts'
import { newEgg } from '../contracts/records/egg-state.ts'
import { type Egg } from '../contracts/records/egg-state.ts'
import { sampleRecords } from '../contracts/records/sample-records.ts'
import { usualSpreadHours } from './usual-spread.ts'

const { sets } = sampleRecords()
const set = { ...sets[0]!, species: 'chicken' as const, trays: sets[0]!.trays.slice(0, 1) }
const zone = 'UTC'
const setMs = Date.parse(set.setAt)
const laidBefore = (days: number): string => new Date(setMs - days * DAY_MS).toISOString().slice(0, 10)
const eggs = (storage: readonly number[]): Egg[] =>
  storage.map((days, i) => newEgg({ id: `e${i}`, setId: set.id, number: i + 1, laidOn: laidBefore(days) }))
/** A set before it whose chicks came so many hours apart. */
const past = (id: string, hours: readonly number[]) => ({
  set: { ...set, id },
  eggs: hours.map((hour, i) =>
    newEgg({
      id: `${id}${i}`,
      setId: id,
      number: i + 1,
      outcome: { at: new Date(setMs + hour * HOUR_MS).toISOString(), found: 'hatched' as const },
    }),
  ),
})
const spread = (own: readonly Egg[], before: ReadonlyArray<ReturnType<typeof past>> = []) =>
  usualSpreadHours(set, {
    sets: [set, ...before.map((one) => one.set)],
    eggsBySet: new Map([[set.id, own], ...before.map((one) => [one.set.id, one.eggs] as const)]),
    zone,
  })

describe('the spread of a hatch', () => {
  it('is nine hours for fresh hens’ eggs on one shelf', () => {
    expect(spread(eggs([2, 3, 4, 5]))).toBeCloseTo(9)
  })
  it('is more where half of the eggs waited long: delays of 0 and 13 h, 7.5 h apart from their mean', () => {
    // Standard deviation of 0, 0, 13, 13 with n − 1: √(4 × 6.5² ÷ 3) = 7.506; √(9² + 7.506²) = 11.72.
    expect(spread(eggs([3, 3, 20, 20]))).toBeCloseTo(11.72, 2)
  })
  it('is learnt from hatches of the place', () => {
    // Of 0, 12, 24, 36, 48, 60 h: 22.45 h; with nine hours counting as two hatches (9² × 22.45)^⅓ = 12.2.
    const wide = past('p', [0, 12, 24, 36, 48, 60])
    expect(spread(eggs([3, 3]), [wide])).toBeCloseTo(12.21, 1)
    expect(spread(eggs([3, 3]), [past('few', [0, 48])])).toBeCloseTo(9)
  })
})
