import { z } from 'zod'
import { eggRecordSchema } from './egg-record.ts'
import { withEvents } from './egg-state.ts'
import { eggOf, type Egg } from './egg-state.ts'
import { standingEvents } from './events.ts'
import { problemsOf, type FieldProblem } from './field-problem.ts'
import { hatcheryRecordOf, hatcheryRecordSchema, newHatchery } from './hatchery-record.ts'
import { incubatorSchema } from './incubator-record.ts'
import { incubatorLogSchema } from './incubator-log.ts'
import { lookRecordSchema, type LookRecord } from './look-record.ts'
import { practiceRecordSchema } from './practice-record.ts'
import { probeRecordSchema } from './probe-record.ts'
import { RECORD_TABLES, type ChapterTable, type RecordTable } from './record-tables.ts'
import type { HatcheryRecords } from './records.ts'
import { sessionOf, sessionRecordOf, sessionRecordSchema, type Session } from './session-record.ts'
import { eggSetOf, setRecordOf, setRecordSchema, type EggSet } from './set-record.ts'
import { trayOf, trayRecordOf, trayRecordSchema, type Tray } from './tray-record.ts'

/** What each table's records must be to be written and read. */
export const TABLE_SCHEMAS = {
  hatchery: hatcheryRecordSchema,
  incubators: incubatorSchema,
  probes: probeRecordSchema,
  trays: trayRecordSchema,
  sets: setRecordSchema,
  eggs: eggRecordSchema,
  looks: lookRecordSchema,
  sessions: sessionRecordSchema,
  logs: incubatorLogSchema,
  practice: practiceRecordSchema,
} as const satisfies Record<RecordTable, z.ZodType>

type Output<T extends RecordTable> = z.output<(typeof TABLE_SCHEMAS)[T]>

/** A record as it lies in storage or in a file, of any version, not yet checked. */
export interface RawRecord {
  table: RecordTable
  value: unknown
}

/** A record that cannot be read or whose belongings are not here. It is kept as it is until someone puts it right. */
export interface Quarantined extends RawRecord {
  problems: FieldProblem[]
}

/** All records of a hatchery: those that can be read and fit together, and the others. */
export interface Book<R extends RawRecord = RawRecord> {
  records: HatcheryRecords
  quarantined: Array<R & Quarantined>
  /** Records that were taken back; they are kept so that no other device brings them back. */
  tombstones: R[]
}

export const setAsideSchema = z.array(z.object({ table: z.enum(RECORD_TABLES), value: z.unknown() }))

/** A record that storage would not give back is refused; the message is for people. */
export class RecordRefused extends Error {
  readonly problems: FieldProblem[]
  constructor(problems: FieldProblem[]) {
    super(sayProblems(problems))
    this.problems = problems
  }
}

/** The first problem as a sentence, and how many more there are. */
export function sayProblems(problems: readonly FieldProblem[]): string {
  const [first] = problems
  if (!first) return 'It cannot be read.'
  const sentence = `${first.sentence.charAt(0).toUpperCase()}${first.sentence.slice(1)}`
  return problems.length === 1 ? sentence : `${sentence} (And ${problems.length - 1} more.)`
}

/** Checks a record by the schema that will read it. @throws RecordRefused in words */
export function checked<T extends RecordTable>(table: T, value: unknown): Output<T> {
  const result = TABLE_SCHEMAS[table].safeParse(value)
  if (!result.success) throw new RecordRefused(problemsOf(result.error, value))
  return result.data as Output<T>
}

/** What a book is about, without its chapters: the eggs of a set and the looks at them. */
export type Frame = Omit<HatcheryRecords, ChapterTable>
export type Chapter = Pick<HatcheryRecords, ChapterTable>

/** Records of some tables sorted into those that can be read and fit together, and the others. */
export interface Sorted<Records, R extends RawRecord> extends Omit<Book<R>, 'records'> {
  records: Records
}

/**
 * Sorts today's records into those that can be read and fit together, and those to be set aside. Never throws: one bad
 * record must not keep anybody from the others.
 * @param zone - of this device, for a hatchery that nobody has described
 */
