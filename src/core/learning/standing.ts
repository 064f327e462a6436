import { GRADES, type Grade, type SuggestedGrade } from '../grade-names.ts'
import { wilsonInterval, type Share } from '../statistics/share.ts'
import { costOf, isRight, SURENESSES, type Answer, type Sureness } from './confusions.ts'

/** Truth by row, what was said by column. */
export type ConfusionMatrix = Readonly<Record<Grade, Readonly<Record<SuggestedGrade, number>>>>

const SAID: readonly SuggestedGrade[] = [...GRADES, 'unsure']

export function confusionMatrix(answers: ReadonlyArray<Pick<Answer, 'truth' | 'said'>>): ConfusionMatrix {
  const empty = (): Record<SuggestedGrade, number> =>
    Object.fromEntries(SAID.map((grade) => [grade, 0])) as Record<SuggestedGrade, number>
  const matrix = Object.fromEntries(GRADES.map((grade) => [grade, empty()])) as Record<
    Grade,
    Record<SuggestedGrade, number>
  >
  for (const { truth, said } of answers) matrix[truth][said]++
  return matrix
}

/** Agreement beyond chance, with its 95 % interval. */
export interface Agreement {
  kappa: number
  low: number
  high: number
}

const Z_95 = 1.96

/**
 * Cohen's kappa of two raters.
 * @param counts - square, one rater by row, the other by column
 * @returns null where nothing can disagree: no counts, or all of one kind
 * @see Cohen, J. (1960). A coefficient of agreement for nominal scales. Educ. Psychol. Meas. 20, 37–46; interval by
 * Fleiss, J. L., Cohen, J. & Everitt, B. S. (1969). Large sample standard errors of kappa. Psychol. Bull. 72, 323–327.
 */
export function cohenKappa(counts: ReadonlyArray<readonly number[]>): Agreement | null {
  if (counts.some((row) => row.length !== counts.length))
    throw new RangeError(
      `counts must be square, received rows of ${counts.map((row) => row.length).join(', ')}`,
    )
  const n = counts.flat().reduce((sum, count) => sum + count, 0)
  if (n === 0) return null
  const p = counts.map((row) => row.map((count) => count / n))
  const rows = p.map((row) => row.reduce((sum, share) => sum + share, 0))
  const columns = p.map((_, j) => p.reduce((sum, row) => sum + row[j]!, 0))
  const observed = p.reduce((sum, row, i) => sum + row[i]!, 0)
  const expected = rows.reduce((sum, row, i) => sum + row * columns[i]!, 0)
  if (expected >= 1) return null
  const kappa = (observed - expected) / (1 - expected)
  const rest = 1 - kappa
  let [same, apart] = [0, 0]
  for (let i = 0; i < p.length; i++) {
    for (let j = 0; j < p.length; j++) {
      if (i === j) same += p[i]![i]! * (1 - (rows[i]! + columns[i]!) * rest) ** 2
      else apart += p[i]![j]! * (columns[i]! + rows[j]!) ** 2
    }
  }
  const variance = (same + rest ** 2 * apart - (kappa - expected * rest) ** 2) / (n * (1 - expected) ** 2)
  const half = Z_95 * Math.sqrt(Math.max(0, variance))
  return { kappa, low: Math.max(-1, kappa - half), high: Math.min(1, kappa + half) }
}

/** How well one's sureness meets what comes of it. */
export interface Calibration {
  /** Of the answers with that sureness, how many were right. */
  bySureness: Readonly<Record<Sureness, Share | null>>
  /**
   * Mean square of what one bet against what came; 0 is perfect, 0.25 is a coin.
   * @see Brier, G. W. (1950). Verification of forecasts expressed in terms of probability. Mon. Weather Rev. 78, 1–3.
   */
  brier: number | null
}

export function calibration(answers: ReadonlyArray<Pick<Answer, 'truth' | 'said' | 'sure'>>): Calibration {
  // Who is not sure bets on nothing.
  const bets = answers.filter(({ said }) => said !== 'unsure')
  const share = (sure: Sureness): Share | null => {
    const own = bets.filter((answer) => answer.sure === sure)
    return wilsonInterval(own.filter(isRight).length, own.length)
  }
  const squares = bets.map((answer) => (SURENESSES[answer.sure] - (isRight(answer) ? 1 : 0)) ** 2)
  return {
    bySureness: { guess: share('guess'), rather: share('rather'), sure: share('sure') },
    brier: bets.length === 0 ? null : squares.reduce((sum, square) => sum + square, 0) / bets.length,
  }
}

/** Where somebody stands. */
export interface Standing {
  answers: number
  right: Share | null
  matrix: ConfusionMatrix
  kappa: Agreement | null
  calibration: Calibration
  /** Living eggs that would have been taken out, of all that were alive. */
  livingRemoved: Share | null
  /** Living eggs lost for each hundred looked at, waiting and rot counted in. */
  costPer100: number | null
}

export function standingOf(answers: readonly Answer[]): Standing {
  const matrix = confusionMatrix(answers)
  const decided = answers.filter(({ said }) => said !== 'unsure')
  const living = answers.filter(({ truth }) => truth === 'developing')
  const costs = answers.map(costOf)
  return {
    answers: answers.length,
    right: wilsonInterval(answers.filter(isRight).length, answers.length),
    matrix,
    kappa: cohenKappa(
      GRADES.map((truth) =>
        GRADES.map(
          (said) => decided.filter((answer) => answer.truth === truth && answer.said === said).length,
        ),
      ),
    ),
    calibration: calibration(answers),
    livingRemoved: wilsonInterval(
      living.filter((answer) => costOf(answer).what === 'living-removed').length,
      living.length,
    ),
    costPer100:
      answers.length === 0 ? null : (100 * costs.reduce((sum, { cost }) => sum + cost, 0)) / answers.length,
  }
}
