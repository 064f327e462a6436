import { PHASES } from '../hatching/results.ts'
import { logHappenings, logDirichletMultinomial, logNormal, logTwoKinds } from '../statistics/marginal.ts'
import { USUAL, type Clue, type Expectation } from './causes.ts'
import { DEATH_SIGNS, type SetStory } from './story.ts'

export type Clues = Partial<Record<Clue, (expected: Expectation, severity: number) => number>>

const DIED: ReadonlySet<string> = new Set([...PHASES, 'candled-out-ring', 'candled-out-dead'])

export function fertileEggs({ eggs }: SetStory): number {
  return knownFates(eggs).length
}

export function placedEggs({ eggs }: SetStory) {
  return eggs.flatMap(({ place, fate, outHours }) =>
    place && (fate === 'hatched' || DIED.has(fate)) ? [{ ...place, outHours, died: DIED.has(fate) }] : [],
  )
}

/** How likely each of what is known is, as a logarithm, under a cause and how bad it is. Only of what is known. */
export function cluesOf(story: SetStory, placeFactor: number | null): Clues {
  const clues: Clues = {
    ...cluesOfDeaths(story),
    ...cluesOfStorage(story),
    ...cluesOfLoss(story),
    ...cluesOfTiming(story),
    ...cluesOfAir(story),
  }
  if (placeFactor !== null) clues.place = ({ place }) => (place ? placeFactor : 0)
  return clues
}

/** When eggs died, how many were none, and what the opened ones showed. */
function cluesOfDeaths({ eggs }: SetStory): Clues {
  const clues: Clues = {}
  // A death that is known less surely counts for less.
  const counts = PHASES.map((phase) =>
    Math.round(eggs.reduce((sum, { death }) => sum + (death?.phase === phase ? death.certainty : 0), 0)),
  )
  const hatched = eggs.filter(({ fate }) => fate === 'hatched').length
  const withHatched = [...counts, hatched]
  clues.phases = ({ phases }, severity) =>
    logDirichletMultinomial(withHatched, shares(phases, severity), USUAL.phasesWorth)

  const infertile = eggs.filter(({ fate }) => fate === 'infertile').length
  const unopened = eggs.filter(({ fate }) => fate === 'candled-out-clear').length
  const known = knownFates(eggs)
  if (infertile > 0 || (unopened === 0 && known.length > 0))
    clues.fertility = ({ infertile: more = 0 }, severity) =>
      logTwoKinds(
        { count: infertile, of: infertile + known.length },
        Math.min(0.9, USUAL.infertile + severity * more),
        USUAL.infertileWorth,
      )

  const opened = eggs.flatMap(({ fate, signs }) =>
    signs && (fate === 'late' || fate === 'pipped' || fate === 'middle') ? [signs] : [],
  )
  if (opened.length > 0)
    clues.signs = ({ signs = {} }, severity) =>
      DEATH_SIGNS.reduce((sum, sign) => {
        const count = opened.filter((list) => list.includes(sign)).length
        const mean = Math.min(0.9, USUAL.signs[sign] + severity * (signs[sign] ?? 0))
        return sum + logTwoKinds({ count, of: opened.length }, mean, USUAL.signsWorth)
      }, 0)
  return clues
}

/** What eggs had behind them when they were set. */
function cluesOfStorage({ eggs }: SetStory): Clues {
  const clues: Clues = {}
  const known = knownFates(eggs)
  const cracks = eggs.flatMap(({ cracked }) => (cracked === null ? [] : [cracked]))
  if (cracks.length > 0)
    clues.cracks = ({ cracks: more = 0 }, severity) =>
      logTwoKinds(
        { count: cracks.filter(Boolean).length, of: cracks.length },
        USUAL.cracks + severity * more,
        USUAL.cracksWorth,
      )
  const storage = known.flatMap(({ storageDays, fate }) =>
    storageDays === null ? [] : [{ x: storageDays, died: DIED.has(fate) }],
  )
  if (storage.length > 0) {
    const mean = meanOf(storage.map(({ x }) => x))
    clues.storage = shifted(mean, USUAL.storageDays, ({ storageDays }) => storageDays)
    clues['storage-pattern'] = ({ storagePattern = 1 }, severity) =>
      pattern(storage, severity * Math.log(storagePattern))
  }
  const parcels = known.flatMap(({ posted, death }) =>
    posted === null ? [] : [{ x: posted ? 1 : 0, died: death?.phase === 'early' }],
  )
  if (parcels.length > 0) {
    // A parcel is one thing, however many eggs are in it.
    const share = meanOf(parcels.map(({ x }) => x))
    clues.parcel = ({ posted = USUAL.posted }) =>
      share * Math.log(posted) + (1 - share) * Math.log(1 - posted)
    clues['parcel-pattern'] = ({ parcelPattern = 1 }, severity) =>
      pattern(parcels, severity * Math.log(parcelPattern))
  }
  const cells = eggs.flatMap(({ looseCell }) => (looseCell === null ? [] : [looseCell]))
  if (cells.length > 0)
    clues['loose-cells'] = ({ looseCells = 0 }, severity) =>
      logTwoKinds(
        { count: cells.filter(Boolean).length, of: cells.length },
        USUAL.looseCells + severity * looseCells,
        USUAL.signsWorth,
      )
  return clues
}

