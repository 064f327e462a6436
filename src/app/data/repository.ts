import {
  checked,
  RecordRefused,
  sortOut,
  TABLE_SCHEMAS,
  type Book,
  type RawRecord,
} from '../../contracts/book.ts'
import type { Bundle, LongWork } from '../../contracts/bundle.ts'
import { problemsOf } from '../../contracts/field-problem.ts'
import type { HatcheryRecord } from '../../contracts/hatchery-record.ts'
import {
  journalEntrySchema,
  stepSchema,
  type JournalEntry,
  type Step,
} from '../../contracts/journal-entry.ts'
import { lookRecordSchema } from '../../contracts/look-record.ts'
import { RECORD_TABLES } from '../../contracts/record-tables.ts'
import { RECORDS_VERSION } from '../../contracts/records.ts'
import { shapesRecordSchema, type ShapesRecord } from '../../contracts/shapes-record.ts'
import { shapesOfOldLook, upgraded } from '../../contracts/upgrade.ts'
import type { SessionRecord } from '../../contracts/session-record.ts'
import { BookTables, type StoredRecord } from './book-tables.ts'
import { Shelf } from './shelf.ts'

export const KEPT_STEPS = 60
const STEP_KEY = 'step'
const VERSION_KEY = 'setting/records-version'

/** The book as it was opened. */
export interface OpenedBook extends Book<StoredRecord> {
  /** Oldest first. */
  journal: JournalEntry[]
  /** This device's name in what it writes. */
  device: string
}

/** The records were written by a newer version of the program; they are left alone. */
export class BookTooNew extends Error {
  constructor(version: number) {
    super(
      `The records in this browser were written by a newer Perlumen (records version ${version}; this one reads up to ${RECORDS_VERSION}). Reload the page to get it.`,
    )
  }
}

/**
 * The hatchery's records in this browser. What a later start could not read is refused. A step is written as one
 * piece first, then applied, and completed at the next start if it was cut off: it is whole or not there. Each write
 * is done when its promise resolves; only then may it be called saved.
 */
export class Repository {
  private readonly shelf = new Shelf()
  private swept = false
  private book: { tables: BookTables; mark: string } | null = null

  /**
   * Opens the book and sorts it out: what cannot be read is set aside and named, all else is there.
   * @param zone - of this device, for a hatchery that nobody has described yet
   * @param leads - whether this tab may write: completing what was cut off, clearing away what nobody needs
   */
  async load(zone: string, leads = true): Promise<OpenedBook> {
    const tables = new BookTables(await this.shelf.current())
    const version = await tables.meta.getItem<number>(VERSION_KEY)
    if (version !== null && version > RECORDS_VERSION) throw new BookTooNew(version)
    this.book = { tables, mark: await tables.mark() }
    if (leads) {
      await tables.meta.setItem(VERSION_KEY, RECORDS_VERSION)
      await this.completeStep()
    }
    const raw = leads ? await this.broughtUpToDate(await tables.raw(), zone) : await tables.raw()
    const sorted = sortOut(raw, zone, new Date().toISOString())
    const journal = await this.readJournal()
    if (leads) {
      await this.bringHome(raw, sorted)
      // Once, at the start: later a photograph may be there whose look is only just being written.
      if (!this.swept) await this.sweepPhotos(raw, journal)
      this.swept = true
      await this.shelf.tidy((name) => new BookTables(name).drop())
    }
    return { ...sorted, journal, device: await this.shelf.device() }
  }

  private get tables(): BookTables {
    return this.opened.tables
  }

  private get opened(): { tables: BookTables; mark: string } {
    if (!this.book) throw new Error('The records are not open.')
    return this.book
  }

  /** Everything as it lies there, also where it cannot be opened; photographs by {@link photo}. */
  async raw(): Promise<StoredRecord[]> {
    this.book ??= { tables: new BookTables(await this.shelf.current()), mark: '' }
    return this.tables.raw()
  }

  /** Writes a step whole. @throws RecordRefused and changes nothing where a later start could not read it */
  async write(step: Step): Promise<void> {
    const sound = stepSchema.safeParse(step)
    if (!sound.success) throw new RecordRefused(problemsOf(sound.error, step))
    const whole = sound.data
    await this.tables.meta.setItem(STEP_KEY, whole)
    await this.apply(whole)
    await this.flush()
  }