export function sortOut<R extends RawRecord>(raw: readonly R[], zone: string): Book<R> {
  const frame = sortFrame(raw, zone)
  const chapters = sortChapters(raw, frame.records.sets)
  return {
    records: { ...frame.records, ...chapters.records },
    quarantined: [...frame.quarantined, ...chapters.quarantined],
    tombstones: [...frame.tombstones, ...chapters.tombstones],
  }
}

/** All but the eggs and their looks. */
export function sortFrame<R extends RawRecord>(raw: readonly R[], zone: string): Sorted<Frame, R> {
  const { keep, quarantined, tombstones } = sorter(raw)
  const [described] = keep(
    'hatchery',
    asItIs,
    firstOf(() => 'hatchery', 'is there twice'),
  )
  const incubators = keep('incubators', asItIs, firstOf(byId, 'is there twice'))
  const { incubators: usual, ...undescribed } = newHatchery(zone)
  const probes = keep('probes', asItIs, firstOf(byId, 'is there twice'))
  const trays = keep('trays', trayOf, firstOf(byId, 'is there twice'))
  const trayById = new Map(trays.map((tray) => [tray.id, tray]))
  const sets = keep('sets', (set) => eggSetOf(set, trayById), setFaults(trayById))
  const sessions = keep('sessions', sessionOf, sessionFaults(sets))
  const logs = keep('logs', asItIs, firstOf(byId, 'is there twice'))
  const practice = keep('practice', asItIs, firstOf(byId, 'is there twice'))
  const hatchery = {
    ...(described ?? undescribed),
    incubators: incubators.length > 0 ? incubators : usual,
  }
  return { records: { hatchery, probes, trays, sets, sessions, logs, practice }, quarantined, tombstones }
}

/** @param sets - that are there; chapters of others are set aside */
export function sortChapters<R extends RawRecord>(
  raw: readonly R[],
  sets: readonly EggSet[],
): Sorted<Chapter, R> {
  const { keep, quarantined, tombstones } = sorter(raw)
  const eggs = keep('eggs', eggOf, eggFaults(sets))
  const looks = keep('looks', asItIs, lookFaults(eggs))
  return { records: { eggs, looks }, quarantined, tombstones }
}

const asItIs = <T>(item: T): T => item
const byId = ({ id }: { id: string }): string => id

function sorter<R extends RawRecord>(raw: readonly R[]) {
  const quarantined: Array<R & Quarantined> = []
  const tombstones: R[] = []
  /** Those of one table that can be read and have no fault. @param as - how the program works with them */
  function keep<T extends RecordTable, V>(
    table: T,
    as: (item: Output<T>) => V,
    faultOf: (item: V) => FieldProblem | null,
  ): V[] {
    return raw
      .filter((record) => record.table === table)
      .flatMap((record) => {
        const result = TABLE_SCHEMAS[table].safeParse(record.value)
        if (!result.success) {
          quarantined.push({ ...record, problems: problemsOf(result.error, record.value) })
          return []
        }
        if (result.data.stamp.gone) {
          tombstones.push(record)
          return []
        }
        const item = as(result.data as Output<T>)
        const fault = faultOf(item)
        if (fault === null) return [item]
        quarantined.push({ ...record, problems: [fault] })
        return []
      })
  }
  return { keep, quarantined, tombstones }
}

/** The records of a file, as a list to be sorted out. */
export function rawRecordsOf(file: Record<string, unknown>): RawRecord[] {
  return RECORD_TABLES.flatMap((table): RawRecord[] => {
    const kept = file[table]
    if (table === 'hatchery') return kept === undefined || kept === null ? [] : [{ table, value: kept }]
    return Array.isArray(kept) ? kept.map((value: unknown) => ({ table, value })) : []
  })
}

/** The records as they are written: each without what follows from the others. */
export function fileOf(records: HatcheryRecords): Record<RecordTable, unknown> {
  const { hatchery, probes, trays, sets, eggs, looks, sessions, logs, practice } = records
  return {
    hatchery: hatcheryRecordOf(hatchery),
    incubators: hatchery.incubators,
    probes,
    trays: trays.map(trayRecordOf),
    sets: sets.map(setRecordOf),
    eggs: eggs.map((egg) => withEvents(egg, [])),
    looks,
    sessions: sessions.map(sessionRecordOf),
    logs,
    practice,
  }
}

