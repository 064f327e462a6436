import { onScopeDispose, ref, shallowRef, watch } from 'vue'
import { watchDebounced } from '@vueuse/core'
import type { ProbeRecord } from '../../contracts/records/probe-record.ts'
import type { ClimateBand } from '../../core/climate/band.ts'
import { MINUTE_MS } from '../../core/time/durations.ts'
import { SeriesClient } from '../../workers/series-client.ts'
import type { ClimateFacts, HourOfProbe, SeriesTasks } from '../../workers/series-protocol.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import { t } from './words.ts'

/** The readings of an incubator's probes over a time, held and worked out by a worker. */
export function useClimate(
  ask: () => { probes: readonly ProbeRecord[]; band: ClimateBand; fromMs: number; toMs: number },
) {
  const hatchery = useHatcheryStore()
  const client = new SeriesClient()
  onScopeDispose(() => client.release())
  const facts = shallowRef<ClimateFacts[]>([])
  const hours = shallowRef<HourOfProbe[]>([])
  const comparison = shallowRef<SeriesTasks['compare']['answer'] | null>(null)
  const readings = ref(0)
  const problem = ref('')
  /** Counts up whenever what lies in the worker is another. */
  const opened = ref(0)

  async function open(): Promise<void> {
    const { probes, band, fromMs, toMs } = ask()
    try {
      const found = await client.ask('open', {
        database: hatchery.repository.databaseName,
        probes,
        fromMs,
        toMs,
      })
      readings.value = found.readings
      opened.value++
      facts.value = await client.ask('facts', { band, fromMs, toMs })
      hours.value = await client.ask('hours', { fromMs, toMs })
      const [one, other] = probes.filter((probe) =>
        facts.value.some(({ probeId, celsius }) => probeId === probe.id && celsius),
      )
      comparison.value =
        one && other ? await client.ask('compare', { one: one.id, other: other.id, fromMs, toMs }) : null
      problem.value = ''
    } catch (error) {
      problem.value = t('incubator.notShown', { why: (error as Error).message })
    }
  }
  watch(
    () => {
      const { probes, fromMs } = ask()
      return [probes, fromMs] as const
    },
    () => void open(),
    { immediate: true },
  )
  // New readings come all the time; once a minute is soon enough for a picture of days.
  watchDebounced(
    () => hatchery.rollUps,
    () => void open(),
    { debounce: MINUTE_MS, maxWait: MINUTE_MS },
  )

  return { client, facts, hours, comparison, readings, problem, opened }
}
