import { defineStore } from 'pinia'
import { shallowRef } from 'vue'
import { ARRIVED_CACHE } from '../../workers/service-protocol.ts'

interface LaunchParams {
  files: ReadonlyArray<{ getFile(): Promise<File> }>
}

/** Photographs that came from the share sheet or by “open with”: they wait until somebody says whose they are. */
export const useArrivalsStore = defineStore('arrivals', () => {
  const files = shallowRef<readonly File[]>([])

  /** Fetches what the share sheet handed over while no page was open. */
  async function fetchShared(): Promise<void> {
    if (!('caches' in globalThis)) return
    const cache = await caches.open(ARRIVED_CACHE)
    const found: File[] = []
    for (const request of await cache.keys()) {
      const response = await cache.match(request)
      if (!response) continue
      const name = decodeURIComponent(response.headers.get('x-name') ?? 'photograph.jpg')
      const blob = await response.blob()
      found.push(new File([blob], name, { type: response.headers.get('content-type') ?? blob.type }))
    }
    if (found.length > 0) files.value = found
  }

  /** @param onArrival - called when files come by “open with” */
  function listen(onArrival: () => void): void {
    const { launchQueue } = globalThis as {
      launchQueue?: { setConsumer(consumer: (params: LaunchParams) => void): void }
    }
    launchQueue?.setConsumer((params) => {
      if (params.files.length === 0) return
      void Promise.all(params.files.map((handle) => handle.getFile())).then((opened) => {
        files.value = [...files.value, ...opened]
        onArrival()
      })
    })
  }

  /** Hands them on; they wait no longer. */
  async function take(): Promise<File[]> {
    const taken = [...files.value]
    files.value = []
    if ('caches' in globalThis) await caches.delete(ARRIVED_CACHE)
    return taken
  }

  return { files, fetchShared, listen, take }
})
