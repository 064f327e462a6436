import type { ProbeRecord } from '../contracts/records/probe-record.ts'
import type { RollUp } from '../contracts/records/readings-record.ts'
import type { EggSet } from '../contracts/records/set-record.ts'
import { ageInDays } from '../core/planning/incubation/day-count.ts'
import { DAY_MS } from '../core/time/durations.ts'
import type { AirSpan } from '../core/water/vapour-deficit-days.ts'
import { humiditiesAt } from './readings.ts'

/** Humidity as it was noted since setting. */
export interface AirNoted {
  readings: number
  days: number
  lastAtMs: number
  /** So long ago that nobody knows what is run now: nothing is advised. */
  isOld: boolean
}

/** Older than this a humidity says nothing of what is run now. */
const OLD_AFTER_MS = 7 * DAY_MS

/** What was noted of the air from setting up to now. */
export function airNotedOf(
  set: EggSet,
  { probes, rollUps }: { probes: readonly ProbeRecord[]; rollUps: readonly RollUp[] },
  nowMs: number,
): AirNoted | null {
  const points = humiditiesAt(set.trays, probes, rollUps).filter(
    ({ atMs }) => daysFromMs(set, atMs) >= 0 && atMs <= nowMs,
  )
  const lastAtMs = points.at(-1)?.atMs
  if (lastAtMs === undefined) return null
  const days = new Set(points.map(({ atMs }) => Math.floor(daysFromMs(set, atMs))))
  const readings = points.reduce((sum, point) => sum + point.readings, 0)
  return { readings, days: days.size, lastAtMs, isOld: nowMs - lastAtMs > OLD_AFTER_MS }
}

function daysFromMs({ setAt }: Pick<EggSet, 'setAt'>, atMs: number): number {
  return ageInDays(Date.parse(setAt), atMs)
}

/** A span of air for each day on which its humidity was noted; where something reads by itself all day, by that alone. */
export function airOf(set: EggSet, probes: readonly ProbeRecord[], rollUps: readonly RollUp[]): AirSpan[] {
  const byDay = (of: readonly ProbeRecord[]): Map<number, number[]> => {
    const days = new Map<number, number[]>()
    for (const { atMs, rhPercent } of humiditiesAt(set.trays, of, rollUps)) {
      const day = Math.floor(daysFromMs(set, atMs))
      if (day < 0) continue
      const known = days.get(day)
      if (known) known.push(rhPercent)
      else days.set(day, [rhPercent])
    }
    return days
  }
  const byHand = byDay(probes.filter(({ by }) => by === 'hand'))
  const byItself = byDay(probes.filter(({ by }) => by !== 'hand'))
  return [...new Map([...byHand, ...byItself])]
    .sort(([a], [b]) => a - b)
    .map(([fromDays, values]) => ({
      fromDays,
      rhPercent: values.reduce((sum, value) => sum + value, 0) / values.length,
    }))
}
