import {
  checked,
  RecordRefused,
  sortChapters,
  sortFrame,
  TABLE_SCHEMAS,
  type Chapter,
  type Frame,
  type Quarantined,
  type Sorted,
} from '../../contracts/records/book.ts'
import type { Bundle, LongWork } from '../../contracts/files/bundle.ts'
import { problemsOf } from '../../contracts/records/field-problem.ts'
import type { HatcheryRecord } from '../../contracts/records/hatchery-record.ts'
import { stepSchema, type JournalEntry, type Step } from '../../contracts/records/journal-entry.ts'
import { picturedLookSchema } from '../../contracts/records/look-record.ts'
import { type ReadingsRecord, type RollUp } from '../../contracts/records/readings-record.ts'
import { isOfChapter, type ChapterTable } from '../../contracts/records/record-tables.ts'
import { RECORDS_VERSION } from '../../contracts/records/records.ts'
import type { SessionRecord } from '../../contracts/records/session-record.ts'
import type { EggSet } from '../../contracts/records/set-record.ts'
import { shapesRecordSchema, type ShapesRecord } from '../../contracts/records/shapes-record.ts'
import { simulatedAmong } from '../../contracts/records/simulated.ts'
import type { BroughtUp } from '../../contracts/records/upgrade.ts'
import { BookTooNew, NoRoomForToday } from './book-errors.ts'
import { BookTables, keyOf, setIdOf, VERSION_KEY, type StoredRecord } from './book-tables.ts'
import { bringUpToDate } from './bring-up-to-date.ts'
import { fillFrom } from './fill-from-bundle.ts'
import { bringHome, completeStep, healRollUps } from './put-in-order.ts'
import { readAll } from '../../storage/raw-database.ts'
import { readDays, readDaysFrom, readJournal } from './read-tables.ts'
import { Shelf } from './shelf.ts'
import { isStorageFull } from './storage-room.ts'
import { sweeping } from './sweep.ts'
import { broughtToday } from './wait-for-today.ts'
import { whichBook } from './which-book.ts'

/** Sorted, and where it lies. */
type Found<Records> = Sorted<Records, StoredRecord>
export type QuarantinedRecord = StoredRecord & Quarantined

/** The book as it was opened, its chapters still closed. */
export interface OpenedBook extends Found<Frame> {
  /** How many eggs and looks each set has. */
  chapters: Map<string, Record<ChapterTable, number>>
  /** Sets of which an import brought eggs or looks set aside. */
  waiting: string[]
  /** Oldest first. */
  journal: JournalEntry[]
  /** Under which this tablet writes. */
  device: string
  /** This tablet, whatever book lies here. */
  tablet: string
}

/**
 * The hatchery's records in this browser. What a later start could not read is refused. A step is written in
 * one go: it is whole or not there. Each write is done when its promise resolves; only then may it be called saved.
 */
export class Repository {
  private readonly shelf = new Shelf()
  private book: { tables: BookTables; mark: string } | null = null

  /**
   * Opens the book and sorts it out: what cannot be read is set aside and named, all else is there. The eggs and looks
   * of a set are fetched by {@link chapter}.
   * @param zone - of this device, for a hatchery that nobody has described yet
   * @param leads - whether this tab may write: completing what was cut off, bringing old records up to date
   */
  async load(zone: string, leads = true): Promise<OpenedBook> {
    const tables = new BookTables(await this.shelf.current())
    await tables.ready()
    const version = await tables.meta.getItem<number>(VERSION_KEY)
    if (version !== null && version > RECORDS_VERSION) throw new BookTooNew(version)
    this.book = { tables, mark: await tables.mark() }
    if (leads) await this.putInOrder(zone, version === RECORDS_VERSION)
    else await broughtToday(this.tables)
    const quarantined = await tables.rawQuarantined()
    const sorted = sortFrame([...(await tables.rawFrame()), ...quarantined], zone)
    return {
      ...sorted,
      waiting: quarantined.filter(({ table }) => isOfChapter(table)).map(({ value }) => setIdOf(value)),
      chapters: await tables.chapters(),
      journal: await readJournal(this.tables),
      device: await this.shelf.writer(),
      tablet: await this.shelf.tablet(),
    }
  }

  /**
   * The eggs of a set and the looks at them.
   * @param set - null for records that name a set that is not there; all of them are set aside
   */
  async chapter(setId: string, set: EggSet | null): Promise<Found<Chapter>> {
    const isOfSet = ({ table, value }: StoredRecord) =>
      isOfChapter(table) && keyOf(table, value).startsWith(`${setId}/`)
    const ours = (await this.tables.rawQuarantined()).filter(isOfSet)
    return sortChapters([...(await this.tables.rawChapter(setId)), ...ours], set ? [set] : [])
  }

  /** The browser’s database of the open book. */
  get databaseName(): string {
    return this.tables.name
  }
  private get tables(): BookTables {
    return this.opened.tables
  }

  private get opened(): { tables: BookTables; mark: string } {
    if (!this.book) throw new Error('The records are not open.')
    return this.book
  }

  /** Everything as it lies there, also where it cannot be opened; photographs by {@link photo}. */
  async raw(zone: string): Promise<BroughtUp<StoredRecord>> {
    this.book ??= { tables: new BookTables(await this.shelf.current()), mark: '' }
    await this.tables.ready()
    const { broughtUp } = await import('../../contracts/records/upgrade.ts')
    return broughtUp(await this.tables.raw(), zone)
  }

