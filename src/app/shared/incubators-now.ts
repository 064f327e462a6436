import { computed, watch, type ComputedRef } from 'vue'
import type { ProbeReading } from '../../contracts/records/readings-record.ts'
import { alarmNews } from '../../domain/alarm-log.ts'
import { incubatorNow, type IncubatorNow } from '../../domain/incubator-now.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import { RECENT_MS } from '../data/opened-book.ts'
import { useClockStore } from './clock.ts'

/** How each incubator stands, by what its probes said lately. */
export function useIncubatorsNow(): {
  recent: ComputedRef<ReadonlyMap<string, ProbeReading[]>>
  incubators: ComputedRef<IncubatorNow[]>
} {
  const hatchery = useHatcheryStore()
  const clock = useClockStore()
  const recent = computed(() => {
    const fromMs = clock.nowMs - RECENT_MS
    return new Map(
      hatchery.probes.map(({ id }) => [id, hatchery.readingsBetween([id], fromMs, Infinity)] as const),
    )
  })
  const lastHeard = computed(() => {
    const last = new Map<string, number>()
    for (const { probeId, points } of hatchery.rollUps) {
      const atMs = points.at(-1)?.atMs ?? 0
      if (atMs > (last.get(probeId) ?? 0)) last.set(probeId, atMs)
    }
    return last
  })
  const incubators = computed(() => {
    const { sets, eggsBySet, probes, logs } = hatchery
    const book = { hatchery: hatchery.hatchery, sets, eggsBySet, probes, logs }
    const heard = { recent: recent.value, lastHeard: lastHeard.value }
    return hatchery.hatchery.incubators.map((incubator) =>
      incubatorNow(incubator, { ...book, ...heard }, clock.nowMs),
    )
  })
  return { recent, incubators }
}

/** Writes down when something began to need somebody, and when no more; the tab that leads does. */
export function useAlarmLog(incubators: ComputedRef<readonly IncubatorNow[]>): void {
  const hatchery = useHatcheryStore()
  const clock = useClockStore()
  const news = computed(() =>
    incubators.value.flatMap(({ incubator, alarms, log }) =>
      alarmNews(alarms, log, clock.nowMs).map((what) => ({ incubatorId: incubator.id, what })),
    ),
  )
  let logging = false
  watch(news, async (logged) => {
    if (logged.length === 0 || logging || !hatchery.leads || !hatchery.loaded) return
    logging = true
    await hatchery.note({ logged }).catch(() => undefined)
    logging = false
  })
}
