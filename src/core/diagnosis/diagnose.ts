import { PHASES } from '../hatching/results.ts'
import { logSum } from '../statistics/marginal.ts'
import { CAUSES, CLUES, EXPECTED, MUST_KNOW, type Cause, type Clue, type Expectation } from './causes.ts'
import { placeScan, type DeadCorner } from './place-scan.ts'
import { DEATH_SIGNS, type SetStory } from './story.ts'
import { placedEggs, cluesOf, fertileEggs, type Clues } from './clues.ts'

/** How much a clue speaks for a cause, against "nothing unusual": a factor of the odds; above 1 for, below 1 against. */
export interface Evidence {
  clue: Clue
  factor: number
}

export interface Suspect {
  cause: Cause
  /** Posterior probability that this was the cause. */
  chance: number
  /** For and against, the strongest first; clues that say next to nothing are left out. */
  evidence: Evidence[]
  /** Clues that would tell and that nobody noted. */
  missing: Clue[]
}

export interface Diagnosis {
  /**
   * `blamed`: the losses are unusual and one cause explains them, or two together. `nothing`: they are as usual. `cannot-tell`: too few
   * eggs, or what is known does not decide.
   */
  verdict: 'blamed' | 'nothing' | 'cannot-tell'
  /** What is blamed, the likeliest first: one thing, or two that came together. */
  blamed: Cause[]
  /** All causes, the likeliest first. */
  suspects: Suspect[]
  nothingChance: number
  /** Where losses lie together, if they do. */
  corner: DeadCorner | null
}

/** That nothing was wrong, one thing, or two at once. */
const PRIOR = { nothing: 0.6, one: 0.34, two: 0.06 } as const
/** How bad a cause may be, × what is expected where it is plainly there. */
const SEVERITIES = [0.5, 1, 1.6] as const
/** Fewer losses of which it is known what they were than this make no pattern. */
const BLAME = { chance: 0.8, lossFactor: 3, fewest: 6 } as const
/** With fewer fertile eggs "as usual" cannot be told from "somewhat worse". */
const ENOUGH_FOR_USUAL = 30
const NOTHING_CHANCE = 0.5
/** Clues that are made of the losses themselves. */
const OF_LOSSES: ReadonlySet<Clue> = new Set([
  'phases',
  'fertility',
  'cracks',
  'place',
  'storage-pattern',
  'parcel-pattern',
])
/** Factors nearer to 1 than this say next to nothing. */
const SAYS_LITTLE = Math.log(1.3)

/** Two things that may be wrong at once. */
const PAIRS = CAUSES.flatMap((a, i) => CAUSES.slice(i + 1).map((b): readonly [Cause, Cause] => [a, b]))

/**
 * What went wrong with a set, if anything can be told. Each cause, and each two together, is asked how likely all that
 * is known is under it, for causes more and less bad, and Bayes' rule makes chances of that. A cause is blamed only when
 * the losses themselves are unusual and speak for it, since a cool incubator that killed nobody is no cause of losses,
 * and only when what sets it apart from others was noted.
 */
export function diagnose(story: SetStory): Diagnosis {
  const placed = placedEggs(story)
  const scan = placeScan(placed)
  const clues = cluesOf(story, placed.length > 0 ? scan.logFactor : null)
  const nothing = Object.values(clues).reduce((sum, clue) => sum + clue({ phases: {} }, 0), 0)
  const found = CAUSES.map((cause) => weigh(cause, clues))
  const ones = found.map(({ score }) => Math.log(PRIOR.one / CAUSES.length) + score - nothing)
  const twos = PAIRS.map(
    ([a, b]) => Math.log(PRIOR.two / PAIRS.length) + scoreOf(both(EXPECTED[a], EXPECTED[b]), clues) - nothing,
  )
  const total = logSum([Math.log(PRIOR.nothing), ...ones, ...twos])
  const suspects = found
    .map(({ cause, evidence, lossFactor }, i) => ({
      cause,
      lossFactor,
      chance: Math.exp(logSum([ones[i]!, ...twos.filter((_, k) => PAIRS[k]!.includes(cause))]) - total),
      evidence: evidence
        .filter(({ factor }) => Math.abs(Math.log(factor)) >= SAYS_LITTLE)
        .sort((a, b) => Math.abs(Math.log(b.factor)) - Math.abs(Math.log(a.factor))),
      missing: CLUES.filter(
        (clue) => !clues[clue] && (speaksOf(clue, EXPECTED[cause]) || MUST_KNOW[cause].includes(clue)),
      ),
    }))
    .sort((a, b) => b.chance - a.chance)
  const nothingChance = Math.exp(Math.log(PRIOR.nothing) - total)
  const blamed = suspects.flatMap(({ cause, chance, lossFactor }) =>
    chance >= BLAME.chance &&
    lossFactor >= Math.log(BLAME.lossFactor) &&
    lossesOf(cause, story) >= BLAME.fewest &&
    MUST_KNOW[cause].some((clue) => clues[clue])
      ? [cause]
      : [],
  )
  const isUsual = nothingChance >= NOTHING_CHANCE && fertileEggs(story) >= ENOUGH_FOR_USUAL
  return {
    verdict: blamed.length > 0 ? 'blamed' : isUsual ? 'nothing' : 'cannot-tell',
    blamed,
    nothingChance,
    corner: scan.logFactor > 0 ? scan.corner : null,
    suspects: suspects.map(({ cause, chance, evidence, missing }) => ({ cause, chance, evidence, missing })),
  }
}

