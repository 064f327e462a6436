import { connectTo, forget, StorageGone } from '../../storage/raw-database.ts'

/** What shows that the storage is still the one that was opened. */
export interface StorageMark {
  database: string
  store: string
  key: string
  value: string
}

/**
 * Waits until what was written before lies on the disk itself, not only in the system's memory: browsers write such
 * a transaction through, and with it the log that holds the ones before. A flat battery then takes nothing back.
 * @throws StorageGone when the storage is not the one that bears the mark
 */
export async function flushToDisk({ database: name, store, key, value }: StorageMark): Promise<void> {
  const database = await connectTo(name)
  if (!database.objectStoreNames.contains(store)) throw new StorageGone()
  await new Promise<void>((resolve, reject) => {
    let fault: unknown = null
    let transaction: IDBTransaction
    try {
      transaction = database.transaction(store, 'readwrite', { durability: 'strict' })
    } catch {
      forget(name)
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
