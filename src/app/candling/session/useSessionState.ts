import { useIntervalFn } from '@vueuse/core'
import { computed, ref, type ComputedRef, type Ref } from 'vue'
import { limitsOf } from '../../../contracts/records/hatchery-record.ts'
import { eventsOf, type Session } from '../../../contracts/records/session-record.ts'
import type { EggSet } from '../../../contracts/records/set-record.ts'
import type { CandlingLimits } from '../../../core/session/limits.ts'
import {
  nextStep,
  paceMs,
  sessionClocks,
  type SessionClocks,
  type SessionEvent,
  type SessionStep,
} from '../../../core/session/session.ts'
import { useHatcheryStore } from '../../data/hatchery.ts'
import type { Bench } from '../bench/useBench.ts'
import { RECOVERY_MS } from './useSessionAir.ts'

const TICK_MS = 1000
/** Name of the step that ends a candling. */
export const END = 'end of candling'

/** Where a candling stands, from what is written of it. */
export interface SessionState {
  session: ComputedRef<Session | null>
  events: ComputedRef<SessionEvent[]>
  step: ComputedRef<SessionStep>
  clocks: ComputedRef<SessionClocks>
  /** How long the egg at hand has been out of its place. */
  eggOutMs: ComputedRef<number | null>
  limits: ComputedRef<CandlingLimits>
  /** The candling that has just ended, whose air is still watched until it is back. */
  recovering: ComputedRef<Session | null>
  /** When the looks of this candling were taken. */
  lookedAt: ComputedRef<number[]>
  pace: ComputedRef<number | null>
  nowMs: Ref<number>
  /** Nothing was done since: taking it back goes on with the evening. */
  endedJustNow: ComputedRef<boolean>
}

export function useSessionState(
  set: () => EggSet,
  bench: Pick<Bench, 'eggs' | 'lookOf' | 'waits'>,
): SessionState {
  const hatchery = useHatcheryStore()
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
      if (!bench.lookOf(egg)) return !session.value?.skipped.includes(egg.id)
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
  const recovering = computed(
    () =>
      hatchery.sessions.find(
        (item) =>
          item.setId === set().id &&
          item.endedAt !== null &&
          nowMs.value - Date.parse(item.endedAt) < RECOVERY_MS,
      ) ?? null,
  )
  const lookedAt = computed(() => {
    const startedMs = Date.parse(session.value?.startedAt ?? '')
    return bench.eggs.value
      .flatMap((egg) => bench.lookOf(egg) ?? [])
      .map((look) => Date.parse(look.takenAt))
      .filter((atMs) => atMs >= startedMs)
  })
  const pace = computed(() => paceMs(lookedAt.value))
  const endedJustNow = computed(() => hatchery.journal.at(-1)?.label === END)

  return {
    session,
    events,
    step,
    clocks,
    eggOutMs,
    limits,
    recovering,
    lookedAt,
    pace,
    nowMs,
    endedJustNow,
  }
}