/** Eggs lost in a way that a cause may explain, of which it is known how. */
function lossesOf(cause: Cause, { eggs }: SetStory): number {
  return cause === 'infertile'
    ? eggs.filter(({ fate }) => fate === 'infertile').length
    : eggs.filter(({ death }) => death).length
}

/** What two causes at once change: factors are multiplied, all else added. */
function both(a: Expectation, b: Expectation): Expectation {
  const sum = (x?: number, y?: number): number | undefined =>
    x === undefined ? y : y === undefined ? x : x + y
  const product = (x = 1, y = 1): number => x * y
  return {
    phases: Object.fromEntries(PHASES.map((phase) => [phase, product(a.phases[phase], b.phases[phase])])),
    storagePattern: product(a.storagePattern, b.storagePattern),
    parcelPattern: product(a.parcelPattern, b.parcelPattern),
    lossOver: sum(a.lossOver, b.lossOver),
    rhOver: sum(a.rhOver, b.rhOver),
    storageDays: sum(a.storageDays, b.storageDays),
    lockdownRhOver: sum(a.lockdownRhOver, b.lockdownRhOver),
    celsiusOver: sum(a.celsiusOver, b.celsiusOver),
    outHours: sum(a.outHours, b.outHours),
    logSpread: sum(a.logSpread, b.logSpread),
    openings: sum(a.openings, b.openings),
    looseCells: sum(a.looseCells, b.looseCells),
    infertile: sum(a.infertile, b.infertile),
    cracks: sum(a.cracks, b.cracks),
    posted: a.posted ?? b.posted,
    place: a.place ?? b.place,
    signs: Object.fromEntries(DEATH_SIGNS.map((sign) => [sign, sum(a.signs?.[sign], b.signs?.[sign]) ?? 0])),
  }
}

function scoreOf(expected: Expectation, clues: Clues): number {
  const list = Object.values(clues)
  return (
    logSum(SEVERITIES.map((severity) => list.reduce((sum, clue) => sum + clue(expected, severity), 0))) -
    Math.log(SEVERITIES.length)
  )
}

/** A cause, summed over how bad it may be. Evidence is that of the severities in the shares in which they explain all. */
function weigh(
  cause: Cause,
  clues: Clues,
): { cause: Cause; score: number; evidence: Evidence[]; lossFactor: number } {
  const expected = EXPECTED[cause]
  const bySeverity = SEVERITIES.map((severity) =>
    CLUES.map((clue) => clues[clue]?.(expected, severity) ?? null),
  )
  const sums = bySeverity.map((list) => list.reduce<number>((sum, value) => sum + (value ?? 0), 0))
  const score = logSum(sums) - Math.log(SEVERITIES.length)
  const weights = sums.map((sum) => Math.exp(sum - logSum(sums)))
  const evidence = CLUES.flatMap((clue, k) => {
    const usual = clues[clue]?.({ phases: {} }, 0)
    if (usual === undefined) return []
    const log = weights.reduce((sum, weight, i) => sum + weight * (bySeverity[i]![k]! - usual), 0)
    return [{ clue, factor: Math.exp(log) }]
  })
  const lossFactor = evidence
    .filter(({ clue }) => OF_LOSSES.has(clue))
    .reduce((sum, { factor }) => sum + Math.log(factor), 0)
  return { cause, score, evidence, lossFactor }
}

function speaksOf(clue: Clue, expected: Expectation): boolean {
  switch (clue) {
    case 'phases':
      return true
    case 'fertility':
      return expected.infertile !== undefined
    case 'cracks':
      return expected.cracks !== undefined
    case 'place':
      return expected.place === true
    case 'storage-pattern':
    case 'storage':
      return expected.storageDays !== undefined
    case 'parcel-pattern':
    case 'parcel':
      return expected.posted !== undefined
    case 'loss':
      return expected.lossOver !== undefined
    case 'signs':
      return expected.signs !== undefined
    case 'loose-cells':
      return expected.looseCells !== undefined
    case 'openings':
      return expected.openings !== undefined
    case 'lockdown-air':
      return expected.lockdownRhOver !== undefined
    case 'warmth':
      return expected.celsiusOver !== undefined
    case 'timing':
      return expected.outHours !== undefined
  }
}
