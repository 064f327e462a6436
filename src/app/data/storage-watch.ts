import { ref, type Ref } from 'vue'
import { StorageGone } from '../../storage/raw-database.ts'

/** Whether the browser still has what it was given to keep. */
export interface StorageWatch {
  /** It has cleared the storage under the running program: what is shown is only in memory. */
  storageGone: Ref<boolean>
  /** Runs a write, and notices when the storage is gone. */
  noticing: <T>(work: () => Promise<T>) => Promise<T>
}

export function storageWatch(): StorageWatch {
  const storageGone = ref(false)
  return {
    storageGone,
    noticing: async (work) => {
      try {
        return await work()
      } catch (error) {
        if (error instanceof StorageGone) storageGone.value = true
        throw error
      }
    },
  }
}
