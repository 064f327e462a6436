import { ref, watch, type ComputedRef, type Ref } from 'vue'
import type { Egg } from '../../../contracts/records/egg-state.ts'
import type { LookRecord } from '../../../contracts/records/look-record.ts'
import type { Comparison } from '../CompareEgg.vue'

const ORDER: readonly Comparison[] = ['earlier', 'blink', 'mates', 'reference', 'living']

/** What stands beside the egg at hand. */
export interface ComparisonChoice {
  comparison: Ref<Comparison | null>
  /** Shows one, or hides it where it is shown. */
  compare: (kind: Comparison) => void
  /** The next of them; none after the last. */
  next: () => void
}

/** @param suspected - the first look of an egg that is looked at again */
export function useComparison(
  current: Readonly<Ref<Egg | null>>,
  suspected: ComputedRef<LookRecord | null>,
): ComparisonChoice {
  const comparison = ref<Comparison | null>(null)
  watch(
    () => current.value?.id,
    () => {
      // A suspect's first look stands beside it without being asked for.
      comparison.value = suspected.value ? 'earlier' : null
    },
  )
  return {
    comparison,
    compare: (kind) => {
      comparison.value = comparison.value === kind ? null : kind
    },
    next: () => {
      const at = comparison.value === null ? -1 : ORDER.indexOf(comparison.value)
      comparison.value = ORDER[at + 1] ?? null
    },
  }
}
