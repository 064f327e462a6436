import 'fake-indexeddb/auto'
import { describe, expect, it } from 'vitest'
import { usualProbe } from '../contracts/records/probe-record.ts'
import { byProbeAndDay, withReadings, type ProbeReading } from '../contracts/records/readings-record.ts'
import { climateBand } from '../core/climate/band.ts'
import { MINUTE_MS, HOUR_MS, DAY_MS } from '../core/time/durations.ts'
import { ClimateSeries } from './climate-series.ts'
const T0 = Date.parse('2026-03-01T00:00:00Z')
const band = climateBand([], 'forced')
const eggs = usualProbe('eggs', 'oak')
const air = {
  ...usualProbe('hand', 'oak'),
  events: [
    ...usualProbe('hand', 'oak').events,
    {
      id: 'c',
      at: '2026-03-01T12:00:00.000Z',
      device: null,
      kind: 'checked' as const,
      against: 'wet-salt' as const,
      celsius: null,
      rhPercent: 8,
    },
  ],
}

/** Two days at a reading a minute: 37.5 °C but for two hours at 38.5, 58 % shown of 50. */
async function written(): Promise<string> {
  const minutes = Array.from({ length: 2880 }, (_, i) => T0 + i * MINUTE_MS)
  const readings = minutes.flatMap((atMs, i): ProbeReading[] => [
    { probeId: eggs.id, atMs, celsius: i >= 600 && i < 720 ? 38.5 : 37.5, rhPercent: null },
    { probeId: air.id, atMs, celsius: 37.6, rhPercent: 58 },
  ])
  const database = await new Promise<IDBDatabase>((resolve) => {
    const opening = indexedDB.open('book')
    opening.onupgradeneeded = () => opening.result.createObjectStore('readings')
    opening.onsuccess = () => resolve(opening.result)
  })
  const store = database.transaction('readings', 'readwrite').objectStore('readings')
  for (const day of byProbeAndDay(readings).map((some) => withReadings(null, some))) store.put(day, day.id)
  store.put({ id: 'nonsense' }, '2026-03-01_zz')
  await new Promise((done) => (store.transaction.oncomplete = done))
  database.close()
  return 'book'
}

describe('the readings that a page looks at', () => {
  it('are fetched by days, corrected, thinned and summed up', async () => {
    const series = new ClimateSeries()
    const window = { fromMs: T0, toMs: T0 + 2 * DAY_MS }
    const opened = await series.open({ database: await written(), probes: [eggs, air], ...window })
    expect(opened).toEqual({ readings: 3 * 2880, firstMs: T0, lastMs: T0 + 2 * DAY_MS - MINUTE_MS })

    const seen = series.view({ ...window, columns: 50 })
    const moist = seen.find(({ probeId, what }) => probeId === air.id && what === 'rhPercent')!
    expect(new Set(moist.values)).toEqual(new Set([50]))
    expect(moist.values.length).toBeLessThanOrEqual(100)

    const [ofEggs, ofAir] = series.facts({ ...window, band })
    expect(ofEggs!.celsius!.time).toMatchObject({ aboveMs: 120 * MINUTE_MS, belowMs: 0 })
    expect(ofEggs!.celsius!.excursions).toMatchObject([{ side: 'above', extreme: 38.5 }])
    expect(ofEggs!.rhPercent).toBeNull()
    expect(ofAir!.rhPercent!.time).toMatchObject({ inMs: 2 * DAY_MS })
    expect(ofAir!.rhPercent!.openings).toEqual([])

    const { celsius, rhPercent } = series.compare({ one: air.id, other: eggs.id, ...window })
    expect(celsius!.more.value).toBeCloseTo(0.1)
    expect(rhPercent).toBeNull()

    const hours = series.hours(window)
    expect(hours).toHaveLength(2 * 48)
    expect(
      hours.find(({ probeId, atMs }) => probeId === eggs.id && atMs === T0 + 10 * HOUR_MS),
    ).toMatchObject({
      celsius: { lowest: 38.5, mean: 38.5, highest: 38.5 },
    })
  })
})
