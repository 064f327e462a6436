const DATABASE = 'perlumen'
const STORE = 'meta'

let connection: Promise<IDBDatabase> | null = null

function open(): Promise<IDBDatabase> {
  connection ??= new Promise<IDBDatabase>((resolve, reject) => {
    const request = indexedDB.open(DATABASE)
    request.onsuccess = () => {
      const database = request.result
      // Another tab's newer version may need new tables: do not stand in its way.
      database.onversionchange = () => {
        database.close()
        connection = null
      }
      resolve(database)
    }
    request.onerror = () => reject(request.error ?? new Error('The storage could not be opened.'))
  })
  return connection
}

/**
 * Waits until what was written before lies on the disk itself, not only in the system's memory: browsers write such
 * a transaction through, and with it the log that holds the ones before. A flat battery then takes nothing back.
 */
export async function flushToDisk(): Promise<void> {
  const database = await open()
  if (!database.objectStoreNames.contains(STORE)) return
  await new Promise<void>((resolve, reject) => {
    const transaction = database.transaction(STORE, 'readwrite', { durability: 'strict' })
    transaction.objectStore(STORE).put(Date.now(), 'flushed')
    transaction.oncomplete = () => resolve()
    transaction.onerror = transaction.onabort = () => reject(transaction.error ?? new Error('The storage could not be written through.'))
  })
}
