import { cleanupOutdatedCaches, precacheAndRoute } from 'workbox-precaching'
import { registerRoute } from 'workbox-routing'
import { ARRIVED_CACHE, ARRIVED_FIELD, TAKE_OVER } from './service-protocol.ts'

/** Keeps the whole program on the device, so that it opens without any network; and takes in shared photographs. */
const worker = self as unknown as {
  /** Filled in when the program is built: every file of it, with its revision. */
  __WB_MANIFEST: Array<{ url: string; revision: string | null }>
  skipWaiting(): Promise<void>
  registration: { scope: string }
  clients: { claim(): Promise<void> }
}

cleanupOutdatedCaches()
precacheAndRoute((self as unknown as typeof worker).__WB_MANIFEST, { ignoreURLParametersMatching: [/.*/] })

// A newer program waits until somebody takes it: never in the middle of an evening.
addEventListener('message', ({ data }: MessageEvent<unknown>) => {
  if (data === TAKE_OVER) void worker.skipWaiting()
})

// The page that brought it for the first time need not be opened twice.
addEventListener('activate', (event) => {
  ;(event as unknown as { waitUntil(work: Promise<void>): void }).waitUntil(worker.clients.claim())
})

/** Photographs that the phone's share sheet hands over lie here until the page has them. */
registerRoute(
  ({ url }) => url.href === `${worker.registration.scope}share`,
  async ({ request }) => {
    const cache = await caches.open(ARRIVED_CACHE)
    const files = (await request.formData()).getAll(ARRIVED_FIELD)
    for (const [i, file] of files.entries()) {
      if (!(file instanceof File)) continue
      const address = `${worker.registration.scope}arrived/${Date.now()}-${i}`
      const headers = { 'content-type': file.type, 'x-name': encodeURIComponent(file.name) }
      await cache.put(address, new Response(file, { headers }))
    }
    return Response.redirect(`${worker.registration.scope}#/arrived`, 303)
  },
  'POST',
)
