import { sha256 } from '@noble/hashes/sha2.js'
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils.js'
import { type EggEvent, type EggRecord } from '../../contracts/records/egg-record.ts'
import { eventsBetween } from '../../contracts/records/egg-state.ts'
import { eggOf, type Egg, type EggState } from '../../contracts/records/egg-state.ts'
import { standingEvents, type Noting } from '../../contracts/records/events.ts'
import type { RecordTable } from '../../contracts/records/record-tables.ts'
import { setWritten, type SetRecord } from '../../contracts/records/set-record.ts'
import { numbered, stamped } from '../../contracts/records/stamp.ts'
import { incubatorOf, placing, type Whereabouts } from '../../contracts/records/whereabouts.ts'
import type { AnyRecord, Disagreement } from './merge-record.ts'

/** What a person is asked about: what a record says, or what two devices noted of it that cannot both hold. */
export type About = 'record' | 'fate' | 'mark' | 'crack' | 'band' | 'chick' | 'incubator' | 'closed'

/** Something that two devices wrote apart, for a person to look at. */
export interface Conflict extends Disagreement {
  table: RecordTable
  id: string
  about: About
}

export function conflictKey({ table, id, about }: Pick<Conflict, 'table' | 'id' | 'about'>): string {
  return `${table}/${id}/${about}`
}

/** Something of an egg that is told by events, and of which only one word can hold. */
interface Topic {
  about: About
  kinds: ReadonlyArray<EggEvent['kind']>
  /** What holds if this side's word does. */
  word: (own: Egg, other: Egg) => Partial<EggState>
  /** Whether the words of two devices shut each other out. */
  isApart: (a: Egg, b: Egg) => boolean
  /** The word of the higher rank harms least if it is wrong; of two alike, the one noted last holds. */
  rank: (egg: Egg) => number
}

const differs = <K extends keyof EggState>(field: K, textOf: (value: EggState[K]) => string = String) =>
  ((a: Egg, b: Egg) => textOf(a[field]) !== textOf(b[field])) as Topic['isApart']

const TOPICS: readonly Topic[] = [
  {
    about: 'fate',
    kinds: ['removed', 'out', 'opened', 'pipped', 'zipped'],
    word: ({ removed, outcome, pipped, zipped }, other) => ({
      removed,
      outcome,
      pipped: pipped ?? (removed ? null : other.pipped),
      zipped: zipped ?? (removed ? null : other.zipped),
    }),
    isApart: areFatesApart,
    // An egg that lives is left alone until somebody has looked again.
    rank: (egg) => ['dead', 'taken-out', 'pipped', 'alive', 'hatched'].indexOf(eggOutcome(egg) ?? 'dead'),
  },
  {
    about: 'mark',
    kinds: ['marked'],
    word: ({ mark }) => ({ mark }),
    isApart: differs('mark'),
    rank: () => 0,
  },
  {
    about: 'crack',
    kinds: ['crack-seen'],
    word: ({ crack }) => ({ crack }),
    isApart: differs('crack'),
    rank: ({ crack }) => ['none', 'hairline', 'leaking'].indexOf(crack),
  },
  {
    about: 'band',
    kinds: ['banded'],
    word: ({ band }) => ({ band }),
    isApart: differs('band'),
    rank: () => 0,
  },
  {
    about: 'chick',
    kinds: ['chick'],
    word: ({ chick }) => ({ chick }),
    isApart: differs('chick', (chick) => `${chick?.state} ${chick?.words}`),
    // A chick that may be weak is looked after.
    rank: ({ chick }) => (chick?.state === 'weak' ? 1 : 0),
  },
]

type Fate = 'dead' | 'taken-out' | 'pipped' | 'alive' | 'hatched'

function eggOutcome({ outcome, removed, pipped, zipped }: EggState): Fate | null {
  if (outcome) return outcome.found === 'hatched' || outcome.found === 'alive' ? outcome.found : 'dead'
  if (removed) return 'taken-out'
  return pipped || zipped ? 'pipped' : null
}

const wordOf = ({ removed }: Egg): string => `${removed!.why} ${removed!.grade}`

/** One device's chick is not the other's dead egg; and an egg did not die in two ways. */
function areFatesApart(a: Egg, b: Egg): boolean {
  const fates = [eggOutcome(a), eggOutcome(b)]
  const isOneOf = (...some: Fate[]): boolean => fates.some((fate) => some.includes(fate!))
  if (fates[0] === fates[1]) {
    if (fates[0] === 'taken-out') return wordOf(a) !== wordOf(b)
    const found = ({ outcome }: Egg): string => `${outcome!.found} ${outcome!.deathDay} ${outcome!.disc}`
    return fates[0] === 'dead' && found(a) !== found(b)
  }
  if (isOneOf('dead')) return isOneOf('alive', 'hatched')
  return isOneOf('taken-out') && isOneOf('pipped', 'alive', 'hatched')
}

type Asked = Omit<Conflict, 'table' | 'id'>

/**
 * What two devices noted of one record that cannot both hold. What harms least holds until a person decides; where that
 * is not what was noted last, it is noted anew, named by what it follows, so that both devices write the same.
 * @param merged - with all events of both
 */