function cluesOfLoss({ eggs, goodLoss, rhOver }: SetStory): Clues {
  const losses = eggs.flatMap(({ loss }) => (loss === null ? [] : [loss]))
  if (losses.length > 0)
    return { loss: shifted(meanOf(losses) - goodLoss, USUAL.lossOver, ({ lossOver }) => lossOver) }
  // What the hygrometer says and what the eggs lost is one and the same; the eggs know better.
  if (rhOver === null) return {}
  return { loss: shifted(rhOver, USUAL.rhOver, (expected) => expected.rhOver) }
}

/** When chicks came out, and how far apart. */
function cluesOfTiming({ eggs }: SetStory): Clues {
  const outs = eggs.flatMap(({ outHours }) => (outHours === null ? [] : [outHours]))
  if (outs.length <= 2) return {}
  const mean = meanOf(outs)
  const spread = Math.sqrt(outs.reduce((sum, hours) => sum + (hours - mean) ** 2, 0) / (outs.length - 1))
  const middle = shifted(mean, USUAL.outHours, ({ outHours }) => outHours, spread / Math.sqrt(outs.length))
  const width = shifted(
    Math.log(Math.max(1, spread)),
    USUAL.logSpread,
    ({ logSpread }) => logSpread,
    1 / Math.sqrt(2 * outs.length),
  )
  return { timing: (expected, severity) => middle(expected, severity) + width(expected, severity) }
}

function cluesOfAir({ celsiusOver, lockdownRhOver, openings }: SetStory): Clues {
  const clues: Clues = {}
  if (celsiusOver !== null)
    clues.warmth = shifted(celsiusOver, USUAL.celsiusOver, (expected) => expected.celsiusOver)
  if (lockdownRhOver !== null)
    clues['lockdown-air'] = shifted(
      lockdownRhOver,
      USUAL.lockdownRhOver,
      (expected) => expected.lockdownRhOver,
    )
  if (openings !== null)
    clues.openings = ({ openings: more = 0 }, severity) =>
      logHappenings(openings, USUAL.openings + severity * more, USUAL.openingsShape)
  return clues
}

function knownFates(eggs: SetStory['eggs']): SetStory['eggs'][number][] {
  return eggs.filter(({ fate }) => fate === 'hatched' || DIED.has(fate))
}

/** What scatters normally about its usual middle, and is moved by a cause. @param ownSd - of the figure itself */
function shifted(
  value: number,
  usual: { mean: number; sd: number },
  by: (expected: Expectation) => number | undefined,
  ownSd = 0,
): NonNullable<Clues[Clue]> {
  return (expected, severity) =>
    logNormal(value, usual.mean + severity * (by(expected) ?? 0), Math.hypot(usual.sd, ownSd))
}

/** Shares of early, middle, late, pipped and hatched, the odds of each loss raised by a cause. */
function shares(factors: Expectation['phases'], severity: number): number[] {
  const hatched = 1 - PHASES.reduce((sum, phase) => sum + USUAL.phases[phase], 0)
  const odds = [
    ...PHASES.map((phase) => (USUAL.phases[phase] / hatched) * (factors[phase] ?? 1) ** severity),
    1,
  ]
  const sum = odds.reduce((all, value) => all + value, 0)
  return odds.map((value) => value / sum)
}

/** How likely the deaths are among the eggs when the odds rise by x; the mean share is that of all of them. */
function pattern(eggs: ReadonlyArray<{ x: number; died: boolean }>, logOddsPerX: number): number {
  const share = (eggs.filter(({ died }) => died).length + 0.5) / (eggs.length + 1)
  const mean = meanOf(eggs.map(({ x }) => x))
  const base = Math.log(share / (1 - share))
  return eggs.reduce((sum, { x, died }) => {
    const logOdds = base + logOddsPerX * (x - mean)
    return sum - Math.log1p(Math.exp(died ? -logOdds : logOdds))
  }, 0)
}

function meanOf(values: readonly number[]): number {
  return values.reduce((sum, value) => sum + value, 0) / values.length
}
