import type { AddressInfo } from 'node:net'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { Server } from 'node:http'
import { STAND_IN_KINDS } from '../contracts/wire/devices.ts'
import { createApp } from './createApp.ts'

let server: Server
let base: string
let nowMs = Date.parse('2026-04-01T20:00:00Z')
beforeAll(async () => {
  server = createApp({ nowMs: () => nowMs, standIns: STAND_IN_KINDS }).listen(0, '127.0.0.1')
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

describe('the stand-in lamp', () => {
  const bytes = async (): Promise<number> =>
    (await (await fetch(`${base}/camera/still.jpg`)).arrayBuffer()).byteLength

  it('is bare when the egg is lifted, and takes no egg that is not there', async () => {
    expect((await put('/stand-in/lamp', { basket: 'beacon', ageDays: 7.3, number: 2 })).status).toBe(204)
    const egg = await bytes()
    expect((await put('/stand-in/lamp', { basket: 'nowhere', ageDays: 7, number: 1 })).status).toBe(400)
    expect((await put('/stand-in/lamp', { bare: false })).status).toBe(400)
    expect((await put('/stand-in/lamp', { bare: true })).status).toBe(204)
    // A dark picture with one white spot packs into far less than an egg.
    expect(egg).toBeGreaterThan(1.3 * (await bytes()))
  })
})

describe('the door before the lamp', () => {
  const next = async (): Promise<unknown> =>
    (await fetch(`${base}/stand-in/door/next`, { method: 'POST' })).json()
  const second = { basket: 'beacon', ageDays: 7.3, number: 2 }

  it('stands open by itself; held, it lets the hand make one move at each call, whoever came first', async () => {
    expect((await put('/stand-in/hand', { bare: true })).status).toBe(204)
    expect((await put('/stand-in/door', { held: 'yes' })).status).toBe(400)
    await put('/stand-in/door', { held: true })
    let lies = false
    const laying = put('/stand-in/hand', second).then(() => (lies = true))
    // What is done by a key needs no leave.
    expect((await put('/stand-in/lamp', { bare: true })).status).toBe(204)
    expect(lies).toBe(false)
    expect(await next()).toEqual(second)
    await laying
    const called = next()
    expect((await put('/stand-in/hand', { bare: true })).status).toBe(204)
    expect(await called).toEqual({ bare: true })
  })

  it('forgets a hand that has gone, and opened lets all go', async () => {
    await put('/stand-in/door', { held: true })
    const gone = new AbortController()
    const asked = fetch(`${base}/stand-in/hand`, {
      method: 'PUT',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ bare: true }),
      signal: gone.signal,
    }).catch((error: Error) => error.name)
    gone.abort()
    expect(await asked).toBe('AbortError')
    const laying = put('/stand-in/hand', second)
    await put('/stand-in/door', { held: false })
    expect((await laying).status).toBe(204)
  })
})
