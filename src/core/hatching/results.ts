import { shareOf, type Share } from '../statistics/share.ts'

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
  'clear-unopened',
  /** Taken out by candling as dead, never opened. */
  'dead-unopened',
  'unknown',
] as const
export type Fate = (typeof FATES)[number]

/** Losses that tell when they died. */
export const PHASES = ['early', 'middle', 'late', 'pipped'] as const satisfies readonly Fate[]
export type Phase = (typeof PHASES)[number]

/** Ends of the first two weeks of a 21-day bird, as fractions; others by the same. */
const EARLY_UNTIL = 7 / 21
const MIDDLE_UNTIL = 14 / 21

/** When an embryo of an age died, by the weeks that breakouts are counted in. @param deathDay - days of development */
export function phaseOf(deathDay: number, incubationDays: number): Exclude<Phase, 'pipped'> {
  const fraction = deathDay / incubationDays
  return fraction <= EARLY_UNTIL ? 'early' : fraction <= MIDDLE_UNTIL ? 'middle' : 'late'
}

export interface HatchResults {
  set: number
  counts: Readonly<Record<Fate, number>>
  /** Eggs of which nobody knows yet what became of them. */
  open: number
  /**
   * By candling: all but those taken out as clear. `true`: without those found infertile, where every egg that was
   * called clear has been opened; null while some were not.
   */
  fertility: { apparent: Share | null; true: Share | null }
  hatchOfSet: Share | null
  /** Of those truly fertile where that is known, else of those apparently fertile. */
  hatchOfFertile: Share | null
  /** Of all eggs that were fertile as far as is known. */
  losses: Readonly<Record<Phase, Share | null>>
}

/** A set's results from what became of each egg. */
export function hatchResults(fates: readonly Fate[]): HatchResults {
  const counts = Object.fromEntries(FATES.map((fate) => [fate, 0])) as Record<Fate, number>
  for (const fate of fates) counts[fate]++
  const set = fates.length
  const notFertile = counts.infertile + counts['clear-unopened']
  const apparent = set - notFertile
  const isCertain = counts['clear-unopened'] === 0 && counts.unknown === 0
  const fertile = set - counts.infertile - counts['clear-unopened']
  return {
    set,
    counts,
    open: counts.unknown,
    fertility: {
      apparent: shareOf(apparent, set),
      true: isCertain ? shareOf(set - counts.infertile, set) : null,
    },
    hatchOfSet: shareOf(counts.hatched, set),
    hatchOfFertile: shareOf(counts.hatched, fertile),
    losses: Object.fromEntries(PHASES.map((phase) => [phase, shareOf(counts[phase], fertile)])) as Record<
      Phase,
      Share | null
    >,
  }
}
