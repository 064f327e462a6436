import { computed, type ComputedRef, type Ref } from 'vue'
import { v4 as uuid } from 'uuid'
import { practisedBy } from '../../../contracts/records/practice-record.ts'
import { useHatcheryStore } from '../../data/hatchery.ts'

export interface Learner {
  id: string
  name: string
}

/** Who practises with this book. */
export interface Learners {
  /** Everybody but the one who sits here. */
  others: ComputedRef<Array<Learner & { practised: ReturnType<typeof practisedBy> }>>
  /** Who sits down at another's tablet takes their own place: by name, or as somebody new. */
  become: (name: string) => void
}

/** @param learner - who sits here @param practised - by them */
export function useLearners(
  learner: Ref<Learner>,
  practised: Readonly<Ref<{ readonly length: number }>>,
): Learners {
  const store = useHatcheryStore()
  const others = computed(() => {
    const found = new Map<string, string>()
    for (const { learnerId, learner: name } of store.practice) found.set(learnerId, name)
    found.delete(learner.value.id)
    return [...found].map(([id, name]) => ({ id, name, practised: practisedBy(store.practice, id) }))
  })
  function become(name: string): void {
    const trimmed = name.trim() || 'me'
    const known = others.value.find((one) => one.name === trimmed)
    if (known) learner.value = { id: known.id, name: trimmed }
    else if (practised.value.length > 0) learner.value = { id: uuid(), name: trimmed }
    else learner.value = { ...learner.value, name: trimmed }
  }
  return { others, become }
}
