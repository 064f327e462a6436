import localforage from 'localforage'
import { z } from 'zod'
import { v4 as uuid } from 'uuid'
import { writeTogether } from '../../storage/raw-database.ts'
import { nameInBook, whichBook } from './which-book.ts'

/** The book that was there before there was a shelf. */
const FIRST_BOOK = 'perlumen'
const STORE = 'shelf'
const namesSchema = z.array(z.string())

/**
 * Which of the browser's databases is the book. A new book is written whole beside the old one, and one pointer
 * switches over; until then nothing of the old one is touched.
 */
export class Shelf {
  private readonly database = nameInBook('shelf')
  private readonly table = localforage.createInstance({
    name: this.database,
    storeName: STORE,
    driver: localforage.INDEXEDDB,
  })

  async current(): Promise<string> {
    return (
      (await this.table.getItem<string>('current')) ??
      (whichBook() === 'own' ? FIRST_BOOK : nameInBook('book'))
    )
  }

  /** Name of this tablet; it stays, whatever book lies here. */
  async tablet(): Promise<string> {
    const known = await this.table.getItem<string>('device')
    if (known !== null) return known
    const device = uuid()
    await this.table.setItem('device', device)
    return device
  }

  /** Name under which this tablet writes into the book. */
  async writer(): Promise<string> {
    return (await this.table.getItem<string>('writer')) ?? this.tablet()
  }

  /**
   * From here on this tablet writes under another name. Revisions are counted by writer, and a pair of writer and
   * revision must mean one write for ever: a book that does not go on from what was written last would use them twice.
   */
  async newWriter(): Promise<void> {
    await this.table.setItem('writer', uuid())
  }

  /** Notes a database that is to become the book, so that what is left of it is found after a crash. */
  async prepare(): Promise<string> {
    const name = nameInBook(`book-${uuid()}`)
    await this.table.setItem('others', [...(await this.others()), name])
    return name
  }

  /** From here on the book is another one. Returns when the disk knows. */
  async switchTo(name: string): Promise<void> {
    const before = await this.current()
    await this.table.setItem('others', [...new Set([...(await this.others()), before, name])])
    const mark = { database: this.database, store: STORE, key: 'kind', value: 'shelf' }
    await this.table.setItem(mark.key, mark.value)
    await this.table.setItem('current', name)
    await writeTogether(mark)
  }

  /** Clears away whatever is not the book: what was replaced, or never finished. */
  async tidy(drop: (name: string) => Promise<void>): Promise<void> {
    const current = await this.current()
    for (const name of await this.others()) {
      if (name === current) continue
      await drop(name)
      await this.table.setItem(
        'others',
        (await this.others()).filter((other) => other !== name),
      )
    }
  }

  private async others(): Promise<string[]> {
    return namesSchema.catch([]).parse(await this.table.getItem('others'))
  }
}
