import { describe, expect, it } from 'vitest'
import { notesOf } from '../contracts/records/egg-state.ts'
import { eggOf } from '../contracts/records/egg-state.ts'
import { logEvents, type IncubatorLog } from '../contracts/records/incubator-log.ts'
import type { PracticeRecord } from '../contracts/records/practice-record.ts'
import { readingsOf, type ReadingsRecord } from '../contracts/records/readings-record.ts'
import { newSession, sessionOf, type Session } from '../contracts/records/session-record.ts'
import { trayOf } from '../contracts/records/tray-record.ts'
import { journalEntrySchema, stepSchema } from '../contracts/records/journal-entry.ts'
import { FRESH } from '../contracts/records/stamp.ts'
import { sampleRecords } from '../contracts/records/sample-records.ts'
import { writtenBy, type Changes, type Standing } from './steps.ts'
import { takingBack, writtenByUndo } from './undo-steps.ts'

const sample = sampleRecords()
const [set] = sample.sets
const [egg] = sample.eggs
const [look] = sample.looks
let ids = 0
const writer = { device: 'bench', at: '2026-03-11T08:00:00.000Z', newId: () => `id-${++ids}` }

function standingOf({
  sets = [],
  eggs = [],
  looks = [],
  trays = [],
  sessions = [],
  days = [],
  logs = [],
  practice = [],
}: Changes & {
  sessions?: Session[]
  days?: ReadingsRecord[]
  logs?: IncubatorLog[]
  practice?: PracticeRecord[]
}): Standing {
  return {
    incubator: () => undefined,
    probe: () => undefined,
    tray: (id) => trays.find((item) => item.id === id),
    log: (id) => logs.find((item) => item.id === id),
    practice: (id) => practice.find((item) => item.id === id),
    session: (id) => sessions.find((item) => item.id === id),
    readings: (id) => days.find((item) => item.id === id),
    set: (id) => sets.find((item) => item.id === id),
    egg: (id) => eggs.find((item) => item.id === id),
    look: (id) => looks.find((item) => item.id === id),
  }
}
const nothing = standingOf({})

