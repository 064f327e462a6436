import { sortOut, fileOf, rawRecordsOf, type Book } from '../contracts/records/book.ts'
import type { EggRecord } from '../contracts/records/egg-record.ts'
import type { HatcheryRecord } from '../contracts/records/hatchery-record.ts'
import { newLog, logId, monthOf, type IncubatorLog } from '../contracts/records/incubator-log.ts'
import {
  byProbeAndDay,
  readingsOf,
  withReadings,
  type ReadingsRecord,
} from '../contracts/records/readings-record.ts'
import type { SetRecord } from '../contracts/records/set-record.ts'
import { addDays, daysBetween, localDateOf, type Zone } from '../core/time/local-date.ts'

/** A book without photographs, and what its probes said. */
export interface DatedBook extends Pick<Book, 'records'> {
  readings: readonly ReadingsRecord[]
}

const INSTANT = /^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}:\d{2}(\.\d+)?Z$/

/**
 * A book as it would be if everything in it had happened at another time and place: ages, intervals and the order of
 * events stay as they are, and days of laying stay as far from the day of setting. Readings that were taken back are left out. For books whose
 * time is made up.
 * @param byMs - how much later, milliseconds
 * @param zone - of the place to which it is moved
 * @throws RangeError where somebody has practised: their answers are true, and of their own time
 */
export function movedInTime({ records, readings }: DatedBook, byMs: number, zone: Zone): DatedBook {
  if (records.practice.length > 0)
    throw new RangeError(
      `practice must be empty in a book that is moved, received ${records.practice.length}`,
    )
  const file = fileOf(records)
  const later = <T>(value: T): T => movedValue(value, byMs) as T
  const sets = later(file.sets as SetRecord[])
  const daysOfSets = new Map(
    records.sets.map(({ id, setAt }, i) => [
      id,
      daysBetween(
        localDateOf(Date.parse(setAt), records.hatchery.zone),
        localDateOf(Date.parse(sets[i]!.setAt), zone),
      ),
    ]),
  )
  const moved = {
    ...later(file),
    hatchery: { ...later(file.hatchery as HatcheryRecord), zone },
    sets,
    eggs: later(file.eggs as EggRecord[]).map((egg) => ({
      ...egg,
      laidOn: egg.laidOn && addDays(egg.laidOn, daysOfSets.get(egg.setId)!),
    })),
    logs: movedLogs(later(records.logs)),
  }
  return { records: sortOut(rawRecordsOf(moved), zone).records, readings: movedReadings(readings, byMs) }
}

function movedValue(value: unknown, byMs: number): unknown {
  if (typeof value === 'string')
    return INSTANT.test(value) ? new Date(Date.parse(value) + byMs).toISOString() : value
  if (Array.isArray(value)) return value.map((item) => movedValue(item, byMs))
  if (value === null || typeof value !== 'object') return value
  return Object.fromEntries(Object.entries(value).map(([key, item]) => [key, movedValue(item, byMs)]))
}

/** What was noted may lie in another month now. */
function movedLogs(logs: readonly IncubatorLog[]): IncubatorLog[] {
  const months = new Map<string, IncubatorLog>()
  for (const { incubatorId, stamp, month: before, events } of logs)
    for (const event of events) {
      const month = event.at === null ? before : monthOf(event.at)
      const id = logId(incubatorId, month)
      const log = months.get(id) ?? { ...newLog(incubatorId, month), stamp }
      months.set(id, { ...log, events: [...log.events, event] })
    }
  return [...months.values()]
}

/** Days of UTC begin elsewhere among them now. */
function movedReadings(readings: readonly ReadingsRecord[], byMs: number): ReadingsRecord[] {
  const [stamp] = readings.map((day) => day.stamp)
  const later = readings.flatMap((day) =>
    readingsOf(day).map((reading) => ({ ...reading, atMs: reading.atMs + byMs })),
  )
  return byProbeAndDay(later).map((some) => ({ ...withReadings(null, some), stamp: stamp! }))
}
