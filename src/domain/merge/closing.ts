import type { EggRecord } from '../../contracts/records/egg-record.ts'
import type { LookRecord } from '../../contracts/records/look-record.ts'
import type { RecordTable } from '../../contracts/records/record-tables.ts'
import { ticksBetween, type SetRecord } from '../../contracts/records/set-record.ts'
import { isIn, writesOf } from '../../contracts/records/stamp.ts'
import type { AnyRecord } from './merge-record.ts'
import type { Conflict } from './questions.ts'

/** The tick that closes a set. */
const CLOSED = 'give-up'

type Tables = Record<RecordTable, ReadonlyMap<string, AnyRecord>>

const isClosed = (set: AnyRecord | undefined): boolean =>
  ((set?.['done'] ?? []) as SetRecord['done']).some(({ key }) => key === CLOSED)

/**
 * A set that one device closed while the other went on with it, of which the one that closed it knew nothing: it stays
 * open, and a person is asked.
 * @param merged - the sets among them are opened again here
 */
export function closedInTheMidst(
  sides: Readonly<Record<'a' | 'b', Tables>>,
  merged: Record<RecordTable, Map<string, AnyRecord>>,
  opened: (set: AnyRecord) => AnyRecord,
): Conflict[] {
  return [...merged.sets].flatMap(([id, set]): Conflict[] => {
    if (set.stamp.gone || !isClosed(set)) return []
    const closedIn = (['a', 'b'] as const).filter((side) => isClosed(sides[side].sets.get(id)))
    if (closedIn.length !== 1) return []
    const [closer, other] = closedIn[0] === 'a' ? [sides.a, sides.b] : [sides.b, sides.a]
    if (!other.sets.has(id) || !wentOn(id, closer, other)) return []
    const open = opened(withoutClosing(set))
    merged.sets.set(id, open)
    return [
      {
        table: 'sets',
        id,
        about: 'closed',
        fields: ['done'],
        gone: false,
        kept: open,
        other: set,
        keptIs: closedIn[0] === 'a' ? 'b' : 'a',
      },
    ]
  })
}

function withoutClosing(set: AnyRecord): AnyRecord {
  const now = set as unknown as SetRecord
  const done = now.done.filter(({ key }) => key !== CLOSED)
  return { ...set, ...ticksBetween(now, done, now.stamp.revision + 1) }
}

/** Did somebody count, note or look at something of the set that the one who closed it had not seen? */
function wentOn(setId: string, closer: Tables, other: Tables): boolean {
  const seen = (table: RecordTable, record: AnyRecord): boolean => {
    const there = closer[table].get(record['id'] as string)
    return there !== undefined && isIn(writesOf(record.stamp), writesOf(there.stamp))
  }
  const counts = (tables: Tables): SetRecord['counted'] =>
    (tables.sets.get(setId) as unknown as SetRecord | undefined)?.counted ?? []
  const known = new Set(counts(closer).map(({ id }) => id))
  if (counts(other).some(({ id }) => !known.has(id))) return true
  const eggs = ofSet<EggRecord>(other.eggs, (egg) => egg.setId === setId)
  const ids = new Set(eggs.map((egg) => egg['id']))
  const looks = ofSet<LookRecord>(other.looks, (look) => ids.has(look.eggId))
  return eggs.some((egg) => !seen('eggs', egg)) || looks.some((look) => !seen('looks', look))
}

function ofSet<T>(records: ReadonlyMap<string, AnyRecord>, belongs: (record: T) => boolean): AnyRecord[] {
  return [...records.values()].filter((record) => belongs(record as unknown as T))
}