  /** Writes a step whole. @throws RecordRefused and changes nothing where a later start could not read it */
  async write(step: Step): Promise<void> {
    const sound = stepSchema.safeParse(step)
    if (!sound.success) throw new RecordRefused(problemsOf(sound.error, step))
    const simulated = whichBook() === 'own' ? simulatedAmong(sound.data.put) : null
    if (simulated) throw new RecordRefused([{ path: [], sentence: simulated }])
    await this.tables.writeTogether(this.opened.mark, this.tables.putting(sound.data))
  }

  /** What was cut off is completed, and what is old brought up to date. @throws NoRoomForToday */
  private async putInOrder(zone: string, isOfToday: boolean): Promise<void> {
    const { tables, mark } = this.opened
    try {
      await completeStep(tables, mark)
      if (!isOfToday) {
        await bringUpToDate(tables, zone)
        await tables.meta.setItem(VERSION_KEY, RECORDS_VERSION)
        await this.flush()
      }
      await bringHome(tables, zone)
      await healRollUps(tables)
      await this.shelf.tidy((name) => new BookTables(name).drop())
    } catch (error) {
      if (!isStorageFull(error)) throw error
      if (!isOfToday) throw new NoRoomForToday()
      // What is there can be read; the rest waits for a start with room.
    }
  }

  /** Called before anything is written. @returns what clears away whatever nobody can ask for any more */
  async sweeping(): Promise<() => Promise<void>> {
    return sweeping(this.tables, await readJournal(this.tables))
  }

  /** A probe's readings of some days; those that are not there are left out. */
  readings(ids: readonly string[]): Promise<Map<string, ReadingsRecord>> {
    return readDays(this.tables, ids)
  }

  /** Ids of all days of all probes. */
  readingIds(): Promise<string[]> {
    return this.tables.readings.keys()
  }

  /** All readings from a day of UTC on. */
  readingsFrom(day: string): Promise<Map<string, ReadingsRecord>> {
    return readDaysFrom(this.tables, day)
  }

  /** What probes said from a day on, and up to but without another, drawn together. Days of UTC. */
  async rollUpsFrom(day: string, before?: string): Promise<RollUp[]> {
    const { name } = this.tables
    return (await readAll(name, 'roll-ups', { from: day, before })).map(({ value }) => value as RollUp)
  }

  async saveHatchery(hatchery: HatcheryRecord): Promise<void> {
    const sound = checked('hatchery', hatchery)
    const before = await this.tables.hatchery()
    // One that cannot be read is not written over: somebody may still put it right.
    const readable = before === null || TABLE_SCHEMAS.hatchery.safeParse(before).success
    if (!readable)
      await this.tables.quarantined.setItem(`hatchery/${Date.now()}`, { table: 'hatchery', value: before })
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
    if (record.lies === 'quarantine' || record.key !== keyOf(record.table, sound))
      await this.tables.remove(record)
    await this.flush()
  }

  async discard(record: StoredRecord): Promise<void> {
    await this.tables.remove(record)
    await this.flush()
  }

  /** Goes before its look: a look without its picture would be worse than a picture without its look. */
  async savePhoto(look: unknown, photo: Blob): Promise<string> {
    const sound = picturedLookSchema.safeParse(look)
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

  /** Goes before the event that names it. */
  async saveAttachment(id: string, kept: Blob): Promise<void> {
    await this.tables.attachments.setItem(id, kept)
  }

  async attachment(id: string): Promise<Blob | null> {
    return this.tables.attachments.getItem<Blob>(id)
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
    await this.tables.writeTogether(this.opened.mark)
  }

  async setting<T>(key: string): Promise<T | null> {
    return this.tables.meta.getItem<T>(`setting/${key}`)
  }

  async saveSetting(key: string, value: unknown): Promise<void> {
    await this.tables.meta.setItem(`setting/${key}`, value)
  }

  /** An empty book in place of this one. */
  async wipe(): Promise<void> {
    await this.becomes({ goesOn: false }, async () => undefined)
  }

  /**
   * Puts a checked bundle in place of everything here. It is written whole beside what is here, and only then takes
   * its place: whatever fails or is cut off on the way changes nothing.
   * @param goesOn - whether it holds all that was written here, as a merged book does
   */
  async replaceWith(
    bundle: Bundle,
    { onProgress, signal, goesOn = false }: LongWork & { goesOn?: boolean } = {},
  ): Promise<void> {
    await this.becomes({ goesOn }, (tables) => fillFrom(bundle, tables, { onProgress, signal }))
  }

  private async becomes(
    { goesOn }: { goesOn: boolean },
    fill: (tables: BookTables) => Promise<void>,
  ): Promise<void> {
    const tables = new BookTables(await this.shelf.prepare())
    try {
      await tables.ready()
      const mark = await tables.mark()
      await tables.meta.setItem(VERSION_KEY, RECORDS_VERSION)
      // What was erased or replaced is not to be followed by the demo.
      await tables.meta.setItem('setting/erased', true)
      await fill(tables)
      await tables.writeTogether(mark)
    } catch (error) {
      await tables.drop().catch(() => undefined)
      throw error
    }
    // Before the switch: cut off between the two, the book of before goes on under a new name, which harms nothing.
    if (!goesOn) await this.shelf.newWriter()
    await this.shelf.switchTo(tables.name)
  }
}
