import { type EggRecord } from '../contracts/records/egg-record.ts'
import { withEvents } from '../contracts/records/egg-state.ts'
import { takingEventsBack } from '../contracts/records/events.ts'
import { type IncubatorLog } from '../contracts/records/incubator-log.ts'
import type { JournalEntry } from '../contracts/records/journal-entry.ts'
import { isPictured, type LookRecord } from '../contracts/records/look-record.ts'
import type { ProbeRecord } from '../contracts/records/probe-record.ts'
import { withoutReadings, withReadings } from '../contracts/records/readings-record.ts'
import { sessionRecordOf, type SessionRecord } from '../contracts/records/session-record.ts'
import { setWritten, type SetRecord } from '../contracts/records/set-record.ts'
import { stamped, type Stamp } from '../contracts/records/stamp.ts'
import { trayRecordOf, type TrayRecord } from '../contracts/records/tray-record.ts'
import { readingsBefore, readingsNeeded } from './reading-steps.ts'
import { countsTakenBack } from './hatch-of-set.ts'
import { type Written, type Changes, type Standing, beforeGone, setNow, type Writer } from './steps.ts'

type TakingBack = Omit<JournalEntry, 'number' | 'label' | 'eggId'>

type Noted = { id: string; stamp: Stamp; events: ReadonlyArray<{ id: string }> }

/** The record as it comes back; its revision goes on from where it was taken out. */
function notGone<R extends { stamp: Stamp }>(record: R): R {
  return { ...record, stamp: { ...record.stamp, gone: false } }
}

/** What it takes to take a step back. */
export function takingBack(
  { incubators, probes, trays, sets, eggs, looks, sessions, logs }: Written,
  changes: Pick<Changes, 'readings' | 'readingsGone'>,
  standing: Standing,
): TakingBack {
  const before = <T extends { id: string }, B>(list: readonly T[], of: (id: string) => B | null) =>
    list.map(({ id }) => ({ id, before: of(id) }))
  const noted = <R extends Noted>(
    list: readonly R[],
    of: (id: string) => { events: readonly unknown[] } | undefined,
  ) =>
    list.map((record) => {
      const { id, events, stamp } = record
      if (stamp.gone) return { id, created: false, eventIds: [], gone: notGone(record) }
      const now = of(id)
      const eventIds = events.slice(now?.events.length ?? 0).map((event) => event.id)
      return { id, created: now === undefined, eventIds }
    })
  return {
    incubators: beforeGone(incubators, standing.incubator),
    probes: beforeGone(probes, standing.probe),
    sets: sets.map((set) => ({
      id: set.id,
      before: set.stamp.gone ? notGone(set) : setNow(set.id, standing),
    })),
    looks: before(looks, (id) => standing.look(id) ?? null),
    trays: noted(trays, standing.tray),
    eggs: noted(eggs, standing.egg),
    sessions: noted(sessions, standing.session),
    // What else happened in the month came by itself and stays, also where the step was the first to be noted in it.
    logs: noted(logs, standing.log).map((log) => ({ ...log, created: false })),
    readings: (changes.readings ?? []).map(({ probeId, atMs }) => ({ probeId, atMs })),
    readingsBefore: readingsBefore(changes, standing),
  }
}

/** What taking a step back writes. Nothing that was noted is edited away: it is noted as taken back. */
export function writtenByUndo(entry: TakingBack, standing: Standing, writer: Writer): Written {
  const { device } = writer
  /** How it was before, or gone. */
  function back<T extends { id: string; stamp: Stamp }>(
    list: ReadonlyArray<{ id: string; before: T | null }>,
    of: (id: string) => T | undefined,
    restored: (before: T, now: T | undefined) => T = (before) => before,
  ): T[] {
    return list.flatMap(({ id, before }) => {
      const now = of(id)
      if (before) return [stamped(restored(before, now), { device, now })]
      return now ? [stamped(now, { device, gone: true })] : []
    })
  }
  /** With the step's events taken back, or gone where the step brought it. */
  function notedBack<T extends { stamp: Stamp; events: object[] }>(
    list: ReadonlyArray<JournalEntry['logs'][number] & { gone?: T | undefined }>,
    of: (id: string) => T | undefined,
  ): T[] {
    return list.flatMap(({ id, created, eventIds, gone }) => {
      const now = of(id)
      if (gone && !now) return [stamped(gone, { device })]
      if (!now) return []
      if (created) return [stamped(now, { device, gone: true })]
      const events = [...now.events, ...takingEventsBack(eventIds, writer)]
      return [stamped({ ...now, events }, { device, now })]
    })
  }
  const recordOf =
    <V, R>(of: (id: string) => V | undefined, record: (value: V) => R) =>
    (id: string): R | undefined => {
      const now = of(id)
      return now && record(now)
    }
  return {
    incubators: back(entry.incubators, standing.incubator),
    probes: back(entry.probes, standing.probe, (before, now) => withNothingUnsaid(before, now, writer)),
    trays: notedBack<TrayRecord>(entry.trays, recordOf(standing.tray, trayRecordOf)),
    sets: entry.sets.flatMap(({ id, before }): SetRecord[] => {
      const now = setNow(id, standing)
      if (before && !now) return [setWritten(before, { device, now: null })]
      if (!before || !now) return now ? [stamped(now, { device, gone: true })] : []
      const counted = countsTakenBack(now.counted, before.counted, writer)
      return [setWritten({ ...before, counted }, { device, now })]
    }),
    eggs: notedBack<EggRecord>(
      entry.eggs,
      recordOf(standing.egg, (egg) => withEvents(egg, [])),
    ),
    looks: back(entry.looks, standing.look, withWhatNobodyDecided),
    sessions: notedBack<SessionRecord>(entry.sessions, recordOf(standing.session, sessionRecordOf)),
    logs: notedBack<IncubatorLog>(entry.logs, standing.log),
    practice: [],
    readings: readingsNeeded([...entry.readings, ...(entry.readingsBefore ?? [])]).flatMap((id) => {
      const now = standing.readings(id)
      if (!now) return []
      const atMs = entry.readings.filter((reading) => readingsNeeded([reading])[0] === id).map((r) => r.atMs)
      const before = (entry.readingsBefore ?? []).filter((one) => readingsNeeded([one])[0] === id)
      const without = withoutReadings(now, atMs)
      const [first, ...others] = before
      return [stamped(first ? withReadings(without, [first, ...others]) : without, { device, now })]
    }),
  }
}

/** A probe as it was named before; what was noted of it since is taken back, and not forgotten. */
function withNothingUnsaid(before: ProbeRecord, now: ProbeRecord | undefined, writer: Writer): ProbeRecord {
  if (!now) return before
  const known = new Set(before.events.map(({ id }) => id))
  const since = now.events.flatMap(({ id }) => (known.has(id) ? [] : [id]))
  return { ...before, events: [...now.events, ...takingEventsBack(since, writer)] }
}

/** What a film showed, and what was graded again, was no step, and is not taken back with one. */
function withWhatNobodyDecided(look: LookRecord, now: LookRecord | undefined): LookRecord {
  if (!now || !isPictured(now) || !isPictured(look)) return look
  const { movement, verdict, madeBy, earlierVerdicts } = now
  return { ...look, movement, verdict, madeBy, earlierVerdicts }
}
