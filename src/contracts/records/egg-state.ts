import type { z } from 'zod'
import type { DeathSign } from '../../core/diagnosis/story.ts'
import type { Disc } from '../../core/hatching/germinal-disc.ts'
import type { CRACKS } from '../../core/planning/intake/cracks.ts'
import type { Help } from '../../core/hatching/hatch-methods.ts'
import { standingEvents, type Noting } from './events.ts'
import type { placeField, chickFields, removedFields } from './egg-record.ts'
import { type Outcome, type EggRecord, type EggEvent } from './egg-record.ts'
import type { shellField } from './fields.ts'
import { FRESH } from './stamp.ts'

/** How an egg stands after all that happened to it. */
export interface EggState {
  /** What is pencilled on the shell besides the number. */
  mark: string
  place: z.infer<typeof placeField> | null
  crack: (typeof CRACKS)[number]
  waxed: boolean
  dirty: boolean
  /** Where it is another than its batch's. */
  shell: z.infer<typeof shellField> | null
  breed: string | null
  /** Hen or pen. */
  hen: string | null
  /** The cock, or the pair. */
  cock: string | null
  /** Where it came from, where that is another place than its batch's. */
  source: string | null
  /** The latest weight; all of them are in the events. */
  weightG: number | null
  lengthMm: number | null
  breadthMm: number | null
  /** What became of it: hatched, or found when it was opened. */
  outcome: { at: string; found: Outcome; deathDay?: number | null; signs?: DeathSign[]; disc?: Disc } | null
  /** Its shell was first seen broken from within. */
  pipped: { at: string } | null
  /** It was first seen cut round. */
  zipped: { at: string } | null
  /** Somebody helped the chick; the last time. */
  helped: { at: string; how: Help } | null
  band: string | null
  /** How its chick was when somebody last said. */
  chick: ({ at: string } & z.infer<z.ZodObject<typeof chickFields>>) | null
  removed: ({ at: string } & z.infer<z.ZodObject<typeof removedFields>>) | null
}

/** An egg's record with its state folded from the events. */
export type Egg = EggRecord & EggState

export const NEW_EGG: Readonly<EggState> = {
  mark: '',
  place: null,
  crack: 'none',
  waxed: false,
  dirty: false,
  shell: null,
  breed: null,
  hen: null,
  cock: null,
  source: null,
  weightG: null,
  lengthMm: null,
  breadthMm: null,
  outcome: null,
  pipped: null,
  zipped: null,
  helped: null,
  band: null,
  chick: null,
  removed: null,
}
/** For events of which nobody noted when they happened, where an instant is needed. */
const LONG_AGO = '1970-01-01T00:00:00.000Z'

/** Folds an egg's state from its events. */
export function eggOf(record: EggRecord): Egg {
  const state = standingEvents(record.events).reduce<EggState>(after, NEW_EGG)
  return { ...record, ...state }
}

function after(now: EggState, event: Exclude<EggEvent, { kind: 'taken-back' }>): EggState {
  const at = event.at ?? LONG_AGO
  switch (event.kind) {
    case 'weighed':
      return { ...now, weightG: event.weightG }
    case 'callipered':
      return { ...now, lengthMm: event.lengthMm, breadthMm: event.breadthMm }
    case 'moved':
      return { ...now, place: event.place }
    case 'marked':
      return { ...now, mark: event.mark }
    case 'crack-seen':
      return { ...now, crack: event.crack }
    case 'waxed':
      return { ...now, waxed: event.waxed }
    case 'soiled':
      return { ...now, dirty: event.dirty }
    case 'described':
      return { ...now, ...describedIn(event) }
    case 'removed': {
      const { why, grade, reason, lookId, againstPolicy } = event
      return { ...now, removed: { at, why, grade, reason, lookId, againstPolicy } }
    }
    case 'out':
      return { ...now, outcome: { at, found: 'hatched' } }
    case 'opened':
      return { ...now, outcome: openedAs(at, event) }
    case 'pipped':
      return { ...now, pipped: { at } }
    case 'zipped':
      return { ...now, zipped: { at } }
    case 'helped':
      return { ...now, helped: { at, how: event.how } }
    case 'banded':
      return { ...now, band: event.band }
    case 'chick':
      return { ...now, chick: { at, state: event.state, words: event.words } }
    case 'noted':
    case 'spoken':
    case 'pictured':
      return now
  }
}

/** What of an egg is told otherwise than its batch says. */
type Described = Pick<EggState, 'shell' | 'breed' | 'hen' | 'cock' | 'source'>

function describedIn({ shell, breed, hen, cock, source }: Described): Described {
  return { shell, breed, hen, cock, source }
}

/** Without what was not looked for, so that outcomes of before are as they were. */
function openedAs(
  at: string,
  { found, deathDay, signs, disc }: Extract<EggEvent, { kind: 'opened' }>,
): EggState['outcome'] {
  return {
    at,
    found,
    ...(deathDay === null ? {} : { deathDay }),
    ...(signs.length === 0 ? {} : { signs }),
    ...(disc === null ? {} : { disc }),
  }
}

/** Whether it lies in the incubator: neither taken out, nor hatched, nor opened. */
export function isIn({ removed, outcome }: Pick<EggState, 'removed' | 'outcome'>): boolean {
  return removed === null && outcome === null
}

