import { defineStore } from 'pinia'
import { useIntervalFn } from '@vueuse/core'
import { computed, onScopeDispose, shallowRef, watch } from 'vue'
import { v4 as uuid } from 'uuid'
import type { ProbeRecord } from '../../contracts/records/probe-record.ts'
import type { ProbeReading } from '../../contracts/records/readings-record.ts'
import { BY_NAME, type Sensor, type SensorReading } from '../../contracts/wire/sensor.ts'
import { FRESH } from '../../contracts/records/stamp.ts'
import { placing } from '../../contracts/records/whereabouts.ts'
import { asChosen } from '../../core/climate/sensor-message.ts'
import { HOUR_MS } from '../../core/time/durations.ts'
import { followSensors, sensors as askSensors } from '../../devices/probes/sensors.ts'
import { useHatcheryStore, type HatcheryStore } from '../data/hatchery.ts'
import { whichBook } from '../data/which-book.ts'
import { useDevicesStore } from './devices.ts'
import { useAlarmLog, useIncubatorsNow } from './incubators-now.ts'
import { useReadingsToWrite } from './readings-to-write.ts'
import { t } from './words.ts'

const LIST_EVERY_MS = 30_000
/** The server keeps what it heard for about a day. */
const MISSED_MS = 36 * HOUR_MS

/**
 * What the sensors say: it is written into the book by the tab that leads, and watched for what needs somebody. Only
 * sensors that somebody has put into an incubator are written down.
 */
export const useSensingStore = defineStore('sensing', () => {
  const hatchery = useHatcheryStore()
  const devices = useDevicesStore()
  /** All that the server hears. */
  const sensors = shallowRef<Sensor[]>([])
  /** The latest of each sensor, written down or not. */
  const latest = shallowRef<ReadonlyMap<string, SensorReading>>(new Map())
  const { problem, take, write } = useReadingsToWrite()
  let stop: (() => void) | null = null
  onScopeDispose(() => stop?.())

  const probeOfSensor = computed(() => bySensor(hatchery.probes))
  /** May what a sensor says be noted? What is simulated belongs in the made-up hatchery alone. */
  const mayBe = (standIn: boolean): boolean => !standIn || whichBook() === 'made-up'
  /** What may be put into an incubator. */
  const offered = computed(() => sensors.value.filter(({ standIn }) => mayBe(standIn)))

  /** Begins to listen, once the book is open. */
  async function start(): Promise<void> {
    await list()
    if (sensors.value.length > 0) follow()
  }

  function follow(): void {
    stop?.()
    stop = followSensors(missedSince(hatchery, [...probeOfSensor.value.values()]), hear)
  }

  async function list(): Promise<void> {
    sensors.value = await askSensors()
  }

  function hear(reading: SensorReading): void {
    latest.value = new Map(latest.value).set(reading.sensor, reading)
    const probe = probeOfSensor.value.get(reading.sensor)
    if (probe && mayBe(reading.standIn)) take(readingOf(reading, probe))
  }

  async function listAgain(): Promise<void> {
    // From plain files there is nobody to ask.
    if (devices.there === null) return
    await list()
    // The server may have been started with sensors only since.
    if (!stop && sensors.value.length > 0 && hatchery.loaded) follow()
  }
  useIntervalFn(listAgain, LIST_EVERY_MS)
  // A tab that takes over may have missed what the other did not write any more.
  watch(
    () => hatchery.leads,
    (leads) => {
      if (leads && stop) void start().catch(() => undefined)
    },
  )

  const { recent, incubators } = useIncubatorsNow()
  useAlarmLog(incubators)

  /** Puts a sensor into an incubator, or takes it out of every one. From then on what it says is written down. */
  async function place(
    sensor: string,
    { incubatorId, height }: { incubatorId: string | null; height: ProbeRecord['height'] },
  ): Promise<void> {
    const known = probeOfSensor.value.get(sensor)
    const { standIn = false } =
      sensors.value.find(({ name }) => name === sensor) ?? latest.value.get(sensor) ?? {}
    if (!mayBe(standIn)) throw new Error(t('sensing.onlyInDemo', { sensor }))
    const before = known ?? { ...newProbe(sensor, standIn), events: [] }
    const probe = placed(before, incubatorId, height)
    await hatchery.commit('sensor placed', null, { probes: [probe] })
    // What it said last need not be waited for again.
    const last = latest.value.get(sensor)
    if (last && incubatorId !== null && mayBe(last.standIn)) take(readingOf(last, probe))
  }

  /** Lets other fields of a sensor's messages be its warmth and its moisture. */
  const choose = (probe: ProbeRecord, fields: ProbeRecord['fields']): Promise<void> =>
    hatchery.commit('sensor fields', null, { probes: [{ ...probe, fields }] })

  return { sensors, offered, latest, problem, incubators, recent, start, place, choose, take, write }
})

function bySensor(probes: readonly ProbeRecord[]): Map<string, ProbeRecord> {
  return new Map(probes.flatMap((probe) => (probe.sensor === null ? [] : [[probe.sensor, probe]])))
}

/** From when on the server is asked what it heard: the oldest of the last readings that are on the disk. */
function missedSince(hatchery: HatcheryStore, probes: readonly ProbeRecord[]): number {
  const oldest = Date.now() - MISSED_MS
  const lasts = probes.map(
    ({ id }) => hatchery.readingsBetween([id], oldest, Infinity).at(-1)?.atMs ?? oldest,
  )
  return Math.max(oldest, Math.min(Date.now(), ...lasts))
}

/** The probe where it stands from now on. */
function placed(
  probe: Omit<ProbeRecord, 'height'>,
  incubatorId: string | null,
  height: ProbeRecord['height'],
): ProbeRecord {
  const event = placing(incubatorId, { at: new Date().toISOString(), device: null, newId: () => uuid() })
  return { ...probe, height, events: [...probe.events, event] }
}

function readingOf(said: SensorReading, probe: ProbeRecord): ProbeReading {
  const { atMs, celsius, rhPercent } = asChosen(said, probe.fields)
  return { probeId: probe.id, atMs, celsius, rhPercent }
}

function newProbe(sensor: string, standIn: boolean): Omit<ProbeRecord, 'height' | 'events'> {
  return {
    id: uuid(),
    stamp: FRESH,
    name: sensor,
    by: 'sensor',
    sensor,
    fields: BY_NAME,
    ...(standIn ? { standIn: true as const } : {}),
  }
}
