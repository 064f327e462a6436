// Steps, undo and imports whose storage fails at a random write, as a full disk, a crash or an empty battery would.
import { isPictured } from '../../src/contracts/records/look-record.ts'
import 'fake-indexeddb/auto'
import { Repository } from '../../src/app/data/repository.ts'
import { cutAfter } from '../../src/app/data/cut-writes.ts'
import { fileOf, type Chapter, type Frame } from '../../src/contracts/records/book.ts'
import type { Bundle } from '../../src/contracts/files/bundle.ts'
import type { JournalEntry, Step } from '../../src/contracts/records/journal-entry.ts'
import type { ReadingsRecord } from '../../src/contracts/records/readings-record.ts'
import type { HatcheryRecords } from '../../src/contracts/records/records.ts'
import { sampleRecords } from '../../src/contracts/records/sample-records.ts'
import { newSession } from '../../src/contracts/records/session-record.ts'
import { createRandom, type Random } from '../../src/core/random/random.ts'
import { noted } from '../../src/domain/readings.ts'
import { readingsNeeded } from '../../src/domain/reading-steps.ts'
import { writtenBy, type Changes, type Standing } from '../../src/domain/steps.ts'
import { takingBack, writtenByUndo } from '../../src/domain/undo-steps.ts'
import { prepareMemory } from './keeper.ts'
import { runTrials, type Findings, type Trials } from './findings.ts'

const ZONE = 'Europe/Lisbon'
const START_MS = Date.parse('2026-03-11T20:00:00.000Z')
/** Of a step or an import; later ones hit none. */
const MOST_WRITES = 24
const EVENING = 'evening'

/** Everything that a book holds, as lines that can be compared: what it is, and how it stands. */
type Lines = ReadonlyMap<string, string>

interface Opened {
  repository: Repository
  records: HatcheryRecords
  readings: Map<string, ReadingsRecord>
  journal: JournalEntry[]
  lines: Lines
}

/** What a reload does. @throws Error where something had to be set aside */
async function opened(): Promise<Opened> {
  const repository = new Repository()
  const book = await repository.load(ZONE)
  const records: Frame & Chapter = { ...book.records, eggs: [], looks: [] }
  let quarantined = book.quarantined.length
  for (const setId of book.chapters.keys()) {
    const chapter = await repository.chapter(setId, records.sets.find(({ id }) => id === setId) ?? null)
    records.eggs.push(...chapter.records.eggs)
    records.looks.push(...chapter.records.looks)
    quarantined += chapter.quarantined.length
  }
  if (quarantined > 0) throw new Error(`${quarantined} records had to be set aside`)
  const readings = await repository.readings(await repository.readingIds())
  const photos = await Promise.all(
    records.looks
      .filter(isPictured)
      .map(async ({ photo }) => ((await repository.photo(photo.id)) ? [] : [photo.id])),
  )
  if (photos.flat().length > 0) throw new Error(`looks without a photograph: ${photos.flat().join(', ')}`)
  return {
    repository,
    records,
    readings,
    journal: book.journal,
    lines: linesOf(records, readings, book.journal),
  }
}

/** The same text for the same record, in whatever order its fields were written. */
function textOf(value: unknown): string {
  return JSON.stringify(value, (_key, inner: unknown) =>
    typeof inner === 'object' && inner !== null && !Array.isArray(inner)
      ? Object.fromEntries(Object.entries(inner).sort(([a], [b]) => (a < b ? -1 : 1)))
      : inner,
  )
}

function linesOf(
  records: HatcheryRecords,
  readings: ReadonlyMap<string, ReadingsRecord>,
  journal: readonly JournalEntry[],
): Lines {
  const lines = new Map<string, string>()
  for (const [table, kept] of Object.entries(fileOf(records)))
    for (const record of Array.isArray(kept) ? (kept as Array<{ id: string }>) : [])
      lines.set(`${table}/${record.id}`, textOf(record))
  for (const [id, day] of readings) lines.set(`readings/${id}`, textOf(day))
  for (const entry of journal) lines.set(`journal/${entry.number}`, textOf(entry))
  return lines
}

/** How the book stands after a step. */
function after(lines: Lines, { put, journal }: Step): Lines {
  const next = new Map(lines)
  for (const [table, records] of Object.entries(put))
    for (const record of records) {
      if (record.stamp.gone) next.delete(`${table}/${record.id}`)
      else next.set(`${table}/${record.id}`, textOf(record))
    }
  if (journal.take !== null) next.delete(`journal/${journal.take}`)
  if (journal.add) next.set(`journal/${journal.add.number}`, textOf(journal.add))
  return next
}

function differences(a: Lines, b: Lines): string[] {
  return [...new Set([...a.keys(), ...b.keys()])].filter((key) => a.get(key) !== b.get(key))
}

