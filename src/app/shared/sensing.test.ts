import 'fake-indexeddb/auto'
import { afterAll, beforeEach, describe, expect, it, vi } from 'vitest'
import { HOUR_MS, DAY_MS } from '../../core/time/durations.ts'
import { BY_NAME, type Sensor, type SensorReading } from '../../contracts/wire/sensor.ts'
import { cutAfter } from '../data/cut-writes.ts'
import { reopened } from '../data/reopened.ts'
import { useSensingStore } from './sensing.ts'

/** A server that hears one sensor; the tests say what it hears. */
const server = {
  asked: [] as string[],
  sensors: [] as Sensor[],
  say: (_: SensorReading | string): void => undefined,
}
class FakeEventSource {
  constructor(address: string) {
    server.asked.push(address)
  }
  addEventListener(_: string, hear: (event: { data: string }) => void): void {
    server.say = (reading) => hear({ data: typeof reading === 'string' ? reading : JSON.stringify(reading) })
  }
  close(): void {
    server.say = () => undefined
  }
}
const LOFT: Sensor = { name: 'loft', way: 'events', standIn: false, heardMs: null, trouble: null }
const before = { fetch: globalThis.fetch, EventSource: globalThis.EventSource as unknown }
const atMs = Date.parse('2026-03-11T20:00:00.000Z')
const reading = (minutes: number, celsius: number): SensorReading => ({
  sensor: 'loft',
  standIn: false,
  atMs: atMs + minutes * 60_000,
  celsius,
  rhPercent: 50,
  taken: BY_NAME,
  fields: [],
})

beforeEach(async () => {
  vi.stubGlobal('navigator', { userAgent: 'none' })
  vi.stubGlobal('EventSource', FakeEventSource)
  server.sensors = [LOFT]
  vi.stubGlobal('fetch', async () => Response.json(server.sensors))
  server.asked = []
  // Time is said by the tests, and what is done now and then is done when they say so.
  vi.useFakeTimers({ toFake: ['setInterval', 'clearInterval', 'Date'], now: atMs })
  // Files share one memory: what another left in the book is none of this one's.
  await (await reopened()).repository.wipe()
})
afterAll(() => {
  vi.useRealTimers()
  Object.assign(globalThis, before)
})

async function listening() {
  const store = await reopened()
  const sensing = useSensingStore()
  await sensing.start()
  return { store, sensing }
}
/** What is on the disk, read by somebody who comes new. */
async function kept(): Promise<Array<number | null>> {
  const store = await reopened()
  const ids = store.probes.map(({ id }) => id)
  await store.openReadings(ids, atMs - DAY_MS, atMs + DAY_MS)
  return store.readingsBetween(ids, 0, Infinity).map(({ celsius }) => celsius)
}

describe('what a sensor says', () => {
  it('is written down from when somebody puts it into an incubator, and not before', async () => {
    const { store, sensing } = await listening()
    expect(sensing.sensors.map(({ name }) => name)).toEqual(['loft'])
    server.say(reading(0, 37.1))
    await sensing.write()
    expect(store.readings.size).toBe(0)
    await sensing.place('loft', { incubatorId: store.hatchery.incubators[0]!.id, height: 'eggs' })
    server.say(reading(1, 37.2))
    server.say('{"sensor": "loft", "celsius": "warm"}')
    server.say('no JSON')
    await sensing.write()
    // What it said last before it was placed need not be waited for again.
    expect(await kept()).toEqual([37.1, 37.2])
  })

  it('is kept when it cannot be written, said so, and written when there is room again', async () => {
    const { store, sensing } = await listening()
    await sensing.place('loft', { incubatorId: store.hatchery.incubators[0]!.id, height: 'eggs' })
    server.say(reading(1, 37.2))
    const full = cutAfter(0)
    await sensing.write()
    full.mend()
    expect(sensing.problem).toMatch(/could not be saved/)
    server.say(reading(2, 37.3))
    await sensing.write()
    expect(sensing.problem).toBeNull()
    expect(await kept()).toEqual([37.2, 37.3])
  })

  it('while nobody listened is asked for from the last that is on the disk', async () => {
    const { store, sensing } = await listening()
    await sensing.place('loft', { incubatorId: store.hatchery.incubators[0]!.id, height: 'eggs' })
    server.say(reading(1, 37.2))
    await sensing.write()
    vi.setSystemTime(atMs + HOUR_MS)
    await listening()
    expect(server.asked.at(-1)).toBe(`/api/sensors/readings?since=${atMs + 60_000}`)
  })

  it('that is simulated is never written into a book that somebody keeps', async () => {
    server.sensors = [{ ...LOFT, standIn: true }]
    const { store, sensing } = await listening()
    expect(sensing.offered).toEqual([])
    const incubatorId = store.hatchery.incubators[0]!.id
    await expect(sensing.place('loft', { incubatorId, height: 'eggs' })).rejects.toThrow(/is simulated/)
    // Nor where somebody calls a probe of their own as it is called.
    server.sensors = [LOFT]
    await listening().then((own) => own.sensing.place('loft', { incubatorId, height: 'eggs' }))
    server.sensors = [{ ...LOFT, standIn: true }]
    const again = await listening()
    // The list of sensors may be out of reach: each reading says itself what it is.
    again.sensing.sensors = []
    server.say({ ...reading(1, 51.9), standIn: true })
    await again.sensing.write()
    expect(await kept()).toEqual([])
  })
})
