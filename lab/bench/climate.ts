// npm run bench -- climate: 21 days at a reading a minute by ten probes, and 500 eggs: how soon their pages are there,
// and how long the screen stands still while they open and while the air is panned.
import { createServer } from 'node:http'
import type { AddressInfo } from 'node:net'
import { fileURLToPath } from 'node:url'
import { chromium, type Page } from '@playwright/test'
import { HOUR_MS, DAY_MS } from '../../src/core/time/durations.ts'
import { nameOfBook } from '../../e2e/book-on-disk.ts'
import { STAND_IN_KINDS } from '../../src/contracts/wire/devices.ts'
import { createApp } from '../../src/server/createApp.ts'
import { findChromium } from '../../scripts/chromium.mjs'
import { LAUNCH } from '../soak/stage.ts'

const DAYS = 21
const PROBES = 10
const EGGS = 500
const ROUNDS = 5
const BOOK = fileURLToPath(new URL('../../fixtures/books/version-7.zip', import.meta.url))

/** Ten probes with their readings, and a set of 500 eggs that were weighed three times, written past the program. */
async function grow(page: Page): Promise<void> {
  await page.evaluate('globalThis.__name ??= (named) => named')
  await page.evaluate(
    async ({ name, probes, days, eggs }) => {
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
      const done = (write: IDBTransaction): Promise<unknown> =>
        new Promise((resolve, reject) => {
          write.oncomplete = resolve
          write.onerror = () => reject(write.error ?? new Error('not written'))
        })
      const stamp = { revision: 1, device: null, gone: false }
      const placed = { id: 'p', at: null, device: null, kind: 'placed', incubatorId: 'demo-cabinet' }
      for (let p = 0; p < probes; p++) {
        const id = `bench-${p}`
        const write = database.transaction(['probes', 'readings', 'roll-ups'], 'readwrite')
        write.objectStore('probes').put(
          {
            id,
            stamp,
            name: `Probe ${p}`,
            height: p === 0 ? 'eggs' : 'air',
            by: 'sensor',
            sensor: null,
            events: [placed],
          },
          id,
        )
        for (let d = 0; d < days; d++) {
          const startMs = Math.floor(Date.now() / DAY_MS - d) * DAY_MS
          const day = new Date(startMs).toISOString().slice(0, 10)
          const minutes = Array.from({ length: 1440 }, (_, i) => i).filter(
            (i) => startMs + i * 60_000 < Date.now(),
          )
          const wave = (i: number): number => Math.sin(i / 40 + p) + 0.3 * Math.sin(i * 1.7 + d)
          const key = `${day}_${id}`
          write.objectStore('readings').put(
            {
              id: key,
              stamp,
              probeId: id,
              day,
              times: minutes.map((i) => i * 60_000),
              celsius: minutes.map((i) => Number((37.5 + 0.2 * wave(i)).toFixed(2))),
              rhPercent: minutes.map((i) => Number((50 + 3 * wave(i + 70)).toFixed(1))),
              takenBack: [],
            },
            key,
          )
          const points = Array.from({ length: 24 }, (_, hour) => ({
            atMs: startMs + hour * HOUR_MS,
            count: 60,
            celsius: { lowest: 37.2, mean: 37.5, highest: 37.8 },
            rhPercent: { lowest: 46, mean: 50, highest: 54 },
          }))
          write.objectStore('roll-ups').put({ id: key, probeId: id, day, points }, key)
        }
        await done(write)
      }
      const [set] = (await all('sets')).filter(({ id }) => id === 'demo-beacon')
      const [tray] = await all('trays')
      const [egg] = await all('eggs')
      const setMs = Date.now() - 12 * DAY_MS
      const at = (day: number): string => new Date(setMs + day * DAY_MS).toISOString()
      const write = database.transaction(['sets', 'trays', 'eggs'], 'readwrite')
      write
        .objectStore('trays')
        .put({ ...tray, id: 'big-tray', rows: 20, columns: 25, events: [placed] }, 'big-tray')
      write.objectStore('sets').put(
        {
          ...set,
          id: 'big',
          name: 'Five hundred',
          setAt: at(0),
          done: [{ key: 'set', at: at(0) }],
          trayIds: ['big-tray'],
        },
        'big',
      )
      for (let e = 0; e < eggs; e++) {
        const rate = 0.0062 * (1 + 0.1 * Math.sin(e * 7.3))
        const place = { trayId: 'big-tray', row: Math.floor(e / 25), column: e % 25 }
        const events = [
          { id: 'm', at: null, device: null, kind: 'moved', place },
          ...[0, 4, 8, 11].map((day) => ({
            id: `w${day}`,
            at: at(day),
            device: null,
            kind: 'weighed',
            weightG: Number((58 * (1 - rate * day)).toFixed(2)),
          })),
        ]
        const id = `big-${e}`
        write
          .objectStore('eggs')
          .put({ ...egg, id, setId: 'big', number: e + 1, events, batchId: null }, `big/${id}`)
      }
      await done(write)
      database.close()
    },
    { name: await nameOfBook(page), probes: PROBES, days: DAYS, eggs: EGGS },
  )
}

