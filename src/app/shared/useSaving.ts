import { ref } from 'vue'
import { t } from './words.ts'

/** Runs what writes records; a write that failed is said as a sentence, and the next that works takes it back. */
export function useSaving() {
  const problem = ref('')
  async function saving(work: () => Promise<unknown>): Promise<void> {
    try {
      await work()
      problem.value = ''
    } catch (error) {
      problem.value = t('common.notSaved', { why: (error as Error).message })
    }
  }
  return { problem, saving }
}