  private async apply({ put, journal }: Step): Promise<void> {
    await Promise.all(
      (['sets', 'eggs', 'looks'] as const).flatMap((table) =>
        put[table].map((record) => this.tables.put(table, record)),
      ),
    )
    const { steps, meta } = this.tables
    if (journal.take !== null) await steps.removeItem(String(journal.take))
    if (journal.add) {
      // One record a step, so that a step costs the same however many went before.
      await steps.setItem(String(journal.add.number), journal.add)
      await steps.removeItem(String(journal.add.number - KEPT_STEPS))
    }
    await meta.removeItem(STEP_KEY)
  }

  /** A step that was cut off in the middle is carried to its end; one that was not written whole is dropped. */
  private async completeStep(): Promise<void> {
    const kept = await this.tables.meta.getItem<unknown>(STEP_KEY)
    if (kept === null) return
    const step = stepSchema.safeParse(kept)
    if (step.success) await this.apply(step.data)
    else await this.tables.meta.removeItem(STEP_KEY)
  }

  /** Records of earlier versions are written in today's shape, their lines first, so that it is done once. */
  private async broughtUpToDate(raw: readonly StoredRecord[], zone: string): Promise<StoredRecord[]> {
    const now: StoredRecord[] = []
    for (const record of raw) {
      const value = upgraded(record, zone)
      // What cannot be read stays as it is until somebody puts it right.
      if (value === record.value || !TABLE_SCHEMAS[record.table].safeParse(value).success) {
        now.push(record)
        continue
      }
      const shapes = record.table === 'looks' && shapesRecordSchema.safeParse(shapesOfOldLook(record.value))
      if (shapes && shapes.success) await this.tables.shapes.setItem(shapes.data.id, shapes.data)
      if (record.lies === 'home') await this.tables.put(record.table, value as object)
      now.push({ ...record, value })
    }
    return now
  }

  /** Records that an import brought as set aside and that can be read by now go where they belong. */
  private async bringHome(raw: readonly StoredRecord[], { aside }: Book<StoredRecord>): Promise<void> {
    const still = new Set<RawRecord['value']>(aside.map(({ value }) => value))
    for (const record of raw) {
      if (record.lies === 'home' || still.has(record.value)) continue
      await this.tables.put(record.table, record.value as object)
      await this.tables.remove(record)
    }
  }

  /** Photographs of looks that were taken back or refused have nobody left who could ask for them. */
  private async sweepPhotos(raw: readonly RawRecord[], journal: readonly JournalEntry[]): Promise<void> {
    const needed = new Set(
      journal.flatMap(({ looks }) => looks.flatMap(({ before }) => before?.photo.id ?? [])),
    )
    for (const { table, value } of raw) {
      const look = value as { photo?: { id?: unknown }; stamp?: { gone?: unknown } } | null
      if (table === 'looks' && look?.stamp?.gone !== true) needed.add(String(look?.photo?.id))
    }
    for (const id of await this.tables.photos.keys())
      if (!needed.has(id)) await this.tables.photos.removeItem(id)
    const looks = new Set(
      raw.flatMap(({ table, value }) =>
        table === 'looks' ? String((value as { id?: unknown } | null)?.id) : [],
      ),
    )
    for (const id of await this.tables.shapes.keys())
      if (!looks.has(id)) await this.tables.shapes.removeItem(id)
  }

  async saveHatchery(hatchery: HatcheryRecord): Promise<void> {
    const sound = checked('hatchery', hatchery)
    const before = await this.tables.hatchery()
    // One that cannot be read is not written over: somebody may still put it right.
    const readable =
      before === null ||
      TABLE_SCHEMAS.hatchery.safeParse(upgraded({ table: 'hatchery', value: before }, hatchery.zone)).success
    if (!readable)
      await this.tables.aside.setItem(`hatchery/${Date.now()}`, { table: 'hatchery', value: before })
    await this.tables.put('hatchery', sound)
    await this.flush()
  }

  async saveSession(session: SessionRecord): Promise<void> {
    await this.tables.put('sessions', checked('sessions', session))
    await this.flush()
  }

  /** Puts a record that was set aside back, mended. @throws RecordRefused where it still cannot be read */
  async mend(record: StoredRecord, value: unknown): Promise<void> {
    const sound = checked(record.table, value)
    await this.tables.put(record.table, sound)
    // Its own table holds it under its id: what lay there under another key has become it.
    if (
      record.lies === 'aside' ||
      (record.table !== 'hatchery' && record.key !== (sound as { id: string }).id)
    )
      await this.tables.remove(record)
    await this.flush()
  }

  async discard(record: StoredRecord): Promise<void> {
    await this.tables.remove(record)
    await this.flush()
  }

