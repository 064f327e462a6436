import { fileOf, sortOut, TABLE_SCHEMAS, type Book, type RawRecord } from '../../contracts/records/book.ts'
import { type EggEvent, type EggRecord } from '../../contracts/records/egg-record.ts'
import { eggOf, isIn } from '../../contracts/records/egg-state.ts'
import type { SetRecord } from '../../contracts/records/set-record.ts'
import { RECORD_TABLES, type RecordTable } from '../../contracts/records/record-tables.ts'
import type { HatcheryRecords } from '../../contracts/records/records.ts'
import { numbered, type Stamp } from '../../contracts/records/stamp.ts'
import { closedInTheMidst } from './closing.ts'
import { mergeRecord, type AnyRecord } from './merge-record.ts'
import { questionsOf, type Conflict } from './questions.ts'

/** Two eggs that cannot both be where, or what, they are said to be; what was done about it. */
export interface Settled {
  eggId: string
  setId: string
  number: number
  /** It lies nowhere now, since another lies there; or it has another number, since another has its own. */
  what: 'place-taken' | 'number-taken'
  was: string
}

export type Copy = Pick<Book, 'records' | 'tombstones'> & { quarantined: readonly RawRecord[] }

/** Two copies of a book brought together. */
export interface MergedBook {
  book: Pick<Book, 'records' | 'tombstones'> & { quarantined: RawRecord[] }
  conflicts: Conflict[]
  settled: Settled[]
}

/**
 * Brings two copies of a book together: nothing that either device acknowledged is lost, nothing is doubled. The same
 * book comes out whichever copy comes first, and bringing one in once more changes nothing.
 * @param zone - of this device, for a hatchery that nobody has described
 */
export function mergeBooks(a: Copy, b: Copy, zone: string): MergedBook {
  const conflicts: Conflict[] = []
  const settled: Settled[] = []
  const [left, right] = [tablesOf(a), tablesOf(b)]
  const merged = {} as Record<RecordTable, Map<string, AnyRecord>>
  for (const table of RECORD_TABLES) {
    merged[table] = new Map()
    const ids = [...new Set([...left[table].keys(), ...right[table].keys()])].sort()
    for (const id of ids) {
      const [one, other] = [left[table].get(id), right[table].get(id)]
      if (one && other) {
        const { record: merging, disagreement } = mergeRecord(table, one, other)
        const { record, asked } = questionsOf(table, { a: one, b: other, merged: merging })
        merged[table].set(id, record)
        if (disagreement) conflicts.push({ table, id, about: 'record', ...disagreement })
        conflicts.push(...asked.map((question) => ({ table, id, ...question })))
      } else merged[table].set(id, (one ?? other)!)
    }
  }
  conflicts.push(...revive(merged))
  conflicts.push(
    ...closedInTheMidst({ a: left, b: right }, merged, (set) => ({ ...set, stamp: unseenStamp(set.stamp) })),
  )
  const raw = RECORD_TABLES.flatMap((table): RawRecord[] => {
    const list = [...merged[table].values()]
    const values =
      table === 'eggs'
        ? settleEggs(list as unknown as EggRecord[], { settled, givenUp: givenUpIn(merged.sets) })
        : list
    return values.map((value) => ({ table, value }))
  })
  const { records, quarantined, tombstones } = sortOut(inOrder(raw, a.records), zone)
  return {
    book: { records, tombstones, quarantined: allQuarantined(a.quarantined, b.quarantined, quarantined) },
    conflicts,
    settled,
  }
}

/** All records of a copy by id, with those that are gone. */
function tablesOf({ records, tombstones }: Copy): Record<RecordTable, Map<string, AnyRecord>> {
  const file = fileOf(records)
  return Object.fromEntries(
    RECORD_TABLES.map((table) => {
      const list = (table === 'hatchery' ? [file.hatchery] : file[table]) as AnyRecord[]
      const graves = tombstones.flatMap((record) => {
        if (record.table !== table) return []
        const read = TABLE_SCHEMAS[table].safeParse(record.value)
        return read.success ? [read.data as unknown as AnyRecord] : []
      })
      // Eggs of trays and sets carry what follows from others; what is written is what the schema reads.
      const own = list.map((value) => TABLE_SCHEMAS[table].parse(value) as unknown as AnyRecord)
      return [table, new Map([...graves, ...own].map((record) => [keyOf(record), record]))]
    }),
  ) as Record<RecordTable, Map<string, AnyRecord>>
}

/** The hatchery is one, and has no name of its own among the records. */
function keyOf(record: AnyRecord): string {
  return typeof record['id'] === 'string' ? record['id'] : 'hatchery'
}

/** As the eggs of a set come to be shown: sets, incubators and probes keep the order they have here, new ones follow. */
function inOrder(raw: readonly RawRecord[], here: HatcheryRecords): RawRecord[] {
  const file = fileOf(here)
  const at = new Map<string, number>(
    RECORD_TABLES.flatMap((table) =>
      table === 'hatchery'
        ? []
        : (file[table] as Array<{ id: string }>).map(({ id }, i) => [`${table}/${id}`, i] as const),
    ),
  )
  const place = ({ table, value }: RawRecord): number =>
    at.get(`${table}/${keyOf(value as AnyRecord)}`) ?? Infinity
  return raw
    .map((record, i) => ({ record, i, place: place(record) }))
    .sort(
      (x, y) =>
        RECORD_TABLES.indexOf(x.record.table) - RECORD_TABLES.indexOf(y.record.table) ||
        (x.place === y.place ? 0 : x.place - y.place) ||
        x.i - y.i,
    )
    .map(({ record }) => record)
}

