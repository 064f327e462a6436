import { afterAll, beforeEach, describe, expect, it, vi } from 'vitest'
import { hasSerial, httpGauge, serialGauge } from './gauges.ts'

const before = { fetch: globalThis.fetch, navigator: globalThis.navigator as unknown }
let answer: () => Promise<Response> = () => Promise.reject(new TypeError('nobody there'))
beforeEach(() => {
  vi.stubGlobal('fetch', () => answer())
})
afterAll(() => {
  vi.useRealTimers()
  vi.stubGlobal('fetch', before.fetch)
  vi.stubGlobal('navigator', before.navigator)
})
const says = (text: string, status = 200): void => {
  answer = async () => new Response(text, { status })
}

describe('a gauge on the network', () => {
  const scale = httpGauge('scale')

  it('gives what it shows, at rest or not; asked for a reading it waits for rest', async () => {
    says('ST,+00058.32 g')
    expect(await scale.read()).toEqual({ value: 58.32, quantity: 'mass', stable: true })
    says('US,+00041.10 g')
    expect(await scale.glance()).toMatchObject({ value: 41.1, stable: false })
    await expect(scale.read()).rejects.toThrow('The scale is still moving')
  })

  it('says in a sentence what is wrong', async () => {
    says('OVERLOAD')
    await expect(scale.glance()).rejects.toThrow('The scale sent “OVERLOAD”, which is not a reading.')
    says('', 503)
    await expect(scale.glance()).rejects.toThrow('answered with an error (503)')
    answer = () => Promise.reject(new TypeError('nobody there'))
    await expect(httpGauge('calliper').read()).rejects.toThrow('The calliper does not answer')
  })
})

describe('a gauge on a cable', () => {
  /** A cable whose other end the test holds. */
  async function plugged() {
    const cable = new TransformStream<Uint8Array, Uint8Array>(undefined, { highWaterMark: 1000 })
    const writer = cable.writable.getWriter()
    const closed = vi.fn(async () => undefined)
    const port = { open: async () => undefined, close: closed, readable: cable.readable }
    vi.stubGlobal('navigator', { serial: { requestPort: async () => port } })
    const gauge = await serialGauge('scale')
    const send = (text: string): Promise<void> => writer.write(new TextEncoder().encode(text))
    return { gauge, send, pull: () => writer.abort(new Error('unplugged')), closed }
  }
  /** Lets what was sent arrive. */
  const arrive = (): Promise<void> => new Promise((resolve) => setTimeout(resolve, 20))

  it('is there only in browsers that can', async () => {
    vi.stubGlobal('navigator', {})
    expect(hasSerial()).toBe(false)
    await plugged()
    expect(hasSerial()).toBe(true)
  })

  it('is read as it is now: what it said before anybody asked does not count', async () => {
    const { gauge, send } = await plugged()
    await send('ST,+00061.00 g\r\nST,+00061.00 g\r\n')
    await arrive()
    const next = gauge.glance()
    await send('US,+000')
    await send('12.50 g\r\nST,+00058.32 g\r\n')
    expect(await next).toMatchObject({ value: 12.5, stable: false })
  })

  it('waits for rest, past what is no reading at all', async () => {
    const { gauge, send } = await plugged()
    const reading = gauge.read()
    await send('READY\r\nUS,+00058.10 g\r\nST,+00058.32 g\r\n')
    expect(await reading).toMatchObject({ value: 58.32, stable: true })
  })

  it('that says nothing is given up after a while, and may speak again later', async () => {
    vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout'] })
    const { gauge, send } = await plugged()
    const silent = expect(gauge.read()).rejects.toThrow('The scale gave no steady reading.')
    await vi.advanceTimersByTimeAsync(5000)
    await silent
    vi.useRealTimers()
    const later = gauge.read()
    await send('ST,+00058.32 g\r\n')
    expect(await later).toMatchObject({ value: 58.32 })
  })

  it('that is pulled out is said, to who waits and to who asks afterwards', async () => {
    const { gauge, pull } = await plugged()
    const waiting = expect(gauge.read()).rejects.toThrow('was disconnected')
    await pull()
    await waiting
    await expect(gauge.glance()).rejects.toThrow('was disconnected')
  })

  it('is let go of when it is closed', async () => {
    const { gauge, closed } = await plugged()
    await gauge.close()
    expect(closed).toHaveBeenCalledOnce()
    await expect(gauge.read()).rejects.toThrow('was disconnected')
  })
})
