import { type EggEvent, type EggRecord } from '../contracts/records/egg-record.ts'
import { eventsBetween, withEvents } from '../contracts/records/egg-state.ts'
import { eggOf, type Egg } from '../contracts/records/egg-state.ts'
import { type Noting } from '../contracts/records/events.ts'
import {
  logId,
  monthOf,
  newLog,
  type IncubatorLog,
  type LogHappening,
  type LogNote,
} from '../contracts/records/incubator-log.ts'
import type { Incubator } from '../contracts/records/incubator-record.ts'
import type { Step } from '../contracts/records/journal-entry.ts'
import type { LookRecord } from '../contracts/records/look-record.ts'
import {
  newPractice,
  practiceId,
  type PracticeRecord,
  type Practised,
} from '../contracts/records/practice-record.ts'
import type { ProbeRecord } from '../contracts/records/probe-record.ts'
import { type ProbeReading, type ReadingsRecord } from '../contracts/records/readings-record.ts'
import {
  sessionRecordOf,
  type Session,
  type SessionHappening,
  type SessionNote,
} from '../contracts/records/session-record.ts'
import { readingsWritten } from './reading-steps.ts'
import { setRecordOf, setWritten, type EggSet, type SetRecord } from '../contracts/records/set-record.ts'
import { stamped, type Stamp } from '../contracts/records/stamp.ts'
import { trayRecordOf, type Tray, type TrayRecord } from '../contracts/records/tray-record.ts'
import { placing } from '../contracts/records/whereabouts.ts'

/** A set with its eggs, and the trays in which no others lie. */
export interface SetGone {
  set: EggSet
  eggs: readonly Egg[]
  trays: readonly Tray[]
}

/** Records that a step changes; each takes the place of the one with its id. */
export interface Changes {
  incubators?: readonly Incubator[]
  incubatorsGone?: readonly Incubator[]
  probes?: readonly ProbeRecord[]
  probesGone?: readonly ProbeRecord[]
  /** As they are to stand; where they were put is noted as an event. */
  trays?: readonly Tray[]
  sets?: readonly EggSet[]
  /** Taken out of the book, with all that is of them alone. */
  setsGone?: readonly SetGone[]
  /** As they are to stand; what leads there is noted as events. */
  eggs?: readonly Egg[]
  looks?: readonly LookRecord[]
  /** Words to be noted of eggs. */
  notes?: ReadonlyArray<{ eggId: string; text: string }>
  /** Spoken words whose sound is kept already. */
  spoken?: ReadonlyArray<{ eggId: string; voiceId: string; seconds: number; type: string }>
  /** Photographs as notes, kept already. */
  pictured?: ReadonlyArray<{ eggId: string; pictureId: string; type: string }>
  /** Weights to be noted of eggs, also where they are as before. */
  weighed?: ReadonlyArray<{ eggId: string; weightG: number; standIn?: true }>
  /** Weights to be noted of whole trays. */
  traysWeighed?: ReadonlyArray<{ trayId: string; grams: number; eggIds: string[]; standIn?: true }>
  /** What happened in an evening. */
  happened?: ReadonlyArray<{ sessionId: string; what: SessionHappening }>
  readings?: readonly ProbeReading[]
  /** Taken out of the book. */
  readingsGone?: ReadonlyArray<Pick<ProbeReading, 'probeId' | 'atMs'>>
  /** Cards answered by somebody; no step, nobody takes back what they did not know. */
  practised?: ReadonlyArray<{ learner: { id: string; name: string }; answer: Practised }>
  /** What was done or happened at an incubator; now, where nothing else is said. */
  logged?: ReadonlyArray<{ incubatorId: string; what: LogHappening; at?: string }>
}

/** Records as they are written. Those that are gone bear the mark of it. */
export type Written = Step['put']

/** The records as they stand, by id. */
export interface Standing {
  incubator: (id: string) => Incubator | undefined
  probe: (id: string) => ProbeRecord | undefined
  tray: (id: string) => Tray | undefined
  set: (id: string) => EggSet | undefined
  egg: (id: string) => Egg | undefined
  look: (id: string) => LookRecord | undefined
  session: (id: string) => Session | undefined
  log: (id: string) => IncubatorLog | undefined
  practice: (id: string) => PracticeRecord | undefined
  /** A probe's readings of a day; they must have been fetched. */
  readings: (id: string) => ReadingsRecord | undefined
}

/** Who writes, and when. */
export interface Writer extends Noting {
  device: string
  /** ISO instant. */
  at: string
}

export function nothingWritten(): Written {
  return {
    incubators: [],
    probes: [],
    trays: [],
    sets: [],
    eggs: [],
    looks: [],
    sessions: [],
    logs: [],
    practice: [],
    readings: [],
  }
}

export function setNow(id: string, { set }: Pick<Standing, 'set'>): SetRecord | null {
  const now = set(id)
  return now ? setRecordOf(now) : null
}

