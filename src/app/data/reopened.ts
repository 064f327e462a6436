import { createPinia, disposePinia, getActivePinia, setActivePinia } from 'pinia'
import { useHatcheryStore } from './hatchery.ts'

/** For tests: a store on the records of the last one, which is what a reload gives. */
export async function reopened() {
  // The tab before is closed, or it would keep the lead.
  const before = getActivePinia()
  if (before) disposePinia(before)
  setActivePinia(createPinia())
  const store = useHatcheryStore()
  await store.load()
  return store
}
