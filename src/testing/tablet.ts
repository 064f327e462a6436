import { MINUTE_MS } from '../core/time/durations.ts'
import { checkEggsOfSet, fileOf, sortOut, TABLE_SCHEMAS, type RawRecord } from '../contracts/records/book.ts'
import { eggOf } from '../contracts/records/egg-state.ts'
import { RECORD_TABLES } from '../contracts/records/record-tables.ts'
import type { HatcheryRecords } from '../contracts/records/records.ts'
import { mergeBooks, type Copy } from '../domain/merge/merge-books.ts'
import { decided, type WholeBook } from '../domain/merge/merge-bundles.ts'
import type { Conflict } from '../domain/merge/questions.ts'
import { nothingWritten, writtenBy, type Changes, type Standing, type Written } from '../domain/steps.ts'
import { takingBack, writtenByUndo } from '../domain/undo-steps.ts'

const ZONE = 'Europe/Lisbon'
const START_MS = Date.parse('2026-03-11T00:00:00.000Z')

/** Records alone: no photographs, sounds or readings lie beside them. */
const NOTHING_BESIDE: Omit<WholeBook<never>, 'records' | 'tombstones' | 'quarantined'> = {
  photoTypes: new Map(),
  missing: [],
  shapes: async () => null,
  attachmentIds: [],
  attachment: async () => null,
  readingIds: [],
  readings: async () => null,
  photo: async () => new Uint8Array(),
}

/** A tablet with a copy of the book, which writes as the program does. */
export class Tablet {
  /** Under which it writes; another one after its book was replaced. */
  device: string
  private readonly kept = new Map<string, RawRecord>()
  private readonly undo: Array<ReturnType<typeof takingBack>> = []
  private count = 0
  private replaced = 0
  /** Ids of events and looks that were acknowledged here, and not taken back here. */
  readonly acknowledged = new Set<string>()

  /** @param clockOffMs - how far its clock is off */
  constructor(
    readonly name: string,
    copy: Copy,
    private readonly clockOffMs = 0,
  ) {
    this.device = name
    this.keep(copy)
  }
  private keep({ records, tombstones }: Copy): void {
    this.kept.clear()
    const file = fileOf(records)
    for (const table of RECORD_TABLES)
      for (const value of table === 'hatchery' ? [file.hatchery] : (file[table] as unknown[]))
        this.put({ table, value: TABLE_SCHEMAS[table].parse(value) })
    for (const record of tombstones) this.put(record)
  }
  private put(record: RawRecord): void {
    this.kept.set(`${record.table}/${(record.value as { id?: string }).id ?? ''}`, record)
  }
  /** What lies on its disk, as its bundle would hold it. */
  copy(): Copy {
    return sortOut([...this.kept.values()], ZONE)
  }
  private standing(): Standing {
    const { records } = this.copy()
    const of =
      <T extends { id: string }>(list: readonly T[]) =>
      (id: string) =>
        list.find((item) => item.id === id)
    return {
      incubator: of(records.hatchery.incubators),
      probe: of(records.probes),
      tray: of(records.trays),
      set: of(records.sets),
      egg: of(records.eggs),
      look: of(records.looks),
      session: of(records.sessions),
      log: of(records.logs),
      practice: of(records.practice),
      readings: () => undefined,
    }
  }
  private writer() {
    const { device } = this
    // Clocks of tablets are wrong; order must not hang on them.
    const at = new Date(START_MS + this.clockOffMs + this.count * MINUTE_MS).toISOString()
    return { device, at, newId: () => `${device}-${++this.count}` }
  }
  private write(written: Partial<Written>): void {
    const { incubators, probes, trays, sets, eggs, looks, sessions, logs, practice } = {
      ...nothingWritten(),
      ...written,
    }
    const tables = { incubators, probes, trays, sets, eggs, looks, sessions, logs, practice }
    for (const [table, list] of Object.entries(tables))
      for (const value of list) this.put({ table: table as RawRecord['table'], value })
  }
  get records(): HatcheryRecords {
    return this.copy().records
  }
  do(changes: (records: HatcheryRecords, newId: () => string) => Changes | null): void {
    const { newId } = this.writer()
    const wanted = changes(this.records, newId)
    if (!wanted) return
    const standing = this.standing()
    const written = writtenBy(wanted, standing, this.writer())
    if (!this.fits(written)) return
    this.undo.push(takingBack(written, {}, standing))
    this.write(written)
    for (const { id } of written.looks) this.acknowledged.add(id)
    for (const { events } of written.eggs)
      for (const { id, device } of events) if (device === this.device) this.acknowledged.add(id)
  }
  /** The program refuses a step that would leave two eggs in one place, or of one number. */
  private fits(written: Written): boolean {
    const { eggs, sets } = this.records
    const next = new Map([...eggs, ...written.eggs.map(eggOf)].map((egg) => [egg.id, egg]))
    for (const { id, stamp } of written.eggs) if (stamp.gone) next.delete(id)
    try {
      // A set that is only now begun has its trays from the others.
      for (const set of [...sets, ...written.sets.map((begun) => ({ ...sets[0]!, ...begun }))])
        checkEggsOfSet(
          [...next.values()].filter(({ setId }) => setId === set.id),
          set,
        )
      return true
    } catch {
      return false
    }
  }
  takeBack(): void {
    const entry = this.undo.pop()
    if (!entry) return
    const back = writtenByUndo(entry, this.standing(), this.writer())
    if (!this.fits(back)) return
    for (const { id, before } of entry.looks) if (before === null) this.acknowledged.delete(id)
    for (const { created, eventIds } of entry.eggs) {
      // What an egg bore is kept with its mark of being gone.
      if (created) for (const id of eventIds) this.acknowledged.delete(id)
    }
    this.write(back)
  }
  /** Brings both together. @param others - conflicts in which the other word is to hold */
  merge(copy: Copy, others: readonly Conflict[] = []): void {
    const merged = mergeBooks(this.copy(), copy, ZONE)
    const { conflicts, settled } = merged
    const bundle = { ...merged.book, ...NOTHING_BESIDE }
    this.keep(decided({ bundle, conflicts, settled }, others, { zone: ZONE, writer: this.writer() }))
    this.undo.length = 0
  }
  /** Lets a bundle, a backup or what was still in memory take the place of the book: from then on it is another writer. */
  replaceBy(copy: Copy): void {
    this.keep(copy)
    this.undo.length = 0
    this.device = `${this.name}-${++this.replaced}`
  }
}
