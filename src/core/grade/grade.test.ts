import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { learnFrom } from './learn.ts'
import type { EggReading } from '../measure/reading.ts'
import { livingShadow, livingVessels, usualCellDepth } from './expected.ts'
import { gradeEgg } from './grade.ts'
import { sampleSigns } from './sample-signs.ts'
import { sayReason } from '../../words/reasons.ts'
import { actionForOwnGrade, decideAction, type PolicyInput } from './policy.ts'
import { GRADING_MODEL } from './grading-model.ts'
import { GRADES, perGrade, type Grade, type SuggestedGrade } from '../grade-names.ts'
import { ACTIONS, POLICIES } from './types.ts'

interface Signs {
  shadow?: number
  net?: number
  ring?: number
  emptyRed?: number
  noise?: number
  clipped?: number
  spots?: number
}

/** A reading with just these signs. */
function reading({
  shadow = 0,
  net = 0,
  ring = 0.01,
  emptyRed = 0.3,
  noise = 0.02,
  clipped = 0,
  spots = 0,
}: Signs): EggReading {
  const at = { x: 0, y: 0 }
  return {
    outline: { centre: at, axisRad: 0, halfLengthPx: 100, halfBreadthPx: 75, taper: 0.13, bulge: 0 },
    polygon: [at, at, at],
    bluntPole: at,
    smallPole: at,
    lengthPx: 200,
    breadthPx: 150,
    bluntEndProbability: 1,
    edgeSeenShare: 1,
    formCovariance: null,
    airCell: null,
    shadow: { area: { value: shadow, sd: 0.01 + 0.05 * shadow }, darkness: 1, edgeSlope: 0.1, contours: [] },
    vessels: { coverage: { value: net / 20, sd: 0.02 }, netLength: net },
    ring: {
      score: { value: ring, sd: 0.02 },
      visibleShare: ring,
      support: ring,
      shareOfLines: ring,
      points: [],
    },
    crack: { score: 0, points: [] },
    light: { medianRed: emptyRed, emptyRed, relativeNoise: noise, clippedShare: clipped, lamp: 'blunt' },
    ...sampleSigns({ shadow, net, ring }),
    networkLogits: null,
    spotCount: spots,
    litShare: 1 - shadow,
    reasons: [],
  }
}
const day10 = { species: 'chicken', ageDays: 10, shell: 'white' } as const

describe('signs of life the model may overlook', () => {
  const ring = { ring: 0.999, net: 0.2 }
  const verdict = (egg: EggReading) => gradeEgg(egg, { ...day10, policy: 'first-sight' })

  it('light more uneven than any shell’s keeps an egg in', () => {
    const even = reading(ring)
    expect(verdict(even).action).toBe('remove')
    expect(verdict({ ...even, signs: { ...even.signs!, unevenness: 0.28 } }).action).toBe('recheck')
  })

  it.each([
    ['movement in a film', { moving: true, heartbeat: null }],
    ['a heartbeat', { moving: false, heartbeat: { hz: 3.6, signalToNoise: 14, found: true } }],
  ])('so does %s, however certain the rest, and it is the first reason', (_, life) => {
    const filmed = gradeEgg(reading(ring), {
      ...day10,
      policy: 'first-sight',
      film: { seconds: 5, significance: 9, ...life },
    })
    expect(filmed.action).not.toBe('remove')
    expect(filmed.probabilities.developing).toBeGreaterThan(verdict(reading(ring)).probabilities.developing)
    expect(sayReason(filmed.reasons[0]!)).toMatch(/movement inside|heartbeat/i)
  })

  it('a film in which nothing moved says nothing: embryos rest', () => {
    const film = {
      seconds: 9,
      significance: 0.4,
      moving: false,
      heartbeat: { hz: 3, signalToNoise: 1.2, found: false },
    }
    expect(gradeEgg(reading(ring), { ...day10, policy: 'first-sight', film })).toEqual(verdict(reading(ring)))
  })

  it('so does a shell that may still hide life at this age', () => {
    expect(
      gradeEgg(reading(ring), { ...day10, ageDays: 5, shell: 'dark', policy: 'first-sight' }).action,
    ).not.toBe('remove')
    expect(
      gradeEgg(reading(ring), { ...day10, ageDays: 5, shell: 'white', policy: 'first-sight' }).readable,
    ).toBe(true)
  })

  it('in a set of several shells what may be hidden goes by the darkest', () => {
    const day6 = { ...day10, ageDays: 6, shell: 'white', policy: 'first-sight' } as const
    expect(gradeEgg(reading(ring), day6).action).toBe('remove')
    expect(gradeEgg(reading(ring), { ...day6, shellsOfSet: ['white', 'dark'] }).action).toBe('recheck')
  })

  it('what opened eggs taught never takes an egg out that stayed in without it', () => {
    const even = perGrade(() => 0)
    const learnt = learnFrom(
      Array.from({ length: 80 }, () => ({
        truth: 'clear' as const,
        bySource: { shadow: even, vessels: even, ring: even, network: even },
        rest: even,
      })),
    )
    for (const shadow of [0, 0.05, 0.1, 0.2]) {
      const egg = reading({ shadow, net: 0.5 })
      expect(gradeEgg(egg, { ...day10, learnt }).probabilities.developing).toBeGreaterThanOrEqual(
        gradeEgg(egg, day10).probabilities.developing - 1e-9,
      )
    }
  })

  it('mates that are behind their calendar excuse an egg that is', () => {
    const behind = reading({ shadow: livingShadow(0.42).middle, net: 2 })
    const mates = Array.from({ length: 20 }, () => livingShadow(0.42).middle)
    const [alone, among] = [gradeEgg(behind, day10), gradeEgg(behind, { ...day10, livingMates: mates })]
    expect(among.probabilities.developing).toBeGreaterThan(alone.probabilities.developing)
  })
})

