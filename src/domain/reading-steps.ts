import {
  byProbeAndDay,
  dayOf,
  readingsId,
  readingsOf,
  withoutReadings,
  withReadings,
  type ProbeReading,
  type ReadingsRecord,
} from '../contracts/records/readings-record.ts'
import { stamped } from '../contracts/records/stamp.ts'
import type { Changes, Standing, Writer } from './steps.ts'

type OfReadings = Pick<Changes, 'readings' | 'readingsGone'>

/** The days of probes that a step changes. */
export function readingsWritten(
  { readings = [], readingsGone = [] }: OfReadings,
  standing: Standing,
  { device }: Writer,
): ReadingsRecord[] {
  const days = new Map<string, ReadingsRecord>()
  const nowOf = (id: string): ReadingsRecord | null => days.get(id) ?? standing.readings(id) ?? null
  for (const some of byProbeAndDay(readings)) {
    const id = readingsId(some[0].probeId, dayOf(some[0].atMs))
    days.set(id, withReadings(nowOf(id), some))
  }
  for (const { probeId, atMs } of readingsGone) {
    const id = readingsId(probeId, dayOf(atMs))
    const now = nowOf(id)
    if (now) days.set(id, withoutReadings(now, [atMs]))
  }
  return [...days].map(([id, day]) => stamped(day, { device, now: standing.readings(id) ?? null }))
}

/** What stands at the moments that a step takes out or writes over. */
export function readingsBefore(
  { readings = [], readingsGone = [] }: OfReadings,
  standing: Standing,
): ProbeReading[] {
  return [...readings, ...readingsGone].flatMap(({ probeId, atMs }) => {
    const day = standing.readings(readingsId(probeId, dayOf(atMs))) ?? null
    return readingsOf(day, { fromMs: atMs, toMs: atMs })
  })
}

/** Which days' readings have to be fetched before something is written. */
export function readingsNeeded(
  readings: ReadonlyArray<Pick<ProbeReading, 'probeId' | 'atMs'>> = [],
): string[] {
  return [...new Set(readings.map(({ probeId, atMs }) => readingsId(probeId, dayOf(atMs))))]
}

/** Which of them a step needs. */
export function readingsNeededBy({ readings = [], readingsGone = [] }: OfReadings): string[] {
  return readingsNeeded([...readings, ...readingsGone])
}
