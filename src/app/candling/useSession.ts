import { useIntervalFn } from '@vueuse/core'
import { computed, ref, watch } from 'vue'
import { v4 as uuid } from 'uuid'
import { limitsOf } from '../../contracts/records/hatchery-record.ts'
import {
  eventsOf,
  newSession,
  type Session,
  type SessionHappening,
} from '../../contracts/records/session-record.ts'
import type { EggSet } from '../../contracts/records/set-record.ts'
import { airSummary } from '../../core/session/air.ts'
import { PREFLIGHT, type PreflightItem } from '../../core/session/preflight.ts'
import { nextStep, paceMs, sessionClocks } from '../../core/session/session.ts'
import { moveLid, readAir } from '../../devices/air/air-sensor.ts'
import { noted } from '../../domain/readings.ts'
import { askToPersist } from '../data/storage-room.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import { useDevicesStore } from '../shared/devices.ts'
import { RECOVERY_MS, useSessionAir } from './useSessionAir.ts'
import type { useBench } from './useBench.ts'

const TICK_MS = 1000
/** Name of the step that ends a candling. */
const END = 'end of candling'
/** How often the sensor in the incubator is asked. */
const AIR_EVERY_MS = 10_000

/**
 * One candling of a set from making ready to the report. Where it stands is written down at every step, so a reload,
 * another tab or an empty battery goes on at the same egg.
 */
export function useSession(set: () => EggSet, bench: ReturnType<typeof useBench>) {
  const hatchery = useHatcheryStore()
  const devices = useDevicesStore()
  const nowMs = ref(Date.now())
  useIntervalFn(() => {
    nowMs.value = Date.now()
  }, TICK_MS)

  const session = computed<Session | null>(() => hatchery.openSession(set().id) ?? null)
  const events = computed(() => (session.value ? eventsOf(session.value) : []))
  /**
   * With keys an egg is done once the candler has decided. By itself and by timer it is done once it was photographed
   * and has left the lamp: the last of a tray is still to be judged, or to be lifted, like the others.
   */
  const waitsHere = (trayId: string): number =>
    bench.eggs.value.filter((egg) => {
      if (egg.place?.trayId !== trayId || !bench.waits(egg)) return false
      if (!bench.lookOf(egg)) return !session.value?.aside.includes(egg.id)
      return session.value?.trigger === 'key' || session.value?.egg?.id === egg.id
    }).length
  const step = computed(() =>
    nextStep(
      events.value,
      set().trays.map(({ id }) => id),
      waitsHere,
    ),
  )
  const clocks = computed(() => sessionClocks(events.value, nowMs.value))
  const eggOutMs = computed(() =>
    session.value?.egg && clocks.value.trayOutMs !== null
      ? Math.max(0, nowMs.value - Date.parse(session.value.egg.since))
      : null,
  )
  const limits = computed(() => limitsOf(hatchery.hatchery))
  /** The candling that has just ended, whose air is still watched until it is back. */
  const recovering = computed(
    () =>
      hatchery.sessions.find(
        (item) =>
          item.setId === set().id &&
          item.endedAt !== null &&
          nowMs.value - Date.parse(item.endedAt) < RECOVERY_MS,
      ) ?? null,
  )
  const { readings, incubatorId } = useSessionAir(set, () => session.value ?? recovering.value)
  const air = computed(() => airSummary(readings.value, events.value))
  const lookedAt = computed(() => {
    const startedMs = Date.parse(session.value?.startedAt ?? '')
    return bench.eggs.value
      .flatMap((egg) => bench.lookOf(egg) ?? [])
      .map((look) => Date.parse(look.takenAt))
      .filter((atMs) => atMs >= startedMs)
  })
  const pace = computed(() => paceMs(lookedAt.value))

  function change(how: (now: Session) => Partial<Session>): Promise<void> {
    const { value: of } = session
    return of ? hatchery.changeSession(of.id, (now) => ({ ...now, ...how(now) })) : Promise.resolve()
  }

  function save(changes: Partial<Session>): Promise<void> {
    return change(() => changes)
  }

  async function start(source: Session['source']): Promise<void> {
    if (session.value) return
    // Most evenings are the same person's as the last one.
    const last = [...hatchery.sessions].sort((a, b) => b.startedAt.localeCompare(a.startedAt))[0]
    const candler = last?.candler ?? ''
    await hatchery.saveSession(
      newSession({ id: uuid(), setId: set().id, startedAt: new Date().toISOString(), source, candler }),
    )
  }

  /** Ticks what is ready, or unticks it. */
  function tick(item: PreflightItem): Promise<void> {
    return change(({ ready }) => ({
      ready: ready.includes(item)
        ? ready.filter((other) => other !== item)
        : PREFLIGHT.filter((other) => other === item || ready.includes(other)),
    }))
  }

  async function begin(): Promise<void> {
    // The one moment at which a browser may ask the candler back.
    await askToPersist()
    bench.begin()
    await save({ begun: true })
  }

  /** Writes down what happened. @param label - of a step that can be taken back; null where it is none */
  function note(label: string | null, what: SessionHappening, eggId: string | null = null): Promise<void> {
    const { value: of } = session
    if (!of) return Promise.resolve()
    const changes = { happened: [{ sessionId: of.id, what }] }
    return label === null ? hatchery.note(changes) : hatchery.commit(label, eggId, changes)
  }

  // Before the tray goes back, so that what is otherwise can still be looked at.
  watch(
    () => (step.value.kind === 'return' && session.value?.begun && hatchery.leads ? step.value.trayId : null),
    (trayId) => {
      if (trayId !== null) void bench.judgeTogether(trayId).catch(() => undefined)
    },
  )

  /** The candler has done what the step asked for. */
  async function done(): Promise<void> {
    const { value: now } = step
    if (now.kind === 'fetch' || now.kind === 'return') {
      await note('lid lifted', { kind: 'opened', purpose: now.kind, trayId: now.trayId })
      if (devices.serves('air', set())) void moveLid(true)
    } else if (now.kind === 'close-lid') {
      await note('lid put back', { kind: 'closed' })
      if (devices.serves('air', set())) void moveLid(false)
      if (now.purpose === 'fetch') bench.chooseTray(now.trayId)
    } else if (now.kind === 'finish') {
      await note(END, { kind: 'ended' })
    }
  }

  /** The egg at hand and since when it is out of its place. */
  function takeInHand(eggId: string): Promise<void> {
    return session.value?.egg?.id === eggId
      ? Promise.resolve()
      : save({ egg: { id: eggId, since: new Date().toISOString() } })
  }

  /** No egg is in the hand: the last of the tray has left the lamp. */
  function putDown(): Promise<void> {
    return save({ egg: null })
  }

  /** The egg cannot be seen this evening; the rest of its tray does not wait for it. */
  function setAside(eggId: string): Promise<void> {
    return note('skipped', { kind: 'left', eggId }, eggId)
  }

  function pause(): Promise<void> {
    // No step: one that takes the last egg back must not meet the pause first.
    return note(null, { kind: clocks.value.pausedMs === null ? 'paused' : 'resumed' })
  }

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

  /** Nothing was done since: taking it back goes on with the evening. */
  const endedJustNow = computed(() => hatchery.journal.at(-1)?.label === END)

  return {
    session,
    endedJustNow,
    events,
    step,
    clocks,
    eggOutMs,
    limits,
    air,
    lookedAt,
    pace,
    nowMs,
    start,
    tick,
    begin,
    done,
    save,
    takeInHand,
    putDown,
    setAside,
    pause,
    noteAir,
  }
}
