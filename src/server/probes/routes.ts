import { Router } from 'express'
import type { ProbeHub } from './hub.ts'

/** A silent stream is closed by much that lies between; a word now and then keeps it. */
const KEEP_OPEN_MS = 15_000

/** What the app asks of the sensors: which there are, and a stream of what they say. */
export function probeRoutes(hub: ProbeHub): Router {
  const router = Router()
  router.get('/sensors', (_request, response) => {
    response.set('Cache-Control', 'no-store').json(hub.list())
  })
  router.get('/sensors/readings', (request, response) => {
    const since = Number(request.get('last-event-id') ?? request.query['since'] ?? NaN)
    response.set({ 'Content-Type': 'text/event-stream', 'Cache-Control': 'no-store, no-transform' })
    response.flushHeaders()
    const stop = hub.listen(
      ({ heardMs, ...reading }) => response.write(`id: ${heardMs}\ndata: ${JSON.stringify(reading)}\n\n`),
      Number.isFinite(since) ? since : Infinity,
    )
    const word = setInterval(() => response.write(': still here\n\n'), KEEP_OPEN_MS)
    response.on('close', () => {
      clearInterval(word)
      stop()
    })
  })
  return router
}
