import { MINUTE_MS } from '../time/durations.ts'
import type { SessionEvent } from './session.ts'

/** One reading of the incubator's air. */
export interface AirReading {
  atMs: number
  /** Relative humidity, percent. */
  rhPercent: number
  celsius: number
}

export interface AirSummary {
  before: AirReading | null
  /** Lowest humidity and temperature since the first opening; with it readings need not lie at one moment. */
  lowestRhPercent: number | null
  lowestCelsius: number | null
  latest: AirReading | null
  /** From the last closing until the humidity was back, minutes; null while it is not. */
  recoveredAfterMinutes: number | null
}

/** Back means this near to what it was, percent of humidity and degrees. */
const BACK_WITHIN = { rhPercent: 3, celsius: 0.3 } as const

/** What opening did to the air and how it came back. Readings in the order of time. */
export function airSummary(readings: readonly AirReading[], events: readonly SessionEvent[]): AirSummary {
  const firstOpenedMs = events.find((event) => event.kind === 'opened')?.atMs ?? Infinity
  const lastClosedMs = events.filter((event) => event.kind === 'closed').at(-1)?.atMs
  const open = events.filter(({ kind }) => kind === 'opened' || kind === 'closed').at(-1)?.kind === 'opened'
  const before = readings.filter(({ atMs }) => atMs <= firstOpenedMs).at(-1) ?? null
  const since = readings.filter(({ atMs }) => atMs > firstOpenedMs)
  const back =
    before === null || lastClosedMs === undefined || open
      ? undefined
      : since.find(
          (reading) =>
            reading.atMs > lastClosedMs &&
            reading.rhPercent >= before.rhPercent - BACK_WITHIN.rhPercent &&
            reading.celsius >= before.celsius - BACK_WITHIN.celsius,
        )
  const lowest = (value: (reading: AirReading) => number): number | null =>
    since.length > 0 ? Math.min(...since.map(value)) : null
  return {
    before,
    latest: readings.at(-1) ?? null,
    lowestRhPercent: lowest(({ rhPercent }) => rhPercent),
    lowestCelsius: lowest(({ celsius }) => celsius),
    recoveredAfterMinutes: back && lastClosedMs !== undefined ? (back.atMs - lastClosedMs) / MINUTE_MS : null,
  }
}
