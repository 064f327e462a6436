import { createServer, type Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { boundedEvents, boundedText, GrowingPause, TooMuch } from './bounded.ts'
import { eventSensor, polledSensor } from './sources.ts'

const closers: Array<() => void> = []
afterEach(() => {
  for (const close of closers.splice(0).reverse()) close()
})
async function listen(server: Server): Promise<URL> {
  closers.push(() => {
    server.closeAllConnections()
    server.close()
  })
  await new Promise<void>((ready) => server.listen(0, '127.0.0.1', ready))
  return new URL(`http://127.0.0.1:${(server.address() as AddressInfo).port}/`)
}
const until = (isSo: () => void): Promise<void> => vi.waitFor(isSo, { timeout: 120_000, interval: 20 })

function streamOf(...chunks: string[]): ReadableStream<Uint8Array> {
  return new ReadableStream({
    start(controller) {
      for (const chunk of chunks) controller.enqueue(new TextEncoder().encode(chunk))
      controller.close()
    },
  })
}
const passed = (stream: ReadableStream<Uint8Array>, mostBytes: number): Promise<string> =>
  new Response(stream.pipeThrough(boundedEvents(mostBytes))).text()

describe('what is read of a sensor is bounded', () => {
  it('a whole answer, to the byte, also where letters are cut between chunks', async () => {
    const degrees = new TextEncoder().encode('37 °C')
    const cut = new ReadableStream<Uint8Array>({
      start(controller) {
        controller.enqueue(degrees.slice(0, 4))
        controller.enqueue(degrees.slice(4))
        controller.close()
      },
    })
    expect(await boundedText(cut, 6)).toBe('37 °C')
    await expect(boundedText(streamOf('1234', '567'), 6)).rejects.toThrow(TooMuch)
    expect(await boundedText(null, 6)).toBe('')
  })

  it('an event at a time: any number of short ones pass, with either end of line', async () => {
    const many = Array.from({ length: 200 }, () => 'data: 1\n\n')
    expect(await passed(streamOf(...many), 12)).toBe(many.join(''))
    expect(await passed(streamOf('data: 1\r\n\r\n', 'data: 2\r\n\r\n'), 16)).toBe(
      'data: 1\r\n\r\ndata: 2\r\n\r\n',
    )
    await expect(passed(streamOf('data: 1\n', 'data: 2\n', 'data: 3\n\n'), 12)).rejects.toThrow(TooMuch)
  })

  it('pauses double up to their longest, and begin anew once it answered', () => {
    const pause = new GrowingPause(100, 700)
    expect([pause.take(), pause.take(), pause.take(), pause.take(), pause.take()]).toEqual([
      100, 200, 400, 700, 700,
    ])
    pause.reset()
    expect(pause.take()).toBe(100)
  })
})

describe('a hostile sensor', () => {
  const ear = () => {
    const said: string[] = []
    const troubles: string[] = []
    return {
      said,
      troubles,
      heard: (message: string) => void said.push(message),
      trouble: (sentence: string) => void troubles.push(sentence),
    }
  }

  it('that answers without an end is broken off and said', async () => {
    let sent = 0
    let isClosed = false
    const address = await listen(
      createServer((_request, response) => {
        response.on('close', () => (isClosed = true))
        const pour = (): void => {
          while (!response.destroyed && response.write('x'.repeat(10_000))) sent += 10_000
        }
        response.on('drain', pour)
        pour()
      }),
    )
    const own = ear()
    closers.push(polledSensor('Oak', address).listen(own))
    await until(() =>
      expect(own.troubles).toContainEqual(expect.stringMatching(/far more than a sensor would/)),
    )
    await until(() => expect(isClosed).toBe(true))
    expect(own.said).toEqual([])
    // What lies in the sockets' own buffers, and no more.
    expect(sent).toBeLessThan(20_000_000)
  })

  it('that sends an event without an end is broken off', async () => {
    let isClosed = false
    const address = await listen(
      createServer((_request, response) => {
        response.writeHead(200, { 'content-type': 'text/event-stream' })
        response.on('close', () => (isClosed = true))
        response.write(`data: ${'x'.repeat(100_000)}`)
      }),
    )
    const own = ear()
    closers.push(eventSensor('Oak', address, [60_000]).listen(own))
    await until(() => expect(isClosed).toBe(true))
    await until(() => expect(own.troubles).toHaveLength(1))
    expect(own.said).toEqual([])
  })

  it('that asks to be asked again at once is not', async () => {
    let asked = 0
    const address = await listen(
      createServer((_request, response) => {
        asked++
        response.writeHead(200, { 'content-type': 'text/event-stream' }).end('retry: 1\n\n')
      }),
    )
    const own = ear()
    closers.push(eventSensor('Oak', address, [20, 60_000]).listen(own))
    // After 20, 40, 80, 160 ms: by then one that is asked again after a millisecond would have been asked hundreds of times.
    await until(() => expect(own.troubles.length).toBeGreaterThanOrEqual(5))
    expect(asked).toBeLessThanOrEqual(6)
  })

  it('that sends events from another host is not believed', async () => {
    const elsewhere = await listen(
      createServer((_request, response) => {
        response.writeHead(200, { 'content-type': 'text/event-stream' }).write('data: {"celsius":20}\n\n')
      }),
    )
    const address = await listen(
      createServer((_request, response) => response.writeHead(302, { location: elsewhere.href }).end()),
    )
    const own = ear()
    closers.push(eventSensor('Oak', address, [20, 20]).listen(own))
    await until(() => expect(own.troubles.length).toBeGreaterThanOrEqual(3))
    expect(own.said).toEqual([])
  })
})
