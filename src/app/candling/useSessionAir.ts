import { computed, watch } from 'vue'
import { FIRST_INCUBATOR_ID } from '../../contracts/records/incubator-record.ts'
import { usualProbeId } from '../../contracts/records/probe-record.ts'
import type { Session } from '../../contracts/records/session-record.ts'
import type { EggSet } from '../../contracts/records/set-record.ts'
import { incubatorAt } from '../../contracts/records/whereabouts.ts'
import type { AirReading } from '../../core/session/air.ts'
import { HOUR_MS } from '../../core/time/durations.ts'
import { useHatcheryStore } from '../data/hatchery.ts'

/** So long after the end of an evening its air still belongs to it. */
export const RECOVERY_MS = HOUR_MS

/** What was read of the incubator's air around an evening, by hand or by the sensor. */
export function useSessionAir(set: () => EggSet, session: () => Session | null) {
  const hatchery = useHatcheryStore()
  /** Where the tray stood that evening; it may have been carried on since. */
  const incubatorId = computed(() => {
    const [tray] = set().trays
    const then = session()?.startedAt
    return (
      (tray && then ? incubatorAt(tray.events, Date.parse(then)) : null) ??
      tray?.incubatorId ??
      hatchery.hatchery.incubators[0]?.id ??
      FIRST_INCUBATOR_ID
    )
  })
  const probeIds = computed(() =>
    (['sensor', 'hand'] as const).map((which) => usualProbeId(which, incubatorId.value)),
  )
  const span = computed(() => {
    const of = session()
    return (
      of && {
        fromMs: Date.parse(of.startedAt),
        toMs: of.endedAt === null ? Infinity : Date.parse(of.endedAt) + RECOVERY_MS,
      }
    )
  })
  watch(
    () => [span.value?.fromMs, span.value?.toMs, ...probeIds.value],
    () => {
      const { value: of } = span
      // What cannot be read is said to be not noted.
      if (of)
        hatchery.openReadings(probeIds.value, of.fromMs, Math.min(of.toMs, Date.now())).catch(() => undefined)
    },
    { immediate: true },
  )
  const readings = computed((): AirReading[] => {
    const { value: of } = span
    return of
      ? hatchery
          .readingsBetween(probeIds.value, of.fromMs, of.toMs)
          .flatMap(({ atMs, celsius, rhPercent }) =>
            celsius === null || rhPercent === null ? [] : [{ atMs, celsius, rhPercent }],
          )
      : []
  })
  return { readings, incubatorId }
}