/** What was noted of an egg in words, and still holds, in the order of noting. */
export function notesOf({ events }: Pick<EggRecord, 'events'>): Array<{ at: string | null; text: string }> {
  return standingEvents(events).flatMap((event) =>
    event.kind === 'noted' ? [{ at: event.at, text: event.text }] : [],
  )
}

type Without<T, K extends PropertyKey> = T extends unknown ? Omit<T, K> : never

/** What was spoken of an egg, and still holds, in the order of noting. */
export function spokenOf({
  events,
}: Pick<EggRecord, 'events'>): Array<Extract<EggEvent, { kind: 'spoken' }>> {
  return standingEvents(events).filter((event) => event.kind === 'spoken')
}

/** Photographs that were noted of an egg, and still hold, in the order of noting. */
export function picturesOf({
  events,
}: Pick<EggRecord, 'events'>): Array<Extract<EggEvent, { kind: 'pictured' }>> {
  return standingEvents(events).filter((event) => event.kind === 'pictured')
}

/** The events that lead from how an egg stands to how it is to stand; fields that are no state are left alone. */
export function eventsBetween(now: Egg, next: EggState, { at, device, newId }: Noting): EggEvent[] {
  const events: EggEvent[] = []
  const note = (event: Without<EggEvent, 'id' | 'at' | 'device'>, when = at): void => {
    events.push({ ...event, id: newId(), at: when, device } as EggEvent)
  }
  /** What no event can say is said by taking back those that said otherwise. */
  const takeBack = (...kinds: ReadonlyArray<EggEvent['kind']>): void => {
    for (const { kind, id } of standingEvents(now.events))
      if (kinds.includes(kind)) note({ kind: 'taken-back', eventId: id })
  }
  if (next.mark !== now.mark) note({ kind: 'marked', mark: next.mark })
  if (!same(next.place, now.place)) note({ kind: 'moved', place: next.place })
  if (next.crack !== now.crack) note({ kind: 'crack-seen', crack: next.crack })
  if (next.waxed !== now.waxed) note({ kind: 'waxed', waxed: next.waxed })
  if (next.dirty !== now.dirty) note({ kind: 'soiled', dirty: next.dirty })
  if (!same(describedIn(next), describedIn(now))) note({ kind: 'described', ...describedIn(next) })
  if (next.weightG !== now.weightG) {
    if (next.weightG === null) takeBack('weighed')
    else note({ kind: 'weighed', weightG: next.weightG })
  }
  if (next.lengthMm !== now.lengthMm || next.breadthMm !== now.breadthMm)
    note({ kind: 'callipered', lengthMm: next.lengthMm, breadthMm: next.breadthMm })
  if (!same(next.pipped, now.pipped)) {
    if (next.pipped === null) takeBack('pipped')
    else note({ kind: 'pipped', shell: true }, next.pipped.at)
  }
  if (!same(next.zipped, now.zipped)) {
    if (next.zipped === null) takeBack('zipped')
    else note({ kind: 'zipped' }, next.zipped.at)
  }
  if (!same(next.helped, now.helped)) {
    if (next.helped === null) takeBack('helped')
    else note({ kind: 'helped', how: next.helped.how }, next.helped.at)
  }
  if (next.band !== now.band) {
    if (next.band === null) takeBack('banded')
    else note({ kind: 'banded', band: next.band })
  }
  if (!same(next.chick, now.chick)) {
    if (next.chick === null) takeBack('chick')
    else {
      const { at: when, ...how } = next.chick
      note({ kind: 'chick', ...how }, when)
    }
  }
  if (!same(next.outcome, now.outcome)) {
    if (next.outcome === null) takeBack('out', 'opened')
    else if (next.outcome.found === 'hatched') note({ kind: 'out' }, next.outcome.at)
    else {
      const { found, deathDay = null, signs = [], disc = null, at: when } = next.outcome
      note({ kind: 'opened', found, deathDay, signs, disc }, when)
    }
  }
  if (!same(next.removed, now.removed)) {
    if (next.removed === null) takeBack('removed')
    else {
      const { at: when, ...how } = next.removed
      note({ kind: 'removed', ...how }, when)
    }
  }
  return events
}

/** The record with more noted of it. */
export function withEvents(
  { id, setId, stamp, number, role, batchId, laidOn, events }: EggRecord,
  more: readonly EggEvent[],
): EggRecord {
  return { id, setId, stamp, number, role, batchId, laidOn, events: [...events, ...more] }
}

/** An egg as it comes into the book, with what is known of it; what is left out is not known. */
export function newEgg(
  known: Pick<EggRecord, 'id' | 'setId' | 'number'> &
    Partial<Pick<EggRecord, 'role' | 'batchId' | 'laidOn'> & EggState>,
  noting: Partial<Noting> = {},
): Egg {
  const { id, setId, number, role = 'set', batchId = null, laidOn = null, ...state } = known
  const empty = eggOf({ id, setId, stamp: FRESH, number, role, batchId, laidOn, events: [] })
  let count = 0
  const events = eventsBetween(
    empty,
    { ...NEW_EGG, ...state },
    { at: null, device: null, newId: () => `intake-${++count}`, ...noting },
  )
  return eggOf(withEvents(empty, events))
}

function same(a: object | null, b: object | null): boolean {
  if (a === null || b === null) return a === b
  const [left, right] = [Object.entries(a), new Map(Object.entries(b))]
  return left.length === right.size && left.every(([key, value]) => String(right.get(key)) === String(value))
}
