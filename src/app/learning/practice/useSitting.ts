import { useLocalStorage } from '@vueuse/core'
import { computed, ref, type ComputedRef, type Ref } from 'vue'
import { v4 as uuid } from 'uuid'
import { practisedBy, type Practised } from '../../../contracts/records/practice-record.ts'
import { HOUR_MS } from '../../../core/time/durations.ts'
import { useHatcheryStore } from '../../data/hatchery.ts'
import { nameInBook } from '../../data/which-book.ts'

/** Cards of one sitting: some three minutes. */
export const SITTING = 10
/** A sitting that was left is gone on with for so long. */
const STILL_OPEN_MS = 12 * HOUR_MS

/** Who practises, and the ten cards of now. */
export interface Sitting {
  learner: Ref<{ id: string; name: string }>
  /** All answers of this person, the oldest first. */
  practised: ComputedRef<Practised[]>
  sitting: Ref<string | null>
  ofSitting: ComputedRef<Practised[]>
  isOver: ComputedRef<boolean>
  /** Goes on with a sitting that was left, or begins a new one. */
  open: (nowMs: number) => void
  keep: (answer: Practised) => Promise<void>
}

export function useSitting(): Sitting {
  const store = useHatcheryStore()
  const learner = useLocalStorage(nameInBook('learner'), { id: '', name: '' })
  if (!learner.value.id) learner.value = { id: uuid(), name: 'me' }
  const practised = computed(() => practisedBy(store.practice, learner.value.id))
  const sitting = ref<string | null>(null)
  const ofSitting = computed(() => practised.value.filter((one) => one.sitting === sitting.value))
  const isOver = computed(() => ofSitting.value.length >= SITTING)

  function open(nowMs: number): void {
    const latest = practised.value.at(-1)
    const isOpen =
      latest &&
      nowMs - Date.parse(latest.at) < STILL_OPEN_MS &&
      practised.value.filter((one) => one.sitting === latest.sitting).length < SITTING
    sitting.value = isOpen ? latest.sitting : uuid()
  }

  const keep = (answer: Practised): Promise<void> =>
    store.note({
      practised: [{ learner: { id: learner.value.id, name: learner.value.name.trim() || 'me' }, answer }],
    })

  return { learner, practised, sitting, ofSitting, isOver, open, keep }
}
