import { solveCholesky } from '../geometry/linear-system.ts'
import type { FormCovariance } from '../geometry/egg-form.ts'
import { diagonal, type FormReading, type OutlineTrust } from './form-reading.ts'

/**
 * How far two looks at one egg differ beyond what their outlines' own uncertainties say (lean, lens, the other side of
 * an egg that is not quite round), how often an outline is wrong altogether, and from which odds on something is said.
 * Chosen by lab/same-egg/fit.ts on kinds of pictures other than the one they are judged on.
 */
export interface IdentityModel {
  /** Standard deviations of ln(half-breadth ÷ half-length), taper, bulge. */
  repeat: readonly [number, number, number]
  /** Chance that an outline is wrong altogether. */
  wrong: Readonly<Record<OutlineTrust, number>>
  /** Natural logarithm of odds: against each look before, of another egg from anywhere; of two eggs of a tray of eight exchanged. */
  alarm: { other: number; exchanged: number }
}

export const IDENTITY_MODEL: IdentityModel = {
  repeat: [0.004, 0.006, 0.009],
  wrong: { plain: 0.015, ordinary: 0.04, doubtful: 0.3 },
  alarm: { other: 2, exchanged: 4 },
}

/** Spread of forms among eggs of one kind. @see Preston (1953), as geometry/egg-outline.ts */
const AMONG_EGGS = diagonal([0.05, 0.045, 0.05])
/** Mates among which the threshold for exchanged eggs holds. */
const USUAL_MATES = 7

/** An egg that was looked at now and before. */
export interface KnownEgg {
  id: string
  now: FormReading
  /** At least one. */
  before: readonly FormReading[]
}

/** An egg whose look now does not fit its looks before. */
export interface Stranger {
  id: string
  /** ln odds that the look shows another egg: any, or the one it was exchanged with. */
  logOdds: number
  /** The egg of the tray whose looks before it fits, and which fits this one's. */
  exchangedWith: string | null
}

/** Natural logarithms of how likely a look is for the egg that was seen before, and for any other one. */
interface Likeness {
  same: number
  other: number
}

/** How likely a look is for an egg: one of its looks before may be the wrong one, so that none decides alone. */
function likelinessFor(now: FormReading, before: readonly FormReading[], model: IdentityModel): number {
  return logMean(before.map((earlier) => likenessOfTwo(now, earlier, model).same))
}

/**
 * ln odds that a look shows another egg than each of the looks before: of the one that it differs from the least. A
 * single look before says nothing, because it may be the wrong one.
 */
function oddsOfAnother({ now, before }: KnownEgg, model: IdentityModel): number {
  if (before.length < 2) return -Infinity
  const odds = before.map((earlier) => {
    const { same, other } = likenessOfTwo(now, earlier, model)
    return other - same
  })
  return Math.min(...odds)
}

function likenessOfTwo(a: FormReading, b: FormReading, { repeat, wrong }: IdentityModel): Likeness {
  const differs = [a.form[0] - b.form[0], a.form[1] - b.form[1], a.form[2] - b.form[2]] as const
  const [r0, r1, r2] = repeat
  const measured = sum(
    sum(a.covariance, b.covariance),
    diagonal([r0 * Math.SQRT2, r1 * Math.SQRT2, r2 * Math.SQRT2]),
  )
  const isWrong = 1 - (1 - wrong[a.trust]) * (1 - wrong[b.trust])
  const other = logNormal(differs, sum(measured, sum(AMONG_EGGS, AMONG_EGGS)))
  const right = logNormal(differs, measured)
  return { same: logSum(Math.log(1 - isWrong) + right, Math.log(isWrong) + other), other }
}

/**
 * Eggs of one candling that may be other ones: put back into another's place, or never seen before.
 * @param eggs - those of one kind that were looked at now and before
 */
export function findStrangers(eggs: readonly KnownEgg[], model: IdentityModel = IDENTITY_MODEL): Stranger[] {
  const likely = likelinessAmong(eggs, model)
  return eggs.flatMap((_, i) => strangerAt(i, { eggs, likely, model }) ?? [])
}

/** The same of one egg alone, which costs far less in a large set; null where it fits, or is not among them. */
export function strangerAmong(
  eggs: readonly KnownEgg[],
  id: string,
  model: IdentityModel = IDENTITY_MODEL,
): Stranger | null {
  const at = eggs.findIndex((egg) => egg.id === id)
  return at < 0 ? null : strangerAt(at, { eggs, likely: likelinessAmong(eggs, model), model })
}

/** How likely the look at one egg is for another one, by their places among the eggs. */
type Likeliness = (look: number, egg: number) => number

/** Each worked out when it is first asked for. */
function likelinessAmong(eggs: readonly KnownEgg[], model: IdentityModel): Likeliness {
  const known = new Map<number, number>()
  return (look, egg) => {
    const key = look * eggs.length + egg
    const found = known.get(key) ?? likelinessFor(eggs[look]!.now, eggs[egg]!.before, model)
    known.set(key, found)
    return found
  }
}

function strangerAt(
  i: number,
  { eggs, likely, model }: { eggs: readonly KnownEgg[]; likely: Likeliness; model: IdentityModel },
): Stranger | null {
  const { id } = eggs[i]!
  const exchanged = eggs.map((_, j) =>
    j === i ? -Infinity : likely(i, j) + likely(j, i) - likely(i, i) - likely(j, j),
  )
  const best = exchanged.reduce((found, odds, j) => (odds > exchanged[found]! ? j : found), 0)
  const exchangeFrom = model.alarm.exchanged + Math.max(0, Math.log((eggs.length - 1) / USUAL_MATES))
  if (exchanged[best]! > exchangeFrom) return { id, logOdds: exchanged[best]!, exchangedWith: eggs[best]!.id }
  const logOdds = oddsOfAnother(eggs[i]!, model)
  return logOdds > model.alarm.other ? { id, logOdds, exchangedWith: null } : null
}

function sum(a: FormCovariance, b: FormCovariance): FormCovariance {
  return [a[0] + b[0], a[1] + b[1], a[2] + b[2], a[3] + b[3], a[4] + b[4], a[5] + b[5]]
}

/** ln of the normal density but for its constant; −∞ where the covariance is none. */
function logNormal(x: readonly [number, number, number], c: FormCovariance): number {
  const matrix = Float64Array.of(c[0], c[1], c[2], c[1], c[3], c[4], c[2], c[4], c[5])
  const solved = Float64Array.from(x)
  if (!solveCholesky(matrix, solved)) return -Infinity
  const distance = x[0] * solved[0]! + x[1] * solved[1]! + x[2] * solved[2]!
  // Cholesky's method has left its factor: the determinant is its diagonal's product, squared.
  return -distance / 2 - Math.log(matrix[0]! * matrix[4]! * matrix[8]!)
}

function logSum(a: number, b: number): number {
  const most = Math.max(a, b)
  return most === -Infinity ? most : most + Math.log(Math.exp(a - most) + Math.exp(b - most))
}

function logMean(values: readonly number[]): number {
  return values.reduce(logSum, -Infinity) - Math.log(values.length)
}
