import { describe, expect, it } from 'vitest'
import type { LampCheck } from '../contracts/records/lamp-check.ts'
import { lampCheckSchema } from '../contracts/records/lamp-check.ts'
import { sampleRecords } from '../contracts/records/sample-records.ts'
import { checkFor, isFirstOfEvening, worseLight } from './lamp-tonight.ts'

const [look] = sampleRecords().looks
const CHECK: LampCheck = {
  id: 'a',
  at: '2026-03-01T20:00:00.000Z',
  species: 'chicken',
  shell: 'brown',
  light: {
    emptyRed: 0.2,
    brightRed: 0.7,
    colour: [0.1, 0.03],
    grain: 0.03,
    burntShare: 0,
    glare: 0.01,
    fallOff: 0.3,
    blur: 0.004,
    room: 0,
    lamp: 'blunt',
  },
  days: { body: 5, ring: 6, cell: 3 },
  limits: [],
  change: null,
  stops: 0.2,
}
const LIGHT = { medianRed: 0.2, emptyRed: 0.2, relativeNoise: 0.03, clippedShare: 0, lamp: 'blunt' } as const

describe('tonight’s light against the lamp check', () => {
  it('is kept in a form that is read again', () => {
    expect(lampCheckSchema.parse(CHECK)).toEqual(CHECK)
  })

  it('says nothing of as good a light, nor of darker contents in it', () => {
    expect(worseLight(LIGHT, CHECK)).toBeNull()
    // A quarter of the light through an embryo has twice the noise of shot noise.
    expect(worseLight({ ...LIGHT, medianRed: 0.05, relativeNoise: 0.06 }, CHECK)).toBeNull()
  })

  it('says how many times weaker or noisier it is', () => {
    expect(
      worseLight({ ...LIGHT, emptyRed: 0.05, medianRed: 0.05, relativeNoise: 0.06 }, CHECK),
    ).toMatchObject({
      kind: 'light',
      times: expect.closeTo(4, 6) as number,
    })
    expect(worseLight({ ...LIGHT, relativeNoise: 0.12 }, CHECK)).toMatchObject({
      kind: 'noise',
      times: expect.closeTo(4, 6) as number,
    })
  })

  it('goes by the newest check of the shell, of the species where there is one', () => {
    const duck: LampCheck = { ...CHECK, id: 'b', species: 'duck', at: '2026-03-05T20:00:00.000Z' }
    const newer: LampCheck = { ...CHECK, id: 'c', at: '2026-03-03T20:00:00.000Z' }
    const lampChecks = [duck, newer, CHECK]
    expect(checkFor({ lampChecks }, { species: 'chicken', shell: 'brown' })?.id).toBe('c')
    expect(checkFor({ lampChecks }, { species: 'goose', shell: 'brown' })?.id).toBe('b')
    expect(checkFor({ lampChecks }, { species: 'goose', shell: 'white' })).toBeNull()
  })

  it('is said at an evening’s first egg alone', () => {
    const other = (minutes: number) => ({
      ...look!,
      eggId: 'other',
      takenAt: new Date(Date.parse(look!.takenAt) + minutes * 60_000).toISOString(),
    })
    expect(isFirstOfEvening(look!, [look!, other(5), other(-3 * 24 * 60)])).toBe(true)
    expect(isFirstOfEvening(look!, [look!, other(-5)])).toBe(false)
  })
})
