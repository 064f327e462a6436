import { MAD_TO_SD } from '../statistics/robust.ts'
import type { Measured } from '../measure/reading.ts'
import { medianOf } from '../image/quantile.ts'
import { FLOCK_CELL_SD, massOfCell } from './cell-water.ts'
import type { LossLine } from './loss-line.ts'

/** A set's eggs together. */
export interface SetWater {
  /** Mean rate of the eggs that count, share of the mass a dry day. */
  perDryDay: Measured
  /** Spread of true rates among those. */
  spread: number
  /** By egg, how far it is off in robust standard deviations; null where nothing is known of it. */
  offBy: ReadonlyMap<string, number>
  /** Eggs so far off that they do not count for the mean. */
  outliers: readonly string[]
  /** How many count. */
  count: number
  /** Whether they are enough to speak for the set. */
  enough: boolean
}

/** Fewer eggs than this say little of a set. */
export const ENOUGH_EGGS = 10
/** @see Iglewicz, B. & Hoaglin, D. C. (1993). How to detect and handle outliers. ASQC Quality Press. */
const OUTLIER = 3.5

/**
 * The set's mean loss: eggs further off than {@link OUTLIER} by the modified z-score (Iglewicz & Hoaglin 1993) are left
 * out and named, the others joined as effects that truly differ from egg to egg (DerSimonian & Laird 1986).
 * @param dry - dry days so far, by which what photographs share is spread
 * @see DerSimonian, R. & Laird, N. (1986). Meta-analysis in clinical trials. Control. Clin. Trials 7, 177–188.
 */
export function setWater(lines: ReadonlyMap<string, LossLine>, dry: number): SetWater | null {
  const all = [...lines]
  if (all.length === 0) return null
  const rates = all.map(([, { perDryDay }]) => perDryDay)
  const middle = medianOf(rates.map(({ value }) => value))
  const deviations = rates.map(({ value }) => Math.abs(value - middle))
  // Few eggs may lie together by chance: they are not closer than each is known.
  const scale = Math.max(MAD_TO_SD * medianOf(deviations), medianOf(rates.map(({ sd }) => sd)), 1e-9)
  const offBy = new Map(
    all.map(([id, { perDryDay }]) => [id, (perDryDay.value - middle) / Math.hypot(scale, perDryDay.sd)]),
  )
  const outliers = all.flatMap(([id]) => (Math.abs(offBy.get(id)!) > OUTLIER ? [id] : []))
  const counting = all.filter(([id]) => !outliers.includes(id)).map(([, line]) => line)
  const { mean, spread } = randomEffects(counting.map(({ perDryDay }) => perDryDay))
  // Whether a flock's fresh cells are larger or smaller than usual is the same for all that were only photographed.
  const byPhotograph = counting.filter(
    ({ estimates, isFreshKnown }) => !isFreshKnown && estimates.every(({ by }) => by !== 'scale'),
  )
  const shared =
    (massOfCell(FLOCK_CELL_SD) * byPhotograph.length) / Math.max(1, counting.length) / Math.max(0.5, dry)
  return {
    perDryDay: { value: mean.value, sd: Math.hypot(mean.sd, shared) },
    spread,
    offBy,
    outliers,
    count: counting.length,
    enough: counting.length >= ENOUGH_EGGS,
  }
}

/**
 * The mean with trays that were weighed as a whole, each by its own uncertainty. Such a weighing knows nothing of single
 * eggs: one that is far off is in it.
 * @param trays - rate of each, and how many eggs lay in it
 */
export function withTrays(
  mean: SetWater | null,
  trays: ReadonlyArray<{ perDryDay: Measured; eggs: number }>,
): SetWater | null {
  if (trays.length === 0) return mean
  const all = [...(mean ? [mean.perDryDay] : []), ...trays.map(({ perDryDay }) => perDryDay)]
  const weights = all.map(({ sd }) => 1 / (sd * sd))
  const weight = weights.reduce((sum, one) => sum + one, 0)
  const value = all.reduce((sum, one, i) => sum + one.value * weights[i]!, 0) / weight
  const inTrays = trays.reduce((sum, { eggs }) => sum + eggs, 0)
  const count = Math.max(mean?.count ?? 0, inTrays)
  return {
    spread: 0,
    offBy: new Map(),
    outliers: [],
    ...mean,
    perDryDay: { value, sd: Math.sqrt(1 / weight) },
    count,
    enough: count >= ENOUGH_EGGS,
  }
}

/** Of few eggs the spread itself is hardly known: the standard deviation of Student's t instead of the normal's. */
function fewer(count: number): number {
  return Math.sqrt(count > 3 ? (count - 1) / (count - 3) : 3)
}

function randomEffects(values: readonly Measured[]): { mean: Measured; spread: number } {
  const weigh = (tau2: number): { mean: number; weight: number } => {
    const weights = values.map(({ sd }) => 1 / (sd * sd + tau2))
    const weight = weights.reduce((sum, w) => sum + w, 0)
    return { mean: values.reduce((sum, { value }, i) => sum + weights[i]! * value, 0) / weight, weight }
  }
  const fixed = weigh(0)
  const q = values.reduce((sum, { value, sd }) => sum + ((value - fixed.mean) / sd) ** 2, 0)
  const squares = values.reduce((sum, { sd }) => sum + 1 / sd ** 4, 0)
  const tau2 = Math.max(0, (q - (values.length - 1)) / (fixed.weight - squares / fixed.weight) || 0)
  const { mean, weight } = weigh(tau2)
  return { mean: { value: mean, sd: fewer(values.length) * Math.sqrt(1 / weight) }, spread: Math.sqrt(tau2) }
}