/** What belongs to what: the field that names it, and the table in which it lies. */
const BELONGS: ReadonlyArray<{ table: RecordTable; field: string; to: RecordTable }> = [
  { table: 'looks', field: 'eggId', to: 'eggs' },
  { table: 'eggs', field: 'setId', to: 'sets' },
  { table: 'sessions', field: 'setId', to: 'sets' },
  { table: 'sets', field: 'trayIds', to: 'trays' },
]

/** What bringing together settles counts as a write that nobody has seen, else it would be asked about for ever. */
const REVIVED = 'revived'

/** The same on every device that finds it so. */
function unseenStamp(stamp: Stamp): Stamp {
  const revision = stamp.revision + 1
  return { ...stamp, revision, gone: false, by: { ...stamp.by, [REVIVED]: revision } }
}

/** An egg that was taken back on one device and looked at on the other is alive: what was seen of it must lie somewhere. */
function revive(merged: Record<RecordTable, Map<string, AnyRecord>>): Conflict[] {
  const revived: Conflict[] = []
  for (const { table, field, to } of BELONGS)
    for (const record of merged[table].values()) {
      if (record.stamp.gone) continue
      for (const id of [record[field]].flat() as string[]) {
        const owner = merged[to].get(id)
        if (!owner?.stamp.gone) continue
        const kept = { ...owner, stamp: unseenStamp(owner.stamp) }
        merged[to].set(id, kept)
        revived.push({
          table: to,
          id,
          about: 'record',
          fields: [],
          gone: true,
          kept,
          other: owner,
          keptIs: 'a',
        })
      }
    }
  return revived
}

/** Sets that are over with eggs of which nobody knows what became: those lie nowhere any more. */
function givenUpIn(sets: ReadonlyMap<string, AnyRecord>): ReadonlySet<string> {
  return new Set(
    [...sets.values()]
      .filter((set) => (set as unknown as SetRecord).done.some(({ key }) => key === 'give-up'))
      .map(({ id }) => id as string),
  )
}

/**
 * Two eggs of one number in a set, or in one place of a tray, cannot be: noted on two devices that did not know of each
 * other. The one of the lesser id keeps it, so that both devices decide alike. A tray may hold eggs of several sets; of
 * other sets only those count that are in the incubator now.
 */
function settleEggs(
  eggs: readonly EggRecord[],
  { settled, givenUp }: { settled: Settled[]; givenUp: ReadonlySet<string> },
): EggRecord[] {
  const numbers = new Map<string, Set<number>>()
  const places = new Set<string>()
  for (const { stamp, setId, number } of eggs)
    if (!stamp.gone) numbers.set(setId, (numbers.get(setId) ?? new Set()).add(number))
  const taken = new Set<string>()
  return [...eggs]
    .sort((a, b) => (a.id < b.id ? -1 : 1))
    .map((record) => {
      if (record.stamp.gone) return record
      let egg = record
      const { id: eggId, setId } = egg
      if (taken.has(`${setId}/${egg.number}`)) {
        const known = numbers.get(setId)!
        const next = Math.max(...known) + 1
        known.add(next)
        settled.push({ eggId, setId, number: next, what: 'number-taken', was: String(egg.number) })
        egg = { ...egg, number: next }
      }
      taken.add(`${setId}/${egg.number}`)
      const state = eggOf(egg)
      const { place, removed } = state
      if (!place || removed) return egg
      const inTray = `${place.trayId}/${place.row}/${place.column}`
      const spot = `${setId}/${inTray}`
      const spots = [spot, ...(isIn(state) && !givenUp.has(setId) ? [inTray] : [])]
      if (!spots.some((one) => places.has(one))) {
        for (const one of spots) places.add(one)
        return egg
      }
      settled.push({ eggId, setId, number: egg.number, what: 'place-taken', was: spot })
      return lyingNowhere(egg)
    })
}

function lyingNowhere(egg: EggRecord): EggRecord {
  const events = numbered(egg.events)
  const last = events.at(-1)
  // Named by what it follows, so that both devices write the same.
  const event: EggEvent = {
    id: `nowhere-${last?.id ?? egg.id}`.slice(0, 64),
    at: last?.at ?? null,
    device: null,
    rev: (last?.rev ?? 0) + 1,
    kind: 'moved',
    place: null,
  }
  return { ...egg, events: [...events, event] }
}

function allQuarantined(...lists: ReadonlyArray<readonly RawRecord[]>): RawRecord[] {
  const byText = new Map<string, RawRecord>()
  for (const { table, value } of lists.flat())
    byText.set(`${table}${JSON.stringify(value)}`, { table, value })
  return [...byText.entries()].sort(([a], [b]) => (a < b ? -1 : 1)).map(([, record]) => record)
}
