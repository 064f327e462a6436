import { z } from 'zod'
import { HOUR_MS, DAY_MS } from '../../core/time/durations.ts'
import { idField, localDateField } from './fields.ts'
import { FRESH, stampSchema } from './stamp.ts'
/** One each ten seconds. */
const MOST_A_DAY = 8640 * 2

const celsiusField = z.number().min(0).max(60).nullable()
const rhField = z.number().min(0).max(100).nullable()

/** What one probe said on one day (of UTC). All lists are as long as `times`. */
export const readingsRecordSchema = z
  .object({
    /** `<day>_<probe>`, so that all of a day lie beside each other. */
    id: z.string().max(80),
    stamp: stampSchema,
    probeId: idField,
    day: localDateField,
    /** Milliseconds since the day began, rising. */
    times: z.array(z.int().min(0).max(DAY_MS)).max(MOST_A_DAY),
    celsius: z.array(celsiusField),
    /** Relative humidity, percent. */
    rhPercent: z.array(rhField),
    /** Times of retracted readings. */
    takenBack: z.array(z.int().min(0).max(DAY_MS)).max(MOST_A_DAY),
  })
  .refine(
    ({ times, celsius, rhPercent }) => celsius.length === times.length && rhPercent.length === times.length,
    'not of one length',
  )
  .refine(
    ({ times }) => times.every((time, i) => i === 0 || time > times[i - 1]!),
    'not in the order of time',
  )
  .refine(
    ({ id, day, probeId }) => id === readingsId(probeId, day),
    'under another name than its probe and day',
  )
export type ReadingsRecord = z.infer<typeof readingsRecordSchema>

/** One reading of a probe. */
export interface ProbeReading {
  probeId: string
  atMs: number
  celsius: number | null
  rhPercent: number | null
}

/** What a probe said, drawn together: each reading where they are few, else one for each hour. */
export interface RollUp {
  id: string
  probeId: string
  day: string
  points: Array<{
    /** The first of them, epoch milliseconds. */
    atMs: number
    count: number
    celsius: Span | null
    rhPercent: Span | null
  }>
}
export interface Span {
  lowest: number
  mean: number
  highest: number
}

/** More readings a day than this are drawn together by hours. */
const FEW = 48

export function readingsId(probeId: string, day: string): string {
  return `${day}_${probeId}`
}

export function dayOf(atMs: number): string {
  return new Date(atMs).toISOString().slice(0, 10)
}

/** Readings with more of them; of two at one moment the later word counts. @param more - of this probe and day */
export function withReadings(
  now: ReadingsRecord | null,
  more: readonly [ProbeReading, ...ProbeReading[]],
): ReadingsRecord {
  const { probeId, atMs: someMs } = more[0]
  const day = dayOf(someMs)
  const startMs = Date.parse(day)
  const byTime = new Map(
    readingsOf(now).map(({ atMs, celsius, rhPercent }) => [atMs - startMs, { celsius, rhPercent }]),
  )
  for (const { atMs, celsius, rhPercent } of more) byTime.set(atMs - startMs, { celsius, rhPercent })
  const times = [...byTime.keys()].sort((a, b) => a - b)
  return {
    id: readingsId(probeId, day),
    stamp: now?.stamp ?? FRESH,
    probeId,
    day,
    times,
    celsius: times.map((time) => byTime.get(time)!.celsius),
    rhPercent: times.map((time) => byTime.get(time)!.rhPercent),
    takenBack: (now?.takenBack ?? []).filter((time) => !byTime.has(time)),
  }
}

/** Without the readings of these moments; that they were taken back is kept. */
export function withoutReadings(now: ReadingsRecord, atMs: readonly number[]): ReadingsRecord {
  const gone = new Set(atMs.map((at) => at - Date.parse(now.day)))
  const stays = now.times.map((time) => !gone.has(time))
  return {
    ...now,
    times: now.times.filter((_, i) => stays[i]),
    celsius: now.celsius.filter((_, i) => stays[i]),
    rhPercent: now.rhPercent.filter((_, i) => stays[i]),
    takenBack: [...new Set([...now.takenBack, ...gone])].sort((a, b) => a - b),
  }
}

/** @param fromMs - only those from then on, up to `toMs` */
export function readingsOf(
  record: ReadingsRecord | null,
  { fromMs = -Infinity, toMs = Infinity }: { fromMs?: number; toMs?: number } = {},
): ProbeReading[] {
  if (!record) return []
  const { probeId, day, times, celsius, rhPercent } = record
  const startMs = Date.parse(day)
  const readings: ProbeReading[] = []
  for (const [i, time] of times.entries()) {
    const atMs = startMs + time
    if (atMs >= fromMs && atMs <= toMs)
      readings.push({ probeId, atMs, celsius: celsius[i] ?? null, rhPercent: rhPercent[i] ?? null })
  }
  return readings
}

/** Readings by probe and day. */
export function byProbeAndDay(readings: readonly ProbeReading[]): Array<[ProbeReading, ...ProbeReading[]]> {
  const chunks = new Map<string, [ProbeReading, ...ProbeReading[]]>()
  for (const reading of readings) {
    const id = readingsId(reading.probeId, dayOf(reading.atMs))
    const chunk = chunks.get(id)
    if (chunk) chunk.push(reading)
    else chunks.set(id, [reading])
  }
  return [...chunks.values()]
}

export function rolledUp(record: ReadingsRecord): RollUp {
  const readings = readingsOf(record)
  const groups = new Map<number, ProbeReading[]>()
  for (const [i, reading] of readings.entries()) {
    const key = readings.length <= FEW ? i : Math.floor(reading.atMs / HOUR_MS)
    const group = groups.get(key)
    if (group) group.push(reading)
    else groups.set(key, [reading])
  }
  return {
    id: record.id,
    probeId: record.probeId,
    day: record.day,
    points: [...groups.values()].map((group) => ({
      atMs: group[0]!.atMs,
      count: group.length,
      celsius: spanOf(group.map(({ celsius }) => celsius)),
      rhPercent: spanOf(group.map(({ rhPercent }) => rhPercent)),
    })),
  }
}

function spanOf(values: ReadonlyArray<number | null>): Span | null {
  const known = values.filter((value) => value !== null)
  if (known.length === 0) return null
  return {
    lowest: Math.min(...known),
    mean: known.reduce((sum, value) => sum + value, 0) / known.length,
    highest: Math.max(...known),
  }
}