/** Tasks of the thread that draws which were longer than 50 ms, since the last time this was asked; ms. */
async function longTasks(page: Page): Promise<number[]> {
  // Long tasks are told a little later.
  await page.waitForTimeout(300)
  return page.evaluate(() => {
    const all = (globalThis as unknown as { longTasks: number[] }).longTasks
    return all.splice(0)
  })
}

/** Goes to a page of the running program. @returns until it is there, ms */
async function going(page: Page, hash: string, there: string): Promise<number> {
  const start = performance.now()
  await page.evaluate((to) => {
    location.hash = to
  }, hash)
  await page.locator(there).first().waitFor({ timeout: 60_000 })
  await page.evaluate('new Promise((free) => requestAnimationFrame(() => setTimeout(() => free(true))))')
  return performance.now() - start
}

const said = (tasks: readonly number[]): string =>
  tasks.length === 0 ? 'none' : `${tasks.length}, the longest ${Math.max(...tasks).toFixed(0)} ms`
const middle = (values: number[]): number => [...values].sort((a, b) => a - b)[values.length >> 1]!

export async function benchClimate(): Promise<void> {
  const server = createServer(
    createApp({ standIns: STAND_IN_KINDS, appFolder: fileURLToPath(new URL('../../dist', import.meta.url)) }),
  )
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve))
  const base = `http://127.0.0.1:${(server.address() as AddressInfo).port}/`
  const browser = await chromium.launch({ executablePath: findChromium(), args: [...LAUNCH] })
  try {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
    await page.addInitScript(() => {
      const tasks: number[] = []
      ;(globalThis as unknown as { longTasks: number[] }).longTasks = tasks
      new PerformanceObserver((list) =>
        tasks.push(...list.getEntries().map(({ duration }) => duration)),
      ).observe({
        type: 'longtask',
        buffered: true,
      })
    })
    await page.goto(`${base}#/records`)
    await page.getByTestId('bundle-input').setInputFiles(BOOK)
    await page.getByTestId('records-message').getByText('imported').waitFor({ timeout: 60_000 })
    await grow(page)
    await page.goto('about:blank')
    await page.goto(base)
    await page.locator('[data-testid="incubators"]').waitFor({ timeout: 60_000 })
    await page.waitForTimeout(2000)
    console.log(
      `${DAYS} days at a reading a minute, ${PROBES} probes (${DAYS * PROBES * 1440} readings of both), ${EGGS} eggs`,
    )
    for (const [name, hash, there] of [
      [
        'the air of an incubator, three weeks',
        '#/incubators/demo-cabinet?days=21',
        '[data-testid="air-drawn"]',
      ],
      ['the water of 500 eggs', '#/sets/big/water', '[data-testid="water-tray"]'],
    ] as const) {
      const times: number[] = []
      const tasks: number[] = []
      for (let round = 0; round < ROUNDS; round++) {
        await going(page, '#/hatchery', 'h1')
        await longTasks(page)
        times.push(await going(page, hash, there))
        tasks.push(...(await longTasks(page)))
      }
      console.log(
        `  ${name}: there after ${middle(times).toFixed(0)} ms (${Math.min(...times).toFixed(0)} to ${Math.max(...times).toFixed(0)}; target 1000); long tasks while opening, ${ROUNDS} times: ${said(tasks)}`,
      )
    }
    await going(page, '#/incubators/demo-cabinet?days=21', '[data-testid="air-drawn"]')
    await page.waitForTimeout(2000)
    const box = (await page.locator('[data-testid="air-drawn"]').boundingBox())!
    const [x, y] = [box.x + box.width / 2, box.y + 80]
    await page.mouse.move(x, y)
    for (let i = 0; i < 6; i++) {
      await page.mouse.wheel(0, -240)
      await page.waitForTimeout(120)
    }
    await longTasks(page)
    await page.mouse.down()
    const STEPS = 120
    for (let i = 0; i < STEPS; i++) {
      await page.mouse.move(x + 250 * Math.sin(i / 12), y)
      await page.waitForTimeout(16)
    }
    await page.mouse.up()
    console.log(`  panned by ${STEPS} moves: tasks over 50 ms (target: none): ${said(await longTasks(page))}`)
  } finally {
    await browser.close()
    server.closeAllConnections()
    server.close()
  }
}
