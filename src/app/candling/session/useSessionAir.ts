import { useIntervalFn } from '@vueuse/core'
import { computed, watch, type ComputedRef } from 'vue'
import { FIRST_INCUBATOR_ID } from '../../../contracts/records/incubator-record.ts'
import { usualProbeId } from '../../../contracts/records/probe-record.ts'
import type { Session } from '../../../contracts/records/session-record.ts'
import type { EggSet } from '../../../contracts/records/set-record.ts'
import { incubatorAt } from '../../../contracts/records/whereabouts.ts'
import { airSummary, type AirReading, type AirSummary } from '../../../core/session/air.ts'
import { HOUR_MS } from '../../../core/time/durations.ts'
import { readAir } from '../../../devices/air/air-sensor.ts'
import { noted } from '../../../domain/readings.ts'
import { useHatcheryStore } from '../../data/hatchery.ts'
import { useDevicesStore } from '../../shared/devices.ts'
import type { SessionState } from './useSessionState.ts'

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

/** How often the sensor in the incubator is asked. */
const AIR_EVERY_MS = 10_000

/** The incubator's air while it is opened and until it is back. */
export interface SessionAir {
  air: ComputedRef<AirSummary>
  noteAir: (rhPercent: number, celsius: number, by: 'hand' | 'sensor') => Promise<void>
}

/** Asks the sensor as long as a candling goes on or its air is still on the way back, and takes what is read by hand. */
export function useAirOfSession(
  set: () => EggSet,
  { session, recovering, events }: Pick<SessionState, 'session' | 'recovering' | 'events'>,
): SessionAir {
  const hatchery = useHatcheryStore()
  const devices = useDevicesStore()
  const { readings, incubatorId } = useSessionAir(set, () => session.value ?? recovering.value)
  const air = computed(() => airSummary(readings.value, events.value))

  async function noteAir(rhPercent: number, celsius: number, by: 'hand' | 'sensor'): Promise<void> {
    if (!session.value && !recovering.value) return
    const reading = { atMs: Date.now(), rhPercent, celsius }
    await hatchery.note(noted(reading, { which: by, incubatorId: incubatorId.value }, hatchery.probes))
  }

  async function readSensor(): Promise<void> {
    if (!hatchery.leads || (!session.value && !recovering.value)) return
    // Real probes write for themselves; what is simulated speaks of made-up sets alone.
    if (devices.serves('air', set()) === null) return
    const reading = await readAir()
    if (reading) await noteAir(reading.rhPercent, Math.max(0, reading.celsius), 'sensor')
  }
  useIntervalFn(() => void readSensor().catch(() => undefined), AIR_EVERY_MS)
  // A session that is just begun has no reading from before it was opened yet.
  watch(
    () => session.value?.id,
    () => void readSensor().catch(() => undefined),
    { immediate: true },
  )
  return { air, noteAir }
}
