import { Readable } from 'node:stream'
import type { ReadableStream } from 'node:stream/web'
import { Router, type Response as HttpResponse } from 'express'

/**
 * Passes a real network camera's still and stream on, so that the app's content policy need not name it.
 * Only these two addresses, given at the start, are ever asked.
 */
export function networkCameraRoutes(camera: { stillUrl: string; streamUrl?: string }): Router {
  const router = Router()
  router.get('/camera/still.jpg', (_request, response) => pass(camera.stillUrl, response))
  router.get('/camera/stream.mjpg', (_request, response) => pass(camera.streamUrl ?? camera.stillUrl, response))
  return router
}

async function pass(url: string, response: HttpResponse): Promise<void> {
  const gone = new AbortController()
  response.on('close', () => gone.abort())
  try {
    const answer = await fetch(url, { signal: gone.signal })
    const type = answer.headers.get('content-type') ?? ''
    if (!answer.ok || !/^(image\/|multipart\/x-mixed-replace)/.test(type) || !answer.body) {
      response.status(502).json({ message: `The camera answered with ${answer.status} and no picture.` })
      return
    }
    response.set({ 'Content-Type': type, 'Cache-Control': 'no-store' })
    Readable.fromWeb(answer.body as ReadableStream).on('error', () => response.destroy()).pipe(response)
  } catch {
    if (!response.headersSent) response.status(502).json({ message: 'The camera does not answer.' })
  }
}
