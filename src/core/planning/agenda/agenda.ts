import { HOUR_MS } from '../../time/durations.ts'
import { BROODER_KINDS, type EventKind, type ScheduleEvent } from '../incubation/schedule.ts'
import { localDateOf, type Zone } from '../../time/local-date.ts'

export const EVENT_STATES = ['done', 'skipped', 'overdue', 'due', 'now', 'coming', 'past'] as const
/** `now` and `past` are of windows, in which nothing is to be ticked; the others of things to do. */
export type EventState = (typeof EVENT_STATES)[number]

export interface SetProgress {
  schedule: readonly ScheduleEvent[]
  /** Keys of events that the keeper ticked. */
  doneKeys: ReadonlySet<string>
  /** Eggs that are still in. */
  eggIds: readonly string[]
  /** Looks that stand, at any egg, in any order. */
  looks: ReadonlyArray<{ eggId: string; atMs: number }>
}

export interface EventStatus {
  event: ScheduleEvent
  state: EventState
  /** Of a candling: eggs that are still in and have been looked at for it. */
  seen: number
}
const WINDOWS: readonly EventKind[] = ['pip', 'hatch']
const WITH_CHICKS: ReadonlySet<EventKind> = new Set(BROODER_KINDS)
/** What nobody ticked at the brooder has been done or is too late by then. */
const WITH_CHICKS_PAST_MS = 72 * HOUR_MS
/** A task may wait this long past its time before it is overdue; a candling until the next evening. */
const GRACE_MS: Readonly<Partial<Record<EventKind, number>>> = { candle: 24 * HOUR_MS }
const USUAL_GRACE_MS = 12 * HOUR_MS
/** A look this long before a candling belongs to it. */
const CANDLING_OPENS_MS = 12 * HOUR_MS

/** What each event of a set's plan asks for at one moment. */
export function eventStatuses(progress: SetProgress, nowMs: number, zone: Zone): EventStatus[] {
  const { schedule, doneKeys } = progress
  const started = doneKeys.has('set')
  const lockedDown = doneKeys.has('lockdown')
  const finished = doneKeys.has('give-up')
  const candles = schedule.filter((event) => event.kind === 'candle')
  const today = localDateOf(nowMs, zone)
  return schedule.map((event) => {
    const seen = event.kind === 'candle' ? seenAt(progress, event, candles) : 0
    return { event, seen, state: stateOf(event, seen) }
  })

  function stateOf(event: ScheduleEvent, seen: number): EventState {
    if (WINDOWS.includes(event.kind)) {
      if (finished) return 'past'
      if (!started || nowMs < event.startMs) return 'coming'
      return nowMs <= event.endMs ? 'now' : 'past'
    }
    if (doneKeys.has(event.key)) return 'done'
    // Chicks are looked after when all eggs are long opened.
    if (WITH_CHICKS.has(event.kind))
      return nowMs > event.startMs + WITH_CHICKS_PAST_MS ? 'skipped' : timeState(event)
    if (event.kind === 'candle' && seen > 0 && seen >= progress.eggIds.length) return 'done'
    if (event.kind === 'warm-up' && started) return 'done'
    if (finished || (lockedDown && event.kind !== 'give-up')) return 'skipped'
    if (
      event.kind === 'candle' &&
      candles.some((later) => later.startMs > event.startMs && timeState(later) !== 'coming')
    )
      return 'skipped'
    if (!started && event.kind !== 'set' && event.kind !== 'warm-up') return 'coming'
    return timeState(event)
  }

  function timeState(event: ScheduleEvent): 'overdue' | 'due' | 'coming' {
    if (nowMs > event.startMs + (GRACE_MS[event.kind] ?? USUAL_GRACE_MS) && event.date < today)
      return 'overdue'
    return event.date <= today || nowMs >= event.startMs ? 'due' : 'coming'
  }
}

function seenAt(
  { eggIds, looks }: SetProgress,
  event: ScheduleEvent,
  candles: readonly ScheduleEvent[],
): number {
  const next = candles.find((candle) => candle.startMs > event.startMs)?.startMs ?? Infinity
  const from = event.startMs - CANDLING_OPENS_MS
  const until = next - CANDLING_OPENS_MS
  const seen = new Set(looks.filter(({ atMs }) => atMs >= from && atMs < until).map(({ eggId }) => eggId))
  return eggIds.filter((id) => seen.has(id)).length
}

/** From when a look counts for the candling that is on, or was last; null before the first. */
export function candlingOpenedAt(schedule: readonly ScheduleEvent[], nowMs: number): number | null {
  const opened = schedule
    .filter((event) => event.kind === 'candle')
    .map((event) => event.startMs - CANDLING_OPENS_MS)
    .filter((at) => at <= nowMs)
  return opened.length > 0 ? Math.max(...opened) : null
}

export interface AgendaItem<S> extends EventStatus {
  set: S
}

/**
 * What asks for the keeper now, over all sets, most urgent first: overdue, due, under way.
 * The next event of each set comes separately: it needs nothing yet. Of a set that is not set in time, days have gone by
 * that nobody need wait for.
 */
export function agenda<S>(
  sets: ReadonlyArray<{ set: S; statuses: readonly EventStatus[] }>,
  nowMs: number,
): {
  now: Array<AgendaItem<S>>
  next: Array<AgendaItem<S>>
} {
  const all = sets.flatMap(({ set, statuses }) => statuses.map((status) => ({ ...status, set })))
  const urgency = { overdue: 0, due: 1, now: 2 } as const
  const isNow = (item: AgendaItem<S>): item is AgendaItem<S> & { state: keyof typeof urgency } =>
    item.state in urgency
  const now = all
    .filter(isNow)
    .sort((a, b) => urgency[a.state] - urgency[b.state] || a.event.startMs - b.event.startMs)
  const next = sets.flatMap(({ set, statuses }) => {
    const first = statuses.find(({ event, state }) => state === 'coming' && event.startMs > nowMs)
    return first ? [{ ...first, set }] : []
  })
  return { now, next: next.sort((a, b) => a.event.startMs - b.event.startMs) }
}
