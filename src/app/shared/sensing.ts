import { defineStore } from 'pinia'
import { useIntervalFn } from '@vueuse/core'
import { computed, onScopeDispose, ref, shallowRef, watch } from 'vue'
import { v4 as uuid } from 'uuid'
import type { ProbeRecord } from '../../contracts/records/probe-record.ts'
import type { ProbeReading } from '../../contracts/records/readings-record.ts'
import { BY_NAME, type Sensor, type SensorReading } from '../../contracts/wire/sensor.ts'
import { FRESH } from '../../contracts/records/stamp.ts'
import { placing } from '../../contracts/records/whereabouts.ts'
import { asChosen } from '../../core/climate/sensor-message.ts'
import { HOUR_MS } from '../../core/time/durations.ts'
import { alarmNews } from '../../domain/alarm-log.ts'
import { incubatorNow } from '../../domain/incubator-now.ts'
import { ReadingQueue } from '../../domain/reading-queue.ts'
import { followSensors, sensors as askSensors } from '../../devices/probes/sensors.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import { whichBook } from '../data/which-book.ts'
import { RECENT_MS } from '../data/opened-book.ts'
import { useClockStore } from './clock.ts'
import { useDevicesStore } from './devices.ts'

/** What is heard is written this often: nothing is called known before it is on the disk. */
const WRITE_EVERY_MS = 10_000
const LIST_EVERY_MS = 30_000
/** The server keeps what it heard for about a day. */
const MISSED_MS = 36 * HOUR_MS

/**
 * What the sensors say: it is written into the book by the tab that leads, and watched for what needs somebody. Only
 * sensors that somebody has put into an incubator are written down.
 */
export const useSensingStore = defineStore('sensing', () => {
  const hatchery = useHatcheryStore()
  const clock = useClockStore()
  const devices = useDevicesStore()
  /** All that the server hears. */
  const sensors = shallowRef<Sensor[]>([])
  /** The latest of each sensor, written down or not. */
  const latest = shallowRef<ReadonlyMap<string, SensorReading>>(new Map())
  const problem = ref<string | null>(null)
  const queue = new ReadingQueue()
  let stop: (() => void) | null = null
  onScopeDispose(() => stop?.())

  const probeOfSensor = computed(
    () => new Map(hatchery.probes.flatMap((probe) => (probe.sensor === null ? [] : [[probe.sensor, probe]]))),
  )
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
    stop = followSensors(missedSince(), hear)
  }

  async function list(): Promise<void> {
    sensors.value = await askSensors()
  }

  /** From when on the server is asked what it heard: the oldest of the last readings that are on the disk. */
  function missedSince(): number {
    const oldest = Date.now() - MISSED_MS
    const lasts = [...probeOfSensor.value.values()].map(
      ({ id }) => hatchery.readingsBetween([id], oldest, Infinity).at(-1)?.atMs ?? oldest,
    )
    return Math.max(oldest, Math.min(Date.now(), ...lasts))
  }

  function hear(reading: SensorReading): void {
    latest.value = new Map(latest.value).set(reading.sensor, reading)
    const probe = probeOfSensor.value.get(reading.sensor)
    if (probe && mayBe(reading.standIn)) take(readingOf(reading, probe))
  }

  /** A reading of a probe, to be written soon. */
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
      problem.value = `Sensor readings could not be saved: ${(error as Error).message}`
    } finally {
      writing = false
    }
  }
  useIntervalFn(() => void write(), WRITE_EVERY_MS)
  useIntervalFn(async () => {
    // From plain files there is nobody to ask.
    if (devices.there === null) return
    await list()
    // The server may have been started with sensors only since.
    if (!stop && sensors.value.length > 0 && hatchery.loaded) follow()
  }, LIST_EVERY_MS)
  // A tab that takes over may have missed what the other did not write any more.
  watch(
    () => hatchery.leads,
    (leads) => {
      if (leads && stop) void start().catch(() => undefined)
    },
  )

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
  /** How each incubator stands. */
  const incubators = computed(() =>
    hatchery.hatchery.incubators.map((incubator) =>
      incubatorNow(
        incubator,
        {
          hatchery: hatchery.hatchery,
          sets: hatchery.sets,
          eggsBySet: hatchery.eggsBySet,
          probes: hatchery.probes,
          logs: hatchery.logs,
          recent: recent.value,
          lastHeard: lastHeard.value,
        },
        clock.nowMs,
      ),
    ),
  )
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

  /** Puts a sensor into an incubator, or takes it out of every one. From then on what it says is written down. */
  async function place(
    sensor: string,
    { incubatorId, height }: { incubatorId: string | null; height: ProbeRecord['height'] },
  ): Promise<void> {
    const known = probeOfSensor.value.get(sensor)
    const standIn =
      sensors.value.find(({ name }) => name === sensor)?.standIn ?? latest.value.get(sensor)?.standIn
    if (!mayBe(standIn ?? false))
      throw new Error(`${sensor} is simulated and only works in the demo hatchery.`)
    const noting = { at: new Date().toISOString(), device: null, newId: () => uuid() }
    const probe: ProbeRecord = known
      ? { ...known, height, events: [...known.events, placing(incubatorId, noting)] }
      : {
          id: uuid(),
          stamp: FRESH,
          name: sensor,
          height,
          by: 'sensor',
          ...(standIn ? { standIn: true as const } : {}),
          sensor,
          fields: BY_NAME,
          events: [placing(incubatorId, noting)],
        }
    await hatchery.commit('sensor placed', null, { probes: [probe] })
    // What it said last need not be waited for again.
    const last = latest.value.get(sensor)
    if (last && incubatorId !== null && mayBe(last.standIn)) take(readingOf(last, probe))
  }

  /** Lets other fields of a sensor's messages be its warmth and its moisture. */
  async function choose(probe: ProbeRecord, fields: ProbeRecord['fields']): Promise<void> {
    await hatchery.commit('sensor fields', null, { probes: [{ ...probe, fields }] })
  }

  return { sensors, offered, latest, problem, incubators, recent, start, place, choose, take, write }
})

function readingOf(said: SensorReading, probe: ProbeRecord): ProbeReading {
  const { atMs, celsius, rhPercent } = asChosen(said, probe.fields)
  return { probeId: probe.id, atMs, celsius, rhPercent }
}
