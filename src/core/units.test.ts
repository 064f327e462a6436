import fc from 'fast-check'
import { expect, it } from 'vitest'
import { fromShown, sayQuantity, UNIT_SYSTEMS } from './units.ts'

it.each([
  ['metric', 'mass', 57.76, '57.8 g'],
  ['imperial', 'mass', 57.76, '2.04 oz'],
  ['imperial', 'length', 57, '2.24 in'],
  ['metric', 'temperature', 37.5, '37.5 °C'],
  ['imperial', 'altitude', 300, '984 ft'],
  ['imperial', 'scale-step', 0.1, '0.0035 oz'],
  ['imperial', 'temperature', 37.5, '99.5 °F'],
  ['imperial', 'temperature', 38.1, '100.6 °F'],
] as const)('%s %s of %d is %s', (system, quantity, value, said) =>
  expect(sayQuantity(system, quantity, value)).toBe(said),
)

it('what was typed comes back as it was', () => {
  fc.assert(
    fc.property(fc.constantFrom(...UNIT_SYSTEMS), fc.integer({ min: 1, max: 9999 }), (system, tenths) => {
      const shown = tenths / 10
      expect(Number(sayQuantity(system, 'mass', fromShown(system, 'mass', shown)).split(' ')[0])).toBeCloseTo(
        shown,
        6,
      )
    }),
  )
})
