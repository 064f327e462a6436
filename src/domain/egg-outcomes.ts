import type { Leaving } from '../contracts/records/egg-record.ts'
import type { Egg } from '../contracts/records/egg-state.ts'
import type { LookRecord } from '../contracts/records/look-record.ts'
import type { EggSet } from '../contracts/records/set-record.ts'
import type { SuggestedGrade } from '../core/grade-names.ts'
import { countsInRates, phaseOf, type EggEnd, type Fate, type Phase } from '../core/hatching/results.ts'
import { standingGrade } from './own-grade.ts'
import { timetableOfPlan, type Timeline } from './timeline.ts'

/** Outcomes of a set's eggs from their records, in the order of the eggs. */
export function eggOutcomes(set: Pick<EggSet, 'species' | 'plan'>, eggs: readonly Egg[]): Fate[] {
  const { incubationDays } = timetableOfPlan(set)
  return eggs.map((egg) => eggOutcome(egg, incubationDays))
}

/** @param incubationDays - of its set */
export function eggOutcome({ outcome, pipped, removed }: Egg, incubationDays: number): Fate {
  // Whatever was found in it later: what was dropped or given away stands in no rate.
  if (removed && !tellsWhenOpened(removed)) return LEFT[removed.why as Exclude<Leaving, 'graded'>]
  if (outcome) {
    switch (outcome.found) {
      case 'hatched':
        return 'hatched'
      case 'alive':
        return 'living-removed'
      case 'clear':
        // Whose disc was fertile died before anything showed.
        return outcome.disc === 'fertile' ? 'early' : 'infertile'
      case 'blood-ring':
        return 'early'
      case 'quitter':
        if (pipped) return 'pipped'
        // When it died nobody could tell.
        return outcome.deathDay == null ? 'candled-out-dead' : phaseOf(outcome.deathDay, incubationDays)
    }
  }
  if (!removed) return 'unknown'
  return removed.why === 'graded' ? TAKEN_OUT[removed.grade ?? 'unsure'] : LEFT[removed.why]
}

/** What an egg counts as that left for another reason than its grade. */
const LEFT: Readonly<Record<Exclude<Leaving, 'graded'>, Fate>> = {
  rotten: 'rotten',
  cracked: 'handling',
  broken: 'handling',
  animal: 'handling',
  missing: 'handling',
  'given-away': 'passed-on',
  eaten: 'passed-on',
  'moved-away': 'passed-on',
}

/** Whether an egg that left counts for fertility and hatch, and may tell something when it is opened. */
export function tellsWhenOpened({ why }: Pick<NonNullable<Egg['removed']>, 'why'>): boolean {
  return why === 'graded' || countsInRates(LEFT[why])
}

/** What an egg is taken for that was taken out and never opened. */
const TAKEN_OUT: Readonly<Record<SuggestedGrade, Fate>> = {
  developing: 'living-removed',
  clear: 'candled-out-clear',
  'blood-ring': 'candled-out-ring',
  quitter: 'candled-out-dead',
  unsure: 'candled-out-dead',
}

/** What became of the eggs, with what the candler had called clear: for results. */
export function endsOf(set: Pick<EggSet, 'species' | 'plan'>, eggs: readonly Egg[]): EggEnd[] {
  return eggOutcomes(set, eggs).map((fate, i) => ({ fate, calledClear: calledClear(eggs[i]!) }))
}

/** By the grade with which it was taken out; of one that stayed in, by what was found. */
function calledClear({ removed, outcome }: Egg): boolean {
  return removed ? removed.grade === 'clear' : outcome?.found === 'clear'
}

/** How sure it is that a candled ring died early, and that looks tell when another died. */
const CERTAINTY = { opened: 1, ring: 0.9, looks: 0.7 } as const

/** When an egg died, and how certain that is; null if it did not die or the time is unknown. */
export function deathOf(
  egg: Egg,
  looks: readonly LookRecord[],
  timeline: Timeline,
): { phase: Phase; certainty: number } | null {
  const { incubationDays } = timeline.days
  const fate = eggOutcome(egg, incubationDays)
  switch (fate) {
    case 'early':
    case 'middle':
    case 'late':
    case 'pipped':
      return { phase: fate, certainty: CERTAINTY.opened }
    case 'candled-out-ring':
      return { phase: 'early', certainty: CERTAINTY.ring }
    case 'candled-out-dead': {
      if (egg.removed?.grade === 'unsure') return null
      const day = deathDayByLooks(looks, timeline)
      return day === null ? null : { phase: phaseOf(day, incubationDays), certainty: CERTAINTY.looks }
    }
    default:
      return null
  }
}

/**
 * The day on which an egg probably died, by its looks: between the last that showed it living and the first that did
 * not. Days of development; null where no look tells.
 */
export function deathDayByLooks(looks: readonly LookRecord[], timeline: Timeline): number | null {
  const said = looks
    .filter(({ replaced }) => !replaced)
    .map((look) => ({
      ageDays: timeline.ageAt(Date.parse(look.takenAt)),
      grade: standingGrade(look),
    }))
    .sort((a, b) => a.ageDays - b.ageDays)
  const lived = said.findLast(({ grade }) => grade === 'developing')?.ageDays ?? null
  const dead = said.find(
    ({ grade, ageDays }) => (grade === 'quitter' || grade === 'blood-ring') && ageDays > (lived ?? -1),
  )?.ageDays
  if (lived === null) return dead ?? null
  return dead === undefined ? lived : (lived + dead) / 2
}
