import localforage from 'localforage'
import { v4 as uuid } from 'uuid'
import type { RawRecord } from '../../contracts/records/book.ts'
import type { Step } from '../../contracts/records/journal-entry.ts'
import { rolledUp, type ReadingsRecord } from '../../contracts/records/readings-record.ts'
import {
  CHAPTER_TABLES,
  isOfChapter,
  RECORD_TABLES,
  type ChapterTable,
  type RecordTable,
} from '../../contracts/records/record-tables.ts'
import { disconnect, readAll, readKeys, writeTogether, type Change } from '../../storage/raw-database.ts'

/** By which version the records were written. */
export const VERSION_KEY = 'setting/records-version'
const HATCHERY_KEY = 'setting/hatchery'
const MARK_KEY = 'setting/mark'
const META = 'meta'
const READINGS = 'readings'
const ROLL_UPS = 'roll-ups'
/** The table keeps its first name: what lies there must be found again. */
const QUARANTINE = 'aside'
const STEPS = 'journal'
/** So many steps can be taken back. */
export const KEPT_STEPS = 60
/** What stands in for the set of a record that names none. */
const NO_SET = '-'

/** A raw record with where it lies. */
export interface StoredRecord extends RawRecord {
  /** In its own table, or in the one for records that came set aside. */
  lies: 'home' | 'quarantine'
  key: string
}

/** Where a record lies in its table. Eggs and looks lie beside the others of their set, so that a set is fetched in one go. */
export function keyOf(table: RecordTable, value: unknown): string {
  if (table === 'hatchery') return HATCHERY_KEY
  const id = String((value as { id?: unknown }).id)
  return isOfChapter(table) ? `${setIdOf(value)}/${id}` : id
}

/** The set that a raw egg or look names. */
export function setIdOf(value: unknown): string {
  const setId = (value as { setId?: unknown } | null)?.setId
  return typeof setId === 'string' ? setId : NO_SET
}

/** The tables of one book in the browser's database of that name. */
export class BookTables {
  readonly name: string
  readonly photos: LocalForage
  /** Measured lines, by the id of their look. */
  readonly shapes: LocalForage
  /** Spoken notes, by their own ids. */
  readonly attachments: LocalForage
  /** What probes said, by day and probe. */
  readonly readings: LocalForage
  /** The same drawn together; made anew wherever it is missing. */
  readonly rollUps: LocalForage
  readonly meta: LocalForage
  readonly steps: LocalForage
  /** Records that an import brought as set aside. */
  readonly quarantined: LocalForage
  private readonly tables: Record<Exclude<RecordTable, 'hatchery'>, LocalForage>

  constructor(name: string) {
    const table = (storeName: string): LocalForage =>
      localforage.createInstance({ name, storeName, driver: localforage.INDEXEDDB })
    this.name = name
    this.tables = {
      incubators: table('incubators'),
      probes: table('probes'),
      trays: table('trays'),
      sets: table('sets'),
      eggs: table('eggs'),
      looks: table('looks'),
      sessions: table('sessions'),
      logs: table('logs'),
      practice: table('practice'),
    }
    this.photos = table('photos')
    this.shapes = table('shapes')
    // Sounds were the first to be noted, and the table keeps its name.
    this.attachments = table('voices')
    this.readings = table(READINGS)
    this.rollUps = table(ROLL_UPS)
    this.meta = table(META)
    this.steps = table(STEPS)
    this.quarantined = table(QUARANTINE)
  }

  /** Makes the tables that are not there yet. While one is made the others cannot be read, so it comes first. */
  async ready(): Promise<void> {
    const { photos, shapes, attachments, readings, rollUps, meta, steps, quarantined } = this
    for (const table of [
      meta,
      ...Object.values(this.tables),
      photos,
      shapes,
      attachments,
      readings,
      rollUps,
      steps,
      quarantined,
    ])
      await table.ready()
  }

  of(table: RecordTable): LocalForage {
    return table === 'hatchery' ? this.meta : this.tables[table]
  }

  async put(table: RecordTable, value: object): Promise<void> {
    await this.of(table).setItem(keyOf(table, value), value)
  }

  /** A probe's day, and what it comes to. */
  async putReadings(day: ReadingsRecord): Promise<void> {
    await this.readings.setItem(day.id, day)
    await this.rollUps.setItem(day.id, rolledUp(day))
  }