/** What a step writes. */
export function writtenBy(changes: Changes, standing: Standing, writer: Writer): Written {
  const {
    incubators = [],
    incubatorsGone = [],
    probes = [],
    probesGone = [],
    trays = [],
    sets = [],
    setsGone = [],
    looks = [],
    happened = [],
  } = changes
  const { device } = writer
  return {
    incubators: [
      ...incubators.map((item) => stamped(item, { device, now: standing.incubator(item.id) })),
      ...incubatorsGone.map((item) => stamped(item, { device, gone: true })),
    ],
    probes: [
      ...probes.map((probe) => stamped(probe, { device, now: standing.probe(probe.id) })),
      ...probesGone.map((probe) => stamped(probe, { device, gone: true })),
    ],
    trays: [
      ...trays.map((tray) => trayWritten(tray, standing.tray(tray.id), writer)),
      ...traysWeighed(changes, standing, writer),
      ...setsGone.flatMap((one) => one.trays.map((tray) => goneBy(trayRecordOf(tray), device))),
    ],
    sets: [
      ...sets.map((set) => setWritten(setRecordOf(set), { device, now: setNow(set.id, standing) })),
      ...setsGone.map(({ set }) => goneBy(setRecordOf(set), device)),
    ],
    eggs: [
      ...eggsWritten(changes, standing, writer),
      ...setsGone.flatMap((one) => one.eggs.map((egg) => goneBy(withEvents(egg, []), device))),
    ],
    looks: looks.map((look) => stamped(look, { device, now: standing.look(look.id) })),
    sessions: [...new Set(happened.map(({ sessionId }) => sessionId))].flatMap((id) => {
      const now = standing.session(id)
      if (!now) return []
      const more = happened
        .filter(({ sessionId }) => sessionId === id)
        .map(({ what }) => ({ ...what, id: writer.newId(), at: writer.at, device }) as SessionNote)
      return [stamped({ ...sessionRecordOf(now), events: [...now.events, ...more] }, { device, now })]
    }),
    logs: logsWritten(changes, standing, writer),
    practice: practiceWritten(changes, standing, writer),
    readings: readingsWritten(changes, standing, writer),
  }
}

function goneBy<T extends { stamp: Stamp }>(record: T, device: string): T {
  return stamped(record, { device, gone: true })
}

function logsWritten({ logged = [] }: Changes, standing: Standing, writer: Writer): IncubatorLog[] {
  const { device } = writer
  const months = new Map<string, IncubatorLog>()
  for (const { incubatorId, what, at = writer.at } of logged) {
    const id = logId(incubatorId, monthOf(at))
    const log = months.get(id) ?? standing.log(id) ?? newLog(incubatorId, monthOf(at))
    const event = { ...what, id: writer.newId(), at, device } as LogNote
    months.set(id, { ...log, events: [...log.events, event] })
  }
  return [...months.values()].map((log) => stamped(log, { device, now: standing.log(log.id) }))
}

function practiceWritten(
  { practised = [] }: Changes,
  standing: Standing,
  { device }: Writer,
): PracticeRecord[] {
  const months = new Map<string, PracticeRecord>()
  for (const { learner, answer } of practised) {
    const month = monthOf(answer.at)
    const id = practiceId(learner.id, month)
    const now = months.get(id) ?? standing.practice(id) ?? newPractice(learner, month)
    months.set(id, { ...now, learner: learner.name, answers: [...now.answers, answer] })
  }
  return [...months.values()].map((record) => stamped(record, { device, now: standing.practice(record.id) }))
}

function trayWritten(tray: Tray, now: Tray | undefined, writer: Writer): TrayRecord {
  const events = now?.events ?? tray.events
  const moved = tray.incubatorId !== (now ?? tray).incubatorId
  return stamped(
    { ...trayRecordOf(tray), events: moved ? [...events, placing(tray.incubatorId, writer)] : events },
    { device: writer.device, now },
  )
}

function traysWeighed(
  { traysWeighed: weighed = [] }: Changes,
  standing: Standing,
  { at, device, newId }: Writer,
): TrayRecord[] {
  return weighed.flatMap(({ trayId, ...what }) => {
    const now = standing.tray(trayId)
    if (!now) return []
    const event = { id: newId(), at, device, kind: 'weighed' as const, ...what }
    return [stamped({ ...trayRecordOf(now), events: [...now.events, event] }, { device, now })]
  })
}

function eggsWritten(changes: Changes, standing: Standing, writer: Writer): EggRecord[] {
  const { device } = writer
  const { eggs = [] } = changes
  const noted = notedOf(changes)
  return [...eggs, ...notedOnly(noted, eggs, standing)].map((egg) => {
    const now = standing.egg(egg.id)
    const { events } = now ?? egg
    const base = now ?? eggOf(withEvents(egg, []))
    const said = noted
      .filter(({ eggId }) => eggId === egg.id)
      .map(({ what }) => ({ ...what, id: writer.newId(), at: writer.at, device }) as EggEvent)
    return stamped(withEvents({ ...egg, events }, [...eventsBetween(base, egg, writer), ...said]), {
      device,
      now,
    })
  })
}

/** What is noted of eggs besides how they stand. */
function notedOf({
  notes = [],
  spoken = [],
  pictured = [],
  weighed = [],
}: Changes): Array<{ eggId: string; what: object }> {
  const as =
    (kind: EggEvent['kind']) =>
    ({ eggId, ...fields }: { eggId: string }) => ({ eggId, what: { kind, ...fields } })
  return [
    ...notes.map(as('noted')),
    ...spoken.map(as('spoken')),
    ...pictured.map(as('pictured')),
    ...weighed.map(as('weighed')),
  ]
}

/** Eggs of which nothing else is said. */
function notedOnly(notes: ReadonlyArray<{ eggId: string }>, eggs: readonly Egg[], standing: Standing): Egg[] {
  const ids = new Set(notes.map(({ eggId }) => eggId).filter((id) => !eggs.some((egg) => egg.id === id)))
  return [...ids].flatMap((id) => standing.egg(id) ?? [])
}

/** What is gone stands nowhere when it comes back: its revision must go on from here. */
export function beforeGone<T extends { id: string; stamp: Stamp }>(
  list: readonly T[],
  of: (id: string) => T | undefined,
): Array<{ id: string; before: T | null }> {
  return list.map(({ id, stamp }) => {
    const now = of(id)
    return { id, before: now && stamp.gone ? { ...now, stamp: { ...stamp, gone: false } } : (now ?? null) }
  })
}
