import { FEATURES } from './features.ts'
import { GRADES, perGrade, type Grade, type PerGrade } from './types.ts'

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
}

/** Natural log odds that each feature adds to each grade. */
export function contributions(model: GradingModel, features: ReadonlyArray<number | null>): PerGrade[] {
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
export function logOdds(model: GradingModel, features: ReadonlyArray<number | null>): PerGrade {
  if (model.mean.length !== FEATURES.length)
    throw new RangeError(
      `the model knows ${model.mean.length} features, there are ${FEATURES.length}: fit it again`,
    )
  const sums = { ...model.bias }
  for (const item of contributions(model, features)) for (const grade of GRADES) sums[grade] += item[grade]
  return sums
}
