import { logAnyShare, logNormal, logSum } from '../statistics/marginal.ts'

export interface PlacedEgg {
  trayId: string
  row: number
  column: number
  died: boolean
  /** Hours from when it was due to when it was out. */
  outHours: number | null
}

/** Where in a tray losses lie together. */
export interface DeadCorner {
  trayId: string
  row: number
  column: number
  radius: number
  inside: { count: number; of: number }
  outside: { count: number; of: number }
  /** How much earlier chicks came out of it, hours; null where too few did. */
  earlierHours: number | null
}

export interface PlaceScan {
  /** How much likelier the losses are with one bad place than without, logarithm. */
  logFactor: number
  /** The likeliest place; null of too few eggs. */
  corner: DeadCorner | null
}

/** Circles about each egg, in places. */
const RADII = [1.5, 2.3, 3.2] as const
const FEWEST_INSIDE = 4
/** Largest share of eggs that still counts as a local cluster. */
const LARGEST_SHARE = 0.45
/** How much earlier a hot place may hatch, hours: half a day and more. */
const EARLIER_SD = 18
const FEWEST_OUT = 3

/**
 * Whether losses lie together and chicks of the same place came early: each circle about each egg is asked how likely
 * that is, and all circles are averaged, because the place is not known beforehand.
 * @see Neill, D. B., Moore, A. W. & Cooper, G. F. (2006). A Bayesian spatial scan statistic. Advances in Neural
 * Information Processing Systems 18.
 */
export function placeScan(eggs: readonly PlacedEgg[]): PlaceScan {
  const all = tally(eggs)
  const one = logAnyShare(all.deaths)
  const factors: number[] = []
  let best: { factor: number; corner: DeadCorner } | null = null
  for (const { trayId, row, column } of eggs) {
    for (const radius of RADII) {
      const near = tally(
        eggs.filter(
          (egg) => egg.trayId === trayId && Math.hypot(egg.row - row, egg.column - column) <= radius,
        ),
      )
      const inside = near.deaths
      if (inside.of < FEWEST_INSIDE || inside.of > LARGEST_SHARE * eggs.length) continue
      const outside = { count: all.deaths.count - inside.count, of: eggs.length - inside.of }
      // Worse inside than outside: half of all that might be.
      const isWorse = inside.count / inside.of > outside.count / outside.of
      const early = earlier(near.hours, all.hours)
      const factor = isWorse
        ? Math.LN2 + logAnyShare(inside) + logAnyShare(outside) - one + early.logFactor
        : -Infinity
      factors.push(factor)
      if (isWorse && (!best || factor > best.factor))
        best = { factor, corner: { trayId, row, column, radius, inside, outside, earlierHours: early.hours } }
    }
  }
  if (factors.length === 0) return { logFactor: 0, corner: null }
  return { logFactor: logSum(factors) - Math.log(factors.length), corner: best?.corner ?? null }
}

/** Hatch hours of a group: how many, their sum and the sum of their squares. */
interface Hours {
  of: number
  sum: number
  squares: number
}

function tally(eggs: readonly PlacedEgg[]): { deaths: { count: number; of: number }; hours: Hours } {
  const deaths = { count: 0, of: eggs.length }
  const hours: Hours = { of: 0, sum: 0, squares: 0 }
  for (const { died, outHours } of eggs) {
    if (died) deaths.count++
    if (outHours === null) continue
    hours.of++
    hours.sum += outHours
    hours.squares += outHours ** 2
  }
  return { deaths, hours }
}

/** How much likelier it is that these hatch earlier than the rest than that all hatch alike, as a logarithm. */
function earlier(here: Hours, all: Hours): { hours: number | null; logFactor: number } {
  const there = { of: all.of - here.of, sum: all.sum - here.sum, squares: all.squares - here.squares }
  if (here.of < FEWEST_OUT || there.of < FEWEST_OUT) return { hours: null, logFactor: 0 }
  const about = ({ of, sum, squares }: Hours): number => squares - sum ** 2 / of
  const variance = Math.max(0, about(here) + about(there)) / (here.of + there.of - 2)
  const sd = Math.sqrt(variance * (1 / here.of + 1 / there.of))
  const hours = there.sum / there.of - here.sum / here.of
  // Later than the rest a hot place is never.
  const logFactor =
    hours > 0 && sd > 0
      ? Math.LN2 + logNormal(hours, 0, Math.hypot(sd, EARLIER_SD)) - logNormal(hours, 0, sd)
      : -Math.LN2
  return { hours, logFactor }
}
