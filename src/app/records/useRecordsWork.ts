import { ref, type Ref } from 'vue'
import { BundleError } from '../../contracts/files/bundle.ts'
import { t } from './words.ts'

/** What became of the last thing that was done with the records. */
export interface Outcome {
  text: string
  bad: boolean
  /** One line each. */
  details?: string[]
}

/** Runs something, and says what became of it. */
export type Guarded = (work: () => Promise<Outcome | string | null>) => Promise<void>

/** What is done with the records as a whole: one thing at a time. */
export interface RecordsWork {
  message: Ref<Outcome | null>
  working: Ref<boolean>
  guarded: Guarded
}

/** @param begins - called before each */
export function useRecordsWork(begins: () => void): RecordsWork {
  const message = ref<Outcome | null>(null)
  const working = ref(false)

  const guarded: Guarded = async (work) => {
    working.value = true
    message.value = null
    begins()
    try {
      const said = await work()
      message.value = typeof said === 'string' ? { text: said, bad: false } : said
    } catch (error) {
      message.value = { text: whatFailed(error as Error), bad: true }
    } finally {
      working.value = false
    }
  }
  return { message, working, guarded }
}

function whatFailed(error: Error): string {
  if (error instanceof BundleError) return t('import.nothingChanged', { why: error.message })
  return error.name === 'AbortError' ? t('import.stopped') : t('records.didNotWork', { why: error.message })
}
