import { defineStore } from 'pinia'
import { ref, shallowRef } from 'vue'
import { ARRIVED_CACHE } from '../../workers/service-protocol.ts'

interface LaunchParams {
  files: ReadonlyArray<{ getFile(): Promise<File> }>
}

/** Photographs that came from the share sheet or by “open with”: they wait until somebody says whose they are. */
export const useArrivalsStore = defineStore('arrivals', () => {
  const files = shallowRef<readonly File[]>([])
  /** How many were handed over and could not be read. */
  const unreadable = ref(0)
  /** Where those lie that came from the share sheet. */
  const lies = new WeakMap<File, Request>()

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
      const file = new File([blob], name, { type: response.headers.get('content-type') ?? blob.type })
      lies.set(file, request)
      found.push(file)
    }
    files.value = [...files.value.filter((file) => !lies.has(file)), ...found]
  }

  /** @param onArrival - called when files come by “open with” */
  function listen(onArrival: () => void): void {
    const { launchQueue } = globalThis as {
      launchQueue?: { setConsumer(consumer: (params: LaunchParams) => void): void }
    }
    launchQueue?.setConsumer((params) => {
      if (params.files.length === 0) return
      void Promise.allSettled(params.files.map((handle) => handle.getFile())).then((opened) => {
        const read = opened.flatMap((one) => (one.status === 'fulfilled' ? [one.value] : []))
        files.value = [...files.value, ...read]
        unreadable.value += opened.length - read.length
        onArrival()
      })
    })
  }

  /** Hands the first one on; the others go on waiting. */
  async function takeFirst(): Promise<File | null> {
    const [first, ...rest] = files.value
    if (!first) return null
    files.value = rest
    const request = lies.get(first)
    if (request) await (await caches.open(ARRIVED_CACHE)).delete(request)
    return first
  }

  /** Hands all of them on; they wait no longer. */
  async function take(): Promise<File[]> {
    const taken = [...files.value]
    files.value = []
    unreadable.value = 0
    if ('caches' in globalThis) await caches.delete(ARRIVED_CACHE)
    return taken
  }

  return { files, unreadable, fetchShared, listen, takeFirst, take }
})
