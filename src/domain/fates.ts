import type { Egg } from '../contracts/egg-record.ts'
import type { LookRecord } from '../contracts/look-record.ts'
import type { EggSet } from '../contracts/set-record.ts'
import { phaseOf, type Fate } from '../core/hatching/results.ts'
import { timetableOfPlan, type Timeline } from './timeline.ts'

/** What became of the eggs of a set, as far as their records tell; in the order of the eggs. */
export function fatesOf(set: Pick<EggSet, 'species' | 'plan'>, eggs: readonly Egg[]): Fate[] {
  const { incubationDays } = timetableOfPlan(set)
  return eggs.map((egg) => fateOf(egg, incubationDays))
}

/** @param incubationDays - of its set */
export function fateOf({ outcome, pipped, removed }: Egg, incubationDays: number): Fate {
  if (outcome) {
    switch (outcome.found) {
      case 'hatched':
        return 'hatched'
      case 'alive':
        return 'living-removed'
      case 'clear':
        return 'infertile'
      case 'blood-ring':
        return 'early'
      case 'quitter':
        if (pipped) return 'pipped'
        // When it died nobody could tell.
        return outcome.deathDay == null ? 'dead-unopened' : phaseOf(outcome.deathDay, incubationDays)
    }
  }
  if (removed) return removed.grade === 'clear' ? 'clear-unopened' : 'dead-unopened'
  return 'unknown'
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
      grade: look.own?.grade ?? look.verdict.grade,
    }))
    .sort((a, b) => a.ageDays - b.ageDays)
  const lived = said.findLast(({ grade }) => grade === 'developing')?.ageDays ?? null
  const dead = said.find(
    ({ grade, ageDays }) => (grade === 'quitter' || grade === 'blood-ring') && ageDays > (lived ?? -1),
  )?.ageDays
  if (lived === null) return dead ?? null
  return dead === undefined ? lived : (lived + dead) / 2
}
