/** What the forecast is made from. All times in hours, from the hour at which the middle of the set was expected out. */
export interface HatchSoFar {
  /** When chicks came out. */
  outHours: readonly number[]
  /** Eggs that have pipped and are not out, by the hour of their pip. */
  pippedHours: readonly number[]
  /** Eggs in which life is expected and that have not pipped. */
  waiting: number
  nowHours: number
  /** How surely the middle was expected, hours. */
  priorSdHours: number
  /** Spread within a usual set of the kind, hours. */
  usualSpreadHours: number
}

export interface HatchWindow {
  /** 80 % prediction interval for the hatch of an egg that still hatches, hours. */
  fromHours: number
  toHours: number
  /** The middle of that. */
  middleHours: number
}

/** A pip comes about this long before the chick, hours; sometimes much more. */
const PIP_TO_OUT = { mean: 14, sd: 6 } as const
/** How unlike one set's spread is to the next's: standard deviation of its logarithm. */
const SPREAD_SD = 0.5
/** Share of living eggs that never hatch. */
const NEVER = 0.1
/** Weights below this are not added up, ÷ the greatest. */
const NEGLIGIBLE = 1e-3
const PIP_STEPS = 10
const MEANS = 61
const SPREADS = 9
const EIGHTY = { low: 0.1, high: 0.9 } as const

/**
 * When those that still hatch will be out. Hatch times of one set are normal about a middle of their own, pips some hours
 * before them; an egg that is not out, or has not even pipped, says that its time is later (censored, as in survival
 * analysis). Middle and spread are summed over on a grid, weighed by what was expected.
 * @see Tobin, J. (1958). Estimation of relationships for limited dependent variables. Econometrica 26, 24–36.
 */
export function hatchWindow(soFar: HatchSoFar): HatchWindow {
  const { nowHours, priorSdHours, usualSpreadHours } = soFar
  const grid: Array<{ mean: number; spread: number; weight: number }> = []
  for (let i = 0; i < MEANS; i++) {
    const z = -4 + (8 * i) / (MEANS - 1)
    for (let k = 0; k < SPREADS; k++) {
      const y = -2 + (4 * k) / (SPREADS - 1)
      const mean = z * priorSdHours
      const spread = usualSpreadHours * Math.exp(y * SPREAD_SD)
      grid.push({ mean, spread, weight: -(z * z) / 2 - (y * y) / 2 + logLikelihood(soFar, mean, spread) })
    }
  }
  const best = Math.max(...grid.map(({ weight }) => weight))
  for (const point of grid) point.weight = Math.exp(point.weight - best)
  const total = grid.reduce((sum, { weight }) => sum + weight, 0)
  const { pippedHours, waiting } = soFar
  const open = Math.max(1, waiting) + pippedHours.length
  /** Chance that one of those that still hatch, whichever it is, is out by then. */
  const outBy = (hours: number): number => {
    let sum = 0
    for (const { mean, spread, weight } of grid) {
      if (weight < NEGLIGIBLE) continue
      let out = Math.max(1, waiting) * outBeforePip(hours, nowHours, { mean, spread })
      for (const pip of pippedHours) out += truncated(hours, nowHours, afterPip(pip, mean, spread))
      sum += (weight * out) / open
    }
    return sum / total
  }
  return {
    fromHours: inverse(outBy, EIGHTY.low, nowHours),
    middleHours: inverse(outBy, 0.5, nowHours),
    toHours: inverse(outBy, EIGHTY.high, nowHours),
  }
}

function logLikelihood(
  { outHours, pippedHours, waiting, nowHours }: HatchSoFar,
  mean: number,
  spread: number,
): number {
  let sum = 0
  for (const hours of outHours) sum += -(((hours - mean) / spread) ** 2) / 2 - Math.log(spread)
  for (const hours of pippedHours) {
    // Out about then, which may lie behind us: later than now at any rate.
    const sd = Math.hypot(spread, PIP_TO_OUT.sd)
    sum += -(((hours + PIP_TO_OUT.mean - mean) / sd) ** 2) / 2 - Math.log(sd)
    const { mean: about, sd: own } = afterPip(hours, mean, spread)
    sum += Math.log(Math.max(1e-12, 1 - normalCdf((nowHours - about) / own)))
  }
  // Each that waits hatches later, or is one of those that never will.
  const later = 1 - normalCdf((nowHours - mean + PIP_TO_OUT.mean) / Math.hypot(spread, PIP_TO_OUT.sd))
  sum += waiting * Math.log((1 - NEVER) * later + NEVER)
  return sum
}

/** When a pipped egg is out: by its pip and by its mates together. */
function afterPip(pip: number, mean: number, spread: number): { mean: number; sd: number } {
  const [byMates, byPip] = [1 / spread ** 2, 1 / PIP_TO_OUT.sd ** 2]
  return {
    mean: (mean * byMates + (pip + PIP_TO_OUT.mean) * byPip) / (byMates + byPip),
    sd: Math.sqrt(1 / (byMates + byPip)),
  }
}

/** Chance of being out by then, of an egg that has not even pipped by now: over the pips that may still come. */
function outBeforePip(
  hours: number,
  nowHours: number,
  { mean, spread }: { mean: number; spread: number },
): number {
  const pipMean = mean - PIP_TO_OUT.mean
  const pipSd = Math.hypot(spread, PIP_TO_OUT.sd)
  // From now, or from the first expected pips, until nearly all are expected to be out.
  const from = Math.max(nowHours, pipMean - 3 * pipSd)
  const to = Math.max(from + 2 * pipSd, pipMean + 3 * pipSd)
  let [sum, weights] = [0, 0]
  for (let i = 0; i < PIP_STEPS; i++) {
    const pip = from + ((i + 0.5) * (to - from)) / PIP_STEPS
    const weight = Math.exp(-(((pip - pipMean) / pipSd) ** 2) / 2) + 1e-12
    const { mean: out, sd } = afterPip(pip, mean, spread)
    sum += weight * normalCdf((hours - out) / sd)
    weights += weight
  }
  return sum / weights
}

/** Chance of having come by then, of what is known not to have come by now. */
function truncated(hours: number, nowHours: number, { mean, sd }: { mean: number; sd: number }): number {
  const left = 1 - normalCdf((nowHours - mean) / sd)
  // So late that the curve has nothing left there: any moment now.
  return left < 1e-9 ? 1 : 1 - (1 - normalCdf((hours - mean) / sd)) / left
}

/** By bisection; the chance rises with the hours. */
function inverse(outBy: (hours: number) => number, share: number, nowHours: number): number {
  let [low, high] = [nowHours, nowHours + 24 * 14]
  for (let i = 0; i < 20; i++) {
    const middle = (low + high) / 2
    if (outBy(middle) < share) low = middle
    else high = middle
  }
  return (low + high) / 2
}

/** @see Abramowitz, M. & Stegun, I. A. (1964). Handbook of Mathematical Functions, 7.1.26; within 1.5e-7 */
function normalCdf(z: number): number {
  const x = Math.abs(z) / Math.SQRT2
  const t = 1 / (1 + 0.3275911 * x)
  const poly =
    t * (0.254829592 + t * (-0.284496736 + t * (1.421413741 + t * (-1.453152027 + t * 1.061405429))))
  const erf = 1 - poly * Math.exp(-x * x)
  return z >= 0 ? (1 + erf) / 2 : (1 - erf) / 2
}
