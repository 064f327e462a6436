import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { createRandom } from '../random/random.ts'
import { diagonal, formByHand, formReadingOf, type FormReading } from './form-reading.ts'
import { findStrangers, type KnownEgg } from './same-egg.ts'

const SHARP = diagonal([0.003, 0.004, 0.006])
const plain = (form: FormReading['form']): FormReading => ({ form, covariance: SHARP, trust: 'plain' })
/** Forms far enough from each other to be told apart. */
const ROUND = [-0.22, 0.1, -0.02] as const
const LONG = [-0.36, 0.17, -0.05] as const
const MIDDLE = [-0.29, 0.13, 0.02] as const
const egg = (id: string, now: FormReading['form'], ...before: Array<FormReading['form']>): KnownEgg => ({
  id,
  now: plain(now),
  before: before.map(plain),
})

describe('whether a look shows the same egg', () => {
  it('says nothing where every egg looks like itself', () => {
    expect(findStrangers([egg('a', ROUND, ROUND), egg('b', LONG, LONG, LONG)])).toEqual([])
  })

  it('names two that changed places, at the first look after it', () => {
    const found = findStrangers([egg('a', LONG, ROUND), egg('b', ROUND, LONG), egg('c', MIDDLE, MIDDLE)])
    expect(found.map(({ id, exchangedWith }) => [id, exchangedWith])).toEqual([
      ['a', 'b'],
      ['b', 'a'],
    ])
    expect(found[0]!.logOdds).toBeGreaterThan(4)
  })

  it('names an egg from elsewhere once two looks before agree that it is another', () => {
    expect(findStrangers([egg('a', LONG, ROUND)])).toEqual([])
    expect(findStrangers([egg('a', LONG, ROUND, LONG)])).toEqual([])
    expect(findStrangers([egg('a', LONG, ROUND, ROUND)])).toMatchObject([{ id: 'a', exchangedWith: null }])
  })

  it('says nothing on doubtful outlines, nor where the edge was hidden', () => {
    const doubtful = (form: FormReading['form']): FormReading => ({ ...plain(form), trust: 'doubtful' })
    const hidden = (form: FormReading['form']): FormReading => ({
      ...plain(form),
      covariance: diagonal([0.045, 0.1, 0.05]),
    })
    for (const seen of [doubtful, hidden])
      expect(findStrangers([{ id: 'a', now: seen(LONG), before: [seen(ROUND), seen(ROUND)] }])).toEqual([])
  })

  it('asks for more among many eggs, of which some pair always fits by chance', () => {
    const random = createRandom('a large set')
    const many = Array.from({ length: 60 }, (_, i) => {
      const form = [
        random.normal(-0.28, 0.04),
        random.normal(0.12, 0.03),
        random.normal(-0.02, 0.03),
      ] as const
      const seen = (): FormReading['form'] => [
        form[0] + random.normal(0, 0.005),
        form[1] + random.normal(0, 0.007),
        form[2] + random.normal(0, 0.011),
      ]
      return egg(String(i), seen(), seen(), seen())
    })
    expect(findStrangers(many)).toEqual([])
  })

  it('does not depend on the order of the eggs', () => {
    const form = fc.tuple(
      fc.double({ min: -0.4, max: -0.2, noNaN: true }),
      fc.double({ min: 0.05, max: 0.2, noNaN: true }),
      fc.double({ min: -0.1, max: 0.05, noNaN: true }),
    )
    fc.assert(
      fc.property(fc.array(fc.tuple(form, form), { minLength: 2, maxLength: 6 }), (forms) => {
        const eggs = forms.map(([now, before], i) => egg(String(i), now, before))
        const key = (list: readonly KnownEgg[]): string[] =>
          findStrangers(list)
            .map(({ id, logOdds }) => `${id} ${logOdds.toFixed(6)}`)
            .sort()
        expect(key(eggs.toReversed())).toEqual(key(eggs))
      }),
    )
  })
})

describe('what a look says of the form', () => {
  const seen = {
    outline: {
      centre: { x: 0, y: 0 },
      axisRad: 0,
      halfLengthPx: 100,
      halfBreadthPx: 76,
      taper: 0.12,
      bulge: 0,
    },
    formCovariance: SHARP,
    edgeSeenShare: 0.95,
    bluntEndProbability: 1,
    reasons: [],
  }

  it('trusts a plain outline, and less what may be led astray', () => {
    const trust = (changes: object): string => formReadingOf({ ...seen, ...changes })!.trust
    expect(trust({})).toBe('plain')
    expect(trust({ edgeSeenShare: 0.7 })).toBe('ordinary')
    expect(trust({ edgeSeenShare: 0.5 })).toBe('doubtful')
    expect(trust({ bluntEndProbability: 0.6 })).toBe('doubtful')
    expect(trust({ reasons: ['blurred'] })).toBe('doubtful')
    expect(trust({ outline: { ...seen.outline, bulge: 0.1 } })).toBe('doubtful')
  })

  it('lends looks of earlier versions a usual uncertainty, where they saw the egg well', () => {
    expect(formReadingOf({ ...seen, formCovariance: null })!.covariance[0]).toBeCloseTo(0.004 ** 2, 12)
    expect(formReadingOf({ ...seen, formCovariance: null, edgeSeenShare: 0.8 })).toBeNull()
    expect(formByHand(seen.outline).form[0]).toBeCloseTo(Math.log(0.76), 12)
  })
})
