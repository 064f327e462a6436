import { MINUTE_MS } from '../time/durations.ts'
/** Lid of the simulated incubator: openings in the order of time; the last may still be open. */
export interface LidTimes {
  openedMs: number
  closedMs: number | null
}

const REST = { rhPercent: 52, celsius: 37.6 } as const
const ROOM = { rhPercent: 33, celsius: 21 } as const
/** Time constants, minutes: air exchanges fast, water and shelves warm it again slowly. */
const FALL_MINUTES = { rhPercent: 0.8, celsius: 4.5 } as const
const RISE_MINUTES = { rhPercent: 11, celsius: 5 } as const

/** Air of a small incubator at a moment: toward the room's while the lid is off, back to its own after. */
export function incubatorAir(lid: readonly LidTimes[], atMs: number): { rhPercent: number; celsius: number } {
  const follow = (key: 'rhPercent' | 'celsius'): number => {
    let value: number = REST[key]
    let sinceMs = lid[0]?.openedMs ?? atMs
    const drift = (toward: number, minutes: number, untilMs: number): void => {
      value = toward + (value - toward) * Math.exp(-Math.max(0, untilMs - sinceMs) / MINUTE_MS / minutes)
      sinceMs = untilMs
    }
    for (const { openedMs, closedMs } of lid) {
      if (openedMs > atMs) break
      drift(REST[key], RISE_MINUTES[key], openedMs)
      drift(ROOM[key], FALL_MINUTES[key], Math.min(atMs, closedMs ?? atMs))
    }
    drift(REST[key], RISE_MINUTES[key], atMs)
    return value
  }
  return { rhPercent: follow('rhPercent'), celsius: follow('celsius') }
}