describe('expected figures', () => {
  it('follow the usual candling figures', () => {
    expect(livingShadow(7 / 21).middle).toBeLessThan(0.15)
    expect(livingShadow(10 / 21).middle).toBeGreaterThan(0.28)
    expect(livingShadow(10 / 21).middle).toBeLessThan(0.5)
    expect(livingShadow(14 / 21).middle).toBeGreaterThan(0.6)
    expect(livingShadow(18 / 21).middle).toBeGreaterThan(0.9)
  })

  it('grow with age, the band around its middle', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.1, max: 0.9, noNaN: true }), (stage) => {
        const band = livingShadow(stage)
        expect(band.low).toBeLessThan(band.middle)
        expect(band.middle).toBeLessThan(band.high)
        expect(livingShadow(stage + 0.05).middle).toBeGreaterThan(band.middle)
        expect(usualCellDepth(stage + 0.05).middle).toBeGreaterThan(usualCellDepth(stage).middle)
        expect(livingVessels(stage)).toBeGreaterThan(0)
      }),
    )
  })
})

describe('gradeEgg', () => {
  it.each([
    ['a shadow of its age and a net of vessels', { shadow: 0.36, net: 4 }, 'developing'],
    ['an even glow', {}, 'clear'],
    ['a ring that stands alone', { ring: 0.99 }, 'blood-ring'],
    ['a small body without vessels', { shadow: 0.09 }, 'quitter'],
  ] as Array<[string, Signs, SuggestedGrade]>)('%s at ten days', (_, signs, grade) => {
    expect(gradeEgg(reading(signs), day10).grade).toBe(grade)
  })

  it('gives probabilities that add up to one and never an impossible number', () => {
    fc.assert(
      fc.property(
        fc.record({
          shadow: fc.double({ min: 0, max: 1, noNaN: true }),
          net: fc.double({ min: 0, max: 12, noNaN: true }),
          ring: fc.double({ min: 0, max: 1, noNaN: true }),
        }),
        fc.double({ min: 0, max: 25, noNaN: true }),
        (signs, ageDays) => {
          const { probabilities } = gradeEgg(reading(signs), { ...day10, ageDays })
          expect(GRADES.reduce((sum, grade) => sum + probabilities[grade], 0)).toBeCloseTo(1, 9)
          for (const grade of GRADES) expect(probabilities[grade]).toBeGreaterThanOrEqual(0)
        },
      ),
    )
  })

  it('says why, with the numbers and what was expected', () => {
    const { reasons } = gradeEgg(reading({ shadow: 0.08 }), { ...day10, ageDays: 10.2 })
    const sentences = reasons.map(sayReason)
    expect(sentences.join('\n')).toMatch(
      /Shadow 8 % ± \d+(\.\d)? % of the contents; \d+–\d+ % expected at 10\.2 days/,
    )
    expect(sentences).toContain('No vessels')
  })

  it('in grain a body is seen all the same, and late its absence, too', () => {
    const light = { noise: 0.3 }
    expect(gradeEgg(reading({ shadow: 0.3, ...light }), day10).readable).toBe(true)
    expect(gradeEgg(reading({ shadow: 0, ...light }), { ...day10, ageDays: 14 }).readable).toBe(true)
    expect(gradeEgg(reading({ shadow: 0, ...light }), { ...day10, ageDays: 5 }).readable).toBe(false)
  })

  it('burnt light is weighed with the other figures, and refused only where nothing shows', () => {
    for (const ageDays of [5, 10, 14])
      expect(gradeEgg(reading({ clipped: 0.7 }), { ...day10, ageDays }).readable).toBe(true)
    expect(gradeEgg(reading({ shadow: 0.3, clipped: 0.95 }), day10).readable).toBe(false)
  })

  it('burnt light alone takes no egg out, however sure the grade: what lives may be burnt away', () => {
    const early = { ...day10, ageDays: 8, policy: 'first-sight' } as const
    expect(gradeEgg(reading({}), early)).toMatchObject({ grade: 'clear', action: 'remove' })
    const burnt = gradeEgg(reading({ clipped: 0.6 }), early)
    expect(burnt).toMatchObject({ readable: true, action: 'recheck' })
    // Late every living egg has a body, which no light burns away.
    expect(gradeEgg(reading({ clipped: 0.6 }), { ...early, ageDays: 16 }).action).toBe('remove')
  })

  it.each([
    ['too dark', { emptyRed: 0.004 }, {}, 'too-dark'],
    ['too grainy', { noise: 0.3 }, { ageDays: 5 }, 'too-noisy'],
    ['burnt all over', { clipped: 0.95 }, {}, 'overexposed'],
    ['too early', {}, { ageDays: 2 }, 'too-early'],
    ['without its age', {}, { ageDays: undefined }, 'age-unknown'],
  ] as const)('is not sure when %s', (_, signs, context, code) => {
    const verdict = gradeEgg(reading(signs), { ...day10, ...context })
    expect(verdict).toMatchObject({ readable: false, grade: 'unsure', action: 'recheck' })
    expect(verdict.unreadable).toContain(code)
    expect(Math.max(...Object.values(verdict.probabilities))).toBeLessThan(0.8)
    expect(verdict.reasons[0]).toEqual({ code: 'unreadable', why: code })
    expect(sayReason(verdict.reasons[0]!)).toMatch(/^[A-Z].*\.$/)
  })

  it('weighs what the picture as a whole looks like beside what is measured, and says where they differ', () => {
    const figures = reading({ shadow: 0.35, net: 3 })
    const whole = (likely: Grade) => ({
      ...figures,
      networkLogits: perGrade((grade) => (grade === likely ? 4 : -1)),
    })
    // The age's own share taken off, so that the network says what is said above.
    const model = { ...GRADING_MODEL, networkByAge: perGrade((): [number, number] => [0, 0]) }
    const [alone, same, other] = [figures, whole('developing'), whole('quitter')].map((egg) =>
      gradeEgg(egg, day10, model),
    )
    expect(model.calibration.networkShare).toBeGreaterThan(0)
    expect(other!.probabilities.developing).toBeLessThan(alone!.probabilities.developing)
    expect(same!.probabilities.developing).toBeGreaterThan(other!.probabilities.developing)
    expect(other!.reasons).toContainEqual({
      code: 'two-opinions',
      measures: 'developing',
      network: 'quitter',
    })
    expect(same!.reasons.map(({ code }) => code)).not.toContain('two-opinions')
    expect(other!.reasons.map(sayReason).join()).toContain(
      'suggest a living egg; the whole picture suggests a quitter',
    )
    expect(other!.action).not.toBe('remove')
  })

  it('never suggests removing what shows signs of life, under any policy', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 7, max: 18, noNaN: true }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.constantFrom(...POLICIES),
        (ageDays, ring, policy) => {
          const living = reading({
            shadow: livingShadow(ageDays / 21).middle,
            net: livingVessels(ageDays / 21),
            ring,
          })
          expect(gradeEgg(living, { ...day10, ageDays, policy }).action).not.toBe('remove')
        },
      ),
    )
  })
})