  async remove({ table, lies, key }: Pick<StoredRecord, 'table' | 'lies' | 'key'>): Promise<void> {
    await (lies === 'quarantine' ? this.quarantined : this.of(table)).removeItem(key)
  }

  async hatchery(): Promise<unknown> {
    return this.meta.getItem<unknown>(HATCHERY_KEY)
  }

  /** Everything as it lies there, unchecked. */
  async raw(): Promise<StoredRecord[]> {
    const list = await this.rawFrame()
    for (const table of CHAPTER_TABLES) list.push(...(await this.rawOf(table)))
    return [...list, ...(await this.rawQuarantined())]
  }

  /** All but the eggs and their looks. */
  async rawFrame(): Promise<StoredRecord[]> {
    const list: StoredRecord[] = []
    const hatchery = await this.hatchery()
    if (hatchery !== null) list.push({ table: 'hatchery', value: hatchery, lies: 'home', key: HATCHERY_KEY })
    for (const table of RECORD_TABLES)
      if (table !== 'hatchery' && !isOfChapter(table)) list.push(...(await this.rawOf(table)))
    return list
  }

  /** The eggs of a set and the looks at them. */
  async rawChapter(setId: string): Promise<StoredRecord[]> {
    const list: StoredRecord[] = []
    for (const table of CHAPTER_TABLES) list.push(...(await this.rawOf(table, setId)))
    return list
  }

  /** Records that an import brought as set aside. */
  async rawQuarantined(): Promise<StoredRecord[]> {
    return (await readAll(this.name, QUARANTINE)).flatMap(({ key, value: kept }): StoredRecord[] => {
      const { table, value } = kept as RawRecord
      return RECORD_TABLES.includes(table) ? [{ table, value, lies: 'quarantine', key }] : []
    })
  }

  private async rawOf(table: Exclude<RecordTable, 'hatchery'>, setId?: string): Promise<StoredRecord[]> {
    // The sign after "/" ends the keys of a set.
    const range = setId === undefined ? undefined : { from: `${setId}/`, before: `${setId}0` }
    return (await readAll(this.name, table, range)).map(({ key, value }) => ({
      table,
      value,
      lies: 'home',
      key,
    }))
  }

  /** How many records each set has; those that are gone are counted, too. */
  async chapters(): Promise<Map<string, Record<ChapterTable, number>>> {
    const counts = new Map<string, Record<ChapterTable, number>>()
    for (const table of CHAPTER_TABLES) {
      for (const key of await readKeys(this.name, table)) {
        const setId = key.slice(0, key.indexOf('/'))
        const count = counts.get(setId) ?? { eggs: 0, looks: 0 }
        count[table]++
        counts.set(setId, count)
      }
    }
    return counts
  }

  /** Gives the database something by which it is known again; keeps what it has. */
  async mark(): Promise<string> {
    const known = await this.meta.getItem<string>(MARK_KEY)
    if (known !== null) return known
    const mark = uuid()
    await this.meta.setItem(MARK_KEY, mark)
    return mark
  }

  /** The changes that a step comes to. */
  putting({ put, journal }: Step): Change[] {
    const { readings, ...records } = put
    const { add, take } = journal
    return [
      ...(Object.keys(records) as Array<keyof typeof records>).flatMap((table) =>
        (records[table] as object[]).map((value) => ({
          store: table,
          key: keyOf(table, value),
          value,
        })),
      ),
      ...readings.flatMap((day) => [
        { store: READINGS, key: day.id, value: day },
        { store: ROLL_UPS, key: day.id, value: rolledUp(day) },
      ]),
      ...(take === null ? [] : [{ store: STEPS, key: String(take) }]),
      // One record a step, so that a step costs the same however many went before.
      ...(add
        ? [
            { store: STEPS, key: String(add.number), value: add },
            { store: STEPS, key: String(add.number - KEPT_STEPS) },
          ]
        : []),
    ]
  }

  /**
   * Makes all changes or none; without any it waits for what was written before to lie on the disk.
   * @throws StorageGone when the database no longer bears the mark
   */
  async writeTogether(mark: string, changes: readonly Change[] = []): Promise<void> {
    await writeTogether({ database: this.name, store: META, key: MARK_KEY, value: mark }, changes)
  }

  async drop(): Promise<void> {
    await disconnect(this.name)
    await localforage.dropInstance({ name: this.name })
  }
}
