import {
  eggOf,
  eventsBetween,
  withEvents,
  type Egg,
  type EggEvent,
  type EggRecord,
} from '../contracts/egg-record.ts'
import type { JournalEntry } from '../contracts/journal-entry.ts'
import type { LookRecord } from '../contracts/look-record.ts'
import type { SetRecord } from '../contracts/set-record.ts'
import { stamped } from '../contracts/stamp.ts'

/** Records that a step changes; each takes the place of the one with its id. */
export interface Changes {
  sets?: readonly SetRecord[]
  /** As they are to stand; what leads there is noted as events. */
  eggs?: readonly Egg[]
  looks?: readonly LookRecord[]
  /** Words to be noted of eggs. */
  notes?: ReadonlyArray<{ eggId: string; text: string }>
}

/** Records as they are written. Those that are gone bear the mark of it. */
export interface Written {
  sets: SetRecord[]
  eggs: EggRecord[]
  looks: LookRecord[]
}

/** The records as they stand, by id. */
export interface Standing {
  set: (id: string) => SetRecord | undefined
  egg: (id: string) => Egg | undefined
  look: (id: string) => LookRecord | undefined
}

/** Who writes, and when. */
export interface Writer {
  device: string
  /** ISO instant. */
  at: string
  newId: () => string
}

/** What a step writes. */
export function writtenBy(
  { sets = [], eggs = [], looks = [], notes = [] }: Changes,
  standing: Standing,
  writer: Writer,
): Written {
  const { device } = writer
  return {
    sets: sets.map((set) => stamped(set, { device, now: standing.set(set.id) })),
    eggs: [...eggs, ...notedOnly(notes, eggs, standing)].map((egg) => {
      const now = standing.egg(egg.id)
      const { events } = now ?? egg
      const base = now ?? eggOf(withEvents(egg, []))
      const noted = notes
        .filter(({ eggId }) => eggId === egg.id)
        .map(({ text }): EggEvent => ({ id: writer.newId(), at: writer.at, device, kind: 'noted', text }))
      const more = [...eventsBetween(base, egg, writer), ...noted]
      return stamped(withEvents({ ...egg, events }, more), { device, now })
    }),
    looks: looks.map((look) => stamped(look, { device, now: standing.look(look.id) })),
  }
}

/** Eggs of which only words are noted. */
function notedOnly(notes: Changes['notes'] = [], eggs: readonly Egg[], standing: Standing): Egg[] {
  const ids = new Set(notes.map(({ eggId }) => eggId).filter((id) => !eggs.some((egg) => egg.id === id)))
  return [...ids].flatMap((id) => standing.egg(id) ?? [])
}

/** What it takes to take a step back. */
export function takingBack(
  { sets, eggs, looks }: Written,
  standing: Standing,
): Pick<JournalEntry, 'sets' | 'eggs' | 'looks'> {
  return {
    sets: sets.map(({ id }) => ({ id, before: standing.set(id) ?? null })),
    eggs: eggs.map(({ id, events }) => {
      const now = standing.egg(id)
      return {
        id,
        created: now === undefined,
        eventIds: events.slice(now?.events.length ?? 0).map((event) => event.id),
      }
    }),
    looks: looks.map(({ id }) => ({ id, before: standing.look(id) ?? null })),
  }
}

/** What taking a step back writes. Of eggs nothing is edited away: what the step noted is noted as taken back. */
export function writtenByUndo(
  { sets, eggs, looks }: Pick<JournalEntry, 'sets' | 'eggs' | 'looks'>,
  standing: Standing,
  writer: Writer,
): Written {
  const { device, at, newId } = writer
  const bury = <T extends SetRecord | EggRecord | LookRecord>(now: T | undefined): T[] =>
    now ? [stamped(now, { device, gone: true })] : []
  return {
    sets: sets.flatMap(({ id, before }) => {
      const now = standing.set(id)
      return before ? [stamped(before, { device, now })] : bury(now)
    }),
    eggs: eggs.flatMap(({ id, created, eventIds }) => {
      const now = standing.egg(id)
      if (!now) return []
      if (created) return bury(withEvents(now, []))
      const takenBack = eventIds.map((eventId): EggEvent => ({
        id: newId(),
        at,
        device,
        kind: 'taken-back',
        eventId,
      }))
      return [stamped(withEvents(now, takenBack), { device, now })]
    }),
    looks: looks.flatMap(({ id, before }) => {
      const now = standing.look(id)
      return before ? [stamped(withWhatNobodyDecided(before, now), { device, now })] : bury(now)
    }),
  }
}

/** What a film showed, and what was graded again, was no step, and is not taken back with one. */
function withWhatNobodyDecided(look: LookRecord, now: LookRecord | undefined): LookRecord {
  if (!now) return look
  const { movement, verdict, madeBy, earlierVerdicts } = now
  return { ...look, movement, verdict, madeBy, earlierVerdicts }
}

/** Eggs as the program works with them. */
export function eggsOf(records: readonly EggRecord[]): Egg[] {
  return records.map(eggOf)
}
