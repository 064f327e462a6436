import type { SetRecord } from '../../contracts/records/set-record.ts'
import type { RecordTable } from '../../contracts/records/record-tables.ts'
import { allOf, isIn, numbered, writesOf, type Stamp } from '../../contracts/records/stamp.ts'

/** A record of any table, as it is written. */
export type AnyRecord = { stamp: Stamp } & Record<string, unknown>

/** What two devices wrote of the same record without knowing of each other. */
export interface Disagreement {
  /** Fields that differ; none where one took the record back and the other wrote on it. */
  fields: string[]
  /** Whether one of them took it back. */
  gone: boolean
  /** What holds unless somebody decides otherwise, and what else could. */
  kept: AnyRecord
  other: AnyRecord
  /** Which of the two copies says what is kept. */
  keptIs: 'a' | 'b'
}

interface Event {
  id: string
  rev?: number | undefined
  device: string | null
}

/** Lists of which both devices' entries hold, by what tells entries apart. */
const UNITED: Readonly<Partial<Record<RecordTable, Readonly<Record<string, (entry: never) => string>>>>> = {
  sets: {
    counted: ({ id }: { id: string }) => id,
    batches: ({ id }: { id: string }) => id,
    trayIds: (id: string) => id,
  },
  practice: { answers: ({ id }: { id: string }) => id },
  hatchery: { lampChecks: ({ id }: { id: string }) => id },
}
/** United lists that are in the order of time. */
const BY_TIME: ReadonlySet<string> = new Set(['counted', 'answers'])
/** What no person is asked about: it follows, or both hold. */
const NOT_ASKED: ReadonlySet<string> = new Set([
  'stamp',
  'events',
  'madeBy',
  'earlierVerdicts',
  'verdict',
  'twin',
  // A lift is nobody's word.
  'leftIn',
])

/**
 * One record of two copies: all events of both, of other fields those written last; alive where either device wrote
 * what the one that took it back had not seen. Which copy comes first changes nothing, nor does doing it again.
 */
export function mergeRecord(
  table: RecordTable,
  a: AnyRecord,
  b: AnyRecord,
): { record: AnyRecord; disagreement: Disagreement | null } {
  const [writesA, writesB] = [writesOf(a.stamp), writesOf(b.stamp)]
  const by = allOf(writesA, writesB)
  const goneBy = allOf(gravesOf(a.stamp), gravesOf(b.stamp))
  const gone = Object.keys(goneBy).length > 0 && isIn(by, goneBy)
  const [first, second] = isBefore(a, b) ? [b, a] : [a, b]
  const apart = !isIn(writesA, writesB) && !isIn(writesB, writesA)
  const united = unite(table, { first, second, apart })
  const record: AnyRecord = {
    ...first,
    ...united,
    ...('events' in first ? { events: allEvents(eventsOf(a), eventsOf(b)) } : {}),
    stamp: { ...(gone ? laterOf(first.stamp, second.stamp) : first.stamp), gone, by, goneBy },
  }
  return {
    record,
    disagreement: disagreementOf({
      first,
      second,
      apart,
      record,
      united,
      keptIs: first === a ? 'a' : 'b',
    }),
  }
}

/** Taking back is a write as well, though no content hangs on it. */
function laterOf(a: Stamp, b: Stamp): Stamp {
  if (a.revision !== b.revision) return a.revision > b.revision ? a : b
  return (a.device ?? '') < (b.device ?? '') ? b : a
}

/** Stamps of earlier versions say only that it is gone, not what was seen. */
function gravesOf({ gone, goneBy, ...stamp }: Stamp): Stamp['goneBy'] {
  return gone && Object.keys(goneBy).length === 0 ? writesOf({ gone, goneBy, ...stamp }) : goneBy
}

/** A state that is alive is newer than one that is gone, one that holds all writes of another newer than that; then what was written last. */
function isBefore(a: AnyRecord, b: AnyRecord): boolean {
  if (a.stamp.gone !== b.stamp.gone) return a.stamp.gone
  const [aInB, bInA] = [
    isIn(writesOf(a.stamp), writesOf(b.stamp)),
    isIn(writesOf(b.stamp), writesOf(a.stamp)),
  ]
  if (aInB !== bInA) return aInB
  if (a.stamp.revision !== b.stamp.revision) return a.stamp.revision < b.stamp.revision
  const [deviceA, deviceB] = [a.stamp.device ?? '', b.stamp.device ?? '']
  if (deviceA !== deviceB) return deviceA < deviceB
  return textOf(a) < textOf(b)
}

