import { FEATURES } from './features.ts'
import { GRADES, perGrade, type Grade, type PerGrade } from '../grade-names.ts'
import { wanted } from '../wanted.ts'

/** A multinomial logistic model: one weight for each grade and feature. */
export interface GradingModel {
  /** Another one with every fit; kept with each verdict. */
  version: string
  /** Features are centred and scaled before they are weighed. */
  mean: readonly number[]
  scale: readonly number[]
  /** Constant and weights by grade; names as in FEATURES. */
  bias: Readonly<Record<Grade, number>>
  weights: Readonly<Record<Grade, readonly number[]>>
  /** How far log odds are drawn together, found on kinds of pictures that took no part in the fit. */
  calibration: Calibration
  /** What the egg's age adds to the network's logits, log odds: by grade, for each unit of the stage and of its square. */
  networkByAge: Readonly<Record<Grade, readonly [number, number]>>
}

/** A model before it is calibrated. */
export type Weights = Omit<GradingModel, 'version' | 'calibration' | 'networkByAge'>

export interface Calibration {
  /** Log odds are divided by this in a picture as ordinary as those of the fit, */
  temperature: number
  /** and by more in those that lie further off: its logarithm grows by so much for each unit of {@link outOfDistributionScore}. */
  perUnusualness: number
  /** Weight of the network beside the measures, 0…1. */
  networkShare: number
}

/** A single figure counts no further than this, standard deviations. */
const FARTHEST = 6

/** How far a picture's figures lie from those of the fit: root mean square, in standard deviations; about 1 for those. */
export function outOfDistributionScore(
  { mean, scale }: Pick<GradingModel, 'mean' | 'scale'>,
  features: ReadonlyArray<number | null>,
): number {
  let sum = 0
  let known = 0
  for (const [i, value] of features.entries()) {
    if (value === null) continue
    const z = Math.min(FARTHEST, Math.abs(value - mean[i]!) / scale[i]!)
    sum += z * z
    known++
  }
  return Math.sqrt(sum / Math.max(1, known))
}

/**
 * Log odds as sure as they turned out to be on kinds of pictures that took no part in the fit, and less so the further
 * a picture lies from all that did.
 * @see Guo, C. et al. (2017). On calibration of modern neural networks. ICML, PMLR 70, 1321–1330.
 */
export function calibrated(calibration: Calibration, logs: PerGrade, unusual: number): PerGrade {
  const divisor = calibrationDivisor(calibration, unusual)
  return perGrade((grade) => logs[grade] / divisor)
}

/** What log odds are divided by in a picture that lies so far from those of the fit. */
export function calibrationDivisor({ temperature, perUnusualness }: Calibration, unusual: number): number {
  return temperature * Math.exp(perUnusualness * (unusual - 1))
}

/**
 * The measures and the network, pooled by a logarithmic opinion pool.
 * @see Genest, C. & Zidek, J. V. (1986). Combining probability distributions. Statistical Science 1(1), 114–135.
 */
export function pooled(share: number, measures: PerGrade, network: PerGrade): PerGrade {
  wanted('share', share, [0, 1])
  return perGrade((grade) => (1 - share) * measures[grade] + share * network[grade])
}

/** The network's logits with the egg's age counted in, log odds. @param stage - fraction of incubation */
export function networkLogitsAt(
  { networkByAge }: Pick<GradingModel, 'networkByAge'>,
  network: PerGrade,
  stage: number,
): PerGrade {
  return perGrade((grade) => {
    const [once, square] = networkByAge[grade]
    return network[grade] + once * stage + square * stage * stage
  })
}

/** Natural log odds that each feature adds to each grade. */
export function contributions(model: Weights, features: ReadonlyArray<number | null>): PerGrade[] {
  return features.map((value, i) => {
    // What is not known speaks for no grade.
    const z = value === null ? 0 : Math.min(4, Math.max(-4, (value - model.mean[i]!) / model.scale[i]!))
    return perGrade((grade) => model.weights[grade][i]! * z)
  })
}

/** Probabilities from summed log odds. */
export function softmax(logs: PerGrade): PerGrade {
  const highest = Math.max(...GRADES.map((grade) => logs[grade]))
  const weights = perGrade((grade) => Math.exp(logs[grade] - highest))
  const total = GRADES.reduce((sum, grade) => sum + weights[grade], 0)
  return perGrade((grade) => weights[grade] / total)
}

/** @throws RangeError when the model was fitted on other features */
export function logOdds(model: Weights, features: ReadonlyArray<number | null>): PerGrade {
  if (model.mean.length !== FEATURES.length)
    throw new RangeError(
      `the model knows ${model.mean.length} features, there are ${FEATURES.length}: fit it again`,
    )
  const sums = { ...model.bias }
  for (const item of contributions(model, features)) for (const grade of GRADES) sums[grade] += item[grade]
  return sums
}
