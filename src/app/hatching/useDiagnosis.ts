import { computed, type ComputedRef } from 'vue'
import type { Egg } from '../../contracts/records/egg-state.ts'
import type { EggSet } from '../../contracts/records/set-record.ts'
import { diagnose, type Diagnosis } from '../../core/diagnosis/diagnose.ts'
import type { SetStory } from '../../core/diagnosis/story.ts'
import { DAY_MS } from '../../core/time/durations.ts'
import { storyOfSet } from '../../domain/story-of-set.ts'
import { useHatcheryStore } from '../data/hatchery.ts'

/** After so long nothing of a set changes any more by the clock alone, ms. */
const LATEST_MS = 70 * DAY_MS

/** What went wrong with a set that is over, as far as the book tells. */
export function useDiagnosis(
  given: () => { set: EggSet; eggs: readonly Egg[] },
): ComputedRef<{ story: SetStory; diagnosis: Diagnosis }> {
  const store = useHatcheryStore()
  return computed(() => {
    const { set, eggs } = given()
    const { hatchery, looksByEgg, probes, rollUps, logs } = store
    const story = storyOfSet(
      { set, eggs },
      { hatchery, looksByEgg, probes, rollUps, logs },
      Date.parse(set.setAt) + LATEST_MS,
    )
    return { story, diagnosis: diagnose(story) }
  })
}
