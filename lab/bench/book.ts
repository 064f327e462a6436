// npm run bench -- book: a book of years, 200 sets, 8,000 eggs, 20,000 looks, 2 million readings: how long script runs
// until Today and a set's page are there, and what it holds in memory.
import { createServer } from 'node:http'
import type { AddressInfo } from 'node:net'
import { fileURLToPath } from 'node:url'
import { chromium, type CDPSession, type Page } from '@playwright/test'
import { HOUR_MS, DAY_MS } from '../../src/core/time/durations.ts'
import { nameOfBook } from '../../e2e/book-on-disk.ts'
import { STAND_IN_KINDS } from '../../src/contracts/wire/devices.ts'
import { createApp } from '../../src/server/createApp.ts'
import { findChromium } from '../../scripts/chromium.mjs'
import { LAUNCH } from '../soak/stage.ts'

const SETS = 200
const EGGS_A_SET = 40
const LOOKS_A_SET = 100
const ROUNDS = 3
/** One probe at the eggs, a reading a minute. */
const READING_DAYS = 1400
const BOOK = fileURLToPath(new URL('../../fixtures/books/version-6.zip', import.meta.url))

/** Copies of the demo's own records under other names, one set a week back in time, written past the program. */
async function grow(page: Page): Promise<void> {
  await page.evaluate('globalThis.__name ??= (named) => named')
  await page.evaluate(
    async ({ name, sets, eggs, looks, days }) => {
      const database = await new Promise<IDBDatabase>((resolve, reject) => {
        const opening = indexedDB.open(name)
        opening.onsuccess = () => resolve(opening.result)
        opening.onerror = () => reject(opening.error ?? new Error('not opened'))
      })
      type Raw = Record<string, unknown> & { id: string }
      const all = (store: string): Promise<Raw[]> =>
        new Promise((resolve) => {
          const asked = database.transaction(store).objectStore(store).getAll()
          asked.onsuccess = () => resolve(asked.result as Raw[])
        })
      const [set] = (await all('sets')).filter(({ id }) => id === 'demo-beacon')
      const [tray] = await all('trays')
      const [probe] = (await all('probes')).filter(({ id }) => id.startsWith('eggs'))
      const [egg] = await all('eggs')
      const someLooks = await all('looks')
      for (let s = 0; s < sets; s++) {
        const setAt = new Date(Date.now() - (3 + 7 * s) * DAY_MS).toISOString()
        const done = s < 5 ? [] : ['set', 'lockdown', 'give-up'].map((key) => ({ key, at: setAt }))
        const write = database.transaction(['sets', 'trays', 'eggs', 'looks'], 'readwrite')
        const id = `year-${s}`
        const trayId = `${id}-tray`
        write.objectStore('trays').put({ ...tray, id: trayId, rows: 5, columns: 8 }, trayId)
        write.objectStore('sets').put({ ...set, id, name: `Set ${s}`, setAt, done, trayIds: [trayId] }, id)
        for (let e = 0; e < eggs; e++) {
          const place = { trayId, row: Math.floor(e / 8), column: e % 8 }
          const events = [{ id: 'p', at: null, device: null, kind: 'moved', place }]
          const eggId = `${id}-${e}`
          write
            .objectStore('eggs')
            .put({ ...egg, id: eggId, setId: id, number: e + 1, events, batchId: null }, `${id}/${eggId}`)
        }
        for (let l = 0; l < looks; l++) {
          const look = someLooks[l % someLooks.length]!
          const lookId = `${id}-look-${l}`
          const takenAt = new Date(Date.parse(setAt) + (7 + Math.floor(l / eggs) * 5) * DAY_MS).toISOString()
          write
            .objectStore('looks')
            .put({ ...look, id: lookId, setId: id, eggId: `${id}-${l % eggs}`, takenAt }, `${id}/${lookId}`)
        }
        await new Promise((resolve, reject) => {
          write.oncomplete = resolve
          write.onerror = () => reject(write.error ?? new Error('not written'))
        })
      }
      const stamp = { revision: 1, device: null, gone: false }
      for (let d = 0; d < days; d++) {
        const startMs = Math.floor(Date.now() / DAY_MS - d) * DAY_MS
        const day = new Date(startMs).toISOString().slice(0, 10)
        const id = `${day}_${probe!.id}`
        const minutes = Array.from({ length: 1440 }, (_, i) => i)
        const [celsius, rhPercent] = [
          minutes.map((i) => 37 + (i % 11) / 10),
          minutes.map((i) => 48 + (i % 7)),
        ]
        const times = minutes.map((i) => i * 60_000)
        const write = database.transaction(['readings', 'roll-ups'], 'readwrite')
        write
          .objectStore('readings')
          .put({ id, stamp, probeId: probe!.id, day, times, celsius, rhPercent, takenBack: [] }, id)
        const points = Array.from({ length: 24 }, (_, hour) => ({
          atMs: startMs + hour * HOUR_MS,
          count: 60,
          celsius: { lowest: 37, mean: 37.5, highest: 38 },
          rhPercent: { lowest: 48, mean: 51, highest: 54 },
        }))
        write.objectStore('roll-ups').put({ id, probeId: probe!.id, day, points }, id)
        await new Promise((resolve, reject) => {
          write.oncomplete = resolve
          write.onerror = () => reject(write.error ?? new Error('not written'))
        })
      }
      database.close()
    },
    { name: await nameOfBook(page), sets: SETS, eggs: EGGS_A_SET, looks: LOOKS_A_SET, days: READING_DAYS },
  )
}

