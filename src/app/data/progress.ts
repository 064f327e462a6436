import { ref, type Ref } from 'vue'

const SHOW_EVERY_MS = 100

/** What long work is told: whom to tell how far it is, and when to end. */
export interface LongWork {
  onProgress: (done: number, total: number) => void
  signal: AbortSignal
}

export interface Progress {
  /** What is under way, and how far it is. */
  progress: Ref<{ words: string; done: number; total: number } | null>
  /** Runs long work with its progress shown; {@link stop} ends it. */
  running: <T>(words: string, work: (how: LongWork) => Promise<T>) => Promise<T>
  stop: () => void
}

export function useProgress(): Progress {
  const progress: Progress['progress'] = ref(null)
  let stopping: AbortController | null = null

  async function running<T>(words: string, work: (how: LongWork) => Promise<T>): Promise<T> {
    const controller = new AbortController()
    stopping = controller
    progress.value = { words, done: 0, total: 0 }
    let shownMs = 0
    try {
      return await work({
        signal: controller.signal,
        onProgress: (done, total) => {
          // Drawing each of thousands of steps would take longer than they do.
          if (done < total && Date.now() - shownMs < SHOW_EVERY_MS) return
          shownMs = Date.now()
          progress.value = { words, done, total }
        },
      })
    } finally {
      stopping = null
      progress.value = null
    }
  }

  return { progress, running, stop: () => stopping?.abort() }
}