function standingOf({ records, readings }: Opened): Standing {
  const find = <T extends { id: string }>(list: readonly T[]) => {
    const byId = new Map(list.map((item) => [item.id, item]))
    return (id: string): T | undefined => byId.get(id)
  }
  return {
    incubator: find(records.hatchery.incubators),
    probe: find(records.probes),
    tray: find(records.trays),
    set: find(records.sets),
    egg: find(records.eggs),
    look: find(records.looks),
    session: find(records.sessions),
    log: find(records.logs),
    practice: find(records.practice),
    readings: (id) => readings.get(id),
  }
}

/** One of the things that a keeper does, by chance. */
function changesBy(random: Random, { records }: Opened, now: number): Changes {
  const { eggs, looks, trays, sets, sessions, probes } = records
  const any = <T>(list: readonly T[]): T => list[Math.floor(random.uniform() * list.length)]!
  const what = Math.floor(random.uniform() * 6)
  if (what === 0)
    return { eggs: eggs.map((egg) => ({ ...egg, weightG: Number(random.between(40, 70).toFixed(1)) })) }
  if (what === 1)
    return { looks: [{ ...any(looks), own: { grade: 'clear', at: new Date(now).toISOString() } }] }
  if (what === 2) return { trays: [{ ...any(trays), incubatorId: any(['cabinet', 'hatcher', null]) }] }
  if (what === 3 && sessions.length > 0)
    return { happened: [{ sessionId: EVENING, what: { kind: 'left', eggId: any(eggs).id } }] }
  if (what === 4)
    return noted(
      { atMs: now, celsius: random.between(36, 39), rhPercent: null },
      { which: 'eggs', incubatorId: 'cabinet' },
      probes,
    )
  const [egg] = eggs
  return {
    sets: [{ ...any(sets), notes: `note ${now}` }],
    eggs: [{ ...egg!, mark: String(now).slice(-6) }],
    notes: [{ eggId: any(eggs).id, text: 'moves' }],
  }
}

function bundleOf(name: string): Bundle {
  const sample = sampleRecords()
  const [set] = sample.sets
  const session = newSession({ id: EVENING, setId: set!.id, startedAt: set!.setAt, source: 'device' })
  const records: HatcheryRecords = { ...sample, sets: [{ ...set!, name }], sessions: [session] }
  return {
    records,
    quarantined: [],
    tombstones: [],
    photoTypes: new Map(records.looks.filter(isPictured).map(({ photo }) => [photo.id, photo.type])),
    missing: [],
    isChecked: true,
    book: 'own',
    attachmentIds: [],
    attachment: async () => null,
    readingIds: [],
    readings: async () => null,
    shapes: async () => null,
    photo: async () => Uint8Array.from([0xff, 0xd8]),
  }
}

/** @returns whether a write was refused */
async function withCut(writes: number, work: () => Promise<void>): Promise<boolean> {
  const cut = cutAfter(writes)
  try {
    await work()
    return false
  } catch {
    return true
  } finally {
    cut.mend()
  }
}

/**
 * What was acknowledged is there after a reload; what was not is there whole or not at all. A trial that was cut off
 * counts as refused.
 */
export async function soakCuts(trials: Trials): Promise<Findings> {
  prepareMemory()
  let ids = 0
  await (await opened()).repository.replaceWith(bundleOf('first'))
  return runTrials(trials, async (name) => {
    const random = createRandom(`cuts/${name}`)
    const before = await opened()
    const now = START_MS + ++ids * 1000
    const writer = { device: 'soak', at: new Date(now).toISOString(), newId: () => `n${++ids}` }
    const writes = Math.floor(random.uniform() * MOST_WRITES)
    const kind = random.uniform()
    let expected: Lines
    let cut: boolean
    if (kind < 0.25) {
      const bundle = bundleOf(`import ${name}`)
      expected = linesOf(bundle.records, new Map(), [])
      cut = await withCut(writes, () => before.repository.replaceWith(bundle))
    } else {
      const standing = standingOf(before)
      const last = before.journal.at(-1)
      const changes = changesBy(random, before, now)
      const written =
        kind < 0.45 && last ? writtenByUndo(last, standing, writer) : writtenBy(changes, standing, writer)
      const step: Step =
        kind < 0.45 && last
          ? { put: written, journal: { add: null, take: last.number } }
          : {
              put: written,
              journal: {
                add: {
                  number: (last?.number ?? 0) + 1,
                  label: 'soak',
                  eggId: null,
                  ...takingBack(written, changes, standing),
                },
                take: null,
              },
            }
      if (readingsNeeded(changes.readings).length > 1) throw new Error('one day at a time')
      expected = after(before.lines, step)
      cut = await withCut(writes, () => before.repository.write(step))
    }
    const { lines } = await opened()
    const [toBefore, toAfter] = [differences(lines, before.lines), differences(lines, expected)]
    if (!cut && toAfter.length > 0) throw new Error(`acknowledged and lost: ${toAfter.join(', ')}`)
    if (toBefore.length > 0 && toAfter.length > 0)
      throw new Error(`half there: ${toAfter.join(', ')} not yet, ${toBefore.join(', ')} already`)
    return cut
  })
}
