/** What happens in a candling session beside the looks, in the order of time. */
export type SessionEvent =
  | { kind: 'opened'; atMs: number; purpose: 'fetch' | 'return'; trayId: string }
  | { kind: 'closed'; atMs: number }
  | { kind: 'paused'; atMs: number }
  | { kind: 'resumed'; atMs: number }

/** What is to be done next; the same after any interruption, because it follows from what is written down. */
export type SessionStep =
  | { kind: 'fetch'; trayId: string }
  | { kind: 'close-lid'; purpose: 'fetch' | 'return'; trayId: string }
  | { kind: 'candle'; trayId: string }
  | { kind: 'return'; trayId: string }
  | { kind: 'finish' }

interface Standing {
  lid: Extract<SessionEvent, { kind: 'opened' }> | null
  tray: { trayId: string; sinceMs: number } | null
  pausedSinceMs: number | null
}

function standing(events: readonly SessionEvent[]): Standing {
  const now: Standing = { lid: null, tray: null, pausedSinceMs: null }
  for (const event of events) {
    if (event.kind === 'opened') now.lid = event
    if (event.kind === 'closed' && now.lid) {
      // The tray cools from the moment the lid came off.
      now.tray = now.lid.purpose === 'fetch' ? { trayId: now.lid.trayId, sinceMs: now.lid.atMs } : null
      now.lid = null
    }
    if (event.kind === 'paused') now.pausedSinceMs = event.atMs
    if (event.kind === 'resumed') now.pausedSinceMs = null
  }
  return now
}

/** @param waiting - eggs of a tray that are still to be seen; trays in the order of candling */
export function nextStep(
  events: readonly SessionEvent[],
  trayIds: readonly string[],
  waiting: (trayId: string) => number,
): SessionStep {
  const { lid, tray } = standing(events)
  if (lid) return { kind: 'close-lid', purpose: lid.purpose, trayId: lid.trayId }
  if (tray) return { kind: waiting(tray.trayId) > 0 ? 'candle' : 'return', trayId: tray.trayId }
  const next = trayIds.find((trayId) => waiting(trayId) > 0)
  return next === undefined ? { kind: 'finish' } : { kind: 'fetch', trayId: next }
}

/** Running clocks, milliseconds; null for what does not run. A pause stops none of them: eggs cool all the same. */
export interface SessionClocks {
  lidOffMs: number | null
  trayOutMs: number | null
  pausedMs: number | null
}

export function sessionClocks(events: readonly SessionEvent[], nowMs: number): SessionClocks {
  const { lid, tray, pausedSinceMs } = standing(events)
  const since = (startMs: number | undefined): number | null =>
    startMs === undefined ? null : Math.max(0, nowMs - startMs)
  return {
    lidOffMs: since(lid?.atMs),
    trayOutMs: since(tray?.sinceMs ?? (lid?.purpose === 'return' ? undefined : lid?.atMs)),
    pausedMs: pausedSinceMs === null ? null : Math.max(0, nowMs - pausedSinceMs),
  }
}

/** Time with the lid off so far, all openings together, and how many they were. */
export function timeOpen(events: readonly SessionEvent[], nowMs: number): { totalMs: number; times: number } {
  let totalMs = 0
  let times = 0
  let openedMs: number | null = null
  for (const event of events) {
    if (event.kind === 'opened' && openedMs === null) {
      openedMs = event.atMs
      times++
    }
    if (event.kind === 'closed' && openedMs !== null) {
      totalMs += event.atMs - openedMs
      openedMs = null
    }
  }
  return { totalMs: totalMs + (openedMs === null ? 0 : nowMs - openedMs), times }
}

/** Eggs that the pace is taken from. */
const PACE_EGGS = 9
/** A gap longer than this was no egg but an interruption, milliseconds. */
const LONGEST_GAP_MS = 180_000

/** Middle time from one look to the next, of the latest eggs; null before the third. @param lookedAtMs - in any order */
export function paceMs(lookedAtMs: readonly number[]): number | null {
  const times = [...lookedAtMs].sort((a, b) => a - b).slice(-PACE_EGGS)
  const gaps = times
    .slice(1)
    .map((at, i) => at - times[i]!)
    .filter((gap) => gap <= LONGEST_GAP_MS)
    .sort((a, b) => a - b)
  return gaps.length < 2 ? null : gaps[gaps.length >> 1]!
}
