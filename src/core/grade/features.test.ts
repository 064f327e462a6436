import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { livingShadow, livingVessels } from './expected.ts'
import { FEATURES, featuresOf, type GradedReading } from './features.ts'
import { GRADING_MODEL } from './grading-model.ts'
import { sampleSigns } from './sample-signs.ts'
import { calibrated, contributions, logOdds, softmax, outOfDistributionScore } from './softmax.ts'
import { GRADES, type Grade } from '../grade-names.ts'

const reading = (
  shadow: number,
  net: number,
  ring = 0.01,
  changes: Partial<GradedReading> = {},
): GradedReading => ({
  shadow: {
    area: { value: shadow, sd: 0.01 },
    darkness: shadow > 0 ? 1.4 : 0,
    edgeSlope: shadow > 0 ? 0.08 : 0,
  },
  vessels: { coverage: { value: 0, sd: 0.01 }, netLength: net },
  ring: {
    score: { value: ring, sd: 0.01 },
    visibleShare: ring,
    support: 1.6 * ring,
    shareOfLines: ring,
  },
  light: { medianRed: 0.3, emptyRed: 0.3, relativeNoise: 0.02, clippedShare: 0, lamp: 'blunt' },
  ...sampleSigns({ shadow, net, ring }),
  spotCount: 0,
  litShare: 1 - shadow,
  edgeSeenShare: 1,
  ...changes,
})
const feature = (name: string, egg: GradedReading, stage: number): number =>
  FEATURES.find((item) => item.name === name)!.of(egg, stage)!

describe('features', () => {
  const anything = fc.record({
    shadow: fc.double({ min: 0, max: 1, noNaN: true }),
    net: fc.double({ min: 0, max: 40, noNaN: true }),
    ring: fc.double({ min: 0, max: 1, noNaN: true }),
    spots: fc.integer({ min: 0, max: 400 }),
    noise: fc.double({ min: 0, max: 2, noNaN: true }),
    stage: fc.double({ min: 0, max: 1.3, noNaN: true }),
  })

  it('are numbers whatever was measured', () => {
    fc.assert(
      fc.property(anything, ({ shadow, net, ring, spots, noise, stage }) => {
        const egg = reading(shadow, net, ring, {
          spotCount: spots,
          light: { ...reading(0, 0).light, relativeNoise: noise },
        })
        const values = featuresOf(egg, stage)
        expect(values.every((value) => value === null || Number.isFinite(value))).toBe(true)
        const probabilities = softmax(logOdds(GRADING_MODEL, values))
        expect(GRADES.reduce((sum, grade) => sum + probabilities[grade], 0)).toBeCloseTo(1, 9)
      }),
    )
  })

  it('a shadow of its age is neither behind nor ahead; vessels of its age are not missing', () => {
    for (const stage of [0.3, 0.45, 0.6]) {
      const living = reading(livingShadow(stage).middle, livingVessels(stage))
      expect(feature('shadow behind the expected one, logits', living, stage)).toBeCloseTo(0, 6)
      expect(feature('shadow ahead of the expected one, logits', living, stage)).toBeCloseTo(0, 6)
      expect(feature('vessels missing against a living egg', living, stage)).toBeCloseTo(0, 6)
    }
    expect(feature('no shadow at all', reading(0, 0), 0.4)).toBe(1)
    expect(feature('no shadow at all', reading(0.1, 0), 0.4)).toBeLessThan(1e-6)
  })

  it('have names of their own, and the model a number for each', () => {
    expect(new Set(FEATURES.map(({ name }) => name)).size).toBe(FEATURES.length)
    for (const grade of GRADES) expect(GRADING_MODEL.weights[grade]).toHaveLength(FEATURES.length)
  })
})

describe('the fitted model', () => {
  const judge = (egg: GradedReading, stage: number): Grade => {
    const p = softmax(logOdds(GRADING_MODEL, featuresOf(egg, stage)))
    return GRADES.reduce((a, b) => (p[b] > p[a] ? b : a))
  }
  it.each([0.3, 0.4, 0.5, 0.6, 0.7, 0.8])('knows the plain cases at stage %d', (stage) => {
    expect(judge(reading(livingShadow(stage).middle, livingVessels(stage)), stage)).toBe('developing')
    expect(judge(reading(0, 0), stage)).toBe('clear')
    expect(judge(reading(0, 0.2, 0.99), stage)).toBe('blood-ring')
    // Late a few per cent may be the yolk's own shade: a dead embryo is larger by then.
    if (stage > 0.45) expect(judge(reading(stage > 0.75 ? 0.2 : 0.07, 0.1), stage)).toBe('quitter')
  })

  it('is less sure of what is unlike all that it was fitted on, and never of another grade for it', () => {
    const values = featuresOf(reading(0.2, 2), 0.5)
    const logs = logOdds(GRADING_MODEL, values)
    const [near, far] = [1, 2.5].map((unusual) =>
      softmax(calibrated(GRADING_MODEL.calibration, logs, unusual)),
    )
    const best = GRADES.reduce((a, b) => (near![b] > near![a] ? b : a))
    expect(GRADES.every((grade) => far![grade] <= far![best])).toBe(true)
    expect(far![best]).toBeLessThan(near![best])
    expect(outOfDistributionScore(GRADING_MODEL, values)).toBeLessThan(1.6)
    expect(
      outOfDistributionScore(
        GRADING_MODEL,
        values.map((value) => value && 40 * value),
      ),
    ).toBeGreaterThan(3)
  })

  it('adds up what its features add', () => {
    const values = featuresOf(reading(0.2, 2), 0.5)
    const sums = contributions(GRADING_MODEL, values)
    const total = logOdds(GRADING_MODEL, values)
    for (const grade of GRADES)
      expect(GRADING_MODEL.bias[grade] + sums.reduce((sum, part) => sum + part[grade], 0)).toBeCloseTo(
        total[grade],
        9,
      )
  })

  it('refuses to work with other features than its own', () => {
    expect(() => logOdds({ ...GRADING_MODEL, mean: [0] }, [0])).toThrow(/fit it again/)
  })
})
