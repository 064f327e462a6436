import type { ProbeRecord } from '../contracts/records/probe-record.ts'
import { readingsOf, type ReadingsRecord } from '../contracts/records/readings-record.ts'

/** What the ids of the made-up hatchery begin with, and of the sensor that earlier versions asked in any incubator. */
const SIMULATED = ['demo-', 'sensor-']

/** Probes of a book of one's own through which earlier versions let simulated sensors speak. */
export function simulatedProbes(probes: readonly ProbeRecord[]): ProbeRecord[] {
  return probes.filter(
    ({ id, by, standIn }) =>
      by === 'sensor' && (standIn === true || SIMULATED.some((start) => id.startsWith(start))),
  )
}

/** How much they said. */
export interface SimulatedReadings {
  probes: ProbeRecord[]
  count: number
  /** First and last day of UTC, `2026-03-14`. */
  from: string
  to: string
}

/** @param days - of these probes @returns null where they said nothing */
export function simulatedReadings(
  probes: readonly ProbeRecord[],
  days: readonly ReadingsRecord[],
): SimulatedReadings | null {
  const wanted = new Set(probes.map(({ id }) => id))
  const theirs = days.filter(({ probeId }) => wanted.has(probeId))
  const dates = theirs.map(({ day }) => day).sort()
  const count = theirs.reduce((sum, day) => sum + readingsOf(day).length, 0)
  return count === 0 ? null : { probes: [...probes], count, from: dates[0]!, to: dates.at(-1)! }
}