describe('policies', () => {
  const clear: PolicyInput = {
    policy: 'second-look',
    grade: 'clear',
    readable: true,
    stopTurningDay: 18,
    ageDays: 10,
    earlierLooks: [],
    signsOfLife: false,
    mayBeHidden: false,
    probabilities: { developing: 0.001, clear: 0.98, 'blood-ring': 0.01, quitter: 0.009 },
  }
  const ring: PolicyInput = {
    ...clear,
    grade: 'blood-ring',
    probabilities: { developing: 0.001, clear: 0.01, 'blood-ring': 0.98, quitter: 0.009 },
  }
  const earlier = [{ ageDays: 7, grade: 'clear' }] as const

  it.each([
    ['first sight takes a certain clear', { ...clear, policy: 'first-sight' }, 'remove'],
    ['second look waits', clear, 'recheck'],
    ['second look agrees', { ...clear, earlierLooks: earlier }, 'remove'],
    [
      'the same evening is no second look',
      { ...clear, earlierLooks: [{ ageDays: 9.9, grade: 'clear' }] },
      'recheck',
    ],
    [
      'an earlier living look does not confirm',
      { ...clear, earlierLooks: [{ ageDays: 7, grade: 'developing' }] },
      'recheck',
    ],
    ['a certain ring comes out at once', ring, 'remove'],
    ['also when holding', { ...ring, policy: 'hold' }, 'remove'],
    ['hold waits for lockdown', { ...clear, policy: 'hold', earlierLooks: earlier }, 'recheck'],
    ['hold at lockdown', { ...clear, policy: 'hold', ageDays: 18 }, 'remove'],
    [
      'doubt never removes',
      {
        ...clear,
        policy: 'first-sight',
        probabilities: { ...clear.probabilities, developing: 0.03, clear: 0.95 },
      },
      'recheck',
    ],
    ['nor what such a shell may still hide', { ...ring, mayBeHidden: true }, 'recheck'],
    ['signs of life never let it be removed', { ...ring, signsOfLife: true }, 'recheck'],
    ['bad light never removes', { ...ring, readable: false }, 'recheck'],
    ['not sure stays', { ...clear, grade: 'unsure' }, 'recheck'],
    ['living stays', { ...clear, grade: 'developing' }, 'keep'],
  ] as Array<[string, PolicyInput, string]>)('%s', (_, input, action) => {
    expect(decideAction(input)).toBe(action)
  })

  it.each([
    ['clear', 'second-look', 'recheck'],
    ['blood-ring', 'second-look', 'remove'],
    ['quitter', 'first-sight', 'remove'],
    ['unsure', 'first-sight', 'recheck'],
    ['developing', 'first-sight', 'keep'],
  ] as const)('an overruling “%s” under %s means %s', (own, policy, action) => {
    const suggestion =
      own === 'developing'
        ? ({ grade: 'clear', action: 'remove' } as const)
        : ({ grade: 'developing', action: 'keep' } as const)
    expect(actionForOwnGrade({ own, suggested: suggestion, policy, filmedAlive: false })).toBe(action)
  })

  it('agreeing keeps the suggested action', () => {
    const suggested = { grade: 'clear', action: 'remove' } as const
    expect(actionForOwnGrade({ own: 'clear', suggested, policy: 'hold', filmedAlive: false })).toBe('remove')
  })

  it.each(['blood-ring', 'clear', 'quitter'] as const)('an egg that moved stays in, “%s” or not', (own) => {
    for (const grade of GRADES)
      for (const policy of POLICIES)
        for (const action of ACTIONS)
          expect(
            actionForOwnGrade({ own, suggested: { grade, action }, policy, filmedAlive: true }),
          ).not.toBe('remove')
  })
})
