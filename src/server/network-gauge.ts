import { connect } from 'node:net'
import { Router, type Response as HttpResponse } from 'express'
import { isRefused, requestTo } from './device-address.ts'

/** A real scale or calliper on the network: a page that answers with one line, or a serial bridge that sends lines. */
export interface NetworkGauge {
  kind: 'scale' | 'calliper'
  url: URL
  /** How long it may be silent, milliseconds. @default 4_000 */
  patienceMs?: number
}

const PATIENCE_MS = 4000
/** More than any gauge says in a line. */
const LONGEST = 200

/** @throws Error saying what an address of a gauge looks like */
export function gaugeUrl(kind: NetworkGauge['kind'], text: string): URL {
  const url = URL.canParse(text) ? new URL(text) : null
  if (!url || !['http:', 'https:', 'tcp:'].includes(url.protocol) || url.hostname === '')
    throw new Error(
      `“${text}” is not the address of a ${kind}. It starts with http://, https:// or, for a serial bridge, tcp://, for example tcp://192.168.1.30:4001`,
    )
  if (url.protocol === 'tcp:' && url.port === '')
    throw new Error(`“${text}” has no port. A serial bridge needs one, for example tcp://192.168.1.30:4001`)
  return url
}

/** Passes on what a gauge shows, a line at a time and as it says it. Only the address given at the start is ever asked. */
export function networkGaugeRoutes({ kind, url, patienceMs = PATIENCE_MS }: NetworkGauge): Router {
  const router = Router()
  const line = url.protocol === 'tcp:' ? sharedLine(url, patienceMs) : () => pageLine(url, patienceMs)
  router.get(`/${kind}/reading`, async (_request, response: HttpResponse) => {
    response.set('Cache-Control', 'no-store')
    try {
      response.type('text/plain').send(await line())
    } catch (error) {
      const told = error instanceof Refusal ? error.message : 'does not answer.'
      response.status(502).json({ message: `The ${kind} ${told}` })
    }
  })
  return router
}

class Refusal extends Error {}

async function pageLine(url: URL, patienceMs: number): Promise<string> {
  const { url: bare, headers } = requestTo(url)
  const answer = await fetch(bare, { headers, signal: AbortSignal.timeout(patienceMs), redirect: 'manual' })
  if (isRefused(answer.status)) throw new Refusal('needs a user name and password: http://NAME:PASSWORD@…')
  if (!answer.ok || !answer.body) throw new Refusal(`answered with ${answer.status} and no reading.`)
  const decoder = new TextDecoder()
  let text = ''
  for await (const bytes of answer.body) {
    text += decoder.decode(bytes, { stream: true })
    if (text.length > LONGEST)
      throw new Refusal('sent more than one line; use the address of the reading itself.')
  }
  return text
}

/** Bridges let in one at a time: who asks meanwhile gets the same line. */
function sharedLine(url: URL, patienceMs: number): () => Promise<string> {
  let asking: Promise<string> | null = null
  return () =>
    (asking ??= bridgeLine(url, patienceMs).finally(() => {
      asking = null
    }))
}

function bridgeLine({ hostname, port }: URL, patienceMs: number): Promise<string> {
  return new Promise((resolve, reject) => {
    const socket = connect({ host: hostname.replace(/^\[|\]$/g, ''), port: Number(port) })
    const late = setTimeout(() => finish(new Refusal('does not respond.')), patienceMs)
    let heard = ''
    function finish(end: Error | string): void {
      clearTimeout(late)
      socket.destroy()
      if (typeof end === 'string') resolve(end)
      else reject(end)
    }
    socket.setEncoding('latin1')
    socket.on('data', (text: string) => {
      heard += text
      // What comes first may be the tail of a line: 8.32 g of 58.32 g.
      const whole = heard
        .split(/[\r\n]+/)
        .slice(1, -1)
        .find((line) => line.trim() !== '')
      if (whole !== undefined) finish(whole)
      else if (heard.length > 2 * LONGEST) finish(new Refusal('sent no lines.'))
    })
    socket.on('error', finish)
    socket.on('end', () => finish(new Refusal('closed the connection.')))
  })
}
