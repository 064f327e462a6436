/** How much the browser lets this app keep. */
export interface StorageRoom {
  usedBytes: number
  quotaBytes: number
  /** The browser has promised not to clear it by itself. */
  persistent: boolean
}

/** @returns null where the browser does not say */
export async function storageRoom(): Promise<StorageRoom | null> {
  const storage = (navigator as { storage?: StorageManager }).storage
  if (!storage?.estimate) return null
  const [{ usage, quota }, persistent] = await Promise.all([
    storage.estimate(),
    storage.persisted?.() ?? false,
  ])
  return usage === undefined || quota === undefined
    ? null
    : { usedBytes: usage, quotaBytes: quota, persistent }
}

/** Asks the browser never to clear the records by itself; it may say no. */
export async function askToPersist(): Promise<boolean> {
  const storage = (navigator as { storage?: StorageManager }).storage
  return (await storage?.persist?.().catch(() => false)) ?? false
}

export function isStorageFull(error: unknown): boolean {
  return error instanceof DOMException && error.name === 'QuotaExceededError'
}
