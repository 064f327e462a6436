import { onUnmounted, ref, shallowRef, watch } from 'vue'
import type { LoggerReadings } from '../../contracts/files/logger-file.ts'
import type { LoggerColumn } from '../../core/climate/logger-columns.ts'
import type { LoggerHead, LoggerTasks } from '../../workers/logger-protocol.ts'
import { TaskClient } from '../../workers/tasks.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import { t } from './words.ts'

const MOST_BYTES = 60_000_000

/** A logger's file, read in a worker: what its columns mean, and the readings that follow. */
export function useLoggerFile() {
  const store = useHatcheryStore()
  const name = ref('')
  const table = shallowRef<Omit<LoggerHead, 'columns'> | null>(null)
  const columns = ref<LoggerColumn[]>([])
  const dayFirst = ref<boolean | null>(null)
  const found = shallowRef<LoggerReadings | null>(null)
  /** What is wrong with the file itself, and what with the meaning of its columns. */
  const problem = ref('')
  const refused = ref('')
  const reading = ref(false)
  let client: TaskClient<LoggerTasks> | null = null

  function forget(): void {
    client?.release()
    client = null
    table.value = null
    found.value = null
    dayFirst.value = null
    problem.value = ''
    refused.value = ''
    reading.value = false
  }
  onUnmounted(forget)

  async function read(file: File): Promise<void> {
    forget()
    if (file.size > MOST_BYTES) {
      problem.value = t('logger.tooLarge')
      return
    }
    const own = (client = new TaskClient<LoggerTasks>(
      new Worker(new URL('../../workers/logger.worker.ts', import.meta.url), { type: 'module' }),
      t('logger.stopped'),
    ))
    reading.value = true
    try {
      const known = store.hatchery.loggerColumns.map(({ head, means }) => ({ head, means }))
      const read = await own.ask('read', { file, known })
      if (own !== client) return
      columns.value = read.columns
      name.value = file.name.replace(/\.\w+$/, '').slice(0, 60) || t('logger.logger')
      table.value = read
    } catch (error) {
      if (own !== client) return
      forget()
      problem.value = (error as Error).message
    }
  }

  watch(
    [table, columns, dayFirst, () => store.hatchery.zone],
    async () => {
      const own = client
      if (!own || !table.value) return
      reading.value = true
      const ask = { columns: [...columns.value], zone: store.hatchery.zone, nowMs: Date.now() }
      const order = dayFirst.value
      const answer = await own.ask('readings', { ...ask, dayFirst: order }).then(
        (readings) => ({ readings, why: '' }),
        (error: unknown) => ({ readings: null, why: (error as Error).message }),
      )
      const isStale =
        own !== client || order !== dayFirst.value || String(ask.columns) !== String(columns.value)
      if (isStale) return
      found.value = answer.readings
      refused.value = answer.why
      reading.value = false
    },
    { deep: true },
  )

  return { name, table, columns, dayFirst, found, problem, refused, reading, read, forget }
}
