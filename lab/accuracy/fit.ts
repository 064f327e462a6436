import { FEATURES, featuresOf } from '../../src/core/grade/features.ts'
import {
  calibrated,
  logOdds,
  pooled,
  softmax,
  outOfDistributionScore,
  type Calibration,
  type GradingModel,
  type Weights,
} from '../../src/core/grade/softmax.ts'
import { GRADES, type Grade } from '../../src/core/grade-names.ts'
import type { KeptLogits, Kinds, Lesson } from './kept.ts'

/** An egg that the model is fitted on. */
export interface Case {
  grade: Grade
  /** Null where the picture does not say. */
  features: Array<number | null>
  /** How much it counts; in sum as many as there are eggs. */
  weight: number
}

/** Pull of every weight toward zero; chosen by the log loss on a kind of picture that took no part. */
const RIDGE = 0.006
const STEPS = 500
const RATE = 0.3

/** What cannot be read in a picture counts for so much: it teaches doubt where a sign could not be seen. */
const UNREADABLE_WEIGHT = 1

/** What can be learnt from pictures of several kinds: each kind counts as much as another, however many pictures there are of it. */
export function casesOf(kinds: ReadonlyArray<readonly Lesson[]>): Case[] {
  const known = kinds.map((lines) =>
    lines.flatMap(({ truth, seen }) => {
      const own = truth.readable ? 1 : UNREADABLE_WEIGHT
      return seen && own > 0 ? [{ grade: truth.grade, features: featuresOf(seen, truth.f), own }] : []
    }),
  )
  const total = known.reduce((sum, kind) => sum + kind.length, 0)
  return known.flatMap((kind) => {
    const sum = kind.reduce((weight, { own }) => weight + own, 0)
    return kind.map(({ own, ...item }) => ({ ...item, weight: (own * total) / (kinds.length * sum) }))
  })
}

/** Gradient descent with momentum: the problem is convex, small and seldom solved. */
export function fitModel(cases: readonly Case[], ridge = RIDGE): Weights {
  const count = FEATURES.length
  const total = cases.reduce((sum, item) => sum + item.weight, 0)
  const moments = FEATURES.map((_, i) => {
    const known = cases.filter((item) => item.features[i] !== null)
    const weight = known.reduce((sum, item) => sum + item.weight, 0)
    const mean = known.reduce((sum, item) => sum + item.weight * item.features[i]!, 0) / weight
    const variance =
      known.reduce((sum, item) => sum + item.weight * (item.features[i]! - mean) ** 2, 0) / weight
    return { mean, scale: Math.max(1e-6, Math.sqrt(variance)) }
  })
  // One row an egg, the constant last; the loops below run some billion times.
  const width = count + 1
  const z = new Float64Array(cases.length * width)
  for (const [n, item] of cases.entries()) {
    for (const [i, value] of item.features.entries())
      if (value !== null)
        z[n * width + i] = Math.min(4, Math.max(-4, (value - moments[i]!.mean) / moments[i]!.scale))
    z[n * width + count] = 1
  }
  const classes = cases.map((item) => GRADES.indexOf(item.grade))
  const shares = cases.map((item) => item.weight / total)
  const classCount = GRADES.length
  const weights = new Float64Array(classCount * width)
  const speed = new Float64Array(classCount * width)
  const gradient = new Float64Array(classCount * width)
  const odds = new Float64Array(classCount)
  for (let step = 0; step < STEPS; step++) {
    for (let at = 0; at < gradient.length; at++) gradient[at] = at % width < count ? ridge * weights[at]! : 0
    for (let n = 0; n < cases.length; n++) {
      const row = n * width
      let top = -Infinity
      for (let k = 0; k < classCount; k++) {
        let sum = 0
        for (let i = 0; i < width; i++) sum += weights[k * width + i]! * z[row + i]!
        odds[k] = sum
        if (sum > top) top = sum
      }
      let all = 0
      for (let k = 0; k < classCount; k++) all += odds[k] = Math.exp(odds[k]! - top)
      for (let k = 0; k < classCount; k++) {
        const error = (odds[k]! / all - (classes[n] === k ? 1 : 0)) * shares[n]!
        for (let i = 0; i < width; i++) gradient[k * width + i]! += error * z[row + i]!
      }
    }
    for (let at = 0; at < weights.length; at++) {
      speed[at] = 0.9 * speed[at]! - RATE * gradient[at]!
      weights[at]! += speed[at]!
    }
  }
  const round = (value: number): number => Number(value.toFixed(4))
  return {
    mean: moments.map(({ mean }) => round(mean)),
    scale: moments.map(({ scale }) => round(scale)),
    bias: ofGrade((k) => round(weights[k * width + count]!)),
    weights: ofGrade((k) => [...weights.subarray(k * width, k * width + count)].map(round)),
  }
}