describe('a step', () => {
  it('stamps what it writes, and is what the journal’s schema reads', () => {
    const written = writtenBy({ sets: [set!], eggs: [egg!], looks: [look!] }, nothing, writer)
    for (const record of [...written.sets, ...written.eggs, ...written.looks])
      expect(record.stamp).toMatchObject({ device: 'bench', gone: false, goneBy: {} })
    const step = {
      put: written,
      journal: {
        add: { number: 1, label: 'plan', eggId: null, ...takingBack(written, {}, nothing) },
        take: null,
      },
    }
    expect(stepSchema.parse(JSON.parse(JSON.stringify(step)))).toEqual(step)
  })

  it('notes words of an egg, which are taken back with it', () => {
    const standing = standingOf({ eggs: [egg!] })
    const written = writtenBy({ notes: [{ eggId: egg!.id, text: 'moves' }] }, standing, writer)
    const [noted] = written.eggs.map(eggOf)
    expect(notesOf(noted!)).toEqual([{ at: writer.at, text: 'moves' }])
    const back = writtenByUndo(takingBack(written, {}, standing), standingOf({ eggs: [noted!] }), writer)
    expect(notesOf(back.eggs[0]!)).toEqual([])
  })

  it('takes out a set that was never set, with its eggs and its trays; taken back, all are there as before', () => {
    const { trays } = set!
    const there = standingOf({ sets: [set!], eggs: [egg!], trays })
    const written = writtenBy({ setsGone: [{ set: set!, eggs: [egg!], trays }] }, there, writer)
    for (const record of [...written.sets, ...written.eggs, ...written.trays])
      expect(record.stamp.gone).toBe(true)
    const entry = journalEntrySchema.parse({
      number: 1,
      label: 'set deleted',
      eggId: null,
      ...takingBack(written, {}, there),
    })
    const back = writtenByUndo(entry, nothing, writer)
    expect(back.sets.map(({ id, name }) => [id, name])).toEqual([[set!.id, set!.name]])
    expect(back.eggs[0]!.events).toEqual(written.eggs[0]!.events)
    expect(back.trays.map(({ id }) => id)).toEqual(trays.map(({ id }) => id))
    for (const [i, record] of [...back.sets, ...back.eggs, ...back.trays].entries()) {
      const gone = [...written.sets, ...written.eggs, ...written.trays][i]!
      expect(record.stamp.gone).toBe(false)
      expect(record.stamp.revision).toBeGreaterThan(gone.stamp.revision)
    }
  })
  it('counts on from the revision that stands, also with an older copy in hand', () => {
    const now = { ...set!, stamp: { ...FRESH, revision: 7, device: 'desk' } }
    expect(writtenBy({ sets: [set!] }, standingOf({ sets: [now] }), writer).sets[0]!.stamp.revision).toBe(8)
  })

  it('taken back leaves a mark of what it had brought, and notes of an egg that the word does not hold', () => {
    const written = writtenBy({ eggs: [{ ...egg!, waxed: true }] }, standingOf({ eggs: [egg!] }), writer)
    const [waxed] = written.eggs.map(eggOf)
    expect(waxed!.waxed).toBe(true)
    const back = writtenByUndo(
      takingBack(written, {}, standingOf({ eggs: [egg!] })),
      standingOf({ eggs: [waxed!] }),
      writer,
    )
    expect(eggOf(back.eggs[0]!).waxed).toBe(false)
    expect(back.eggs[0]!.events.map(({ kind }) => kind)).toEqual(['moved', 'waxed', 'taken-back'])
    const created = writtenBy({ eggs: [egg!], looks: [look!] }, nothing, writer)
    const gone = writtenByUndo(
      takingBack(created, {}, nothing),
      standingOf({ eggs: created.eggs.map(eggOf), looks: created.looks }),
      writer,
    )
    for (const { stamp } of [...gone.eggs, ...gone.looks]) {
      expect(stamp).toMatchObject({ device: 'bench', gone: true })
      expect(stamp.goneBy).toEqual(stamp.by)
    }
  })

  it('taken back leaves what nobody decided: the film, and what was graded again', () => {
    const judged = { ...look!, own: { grade: 'clear' as const, at: writer.at } }
    const written = writtenBy({ looks: [judged] }, standingOf({ looks: [look!] }), writer)
    const regraded = { ...written.looks[0]!, madeBy: { measuring: 1, model: 'newer' } }
    const back = writtenByUndo(
      takingBack(written, {}, standingOf({ looks: [look!] })),
      standingOf({ looks: [regraded] }),
      writer,
    )
    expect(back.looks[0]).toMatchObject({ own: null, madeBy: { model: 'newer' }, stamp: { revision: 2 } })
  })

  it('notes where a tray is carried, and what happens in an evening; both are taken back and not forgotten', () => {
    const [tray] = sample.trays
    const evening = newSession({ id: 'evening', setId: set!.id, startedAt: writer.at, source: 'device' })
    const standing = standingOf({ trays: [tray!], sessions: [evening] })
    const changes: Changes = {
      trays: [{ ...tray!, incubatorId: 'hatcher' }],
      happened: [{ sessionId: 'evening', what: { kind: 'left', eggId: egg!.id } }],
    }
    const written = writtenBy(changes, standing, writer)
    const after = { trays: written.trays.map(trayOf), sessions: written.sessions.map(sessionOf) }
    expect([after.trays[0]!.incubatorId, after.sessions[0]!.skipped]).toEqual(['hatcher', [egg!.id]])
    const back = writtenByUndo(takingBack(written, changes, standing), standingOf(after), writer)
    expect([trayOf(back.trays[0]!).incubatorId, sessionOf(back.sessions[0]!).skipped]).toEqual([
      tray!.incubatorId,
      [],
    ])
    expect(back.trays[0]!.events.map(({ kind }) => kind)).toEqual(['placed', 'placed', 'taken-back'])
  })

  it('logs what was done at an incubator; taken back, what came by itself in the same month stays', () => {
    const watered = { incubatorId: 'oak', what: { kind: 'watered', channel: 'both' } } as const
    const before = { ...watered, at: '2026-02-28T23:00:00.000Z' }
    const { logs } = writtenBy({ logged: [watered, before, watered] }, nothing, writer)
    expect(logs.map(({ id, events }) => [id, events.length])).toEqual([
      ['2026-03_oak', 2],
      ['2026-02_oak', 1],
    ])
    const step = takingBack(writtenBy({ logged: [watered] }, nothing, writer), {}, nothing)
    const first = writtenBy({ logged: [watered] }, nothing, {
      ...writer,
      newId: () => step.logs[0]!.eventIds[0]!,
    })
    const alarm = { kind: 'alarm', alarm: 'too-hot', probeId: 'p', value: 39.1 } as const
    const more = writtenBy(
      { logged: [{ incubatorId: 'oak', what: alarm }] },
      standingOf({ logs: first.logs }),
      writer,
    )
    const undone = writtenByUndo(step, standingOf({ logs: more.logs }), writer)
    expect(logEvents(undone.logs, 'oak').map(({ kind }) => kind)).toEqual(['alarm'])
  })

  it('notes each weighing, also where an egg weighs as before', () => {
    const standing = standingOf({ eggs: [egg!] })
    const weighed = { weighed: [{ eggId: egg!.id, weightG: 56.1 }] }
    const [once] = writtenBy(weighed, standing, writer).eggs.map(eggOf)
    const written = writtenBy(weighed, standingOf({ eggs: [once!] }), writer)
    expect(written.eggs[0]!.events.filter(({ kind }) => kind === 'weighed')).toHaveLength(2)
    expect(eggOf(written.eggs[0]!).weightG).toBe(56.1)
  })

  it('puts a reading right, or takes it out; taken back, it is as it was', () => {
    const atMs = Date.parse('2026-03-11T08:00:00.000Z')
    const one = { probeId: 'p', atMs, celsius: 3.1, rhPercent: null }
    const later = { ...one, atMs: atMs + 1000, celsius: 37.6 }
    const [day] = writtenBy({ readings: [one, later] }, nothing, writer).readings
    const there = standingOf({ days: [day!] })
    for (const changes of [{ readings: [{ ...one, celsius: 37.5 }] }, { readingsGone: [one] }]) {
      const written = writtenBy(changes, there, writer)
      const expected = changes.readings ? [{ ...one, celsius: 37.5 }, later] : [later]
      expect(readingsOf(written.readings[0]!)).toEqual(expected)
      const entry = journalEntrySchema.parse({
        number: 1,
        label: 'reading',
        eggId: null,
        ...takingBack(written, changes, there),
      })
      const back = writtenByUndo(entry, standingOf({ days: written.readings }), writer)
      expect(readingsOf(back.readings[0]!)).toEqual([one, later])
      expect(back.readings[0]!.takenBack).toEqual([])
    }
  })
  it('adds readings to their day, and takes back only its own', () => {
    const reading = { probeId: 'p', atMs: Date.parse(writer.at), celsius: 37.5, rhPercent: null }
    const first = writtenBy({ readings: [reading] }, nothing, writer)
    const standing = standingOf({ days: first.readings })
    const later = { ...reading, atMs: reading.atMs + 1000, celsius: 38 }
    const changes = { readings: [later] }
    const both = writtenBy(changes, standing, writer)
    expect(readingsOf(both.readings[0]!)).toEqual([reading, later])
    const back = writtenByUndo(
      takingBack(both, changes, standing),
      standingOf({ days: both.readings }),
      writer,
    )
    expect(readingsOf(back.readings[0]!)).toEqual([reading])
    expect(back.readings[0]!.takenBack).toHaveLength(1)
  })
})
