import { computed, ref, type ComputedRef, type Ref } from 'vue'
import { EggWorkerError } from '../../../workers/client.ts'
import { isStorageFull } from '../../data/storage-room.ts'
import { t } from '../words.ts'

export type BenchPhase = 'ready' | 'taking' | 'measuring' | 'saving'

/** What the bench is doing: one thing at a time, and what went wrong with it. */
export interface BenchWork {
  phase: Ref<BenchPhase>
  /** Why nothing was recorded, as a sentence. */
  problem: Ref<string | null>
  savedAt: Ref<Date | null>
  busy: ComputedRef<boolean>
  /** Does one piece of work; nothing where another is under way. What fails becomes the problem. */
  run: (work: () => Promise<unknown>) => Promise<void>
  /** Resolves when what is under way now is done. */
  settled: () => Promise<unknown>
}

/** @param alsoBusy - whether something beside the bench's own work keeps it from beginning more */
export function useBenchWork(alsoBusy: () => boolean): BenchWork {
  const phase = ref<BenchPhase>('ready')
  const problem = ref<string | null>(null)
  const savedAt = ref<Date | null>(null)
  const busy = computed(() => phase.value !== 'ready' || alsoBusy())
  let working: Promise<unknown> = Promise.resolve()

  function run(work: () => Promise<unknown>): Promise<void> {
    if (busy.value) return Promise.resolve()
    const running = runNow(work)
    working = running
    return running
  }

  async function runNow(work: () => Promise<unknown>): Promise<void> {
    problem.value = null
    try {
      await work()
    } catch (error) {
      if (!(error instanceof EggWorkerError && error.code === 'cancelled')) problem.value = sentenceOf(error)
    } finally {
      phase.value = 'ready'
    }
  }

  return { phase, problem, savedAt, busy, run, settled: () => working }
}

export function sentenceOf(error: unknown): string {
  if (isStorageFull(error)) {
    return t('bench.storageFull')
  }
  return error instanceof Error ? error.message : t('bench.wentWrong')
}
