import { computed, onScopeDispose, shallowRef, type ComputedRef, type ShallowRef } from 'vue'
import type { Egg } from '../../contracts/records/egg-state.ts'
import { assignPhotos, type PhotoOrder } from '../../core/tray/assign-photos.ts'
import { inLanes } from '../../workers/pool.ts'
import { readCaptureTime } from '../../devices/camera/photo-files.ts'
import { t } from './words.ts'

/** What became of one file. */
export interface FileOutcome {
  name: string
  state: 'waiting' | 'kept' | 'refused' | 'left-over' | 'stopped'
  /** Where it went, or why it went nowhere. */
  words: string
}

export interface ManyFilesOptions {
  lanes: number
  /** The eggs that wait for a picture, from the one at hand on. */
  waiting: () => Egg[]
  placeOf: (egg: Egg) => string
  /** Measures a file and saves it as the egg's look. @throws Error with a sentence where it cannot */
  take: (file: File, egg: Egg, signal: AbortSignal) => Promise<void>
  sentenceOf: (error: unknown) => string
}

/** Files on their way to eggs. */
export interface ManyFiles {
  outcomes: ShallowRef<FileOutcome[]>
  running: ShallowRef<AbortController | null>
  done: ComputedRef<number>
  /** Resolves when all that was asked for so far is done. */
  add: (files: readonly File[], order: PhotoOrder) => Promise<void>
  stop: () => void
  close: () => void
}

/**
 * Several files at once go to the waiting eggs in turn; each is saved as soon as it is measured. What is chosen
 * meanwhile waits for its turn, and of each file it is said what became of it.
 */
export function useManyFiles({ lanes, waiting, placeOf, take, sentenceOf }: ManyFilesOptions): ManyFiles {
  const outcomes = shallowRef<FileOutcome[]>([])
  const running = shallowRef<AbortController | null>(null)
  const queue: Array<{ files: readonly File[]; order: PhotoOrder; from: number }> = []
  onScopeDispose(() => running.value?.abort())
  const done = computed(() => outcomes.value.filter(({ state }) => state !== 'waiting').length)

  function note(index: number, state: FileOutcome['state'], words: string): void {
    outcomes.value = outcomes.value.map((item, i) => (i === index ? { ...item, state, words } : item))
  }

  async function add(files: readonly File[], order: PhotoOrder): Promise<void> {
    if (running.value === null) outcomes.value = []
    queue.push({ files, order, from: outcomes.value.length })
    outcomes.value = [
      ...outcomes.value,
      ...files.map(({ name }): FileOutcome => ({ name, state: 'waiting', words: '' })),
    ]
    if (running.value !== null) return
    const controller = new AbortController()
    running.value = controller
    try {
      for (let next = queue.shift(); next; next = queue.shift()) await takeAll(next, controller.signal)
    } finally {
      running.value = null
    }
  }

  async function takeAll({ files, order, from }: (typeof queue)[number], signal: AbortSignal): Promise<void> {
    const dated = await Promise.all(
      files.map(async (file, i) => ({
        name: file.name,
        takenAtMs: await readCaptureTime(file),
        file,
        index: from + i,
      })),
    )
    const { pairs, leftOver } = assignPhotos(dated, waiting(), order)
    for (const { index } of leftOver) note(index, 'left-over', t('files.noEggWaiting'))
    await inLanes(
      pairs,
      async ({ file: { file, index }, place }) => {
        try {
          await take(file, place, signal)
          note(index, 'kept', placeOf(place))
        } catch (error) {
          if (!signal.aborted) note(index, 'refused', sentenceOf(error))
        }
      },
      { lanes, signal },
    )
    outcomes.value = outcomes.value.map((item, i) =>
      i >= from && i < from + files.length && item.state === 'waiting'
        ? { ...item, state: 'stopped', words: t('files.stopped') }
        : item,
    )
  }

  return {
    outcomes,
    running,
    done,
    add,
    stop: () => running.value?.abort(),
    close: () => {
      outcomes.value = []
    },
  }
}
