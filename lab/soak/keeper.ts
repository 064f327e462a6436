// The browser's storage in memory, and the program's own way of keeping books in it.
import 'fake-indexeddb/auto'
import { Repository } from '../../src/app/data/repository.ts'
import type { Egg } from '../../src/contracts/records/egg-state.ts'
import type { LookRecord } from '../../src/contracts/records/look-record.ts'
import type { Keeper } from './bundles.ts'

const ZONE = 'Europe/Lisbon'

/** Makes the storage in memory fit for the program. */
export function prepareMemory(): void {
  // localforage asks it for the browser's name.
  if (!('navigator' in globalThis)) Object.assign(globalThis, { navigator: { userAgent: 'none' } })
}

export function memoryKeeper(): Keeper {
  prepareMemory()
  const reopen = async (): Promise<{
    repository: Repository
    book: Awaited<ReturnType<Repository['load']>>
  }> => {
    const repository = new Repository()
    return { repository, book: await repository.load(ZONE) }
  }
  return {
    async importBundle(bundle) {
      await (await reopen()).repository.replaceWith(bundle)
    },
    async reopened() {
      const { repository, book } = await reopen()
      const { sets } = book.records
      const records = { ...book.records, eggs: [] as Egg[], looks: [] as LookRecord[] }
      let quarantined = book.quarantined.length
      for (const setId of book.chapters.keys()) {
        const chapter = await repository.chapter(setId, sets.find(({ id }) => id === setId) ?? null)
        records.eggs.push(...chapter.records.eggs)
        records.looks.push(...chapter.records.looks)
        quarantined += chapter.quarantined.length
      }
      return { quarantined, records }
    },
  }
}
