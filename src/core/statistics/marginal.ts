import { wanted, wantedPositive } from '../wanted.ts'

/**
 * Logarithms of how likely counts are when their true shares are known only about: scattered around a mean by as much as
 * if that had been learnt from `worth` eggs.
 */

/** Γ(a + n) ÷ Γ(a), as a logarithm. @param n - integer ≥ 0 */
function logRising(a: number, n: number): number {
  let sum = 0
  for (let i = 0; i < n; i++) sum += Math.log(a + i)
  return sum
}

/**
 * Counts of several kinds (Dirichlet–multinomial), without the ways of ordering them.
 * @param means - of each kind, sum 1
 * @see Mosimann, J. E. (1962). On the compound multinomial distribution. Biometrika 49, 65–82.
 */
export function logDirichletMultinomial(
  counts: readonly number[],
  means: readonly number[],
  worth: number,
): number {
  const all = counts.reduce((sum, count) => sum + count, 0)
  return counts.reduce((sum, count, i) => sum + logRising(worth * means[i]!, count), -logRising(worth, all))
}

/** Beta–binomial log likelihood of a count, without the binomial coefficient. */
export function logTwoKinds(
  { count, of }: { count: number; of: number },
  mean: number,
  worth: number,
): number {
  return logDirichletMultinomial([count, of - count], [mean, 1 - mean], worth)
}

/** A count of happenings whose rate scatters (negative binomial), without the terms that only the count has. */
export function logHappenings(count: number, mean: number, shape: number): number {
  wanted('count', count, [0, Infinity])
  wantedPositive('mean', mean)
  wantedPositive('shape', shape)
  return (
    logRising(shape, count) +
    shape * Math.log(shape / (shape + mean)) +
    count * Math.log(mean / (shape + mean))
  )
}

/** Normal density without its constant. */
export function logNormal(value: number, mean: number, sd: number): number {
  wantedPositive('sd', sd)
  return -(((value - mean) / sd) ** 2) / 2 - Math.log(sd)
}

/** Logarithm of the sum of exponentials, without overflow. */
export function logSum(values: readonly number[]): number {
  const most = Math.max(...values)
  if (most === -Infinity) return -Infinity
  return most + Math.log(values.reduce((sum, value) => sum + Math.exp(value - most), 0))
}

/** Two kinds of which nothing is known before: every share is as likely. */
export function logAnyShare({ count, of }: { count: number; of: number }): number {
  wanted('count', count, [0, of])
  return logTwoKinds({ count, of }, 0.5, 2)
}