  /** Goes before its look: a look without its picture would be worse than a picture without its look. */
  async savePhoto(look: unknown, photo: Blob): Promise<string> {
    const sound = lookRecordSchema.safeParse(look)
    if (!sound.success) throw new RecordRefused(problemsOf(sound.error, look))
    await this.tables.photos.setItem(sound.data.photo.id, photo)
    return sound.data.photo.id
  }

  /** Go before their looks, as photographs do. */
  async saveShapes(list: readonly ShapesRecord[]): Promise<void> {
    for (const shapes of list) {
      const sound = shapesRecordSchema.safeParse(shapes)
      if (!sound.success) throw new RecordRefused(problemsOf(sound.error, shapes))
      await this.tables.shapes.setItem(sound.data.id, sound.data)
    }
  }

  /** The measured lines of a look; null where there are none that can be read. */
  async shapes(lookId: string): Promise<ShapesRecord | null> {
    const kept = shapesRecordSchema.safeParse(await this.tables.shapes.getItem(lookId))
    return kept.success ? kept.data : null
  }

  async removePhotos(ids: readonly string[]): Promise<void> {
    for (const id of ids) await this.tables.photos.removeItem(id)
  }

  async photo(id: string): Promise<Blob | null> {
    return this.tables.photos.getItem<Blob>(id)
  }

  /** @throws StorageGone when the browser has cleared it */
  async flush(): Promise<void> {
    await this.tables.flush(this.opened.mark)
  }

  /** Steps of older versions are about records of another shape and cannot be taken back. */
  private async readJournal(): Promise<JournalEntry[]> {
    const entries: JournalEntry[] = []
    await this.tables.steps.iterate((value: unknown) => {
      const entry = journalEntrySchema.safeParse(value)
      if (entry.success) entries.push(entry.data)
    })
    return entries.sort((a, b) => a.number - b.number)
  }

  async setting<T>(key: string): Promise<T | null> {
    return this.tables.meta.getItem<T>(`setting/${key}`)
  }

  async saveSetting(key: string, value: unknown): Promise<void> {
    await this.tables.meta.setItem(`setting/${key}`, value)
  }

  /** An empty book in place of this one. */
  async wipe(): Promise<void> {
    await this.becomes(async () => undefined)
  }

  /**
   * Puts a checked bundle in place of everything here. It is written whole beside what is here, and only then takes
   * its place: whatever fails or is cut off on the way changes nothing.
   */
  async replaceWith(
    { records, aside, buried, photoTypes, photo, shapes }: Bundle,
    { onProgress, signal }: LongWork = {},
  ): Promise<void> {
    await this.becomes(async (tables) => {
      let done = 0
      const total =
        photoTypes.size +
        records.sets.length +
        records.eggs.length +
        records.looks.length +
        records.sessions.length
      const step = (): void => {
        signal?.throwIfAborted()
        onProgress?.(++done, total)
      }
      for (const [id, type] of photoTypes) {
        await tables.photos.setItem(id, new Blob([await photo(id)], { type }))
        step()
      }
      await tables.put('hatchery', checked('hatchery', records.hatchery))
      for (const table of ['sets', 'eggs', 'looks', 'sessions'] as const) {
        for (const record of records[table]) {
          await tables.put(table, checked(table, record))
          step()
        }
      }
      for (const { id } of records.looks) {
        const lines = await shapes(id)
        if (lines) await tables.shapes.setItem(id, lines)
      }
      for (const { table, value } of aside) {
        const id = (value as { id?: unknown } | null)?.id
        const lines = table === 'looks' && typeof id === 'string' ? await shapes(id) : null
        if (lines) await tables.shapes.setItem(lines.id, lines)
      }
      for (const { table, value } of buried) await tables.put(table, value as object)
      for (const [index, { table, value }] of aside.entries())
        if (RECORD_TABLES.includes(table)) await tables.aside.setItem(`import/${index}`, { table, value })
    })
  }

  private async becomes(fill: (tables: BookTables) => Promise<void>): Promise<void> {
    const tables = new BookTables(await this.shelf.prepare())
    try {
      const mark = await tables.mark()
      await tables.meta.setItem(VERSION_KEY, RECORDS_VERSION)
      // What was erased or replaced is not to be followed by the demo.
      await tables.meta.setItem('setting/erased', true)
      await fill(tables)
      await tables.flush(mark)
    } catch (error) {
      await tables.drop().catch(() => undefined)
      throw error
    }
    await this.shelf.switchTo(tables.name)
  }
}