async function scriptMs(devtools: CDPSession): Promise<number> {
  const { metrics } = await devtools.send('Performance.getMetrics')
  return 1000 * (metrics.find(({ name }) => name === 'ScriptDuration')?.value ?? NaN)
}

/** Opens a page of the book anew. */
async function opening(
  page: Page,
  address: string,
  there: string,
): Promise<{ script: number; shown: number; heapMb: number }> {
  await page.goto('about:blank')
  const devtools = await page.context().newCDPSession(page)
  await devtools.send('Performance.enable')
  const start = performance.now()
  await page.goto(address)
  await page.locator(there).first().waitFor({ timeout: 300_000 })
  await page.evaluate('new Promise((free) => requestAnimationFrame(() => setTimeout(() => free(true))))')
  const shown = performance.now() - start
  const script = await scriptMs(devtools)
  await devtools.send('HeapProfiler.collectGarbage')
  const { usedSize } = await devtools.send('Runtime.getHeapUsage')
  await devtools.detach()
  return { script, shown, heapMb: usedSize / 1e6 }
}

export async function benchBook(): Promise<void> {
  const server = createServer(
    createApp({ standIns: STAND_IN_KINDS, appFolder: fileURLToPath(new URL('../../dist', import.meta.url)) }),
  )
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve))
  const base = `http://127.0.0.1:${(server.address() as AddressInfo).port}/`
  const browser = await chromium.launch({ executablePath: findChromium(), args: [...LAUNCH] })
  try {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
    await page.goto(`${base}#/records`)
    await page.getByTestId('bundle-input').setInputFiles(BOOK)
    await page.getByTestId('records-message').getByText('imported').waitFor({ timeout: 60_000 })
    await grow(page)
    console.log(
      `A book of ${SETS} sets, ${SETS * EGGS_A_SET} eggs, ${SETS * LOOKS_A_SET} looks, ${READING_DAYS * 1440} readings`,
    )
    for (const [name, path, there] of [
      ['Today', '', '[data-testid="now"]'],
      ['a set’s page', 'sets/year-2', '[data-testid="looks"] tbody tr'],
      ['a page of an earlier set', 'sets/year-100', '[data-testid="looks"] tbody tr'],
    ] as const) {
      for (let round = 0; round < ROUNDS; round++) {
        const { script, shown, heapMb } = await opening(page, `${base}#/${path}`, there)
        console.log(
          `  ${name}: ${(script / 1000).toFixed(2)} s of script, there after ${(shown / 1000).toFixed(2)} s, ${heapMb.toFixed(0)} MB`,
        )
      }
    }
  } finally {
    await browser.close()
    server.closeAllConnections()
    server.close()
  }
}
