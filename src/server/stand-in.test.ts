import type { AddressInfo } from 'node:net'
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest'
import type { Server } from 'node:http'
import { createApp } from './createApp.ts'

let server: Server
let base: string
let nowMs = Date.parse('2026-04-01T20:00:00Z')
beforeAll(async () => {
  server = createApp({ nowMs: () => nowMs }).listen(0, '127.0.0.1')
  await new Promise((resolve) => server.once('listening', resolve))
  base = `http://127.0.0.1:${(server.address() as AddressInfo).port}/api`
})
afterAll(() => {
  server.closeAllConnections()
  server.close()
})
const put = (path: string, body: unknown): Promise<Response> =>
  fetch(`${base}${path}`, {
    method: 'PUT',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
  })
const air = async (): Promise<{ rhPercent: number; celsius: number }> =>
  (await fetch(`${base}/air/reading`)).json() as Promise<{ rhPercent: number; celsius: number }>

describe('the stand-in incubator', () => {
  it('reads its air, and takes no nonsense for a lid', async () => {
    const { rhPercent, celsius } = await air()
    expect(rhPercent).toBeGreaterThan(45)
    expect(celsius).toBeCloseTo(37.6, 0)
    expect((await put('/stand-in/lid', { open: 'wide' })).status).toBe(400)
  })

  it('dries while its lid is off', async () => {
    const before = await air()
    expect((await put('/stand-in/lid', { open: true })).status).toBe(204)
    nowMs += 9000
    await put('/stand-in/lid', { open: false })
    expect((await air()).rhPercent).toBeLessThan(before.rhPercent - 1)
  })
})

describe('the stand-in hand', () => {
  it('leaves the lamp bare, then brings the egg', async () => {
    expect((await put('/stand-in/hand', { basket: 'nowhere', ageDays: 7, numbers: [1] })).status).toBe(400)
    expect((await put('/stand-in/hand', { basket: 'beacon', ageDays: 7.3, numbers: [2, 3] })).status).toBe(
      204,
    )
    const bare = (await (await fetch(`${base}/camera/still.jpg`)).arrayBuffer()).byteLength
    await new Promise((resolve) => setTimeout(resolve, 900))
    const egg = (await (await fetch(`${base}/camera/still.jpg`)).arrayBuffer()).byteLength
    // A dark picture with one white spot packs into far less than an egg.
    expect(egg).toBeGreaterThan(1.3 * bare)
  })

  it('lays an egg down again that nobody photographs', async () => {
    vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout'] })
    try {
      await put('/stand-in/hand', { basket: 'beacon', ageDays: 7.3, numbers: [2, 3] })
      const size = async (): Promise<number> =>
        (await (await fetch(`${base}/camera/still.jpg`)).arrayBuffer()).byteLength
      vi.advanceTimersByTime(700 + 8000)
      const bare = await size()
      vi.advanceTimersByTime(700)
      expect(await size()).toBeGreaterThan(1.3 * bare)
    } finally {
      vi.useRealTimers()
    }
  })
})
