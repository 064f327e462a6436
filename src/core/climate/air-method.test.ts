import { describe, expect, it } from 'vitest'
import { SPECIES_NAMES } from '../species/species.ts'
import { AIR_METHODS, airWanted, lossAgainstBand, sayBand, USUAL_AIR, type AirHabit } from './air-method.ts'
import { climateBand } from './band.ts'

const habit = (changes: Partial<AirHabit>): AirHabit => ({ ...USUAL_AIR, ...changes })

describe('a habit for the air', () => {
  it('names the figures that its school has, until lockdown and from it on', () => {
    // Written down by hand from the table of habits, for a hen’s egg.
    const figures = {
      usual: ['45–55', '65–75'],
      dry: ['25–40', '65–75'],
      moist: ['60–65', '60–65'],
      'thin-shells': ['67–73', '65–75'],
      'by-loss': ['25–75', '65–75'],
      unmeasured: ['25–75', '25–75'],
    }
    for (const [method, said] of Object.entries(figures)) {
      const { until, from } = airWanted(habit({ method: method as AirHabit['method'] }), 'chicken')
      expect([sayBand(until), sayBand(from)], method).toEqual(said)
    }
    expect(sayBand(airWanted(USUAL_AIR, 'duck').from)).toBe('70–80')
  })

  it('asks for no figure where nobody measures', () => {
    const measured = AIR_METHODS.filter((method) => airWanted(habit({ method }), 'duck').isMeasured)
    expect(AIR_METHODS.filter((method) => !measured.includes(method))).toEqual(['unmeasured'])
  })

  it('takes one’s own figures only where they are asked for', () => {
    const own = { until: { low: 33, high: 38 }, from: { low: 58, high: 58 } }
    for (const method of AIR_METHODS) {
      const wanted = airWanted(habit({ method, own }), 'quail')
      expect(wanted.until.low === 33, method).toBe(method === 'own' || method === 'maker')
    }
    expect(sayBand(own.from)).toBe('58')
  })

  it('is a band of what can be run, for every bird', () => {
    for (const species of SPECIES_NAMES)
      for (const method of AIR_METHODS) {
        const { until, from } = airWanted(habit({ method }), species)
        for (const { low, high } of [until, from]) {
          expect(low).toBeLessThanOrEqual(high)
          expect(low).toBeGreaterThanOrEqual(25)
          expect(high).toBeLessThanOrEqual(80)
        }
      }
  })
})

describe('an incubator of one habit', () => {
  const cooler = airWanted(habit({ lockdownCoolerC: 0.5 }), 'chicken')
  it('is cooler once all that lies in it is in lockdown, and no sooner', () => {
    const band = (...locked: boolean[]) =>
      climateBand(
        locked.map((lockedDown) => ({ wanted: cooler, lockedDown })),
        'forced',
      ).celsius
    expect(band(false).low).toBeCloseTo(37.1)
    expect(band(true).low).toBeCloseTo(36.6)
    expect(band(true).high).toBeCloseTo(37.4)
    expect(band(true, false).low).toBeCloseTo(37.1)
    expect(band().low).toBeCloseTo(37.1)
  })
  it('cools by the least that its sets bear, and what harms eggs stays where it was', () => {
    const usual = airWanted(USUAL_AIR, 'chicken')
    const both = climateBand(
      [
        { wanted: cooler, lockedDown: true },
        { wanted: usual, lockedDown: true },
      ],
      'still',
    )
    expect(both.celsius.low).toBeCloseTo(37.7)
    expect(climateBand([{ wanted: cooler, lockedDown: true }], 'still').aboveEggsC).toBeCloseTo(0.6)
  })
})

it('is contradicted by a loss that asks for what lies outside of it', () => {
  const band = { low: 45, high: 55 }
  expect([44, 45, 50, 55, 56].map((rh) => lossAgainstBand(rh, band))).toEqual([
    'drier',
    null,
    null,
    null,
    'moister',
  ])
})
