import localforage from 'localforage'
import { v4 as uuid } from 'uuid'
import type { RawRecord } from '../../contracts/book.ts'
import { RECORD_TABLES, type RecordTable } from '../../contracts/record-tables.ts'
import { flushToDisk } from './flush.ts'
import { disconnect, readAll } from './raw-database.ts'

const HATCHERY_KEY = 'setting/hatchery'
const MARK_KEY = 'setting/mark'

/** A raw record with where it lies. */
export interface StoredRecord extends RawRecord {
  /** In its own table, or in the one for records that came set aside. */
  lies: 'home' | 'aside'
  key: string
}

/** The tables of one book in the browser's database of that name. */
export class BookTables {
  readonly name: string
  readonly photos: LocalForage
  /** Measured lines, by the id of their look. */
  readonly shapes: LocalForage
  readonly meta: LocalForage
  readonly steps: LocalForage
  /** Records that an import brought as set aside. */
  readonly aside: LocalForage
  private readonly tables: Record<Exclude<RecordTable, 'hatchery'>, LocalForage>

  constructor(name: string) {
    const table = (storeName: string): LocalForage =>
      localforage.createInstance({ name, storeName, driver: localforage.INDEXEDDB })
    this.name = name
    this.tables = {
      sets: table('sets'),
      eggs: table('eggs'),
      looks: table('looks'),
      sessions: table('sessions'),
    }
    this.photos = table('photos')
    this.shapes = table('shapes')
    this.meta = table('meta')
    this.steps = table('journal')
    this.aside = table('aside')
  }

  of(table: RecordTable): LocalForage {
    return table === 'hatchery' ? this.meta : this.tables[table]
  }

  async put(table: RecordTable, value: { id: string } | object): Promise<void> {
    await this.of(table).setItem(table === 'hatchery' ? HATCHERY_KEY : (value as { id: string }).id, value)
  }

  async remove({ table, lies, key }: StoredRecord): Promise<void> {
    await (lies === 'aside' ? this.aside : this.of(table)).removeItem(key)
  }

  async hatchery(): Promise<unknown> {
    return this.meta.getItem<unknown>(HATCHERY_KEY)
  }

  /** Everything as it lies there, unchecked. */
  async raw(): Promise<StoredRecord[]> {
    const list: StoredRecord[] = []
    const hatchery = await this.hatchery()
    if (hatchery !== null) list.push({ table: 'hatchery', value: hatchery, lies: 'home', key: HATCHERY_KEY })
    for (const table of ['sets', 'eggs', 'looks', 'sessions'] as const)
      for (const { key, value } of await this.all(this.tables[table], table))
        list.push({ table, value, lies: 'home', key })
    for (const { key, value: kept } of await this.all(this.aside, 'aside')) {
      const { table, value } = kept as RawRecord
      if (RECORD_TABLES.includes(table)) list.push({ table, value, lies: 'aside', key })
    }
    return list
  }

  private async all(table: LocalForage, store: string): Promise<Array<{ key: string; value: unknown }>> {
    // Makes it where it is not there yet.
    await table.ready()
    return readAll(this.name, store)
  }

  /** Gives the database something by which it is known again; keeps what it has. */
  async mark(): Promise<string> {
    const known = await this.meta.getItem<string>(MARK_KEY)
    if (known !== null) return known
    const mark = uuid()
    await this.meta.setItem(MARK_KEY, mark)
    return mark
  }

  /** @throws StorageGone when the database no longer bears the mark */
  async flush(mark: string): Promise<void> {
    await flushToDisk({ database: this.name, store: 'meta', key: MARK_KEY, value: mark })
  }

  async drop(): Promise<void> {
    await disconnect(this.name)
    await localforage.dropInstance({ name: this.name })
  }
}
