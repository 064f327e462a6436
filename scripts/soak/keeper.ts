// The browser's storage in memory, and the program's own way of keeping books in it.
import 'fake-indexeddb/auto'
import { Repository } from '../../src/app/data/repository.ts'
import type { Keeper } from './bundles.ts'

const ZONE = 'Europe/Lisbon'

export function memoryKeeper(): Keeper {
  // localforage asks it for the browser's name.
  if (!('navigator' in globalThis)) Object.assign(globalThis, { navigator: { userAgent: 'none' } })
  const reopen = async (): Promise<{
    repository: Repository
    book: Awaited<ReturnType<Repository['load']>>
  }> => {
    const repository = new Repository()
    return { repository, book: await repository.load(ZONE) }
  }
  return {
    async bringIn(bundle) {
      await (await reopen()).repository.replaceWith(bundle)
    },
    async reopened() {
      const { book } = await reopen()
      return { aside: book.aside.length, records: book.records }
    },
  }
}
