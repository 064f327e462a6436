import { useIntervalFn } from '@vueuse/core'
import { ref, type Ref } from 'vue'
import type { ProbeReading } from '../../contracts/records/readings-record.ts'
import { ReadingQueue } from '../../domain/reading-queue.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import { t } from './words.ts'

/** What is heard is written this often: nothing is called known before it is on the disk. */
const WRITE_EVERY_MS = 10_000

/** Readings of probes on their way to the disk. */
export interface ReadingsToWrite {
  problem: Ref<string | null>
  /** A reading of a probe, to be written soon. */
  take: (reading: ProbeReading) => void
  write: () => Promise<void>
}

export function useReadingsToWrite(): ReadingsToWrite {
  const hatchery = useHatcheryStore()
  const problem = ref<string | null>(null)
  const queue = new ReadingQueue()

  function take(reading: ProbeReading): void {
    if (reading.celsius !== null || reading.rhPercent !== null) queue.add(reading)
  }

  let writing = false
  async function write(): Promise<void> {
    // Another tab writes what the server hears; what only this one hears waits until it leads.
    if (writing || !hatchery.leads) return
    const now = queue.takeAll()
    if (now.length === 0) return
    writing = true
    try {
      await hatchery.note({ readings: now })
      problem.value = null
    } catch (error) {
      // Kept for the next try.
      queue.putBack(now)
      problem.value = t('sensing.notSaved', { why: (error as Error).message })
    } finally {
      writing = false
    }
  }
  useIntervalFn(() => void write(), WRITE_EVERY_MS)
  return { problem, take, write }
}
