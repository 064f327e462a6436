/** The browser has cleared the storage, or another book lies in its place: what is written now is lost. */
export class StorageGone extends Error {
  constructor() {
    super('The browser has cleared Perlumen’s storage while it was running. Nothing is being saved.')
  }
}

const connections = new Map<string, Promise<IDBDatabase>>()

/** The browser's own connection to a database that is there already. @throws StorageGone where it is not */
export function connectTo(name: string): Promise<IDBDatabase> {
  const known = connections.get(name)
  if (known) return known
  const opening = new Promise<IDBDatabase>((resolve, reject) => {
    const request = indexedDB.open(name)
    // It is not there and would be made anew: that is not ours to do.
    request.onupgradeneeded = () => request.transaction?.abort()
    request.onsuccess = () => {
      const database = request.result
      // Another tab's newer version may need new tables, or the browser clears it: do not stand in the way.
      database.onversionchange = () => {
        database.close()
        forget(name)
      }
      database.onclose = () => forget(name)
      resolve(database)
    }
    request.onerror = () => reject(new StorageGone())
  })
  opening.catch(() => forget(name))
  connections.set(name, opening)
  return opening
}

/** Lets go of a database, so that it can be deleted. */
export async function disconnect(name: string): Promise<void> {
  const known = connections.get(name)
  connections.delete(name)
  if (known)
    await known.then(
      (database) => database.close(),
      () => undefined,
    )
}

export function forget(name: string): void {
  connections.delete(name)
}

/** What lies in a table, in one go: asked one by one, tens of thousands of records take seconds. */
export async function readAll(
  name: string,
  store: string,
  keys?: KeyRange,
): Promise<Array<{ key: string; value: unknown }>> {
  return reading(name, store, (table) => {
    const range = rangeOf(keys)
    const [found, values] = [table.getAllKeys(range), table.getAll(range)]
    return () => found.result.map((key, i) => ({ key: key as string, value: values.result[i] as unknown }))
  })
}

/** The keys alone, without fetching what lies under them. */
export async function readKeys(name: string, store: string): Promise<string[]> {
  return reading(name, store, (table) => {
    const keys = table.getAllKeys()
    return () => keys.result.map(String)
  })
}

/** Keys from one text on, up to but without another. */
export interface KeyRange {
  from: string
  before?: string
}

function rangeOf(keys: KeyRange | undefined): IDBKeyRange | null {
  if (!keys) return null
  return keys.before === undefined
    ? IDBKeyRange.lowerBound(keys.from)
    : IDBKeyRange.bound(keys.from, keys.before, false, true)
}

async function reading<T>(name: string, store: string, ask: (table: IDBObjectStore) => () => T): Promise<T> {
  const database = await connectTo(name)
  return new Promise((resolve, reject) => {
    const transaction = database.transaction(store, 'readonly')
    const answer = ask(transaction.objectStore(store))
    transaction.oncomplete = () => resolve(answer())
    transaction.onerror = transaction.onabort = () => reject(transaction.error ?? new StorageGone())
  })
}

/** One of several changes that are made together: what lies under a key is written, or taken away. */
export interface Change {
  store: string
  key: string
  /** Undefined takes it away. */
  value?: unknown
}

/** What shows that the storage is still the one that was opened. */
export interface StorageMark {
  database: string
  store: string
  key: string
  value: string
}

/**
 * Makes all changes or none of them, and waits until they lie on the disk itself, not only in the system's memory: a
 * flat battery then takes nothing back. Without a change it waits for what was written before: browsers write such a
 * transaction through, and with it the log that holds the ones before.
 * @throws StorageGone when the storage is not the one that bears the mark; DOMException as the browser gives it, when
 *   there is no room
 */
export async function writeTogether(mark: StorageMark, changes: readonly Change[] = []): Promise<void> {
  const database = await connectTo(mark.database)
  const stores = [...new Set([mark.store, ...changes.map(({ store }) => store)])]
  if (!stores.every((store) => database.objectStoreNames.contains(store))) throw new StorageGone()
  await new Promise<void>((resolve, reject) => {
    let fault: unknown = null
    let transaction: IDBTransaction
    try {
      transaction = database.transaction(stores, 'readwrite', { durability: 'strict' })
    } catch {
      forget(mark.database)
      reject(new StorageGone())
      return
    }
    const asked = transaction.objectStore(mark.store).get(mark.key)
    asked.onsuccess = () => {
      try {
        if (asked.result !== mark.value) throw new StorageGone()
        for (const { store, key, value } of changes) {
          if (value === undefined) transaction.objectStore(store).delete(key)
          else transaction.objectStore(store).put(value, key)
        }
        transaction.objectStore(mark.store).put(Date.now(), 'flushed')
      } catch (error) {
        fault = error
        transaction.abort()
      }
    }
    transaction.oncomplete = () => resolve()
    // A fault of one write ends all of them, and comes here with its reason.
    transaction.onabort = () => reject(fault ?? transaction.error ?? new StorageGone())
  })
}
