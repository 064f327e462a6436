import { describe, expect, it } from 'vitest'
import { hatchResults, phaseOf, type EggEnd, type Fate } from './results.ts'

const fates = (counts: Partial<Record<Fate, number>>): EggEnd[] =>
  Object.entries(counts).flatMap(([fate, count]) =>
    Array<EggEnd>(count).fill({
      fate: fate as Fate,
      calledClear: fate === 'infertile' || fate === 'candled-out-clear',
    }),
  )

describe('the results of a set', () => {
  it('that was opened to the last egg', () => {
    // 24 set: 3 infertile, so 21 fertile (87.5 %); 15 hatched: 62.5 % of the set, 71.4 % of the fertile.
    const results = hatchResults(
      fates({ hatched: 15, infertile: 3, early: 2, middle: 1, late: 2, pipped: 1 }),
    )
    expect(results.fertility.true).toMatchObject({ count: 21, of: 24 })
    expect(results.fertility.apparent).toMatchObject({ count: 21, of: 24 })
    expect(results.hatchOfSet).toMatchObject({ count: 15, of: 24 })
    expect(results.hatchOfFertile).toMatchObject({ count: 15, of: 21 })
    expect(results.losses.early).toMatchObject({ count: 2, of: 21 })
    expect(results.losses.pipped).toMatchObject({ count: 1, of: 21 })
    expect(results.open).toBe(0)
  })
  it('whose clears nobody opened knows its fertility only as it looked', () => {
    const results = hatchResults(fates({ hatched: 8, 'candled-out-clear': 3, 'candled-out-dead': 1 }))
    expect(results.fertility.apparent).toMatchObject({ count: 9, of: 12 })
    expect(results.fertility.true).toBeNull()
    expect(results.hatchOfFertile).toMatchObject({ count: 8, of: 9 })
  })
  it('leaves what was lost to handling or passed on out of every rate, and counts it', () => {
    // Thirty set; two dropped, three sold: 25 count. Four infertile, so 21 fertile; 18 hatched.
    const results = hatchResults(fates({ hatched: 18, infertile: 4, late: 3, handling: 2, 'passed-on': 3 }))
    expect([results.set, results.rated]).toEqual([30, 25])
    expect(results.fertility.true).toMatchObject({ count: 21, of: 25 })
    expect(results.hatchOfSet).toMatchObject({ count: 18, of: 25 })
    expect(results.hatchOfFertile).toMatchObject({ count: 18, of: 21 })
    expect(Object.values(results.counts).reduce((a, b) => a + b)).toBe(30)
  })
  it('of an egg that rotted unopened: lost of the set, of the fertile unless it was called clear', () => {
    const rotten = (calledClear: boolean) =>
      hatchResults([...fates({ hatched: 6, late: 1 }), { fate: 'rotten', calledClear }])
    expect(rotten(false).fertility).toMatchObject({ apparent: { count: 8, of: 8 }, true: null })
    expect(rotten(false).hatchOfSet).toMatchObject({ count: 6, of: 8 })
    expect(rotten(false).hatchOfFertile).toMatchObject({ count: 6, of: 8 })
    expect(rotten(true).fertility.apparent).toMatchObject({ count: 7, of: 8 })
    expect(rotten(true).hatchOfFertile).toMatchObject({ count: 6, of: 7 })
  })
  it('that is not over says so, and takes nothing for lost', () => {
    const results = hatchResults(fates({ hatched: 2, unknown: 10 }))
    expect(results.open).toBe(10)
    expect(results.fertility.true).toBeNull()
    expect(results.losses.late).toMatchObject({ count: 0 })
  })
  it('by candling stay as the candler called them, whatever is found afterwards', () => {
    // Forty set, eight called clear and opened: four of those had died early.
    const results = hatchResults([
      ...fates({ hatched: 28, late: 4, infertile: 4 }),
      ...Array<EggEnd>(4).fill({ fate: 'early', calledClear: true }),
    ])
    expect(results.fertility.apparent).toMatchObject({ count: 32, of: 40 })
    expect(results.fertility.true).toMatchObject({ count: 36, of: 40 })
    expect(results.hatchOfFertile).toMatchObject({ count: 28, of: 36 })
  })
  it('count a candled ring as an early death, and what was taken out living apart', () => {
    const results = hatchResults(fates({ hatched: 16, 'candled-out-ring': 4, 'living-removed': 2 }))
    expect(results.losses.early).toMatchObject({ count: 4, of: 20 })
    expect(results.hatchOfFertile).toMatchObject({ count: 16, of: 20 })
    expect(results.counts['living-removed']).toBe(2)
  })
  it('of no eggs are none', () => {
    const { hatchOfSet, fertility } = hatchResults([])
    expect([hatchOfSet, fertility.apparent]).toEqual([null, null])
  })
})

describe('when an embryo died', () => {
  it.each([
    [3, 21, 'early'],
    [7, 21, 'early'],
    [8, 21, 'middle'],
    [14.5, 21, 'late'],
    // Of a duck’s 28 days the first third ends with 9.3.
    [9, 28, 'early'],
    [19, 28, 'late'],
  ])('on day %f of %f: %s', (day, of, phase) => expect(phaseOf(day, of)).toBe(phase))
})