/**
 * What a step would leave in a set that cannot be: two eggs of one number, or in one place.
 * @throws RecordRefused in words
 */
export function checkEggsOfSet(eggs: readonly Egg[], set: Pick<EggSet, 'id' | 'trays'>): void {
  const fault = eggFaults([set])
  for (const egg of eggs) {
    const problem = fault(egg)
    if (problem) throw new RecordRefused([problem])
  }
}

function firstOf<T>(
  keyOf: (item: T) => string,
  sentence: string,
  path: string[] = ['id'],
): (item: T) => FieldProblem | null {
  const seen = new Set<string>()
  return (item) => {
    const key = keyOf(item)
    if (seen.has(key)) return { path, sentence: `${key} ${sentence}.` }
    seen.add(key)
    return null
  }
}

/** Eggs are asked in order; of two that cannot both be, the second is at fault. */
function eggFaults(sets: ReadonlyArray<Pick<EggSet, 'id' | 'trays'>>): (egg: Egg) => FieldProblem | null {
  const trays = new Map(sets.map((set) => [set.id, new Map(set.trays.map((tray) => [tray.id, tray]))]))
  const twice = firstOf<Egg>(({ id }) => id, 'is there twice')
  const numbers = new Set<string>()
  const places = new Set<string>()
  return (egg) => {
    const { number, place, setId, removed } = egg
    const own = trays.get(setId)
    if (!own) return { path: ['setId'], sentence: `egg ${number} belongs to a set that is missing.` }
    const double = twice(egg)
    if (double) return double
    const tray = place && own.get(place.trayId)
    if (place && !tray)
      return {
        path: [...pathOfPlace(egg), 'trayId'],
        sentence: `egg ${number} is in a tray that is missing.`,
      }
    if (place && tray && (place.row >= tray.rows || place.column >= tray.columns))
      return { path: pathOfPlace(egg), sentence: `egg ${number} is outside its tray.` }
    if (numbers.has(`${setId}/${number}`))
      return { path: ['number'], sentence: `there is another egg ${number} in its set.` }
    numbers.add(`${setId}/${number}`)
    // The place of an egg that was taken out may have another by now.
    if (place && removed === null) {
      const spot = `${setId}/${place.trayId}/${place.row}/${place.column}`
      if (places.has(spot))
        return { path: pathOfPlace(egg), sentence: `egg ${number} is in the same place as another egg.` }
      places.add(spot)
    }
    return null
  }
}

/** Where the egg's place is said: in the latest event that moved it. */
function pathOfPlace({ events }: Egg): Array<string | number> {
  const standing = new Set(standingEvents(events))
  return ['events', events.findLastIndex((event) => event.kind === 'moved' && standing.has(event)), 'place']
}

function setFaults(trays: ReadonlyMap<string, Tray>): (set: EggSet) => FieldProblem | null {
  const twice = firstOf<EggSet>(byId, 'is there twice')
  return (set) => {
    const missing = set.trayIds.findIndex((id) => !trays.has(id))
    return missing < 0
      ? twice(set)
      : { path: ['trayIds', missing], sentence: `the set ${set.name} is in a tray that is missing.` }
  }
}

function lookFaults(eggs: readonly Egg[]): (look: LookRecord) => FieldProblem | null {
  const setOf = new Map(eggs.map((egg) => [egg.id, egg.setId]))
  const twice = firstOf<LookRecord>(({ id }) => id, 'is there twice')
  return (look) => {
    const setId = setOf.get(look.eggId)
    if (setId === undefined)
      return { path: ['eggId'], sentence: `the look of ${look.takenAt} belongs to an egg that is missing.` }
    if (setId !== look.setId)
      return { path: ['setId'], sentence: `the look of ${look.takenAt} has a different set from its egg.` }
    return twice(look)
  }
}

function sessionFaults(sets: readonly EggSet[]): (session: Session) => FieldProblem | null {
  const ids = new Set(sets.map(({ id }) => id))
  const twice = firstOf<Session>(byId, 'is there twice')
  return (session) =>
    ids.has(session.setId)
      ? twice(session)
      : {
          path: ['setId'],
          sentence: `the candling of ${session.startedAt} belongs to a set that is missing.`,
        }
}
