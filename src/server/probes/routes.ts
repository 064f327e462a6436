import { Router, type Response } from 'express'
import type { Heard, ProbeHub } from './hub.ts'

/** A silent stream is closed by much that lies between; a word now and then keeps it. */
const KEEP_OPEN_MS = 15_000

/** Streams to one address: a tablet has a few tabs at most. */
const MOST_OF_ONE = 12
const MOST_OF_ALL = 200
/** A client that leaves so much unread is gone, or never meant to read. */
const MOST_UNREAD_BYTES = 1_000_000
/** Missed readings that are written at once, and that may wait to be. */
const AT_ONCE = 100
const MOST_BEHIND = 50_000

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
      response.status(503).set('Retry-After', '30').json({ message: 'Too many pages are listening already.' })
      return
    }
    streams.set(from, ofOne + 1)
    const since = Number(request.get('last-event-id') ?? request.query['since'] ?? NaN)
    response.set({ 'Content-Type': 'text/event-stream', 'Cache-Control': 'no-store, no-transform' })
    response.flushHeaders()
    const say = (text: string): boolean => {
      if (response.destroyed) return false
      const hasRoom = response.write(text)
      if (response.writableLength > MOST_UNREAD_BYTES) response.destroy()
      return hasRoom
    }
    const stop = tell({ hub, since, say, response })
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

interface Listening {
  hub: ProbeHub
  /** Tells first what was heard from then on, that a tablet that slept misses nothing; NaN for nothing. */
  since: number
  say: (text: string) => boolean
  response: Response
}

/** Hands readings on, what was missed first and as fast as it is read. @returns how to stop */
function tell({ hub, since, say, response }: Listening): () => void {
  const missed = Number.isFinite(since) ? hub.heardSince(since) : []
  let at = 0
  const catchUp = (): void => {
    while (at < missed.length) {
      const part = missed.slice(at, at + AT_ONCE)
      at += part.length
      if (!say(part.map(lineOf).join(''))) {
        if (!response.destroyed) response.once('drain', catchUp)
        return
      }
    }
  }
  catchUp()
  return hub.listen((reading) => {
    // Behind what is still to come, so that the order stays; who never reads is not waited for.
    if (at < missed.length) missed.push(reading)
    else say(lineOf(reading))
    if (missed.length - at > MOST_BEHIND) response.destroy()
  })
}

/** The latest, written out once for all who listen. */
let latest: { heard: Heard; line: string } | null = null
function lineOf(heard: Heard): string {
  if (latest?.heard === heard) return latest.line
  const { heardMs, ...reading } = heard
  const line = `id: ${heardMs}\ndata: ${JSON.stringify(reading)}\n\n`
  latest = { heard, line }
  return line
}
