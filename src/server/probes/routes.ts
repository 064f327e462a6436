import { Router } from 'express'
import type { ProbeHub } from './hub.ts'

/** A silent stream is closed by much that lies between; a word now and then keeps it. */
const KEEP_OPEN_MS = 15_000

/** Streams to one address: a tablet has a few tabs at most. */
const MOST_OF_ONE = 12
const MOST_OF_ALL = 200
/** A client that leaves so much unread is gone, or never meant to read. */
const MOST_UNREAD_BYTES = 1_000_000

/** What the app asks of the sensors: which there are, and a stream of what they say. */
export function probeRoutes(hub: ProbeHub): Router {
  const router = Router()
  router.get('/sensors', (_request, response) => {
    response.set('Cache-Control', 'no-store').json(hub.list())
  })
  const streams = new Map<string, number>()
  router.get('/sensors/readings', (request, response) => {
    const from = request.socket.remoteAddress ?? ''
    const ofOne = streams.get(from) ?? 0
    const ofAll = [...streams.values()].reduce((sum, count) => sum + count, 0)
    if (ofOne >= MOST_OF_ONE || ofAll >= MOST_OF_ALL) {
      response.status(503).set('Retry-After', '30').json({ message: 'Too many pages listen already.' })
      return
    }
    streams.set(from, ofOne + 1)
    const since = Number(request.get('last-event-id') ?? request.query['since'] ?? NaN)
    response.set({ 'Content-Type': 'text/event-stream', 'Cache-Control': 'no-store, no-transform' })
    response.flushHeaders()
    const say = (text: string): void => {
      if (response.destroyed) return
      response.write(text)
      if (response.writableLength > MOST_UNREAD_BYTES) response.destroy()
    }
    const stop = hub.listen(
      ({ heardMs, ...reading }) => say(`id: ${heardMs}\ndata: ${JSON.stringify(reading)}\n\n`),
      Number.isFinite(since) ? since : Infinity,
    )
    const word = setInterval(() => say(': still here\n\n'), KEEP_OPEN_MS)
    response.on('close', () => {
      clearInterval(word)
      stop()
      const left = streams.get(from)! - 1
      if (left > 0) streams.set(from, left)
      else streams.delete(from)
    })
  })
  return router
}
