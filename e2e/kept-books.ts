import type { Page } from '@playwright/test'

/** Name under which a copy of a book lies beside it in the browser of a worker. */
const KEPT = 'kept/'

/** An address of the server's own at which no program runs: nothing there opens a database. */
const EMPTY_PAGE = '/api/devices'

/**
 * Makes the browser as empty as a new one, but for the copies of books that are kept in it.
 * @param base - of a browser that knows no address of its own
 */
export async function emptyBrowser(page: Page, base = ''): Promise<void> {
  await page.goto(`${base}${EMPTY_PAGE}`)
  await page.evaluate(async (kept) => {
    localStorage.clear()
    sessionStorage.clear()
    for (const name of await caches.keys()) await caches.delete(name)
    const folder = await navigator.storage.getDirectory()
    for await (const name of folder.keys()) await folder.removeEntry(name, { recursive: true })
    for (const { name } of await indexedDB.databases()) {
      if (name === undefined || name.startsWith(kept)) continue
      await new Promise<void>((resolve, reject) => {
        const deleting = indexedDB.deleteDatabase(name)
        deleting.onsuccess = () => resolve()
        deleting.onerror = () => reject(deleting.error ?? new Error(`${name} is still there`))
      })
    }
  }, KEPT)
}

/** Keeps what lies in the browser now under a name, to be laid out again by `layOut`. */
export async function keep(page: Page, name: string, base = ''): Promise<void> {
  await page.goto(`${base}${EMPTY_PAGE}`)
  await copyDatabases(page, { from: '', to: `${KEPT}${name}/` })
  await page.evaluate(
    async ({ key, settings }) => {
      const opened = await new Promise<IDBDatabase>((resolve, reject) => {
        const opening = indexedDB.open(key, 1)
        opening.onupgradeneeded = () => opening.result.createObjectStore('settings')
        opening.onsuccess = () => resolve(opening.result)
        opening.onerror = () => reject(opening.error ?? new Error('not opened'))
      })
      const writing = opened.transaction('settings', 'readwrite')
      writing.objectStore('settings').put(settings, 'settings')
      await new Promise((resolve) => {
        writing.oncomplete = resolve
      })
      opened.close()
    },
    { key: `${KEPT}${name}`, settings: await page.evaluate(() => ({ ...localStorage })) },
  )
}

/** Lays a kept book out in the browser. @returns false where none of that name is kept here */
export async function layOut(page: Page, name: string, base = ''): Promise<boolean> {
  await page.goto(`${base}${EMPTY_PAGE}`)
  const isKept = await page.evaluate(async (key) => {
    if (!(await indexedDB.databases()).some((one) => one.name === key)) return false
    const opened = await new Promise<IDBDatabase>((resolve, reject) => {
      const opening = indexedDB.open(key)
      opening.onsuccess = () => resolve(opening.result)
      opening.onerror = () => reject(opening.error ?? new Error('not opened'))
    })
    const settings = await new Promise<object>((resolve) => {
      const asking = opened.transaction('settings').objectStore('settings').get('settings')
      asking.onsuccess = () => resolve(asking.result as object)
    })
    opened.close()
    Object.assign(localStorage, settings)
    return true
  }, `${KEPT}${name}`)
  if (isKept) await copyDatabases(page, { from: `${KEPT}${name}/`, to: '' })
  return isKept
}

/** Copies all databases whose names begin with `from`, and are not kept ones where it is empty, record by record. */
async function copyDatabases(page: Page, names: { from: string; to: string }): Promise<void> {
  await page.evaluate(
    async ({ from, to, kept }) => {
      const done = <T>(request: IDBRequest<T>): Promise<T> =>
        new Promise((resolve, reject) => {
          request.onsuccess = () => resolve(request.result)
          request.onerror = () => reject(request.error ?? new Error('not read'))
        })
      for (const { name, version } of await indexedDB.databases()) {
        if (!name?.startsWith(from) || (from === '' && name.startsWith(kept))) continue
        const source = await done(indexedDB.open(name))
        const stores = [...source.objectStoreNames]
        const opening = indexedDB.open(`${to}${name.slice(from.length)}`, version)
        opening.onupgradeneeded = () => {
          for (const store of stores) opening.result.createObjectStore(store)
        }
        const target = await done(opening)
        for (const store of stores) {
          const table = source.transaction(store).objectStore(store)
          if (table.keyPath !== null || table.indexNames.length > 0)
            throw new Error(`${store} is more than keys`)
          const [keys, values] = await Promise.all([done(table.getAllKeys()), done(table.getAll())])
          const writing = target.transaction(store, 'readwrite')
          for (const [i, value] of values.entries()) writing.objectStore(store).put(value, keys[i])
          await new Promise((resolve, reject) => {
            writing.oncomplete = resolve
            writing.onabort = () => reject(writing.error ?? new Error('not written'))
          })
        }
        source.close()
        target.close()
      }
    },
    { ...names, kept: KEPT },
  )
}
