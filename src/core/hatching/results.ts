import { wilsonInterval, type Share } from '../statistics/share.ts'
import { wantedPositive } from '../wanted.ts'

/** What became of an egg that was set, as far as it is known. */
export const FATES = [
  'hatched',
  /** Living when it was taken out or opened. */
  'living-removed',
  'infertile',
  'early',
  'middle',
  'late',
  'pipped',
  /** Taken out by candling as clear, never opened: infertile, or dead before it showed. */
  'candled-out-clear',
  /** Taken out by candling as a blood ring, never opened: dead early, a little less surely than one that was opened. */
  'candled-out-ring',
  /** Taken out by candling as dead or in doubt, never opened; or opened, and nobody could tell when it died. */
  'candled-out-dead',
  /** Leaking or smelling, never opened: what it was nobody knows. */
  'rotten',
  /** Cracked, dropped, eaten by an animal, or gone and nobody knows how: says nothing of its life. */
  'handling',
  /** Given away, sold, eaten, moved to a hen elsewhere: what became of it is known elsewhere. */
  'passed-on',
  'unknown',
] as const
export type Fate = (typeof FATES)[number]

/** Eggs that left for reasons that say nothing of their life: they are counted, and stand in no rate. */
export const NO_RATE = ['handling', 'passed-on'] as const satisfies readonly Fate[]

/** Whether what became of an egg counts for fertility, hatch and losses. */
export function countsInRates(fate: Fate): boolean {
  return !(NO_RATE as readonly Fate[]).includes(fate)
}

/** Losses that tell when they died. */
export const PHASES = ['early', 'middle', 'late', 'pipped'] as const satisfies readonly Fate[]
export type Phase = (typeof PHASES)[number]

/** Ends of the first two weeks of a 21-day bird, as fractions; others by the same. */
const EARLY_UNTIL = 7 / 21
const MIDDLE_UNTIL = 14 / 21

/** When an embryo of an age died, by the weeks that breakouts are counted in. @param deathDay - days of development */
export function phaseOf(deathDay: number, incubationDays: number): Exclude<Phase, 'pipped'> {
  wantedPositive('incubationDays', incubationDays)
  const fraction = deathDay / incubationDays
  return fraction <= EARLY_UNTIL ? 'early' : fraction <= MIDDLE_UNTIL ? 'middle' : 'late'
}

/** What became of an egg, and whether the candler had called it clear before anybody opened it. */
export interface EggEnd {
  fate: Fate
  calledClear: boolean
}

export interface HatchResults {
  /** All eggs that were set. */
  set: number
  /** Those of them that every rate is of: without what was lost to handling or passed on. */
  rated: number
  counts: Readonly<Record<Fate, number>>
  /** Eggs whose outcome is not known yet. */
  open: number
  /**
   * By candling: all but those called clear, whatever was found in them later. `true`: without those found infertile,
   * where every egg that was called clear has been opened; null while some were not.
   */
  fertility: { apparent: Share | null; true: Share | null }
  hatchOfSet: Share | null
  /** Of those truly fertile where that is known, else of those apparently fertile; what was taken out living could not hatch and is left out. */
  hatchOfFertile: Share | null
  /** Of the same eggs. A blood ring that was candled and taken out died early. */
  losses: Readonly<Record<Phase, Share | null>>
}

/** A set's results from what became of each egg. */
export function hatchResults(ends: readonly EggEnd[]): HatchResults {
  const counts = Object.fromEntries(FATES.map((fate) => [fate, 0])) as Record<Fate, number>
  for (const { fate } of ends) counts[fate]++
  const ratedEnds = ends.filter(({ fate }) => countsInRates(fate))
  const rated = ratedEnds.length
  const calledClear = ratedEnds.filter((end) => end.calledClear).length
  // A rotten egg that nobody opened may never have been fertile.
  const isCertain = counts['candled-out-clear'] === 0 && counts.rotten === 0 && counts.unknown === 0
  const takenForClear = ratedEnds.filter(
    (end) => end.fate === 'candled-out-clear' || (end.fate === 'rotten' && end.calledClear),
  ).length
  const couldHatch = rated - counts.infertile - takenForClear - counts['living-removed']
  const died: Record<Phase, number> = {
    early: counts.early + counts['candled-out-ring'],
    middle: counts.middle,
    late: counts.late,
    pipped: counts.pipped,
  }
  return {
    set: ends.length,
    rated,
    counts,
    open: counts.unknown,
    fertility: {
      apparent: wilsonInterval(rated - calledClear, rated),
      true: isCertain ? wilsonInterval(rated - counts.infertile, rated) : null,
    },
    hatchOfSet: wilsonInterval(counts.hatched, rated),
    hatchOfFertile: wilsonInterval(counts.hatched, couldHatch),
    losses: Object.fromEntries(
      PHASES.map((phase) => [phase, wilsonInterval(died[phase], couldHatch)]),
    ) as Record<Phase, Share | null>,
  }
}
