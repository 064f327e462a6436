/** The browser has cleared the storage, or another book lies in its place: what is written now is lost. */
export class StorageGone extends Error {
  constructor() {
    super(
      'This browser has cleared the storage under the running program. Nothing is being kept at the moment.',
    )
  }
}

/** What shows that the storage is still the one that was opened. */
export interface StorageMark {
  database: string
  store: string
  key: string
  value: string
}

const connections = new Map<string, Promise<IDBDatabase>>()

function open(name: string): Promise<IDBDatabase> {
  const known = connections.get(name)
  if (known) return known
  const forget = (): void => void connections.delete(name)
  const opening = new Promise<IDBDatabase>((resolve, reject) => {
    const request = indexedDB.open(name)
    // It is not there and would be made anew: that is not ours to do.
    request.onupgradeneeded = () => request.transaction?.abort()
    request.onsuccess = () => {
      const database = request.result
      // Another tab's newer version may need new tables, or the browser clears it: do not stand in the way.
      database.onversionchange = () => {
        database.close()
        forget()
      }
      database.onclose = forget
      resolve(database)
    }
    request.onerror = () => reject(new StorageGone())
  })
  opening.catch(forget)
  connections.set(name, opening)
  return opening
}

/** Lets go of a database, so that it can be deleted. */
export async function closeFlush(name: string): Promise<void> {
  const known = connections.get(name)
  connections.delete(name)
  if (known)
    await known.then(
      (database) => database.close(),
      () => undefined,
    )
}

/**
 * Waits until what was written before lies on the disk itself, not only in the system's memory: browsers write such
 * a transaction through, and with it the log that holds the ones before. A flat battery then takes nothing back.
 * @throws StorageGone when the storage is not the one that bears the mark
 */
export async function flushToDisk({ database: name, store, key, value }: StorageMark): Promise<void> {
  const database = await open(name)
  if (!database.objectStoreNames.contains(store)) throw new StorageGone()
  await new Promise<void>((resolve, reject) => {
    let fault: unknown = null
    let transaction: IDBTransaction
    try {
      transaction = database.transaction(store, 'readwrite', { durability: 'strict' })
    } catch {
      connections.delete(name)
      reject(new StorageGone())
      return
    }
    const asked = transaction.objectStore(store).get(key)
    asked.onsuccess = () => {
      try {
        if (asked.result !== value) throw new StorageGone()
        transaction.objectStore(store).put(Date.now(), 'flushed')
      } catch (error) {
        fault = error
        transaction.abort()
      }
    }
    transaction.oncomplete = () => resolve()
    transaction.onerror = transaction.onabort = () => reject(fault ?? transaction.error ?? new StorageGone())
  })
}
