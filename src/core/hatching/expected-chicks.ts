/** What is known of how often living eggs hatch: a Beta distribution of the share, by its two counts. */
export interface HatchRate {
  hatched: number
  not: number
}

/** Eggs that were seen alive at lockdown usually hatch in this share; worth as many eggs as are named. */
export const USUAL_RATE: Readonly<HatchRate> = { hatched: 18.6, not: 1.4 }
/** About one living egg in a hundred dies each day up to lockdown. */
const DIES_A_DAY = 0.01

/** The share of eggs seen alive that still live at lockdown. @param days - from the look to lockdown; past it none die */
export function livesUntilLockdown(days: number): number {
  return (1 - DIES_A_DAY) ** Math.max(0, days)
}

/** The usual rate, moved by what became of a keeper's own eggs that were seen alive. */
export function ownRate(own: { hatched: number; expectedAlive: number }): HatchRate {
  const { hatched, expectedAlive } = own
  return {
    hatched: USUAL_RATE.hatched + hatched,
    not: USUAL_RATE.not + Math.max(0, expectedAlive - hatched),
  }
}

export interface ExpectedInput {
  /** Chicks that are out. */
  out: number
  /** Eggs seen alive, and the share of them that live until lockdown. */
  alive: number
  survival: number
  /** Eggs of which nobody could tell; as many of them live as of their mates. */
  unread: number
  /** Mates of which somebody could tell: living and dead. */
  mates: { alive: number; dead: number }
  rate: HatchRate
}

export interface ExpectedChicks {
  mean: number
  /** Eight times in ten the chicks are between these. */
  low: number
  high: number
  /** Probability of each number of chicks that are still to come, from none on. */
  distribution: readonly number[]
}

/** Points at which an uncertain share is tried. */
const RATE_POINTS = 48
const MATE_POINTS = 16
const TENTH = 0.1

/**
 * How many chicks to expect. The rate is one for all eggs of the set, uncertain as a Beta distribution, and so is the
 * share of the unread that live: the number is a mixture of sums of two binomials.
 * @see Johnson, N. L., Kemp, A. W., Kotz, S. (2005). Univariate Discrete Distributions, 6.2.2: beta-binomial
 */
export function expectedChicks({ out, alive, survival, unread, mates, rate }: ExpectedInput): ExpectedChicks {
  const most = alive + unread
  const distribution = Array<number>(most + 1).fill(0)
  const rates = betaPoints(rate.hatched, rate.not, RATE_POINTS)
  const living = unread === 0 ? [1] : betaPoints(mates.alive + 1, mates.dead + 1, MATE_POINTS)
  for (const share of rates) {
    const seen = binomial(alive, share * survival)
    for (const lives of living) {
      const dark = binomial(unread, share * survival * lives)
      const weight = 1 / (rates.length * living.length)
      for (let i = 0; i <= alive; i++)
        if (seen[i]! > 0)
          for (let j = 0; j <= unread; j++)
            distribution[i + j] = distribution[i + j]! + weight * seen[i]! * dark[j]!
    }
  }
  const mean = distribution.reduce((sum, p, chicks) => sum + p * chicks, 0)
  return {
    mean: out + mean,
    low: out + quantile(distribution, TENTH),
    high: out + quantile(distribution, 1 - TENTH),
    distribution,
  }
}

function quantile(distribution: readonly number[], at: number): number {
  let sum = 0
  for (const [chicks, p] of distribution.entries()) {
    sum += p
    if (sum >= at - 1e-12) return chicks
  }
  return distribution.length - 1
}

/** Probabilities of 0 … n, from the most likely outward, so that nothing underflows. */
function binomial(n: number, p: number): number[] {
  const list = Array<number>(n + 1).fill(0)
  if (p <= 0) list[0] = 1
  else if (p >= 1) list[n] = 1
  else {
    const mode = Math.min(n, Math.floor((n + 1) * p))
    list[mode] = 1
    for (let k = mode; k < n; k++) list[k + 1] = (list[k]! * (n - k) * p) / ((k + 1) * (1 - p))
    for (let k = mode; k > 0; k--) list[k - 1] = (list[k]! * k * (1 - p)) / ((n - k + 1) * p)
    const total = list.reduce((sum, value) => sum + value, 0)
    for (let k = 0; k <= n; k++) list[k] = list[k]! / total
  }
  return list
}

/** Middles of equally likely slices of a Beta distribution, by its density summed finely. */
function betaPoints(a: number, b: number, count: number): number[] {
  const fine = 4000
  const logs = Array.from({ length: fine }, (_, i) => {
    const x = (i + 0.5) / fine
    return (a - 1) * Math.log(x) + (b - 1) * Math.log(1 - x)
  })
  const top = Math.max(...logs)
  const density = logs.map((value) => Math.exp(value - top))
  const total = density.reduce((sum, value) => sum + value, 0)
  const points: number[] = []
  let sum = 0
  for (const [i, value] of density.entries()) {
    sum += value / total
    while (points.length < count && sum >= (points.length + 0.5) / count) points.push((i + 0.5) / fine)
  }
  while (points.length < count) points.push(1 - 0.5 / fine)
  return points
}