export function questionsOf(
  table: RecordTable,
  { a, b, merged }: { a: AnyRecord; b: AnyRecord; merged: AnyRecord },
): { record: AnyRecord; asked: Asked[] } {
  if (merged.stamp.gone) return { record: merged, asked: [] }
  if (table === 'eggs') return questionsOfEgg(a as never, b as never, merged as never)
  if (table === 'trays' || table === 'probes')
    return { record: merged, asked: whereIs(a as never, b as never, merged as never) }
  return { record: merged, asked: [] }
}

function questionsOfEgg(
  a: EggRecord,
  b: EggRecord,
  merged: EggRecord,
): { record: AnyRecord; asked: Asked[] } {
  let record = merged
  const asked: Asked[] = []
  const [left, right] = [eggOf(a), eggOf(b)]
  for (const { about, kinds, word, isApart, rank } of TOPICS) {
    if (!notedAlone(a, b, kinds) || !notedAlone(b, a, kinds) || !isApart(left, right)) continue
    const words = { a: word(left, right), b: word(right, left) }
    const now = eggOf(record)
    const keptIs = keptOf({ ranks: rank(left) - rank(right), words, now: word(now, now) })
    const [kept, other] = keptIs === 'a' ? [words.a, words.b] : [words.b, words.a]
    const events = eventsBetween(now, { ...now, ...kept }, following(record.events))
    record = { ...record, events: numbered([...record.events, ...events]) }
    const fields = Object.keys(kept).filter(
      (field) =>
        JSON.stringify(kept[field as keyof EggState]) !== JSON.stringify(other[field as keyof EggState]),
    )
    asked.push({
      about,
      fields,
      gone: false,
      kept: { ...record, ...kept } as unknown as AnyRecord,
      other: { ...record, ...other } as unknown as AnyRecord,
      keptIs,
    })
  }
  return { record: record as unknown as AnyRecord, asked }
}

function keptOf({
  ranks,
  words,
  now,
}: {
  ranks: number
  words: Record<'a' | 'b', Partial<EggState>>
  now: Partial<EggState>
}): 'a' | 'b' {
  if (ranks !== 0) return ranks > 0 ? 'a' : 'b'
  const [a, b, last] = [words.a, words.b, now].map((word) => JSON.stringify(word)) as [string, string, string]
  if ((a === last) !== (b === last)) return a === last ? 'a' : 'b'
  return a < b ? 'a' : 'b'
}

interface Noted {
  events: ReadonlyArray<{ id: string; kind: string }>
}

/** Does something of these kinds stand with one that the other has never heard of? */
function notedAlone(one: Noted, other: Noted, kinds: readonly string[]): boolean {
  const known = new Set(other.events.map(({ id }) => id))
  return standingEvents(one.events).some(({ id, kind }) => kinds.includes(kind) && !known.has(id))
}

/** Noted by no device, under names that follow from all that was noted before. */
function following(events: ReadonlyArray<{ id: string; at: string | null }>): Noting {
  const before = bytesToHex(sha256(utf8ToBytes(events.map(({ id }) => id).join()))).slice(0, 16)
  let count = 0
  return { at: events.at(-1)?.at ?? null, device: null, newId: () => `holds-${before}-${++count}` }
}

type Placed = AnyRecord & { events: Whereabouts[] }

/** A tray, or a probe, that was put into two incubators: where it was put last holds. */
function whereIs(a: Placed, b: Placed, merged: Placed): Asked[] {
  const [left, right] = [incubatorOf(a.events), incubatorOf(b.events)]
  if (left === right || !notedAlone(a, b, ['placed']) || !notedAlone(b, a, ['placed'])) return []
  const keptIs = incubatorOf(merged.events) === left ? 'a' : 'b'
  const [kept, other] = keptIs === 'a' ? [left, right] : [right, left]
  return [
    {
      about: 'incubator',
      fields: ['incubatorId'],
      gone: false,
      kept: { ...merged, incubatorId: kept },
      other: { ...merged, incubatorId: other },
      keptIs,
    },
  ]
}

/** The record with a person's word in place of what held. @param writer - who decided, and when */
export function answered(
  record: AnyRecord,
  { about, fields, other }: Pick<Conflict, 'about' | 'fields' | 'other'>,
  writer: Noting & { device: string },
): AnyRecord {
  const { device } = writer
  const chosen = Object.fromEntries(fields.map((field) => [field, other[field]]))
  if (about === 'record') return stamped({ ...record, ...chosen }, { device, now: record })
  if (about === 'closed') {
    const set = record as unknown as SetRecord
    return setWritten({ ...set, ...chosen }, { device, now: set }) as unknown as AnyRecord
  }
  const events =
    about === 'incubator'
      ? [placing(other['incubatorId'] as string | null, writer)]
      : eventsBetween(
          eggOf(record as unknown as EggRecord),
          { ...eggOf(record as unknown as EggRecord), ...chosen },
          writer,
        )
  return stamped(
    { ...record, events: [...(record['events'] as object[]), ...events] } as AnyRecord & {
      events: object[]
    },
    { device, now: record as AnyRecord & { events: object[] } },
  )
}