/** A model of several kinds of pictures, calibrated on each of them by a fit on other painters' alone. */
export function fitOn(kinds: Kinds): Omit<GradingModel, 'version' | 'networkByAge'> {
  return { ...fitModel(casesOf([...kinds.values()])), calibration: calibrationOf(kinds) }
}

/** Who painted a kind: what comes before a stroke. Pictures of another sort by the same painter did not take no part. */
const painterOf = (kind: string): string => kind.split('/')[0]!

/** The kinds that somebody else painted. */
export function byOthers(kinds: Kinds, kind: string): Kinds {
  return new Map([...kinds].filter(([name]) => painterOf(name) !== painterOf(kind)))
}

const TEMPERATURES = [0.5, 0.6, 0.7, 0.8, 0.9, 1, 1.1, 1.2, 1.35] as const
const PER_UNUSUALNESS = [0, 0.2, 0.4, 0.6, 0.8, 1] as const
const NETWORK_SHARES = [0, 0.1, 0.2, 0.3, 0.4, 0.5] as const
/** Simulated sets take the grades in turn: halves must not part them. */
const TURN = 4
const PLAIN: Calibration = { temperature: 1, perUnusualness: 0, networkShare: 0 }

/**
 * How far log odds must be drawn together so that they are as sure as they turn out to be (least Brier score, which no few sure mistakes rule): on each
 * kind by a model of the others alone, and on every second picture of it by one that saw those between, for a picture
 * to come is of a kind never seen or of one seen. The network's share is found with it. Of one kind nothing can be said.
 */
export function calibrationOf(kinds: Kinds): Calibration {
  const judged = [...kinds].flatMap(([name, kind]) => {
    const strange = [...byOthers(kinds, name).values()]
    if (strange.length === 0) return []
    const [half, rest] = [0, 1].map((odd) => kind.filter((_, k) => Math.floor(k / TURN) % 2 === odd)) as [
      Lesson[],
      Lesson[],
    ]
    const others = [...kinds].flatMap(([other, list]) => (other === name ? [] : [list]))
    return [...judgedBy(kind, strange, 'strange'), ...judgedBy(rest, [...others, half], 'seen')]
  })
  if (judged.length === 0) return PLAIN
  const loss = (calibration: Calibration): number =>
    judged.reduce((sum, { grade, logs, unusual, network, share }) => {
      const measures = calibrated(calibration, logs, unusual)
      const said = softmax(network ? pooled(calibration.networkShare, measures, network) : measures)
      return sum + share * GRADES.reduce((all, key) => all + (said[key] - (key === grade ? 1 : 0)) ** 2, 0)
    }, 0)
  return TEMPERATURES.flatMap((temperature) =>
    PER_UNUSUALNESS.flatMap((perUnusualness) =>
      NETWORK_SHARES.map((networkShare) => ({ temperature, perUnusualness, networkShare })),
    ),
  )
    .map((calibration) => ({ calibration, loss: loss(calibration) }))
    .reduce((a, b) => (b.loss < a.loss ? b : a)).calibration
}

function judgedBy(
  lessons: readonly Lesson[],
  kinds: ReadonlyArray<readonly Lesson[]>,
  which: keyof KeptLogits,
) {
  const model = fitModel(casesOf(kinds))
  return lessons.flatMap(({ truth, seen, logits }) => {
    if (!seen || !truth.readable) return []
    const features = featuresOf(seen, truth.f)
    const [logs, unusual] = [logOdds(model, features), outOfDistributionScore(model, features)]
    return [{ grade: truth.grade, logs, unusual, network: logits?.[which], share: 1 / lessons.length }]
  })
}

function ofGrade<T>(value: (index: number) => T): Record<Grade, T> {
  return Object.fromEntries(GRADES.map((grade, k) => [grade, value(k)])) as Record<Grade, T>
}
