import type { Page } from '@playwright/test'

export interface BookOnDisk {
  sets: string[]
  eggs: string[]
  /** Looks, each with its egg, the candler's grade and whether its photograph is there. */
  looks: Array<{ id: string; eggId: string; replaced: boolean; own: string | null; photo: boolean }>
  /** Photographs that no look shows. */
  orphans: number
  /** Databases of books that are not the book. */
  others: number
}

/** Name of the database in which the book lies now. */
export async function nameOfBook(page: Page): Promise<string> {
  return page.evaluate(
    () =>
      new Promise<string>((resolve, reject) => {
        const start = localStorage.getItem('perlumen-book') === 'made-up' ? 'perlumen-made-up-' : 'perlumen-'
        const opening = indexedDB.open(`${start}shelf`)
        opening.onerror = () => reject(opening.error ?? new Error('not opened'))
        opening.onsuccess = () => {
          const asked = opening.result.transaction('shelf').objectStore('shelf').get('current')
          asked.onsuccess = () => {
            opening.result.close()
            resolve(
              (asked.result as string | undefined) ?? (start === 'perlumen-' ? 'perlumen' : `${start}book`),
            )
          }
        }
      }),
  )
}

/** What lies in the browser's storage, past the program. */
export async function bookOnDisk(page: Page): Promise<BookOnDisk> {
  // The runner of scripts names functions by a helper that the page does not have.
  await page.evaluate('globalThis.__name ??= (named) => named')
  return page.evaluate(async () => {
    const open = (name: string): Promise<IDBDatabase> =>
      new Promise((resolve, reject) => {
        const request = indexedDB.open(name)
        request.onupgradeneeded = () => request.transaction?.abort()
        request.onsuccess = () => resolve(request.result)
        request.onerror = () => reject(request.error ?? new Error('not opened'))
      })
    const ask = <T>(
      database: IDBDatabase,
      store: string,
      how: (table: IDBObjectStore) => IDBRequest,
    ): Promise<T> =>
      new Promise((resolve, reject) => {
        const request = how(database.transaction(store).objectStore(store))
        request.onsuccess = () => resolve(request.result as T)
        request.onerror = () => reject(request.error ?? new Error('not read'))
      })
    const start = localStorage.getItem('perlumen-book') === 'made-up' ? 'perlumen-made-up-' : 'perlumen-'
    const shelf = await open(`${start}shelf`).catch(() => null)
    const current =
      (shelf && (await ask<string | undefined>(shelf, 'shelf', (table) => table.get('current')))) ??
      (start === 'perlumen-' ? 'perlumen' : `${start}book`)
    shelf?.close()
    const names = (await indexedDB.databases()).map(({ name }) => name ?? '')
    const database = await open(current)
    const keys = (store: string): Promise<string[]> => ask(database, store, (table) => table.getAllKeys())
    const allLooks = await ask<
      Array<{
        id: string
        eggId: string
        replaced: boolean
        own: { grade: string } | null
        photo: { id: string }
        stamp: { gone: boolean }
      }>
    >(database, 'looks', (table) => table.getAll())
    const looks = allLooks.filter(({ stamp }) => !stamp.gone)
    const [sets, eggKeys, photos] = await Promise.all([keys('sets'), keys('eggs'), keys('photos')])
    // An egg lies under its set.
    const eggs = eggKeys.map((key) => key.slice(key.indexOf('/') + 1))
    database.close()
    const shown = new Set(looks.map(({ photo }) => photo.id))
    return {
      sets,
      eggs,
      orphans: photos.filter((id) => !shown.has(id)).length,
      others: names.filter(
        (name) =>
          /^perlumen(-made-up)?(-book.*)?$/.test(name) &&
          name.startsWith(start.slice(0, -1)) &&
          name.includes('made-up') === current.includes('made-up') &&
          name !== current,
      ).length,
      looks: looks.map(({ id, eggId, replaced, own, photo }) => ({
        id,
        eggId,
        replaced,
        own: own?.grade ?? null,
        photo: photos.includes(photo.id),
      })),
    }
  })
}
