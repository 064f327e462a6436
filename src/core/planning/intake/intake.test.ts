import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { SPECIES, SPECIES_NAMES } from '../../species/species.ts'
import { eggVolumeCm3, freshMassG, isPossible, sizeFaults } from './egg-figures.ts'
import { parseGaugeLine } from './gauge-reading.ts'
import { expectedHatch, relativeHatchability } from './hatchability.ts'
import { saySettingReason } from '../../../words/setting-reasons.ts'
import { adviseSetting, type EggInHand } from './setting-advice.ts'

const egg = (id: string, changes: Partial<EggInHand> = {}): EggInHand => ({
  id,
  species: 'chicken',
  laidOn: '2026-04-01',
  posted: false,
  crack: 'none',
  waxed: false,
  ...changes,
})

it('a figure that no egg of the bird has is told from one that is only unusual', () => {
  // A usual hen's egg has 57.8 g and 57 × 43 mm.
  for (const grams of [30, 58, 95, 110]) expect(isPossible('chicken', 'weightG', grams)).toBe(true)
  for (const grams of [2.05, 5.8, 20, 580]) expect(isPossible('chicken', 'weightG', grams)).toBe(false)
  expect(isPossible('quail', 'weightG', 58)).toBe(false)
  expect(isPossible('chicken', 'lengthMm', 5.2)).toBe(false)
  expect(isPossible('chicken', 'lengthMm', 63)).toBe(true)
})

describe('figures of an egg', () => {
  it('volume and fresh mass of a hen’s egg, by Hoyt’s formulas', () => {
    const size = { lengthMm: 57, breadthMm: 43 }
    expect(eggVolumeCm3(size)).toBeCloseTo(53.75, 2)
    expect(freshMassG(size)).toBeCloseTo(57.76, 2)
  })

  it('every species’ own egg is normal; long, round, small and large ones are not', () => {
    for (const species of SPECIES_NAMES) expect(sizeFaults(species, { size: SPECIES[species] })).toEqual([])
    expect(sizeFaults('chicken', { size: { lengthMm: 66, breadthMm: 42 } })).toEqual(['long'])
    expect(sizeFaults('chicken', { size: { lengthMm: 50, breadthMm: 44 } })).toEqual(['round'])
    expect(sizeFaults('chicken', { weightG: 35 })).toEqual(['small'])
    expect(sizeFaults('chicken', { weightG: 90 })).toEqual(['large'])
  })
})

describe('expected hatch', () => {
  it('holds for a week, then falls, ever faster, never below nothing', () => {
    expect([0, 7, 10, 14, 60].map(relativeHatchability)).toEqual([1, 1, 0.94, expect.closeTo(0.78), 0])
    expect(() => relativeHatchability(-1)).toThrow(RangeError)
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 80 }), (days) => {
        expect(relativeHatchability(days + 1)).toBeLessThanOrEqual(relativeHatchability(days))
      }),
    )
  })
  it('is lower for posted eggs', () => {
    expect(expectedHatch({ storageDays: 3, posted: true })).toBeLessThan(
      expectedHatch({ storageDays: 3, posted: false }),
    )
  })
})

describe('which eggs to set', () => {
  const basket = [
    egg('fresh'),
    egg('older', { laidOn: '2026-03-27' }),
    egg('stale', { laidOn: '2026-03-03' }),
    egg('leaking', { crack: 'leaking' }),
    egg('hairline', { crack: 'hairline' }),
    egg('waxed', { crack: 'hairline', waxed: true }),
    egg('unknown', { laidOn: null }),
    egg('tomorrow', { laidOn: '2026-04-09' }),
    egg('long', { size: { lengthMm: 68, breadthMm: 42 } }),
  ]
  const advice = (places: number) => adviseSetting(basket, { places, setOn: '2026-04-05' })

  it('leaves the unfit out whatever the room, and says why', () => {
    const out = advice(99).filter((item) => !item.set)
    expect(out.map((item) => item.id)).toEqual(['stale', 'leaking', 'hairline', 'tomorrow'])
    expect(out.flatMap((item) => item.reasons.map(saySettingReason))).toEqual([
      expect.stringContaining('33 days old'),
      expect.stringContaining('leaks'),
      expect.stringContaining('hairline crack'),
      expect.stringContaining('check the date'),
    ])
  })

  it('sets the freshest and soundest first when places are few', () => {
    expect(
      advice(1)
        .filter((item) => item.set)
        .map((item) => item.id),
    ).toEqual(['fresh'])
    expect(
      advice(3)
        .filter((item) => item.set)
        .map((item) => item.id),
    ).toEqual(['fresh', 'older', 'unknown'])
    expect(
      advice(1)
        .find((item) => item.id === 'waxed')!
        .reasons.map(({ code }) => code),
    ).toEqual(['hairline-waxed', 'no-place'])
  })

  it('never sets more than there are places, nor one egg fewer than it could', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 20 }), (places) => {
        expect(advice(places).filter((item) => item.set)).toHaveLength(Math.min(places, 5))
      }),
    )
  })
})

describe('lines from scale and calliper', () => {
  it.each([
    ['ST,GS,+  58.42 g', { value: 58.42, quantity: 'mass', stable: true }],
    ['US,GS,+  58,4 g', { value: 58.4, quantity: 'mass', stable: false }],
    ['43.12mm', { value: 43.12, quantity: 'length', stable: true }],
    ['1.698 in', { value: 1.698 * 25.4, quantity: 'length', stable: true }],
    ['  57.9', { value: 57.9, quantity: 'mass', stable: true }],
    ['-0.02 g', { value: -0.02, quantity: 'mass', stable: true }],
    ['2.05 oz', { value: expect.closeTo(58.117, 2), quantity: 'mass', stable: true }],
    ['Err', null],
    // 1.97 × 25.4 = 50.038; 0.97 × 25.4 = 24.638; 0.129 × 453.59237 = 58.513.
    ['1.97"', { value: expect.closeTo(50.038, 3), quantity: 'length', stable: true }],
    ['1.97 inches', { value: expect.closeTo(50.038, 3), quantity: 'length', stable: true }],
    ['.97 in', { value: expect.closeTo(24.638, 3), quantity: 'length', stable: true }],
    ['5.2 cm', { value: 52, quantity: 'length', stable: true }],
    ['0.058 kg', { value: 58, quantity: 'mass', stable: true }],
    ['0.129 lb', { value: expect.closeTo(58.513, 3), quantity: 'mass', stable: true }],
    ['2.05 ounces', { value: expect.closeTo(58.117, 2), quantity: 'mass', stable: true }],
    ['0 lb 2.05 oz', { value: expect.closeTo(58.117, 2), quantity: 'mass', stable: true }],
    ['1,058.4 g', { value: 1058.4, quantity: 'mass', stable: true }],
    ['1.058,4 g', { value: 1058.4, quantity: 'mass', stable: true }],
    ['1,058 g', { value: 1058, quantity: 'mass', stable: true }],
    ['58,432 g', { value: 58.432, quantity: 'mass', stable: true }],
    ['12:30:05 58.4 g', { value: 58.4, quantity: 'mass', stable: true }],
    ['2026-03-01 12:30 58.4 g', { value: 58.4, quantity: 'mass', stable: true }],
    ['S S      58.4 g', { value: 58.4, quantity: 'mass', stable: true }],
    ['292.0 ct', null],
    ['58.4 61.2', null],
    ['1.2.3 g', null],
  ])('“%s”', (line, expected) => {
    expect(parseGaugeLine(line, 'g')).toEqual(expected)
  })
})