const textOf = (record: AnyRecord): string => JSON.stringify({ ...record, stamp: null, events: null })

function eventsOf({ events }: AnyRecord): Event[] {
  return numbered((events ?? []) as Event[])
}

/** All that was noted on either device, in an order that both would find. */
function allEvents(a: readonly Event[], b: readonly Event[]): Event[] {
  const byId = new Map([...a, ...b].map((event) => [event.id, event]))
  return [...byId.values()].sort(
    (x, y) => x.rev! - y.rev! || compare(x.device ?? '', y.device ?? '') || compare(x.id, y.id),
  )
}

const compare = (a: string, b: string): number => (a < b ? -1 : a > b ? 1 : 0)

type Ticks = Pick<SetRecord, 'done' | 'undone'>

interface Pair {
  /** The one whose fields hold. */
  first: AnyRecord
  second: AnyRecord
  /** Neither had seen the other. */
  apart: boolean
}

function unite(table: RecordTable, { first, second, apart }: Pair): Record<string, unknown> {
  // Who had seen all of the other's has struck out what is not there.
  if (!apart && table !== 'practice') return {}
  const united: Record<string, unknown> = {}
  for (const [field, keyOf] of Object.entries(UNITED[table] ?? {})) {
    const entries = new Map<string, unknown>()
    for (const entry of [...(first[field] as unknown[]), ...(second[field] as unknown[])])
      if (!entries.has(keyOf(entry as never))) entries.set(keyOf(entry as never), entry)
    const list = [...entries.values()]
    united[field] = BY_TIME.has(field) ? list.sort(byTimeAndText) : list
  }
  return table === 'sets' ? { ...united, ...unitedTicks(first as never, second as never) } : united
}

/** Of each tick what was said last of it: that it is done, or that it is not. */
function unitedTicks(first: Ticks, second: Ticks): Ticks {
  const latest = new Map<string, { rev: number; done: Ticks['done'][number] | null }>()
  const said = (key: string, rev: number, done: Ticks['done'][number] | null): void => {
    if (rev > (latest.get(key)?.rev ?? -1)) latest.set(key, { rev, done })
  }
  for (const { done, undone } of [first, second]) {
    for (const tick of done) said(tick.key, tick.rev ?? 0, tick)
    for (const { key, rev = 0 } of undone) said(key, rev, null)
  }
  return {
    done: [...latest.values()].flatMap(({ done }) => done ?? []),
    undone: [...latest].flatMap(([key, { rev, done }]) => (done ? [] : [{ key, rev }])),
  }
}

function byTimeAndText(a: unknown, b: unknown): number {
  const [left, right] = [a as { at: string }, b as { at: string }]
  return compare(left.at, right.at) || compare(JSON.stringify(a), JSON.stringify(b))
}

function disagreementOf({
  first,
  second,
  apart,
  record,
  united,
  keptIs,
}: Pair & {
  record: AnyRecord
  united: Record<string, unknown>
  keptIs: 'a' | 'b'
}): Disagreement | null {
  // What was taken back and written on apart stays: the person is asked whether it should.
  if (first.stamp.gone !== second.stamp.gone)
    return record.stamp.gone || isIn(gravesOf(second.stamp), first.stamp.goneBy)
      ? null
      : { fields: [], gone: true, kept: record, other: { ...record, stamp: second.stamp }, keptIs }
  if (!apart || first.stamp.gone) return null
  const fields = [...new Set([...Object.keys(first), ...Object.keys(second)])].filter(
    (field) =>
      !NOT_ASKED.has(field) &&
      !(field in united) &&
      JSON.stringify(first[field]) !== JSON.stringify(second[field]),
  )
  if (fields.length === 0) return null
  const other = { ...record, ...Object.fromEntries(fields.map((field) => [field, second[field]])) }
  return { fields, gone: false, kept: record, other, keptIs }
}
