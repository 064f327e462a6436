import { cp, mkdtemp, readFile, rm, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { Page } from '@playwright/test'
import { expect, ownBrowserTest as test } from './test.ts'
import { beginSession, candleByKey, openSession } from './evening.ts'
import { openBench, openDemo, verdictShown } from './hatchery.ts'
import { startServer, type OwnServer, STAND_INS } from './server.ts'
import { putBefore, withShownCamera } from './shown-camera.ts'

test.use({ serviceWorkers: 'allow' })

/** The program as a folder of its own, served by a server of its own: both can go away, or be another. */
async function ownProgram(): Promise<Omit<OwnServer, 'said'> & { folder: string }> {
  const folder = join(await mkdtemp(join(tmpdir(), 'perlumen-app-')), 'dist')
  await cp('dist', folder, { recursive: true })
  const { base, pid, stop } = await startServer([...STAND_INS, '--app', folder])
  return {
    folder,
    base,
    pid,
    stop: async () => {
      await stop()
      await rm(folder, { recursive: true, force: true })
    },
  }
}

async function kept(page: Page): Promise<void> {
  await page.evaluate(async () => {
    await navigator.serviceWorker.ready
  })
}
async function photographFile(page: Page, name: string): Promise<void> {
  await openBench(page)
  await page.getByRole('radio', { name: 'Files' }).check()
  await page.getByTestId('file-input').setInputFiles(`fixtures/photos/${name}.jpg`)
  await verdictShown(page)
}

test(
  'after one visit an evening is done without server and network, closed, and opened again',
  { tag: '@main' },
  async ({ browser }) => {
    const { base, stop } = await ownProgram()
    const context = await browser.newContext({ baseURL: base, serviceWorkers: 'allow' })
    const page = await context.newPage()
    await withShownCamera(page)
    await openDemo(page)
    await kept(page)
    await stop()
    await context.setOffline(true)
    await page.reload()
    await expect(page.getByRole('heading', { name: 'Beacon hens, spring set' })).toBeVisible()
    // Measuring in workers, practice, charts and pages that were never opened before.
    await photographFile(page, 'p-0043')
    await page.goto('/#/practice')
    await page.getByRole('button', { name: /^Begin/ }).press(' ')
    await expect(page.getByAltText(/You decide what it is/)).toBeVisible()
    for (const path of ['/#/plan', '/#/results', '/#/sets/demo-beacon/water', '/#/records']) {
      await page.goto(path)
      await expect(page.getByRole('heading', { level: 1 })).toBeVisible()
      await expect(page.getByTestId('trouble')).toBeHidden()
    }
    expect(await page.evaluate(() => document.fonts.ready.then(() => document.fonts.size))).toBeGreaterThan(0)
    expect(await page.evaluate(() => crossOriginIsolated)).toBe(true)
    // An evening by this device's own camera, left in the middle.
    await openSession(page)
    await page.getByRole('radio', { name: 'With the key or the pedal' }).check()
    await beginSession(page, 'A2')
    await putBefore(page, 'fixtures/photos/p-0043.jpg')
    for (const next of ['A3', 'A4']) await candleByKey(page, next)
    await page.close()
    const again = await context.newPage()
    await again.goto('/#/')
    await again.getByRole('link', { name: 'Go on' }).click()
    await expect(again.getByTestId('current-egg')).toHaveText('A4')
    await again.goto('/#/sets/demo-beacon')
    await expect(again.getByTestId('looks').locator('tbody tr')).toHaveCount(3)
    await context.close()
  },
)

/** A browser lets the older program end what it is at, and waits up to five minutes for it. */
const TAKE_OVER_MS = 330_000

test('a newer program is offered, waits for the evening, and takes nothing away', async ({ browser }) => {
  const { base, folder, stop } = await ownProgram()
  const context = await browser.newContext({ baseURL: base, serviceWorkers: 'allow' })
  const page = await context.newPage()
  await openDemo(page)
  await kept(page)
  // An evening is under way.
  await openSession(page)
  await page.getByRole('radio', { name: 'With the key or the pedal' }).check()
  await beginSession(page)
  await candleByKey(page, 'A2')
  // Another build: the page's title is another, and with it what the service worker names.
  const index = await readFile(join(folder, 'index.html'), 'utf8')
  await writeFile(
    join(folder, 'index.html'),
    index.replace('<title>Perlumen</title>', '<title>Newer</title>'),
  )
  const worker = await readFile(join(folder, 'service.worker.js'), 'utf8')
  const renamed = worker.replace(
    /("?url"?:"index\.html","?revision"?:"|"?revision"?:")([0-9a-f]{4})/,
    '$1ffff',
  )
  expect(renamed).not.toBe(worker)
  await writeFile(join(folder, 'service.worker.js'), renamed)
  await page.evaluate(async () => (await navigator.serviceWorker.ready).update())
  // At the bench nobody is disturbed.
  await expect(page.getByTestId('newer-program')).toBeHidden()
  const desk = await context.newPage()
  await desk.goto('/#/records')
  await expect(desk.getByTestId('newer-program')).toBeVisible()
  await desk.getByRole('button', { name: 'Update now' }).click()
  await expect(desk.getByTestId('newer-program')).toContainText('Another tab is at the bench')
  await page.goto('/#/')
  await expect(page).toHaveTitle('Perlumen')
  await page.getByRole('button', { name: 'Update now' }).click()
  await expect(page).toHaveTitle('Newer', { timeout: TAKE_OVER_MS })
  await expect(page.getByRole('heading', { name: 'Beacon hens, spring set' })).toBeVisible()
  // The other tab goes on with what it has, and says so.
  await expect(desk.getByTestId('newer-program')).toContainText('Another tab has updated Perlumen')
  await page.getByRole('link', { name: 'Go on' }).click()
  await expect(page.getByTestId('current-egg')).toHaveText('A2')
  await page.goto('/#/sets/demo-beacon')
  await expect(page.getByTestId('looks').locator('tbody tr')).toHaveCount(1)
  await context.close()
  await stop()
})

test('photographs from the share sheet come to the eggs of the set that is named', async ({ browser }) => {
  const { base, stop } = await ownProgram()
  const context = await browser.newContext({ baseURL: base, serviceWorkers: 'allow' })
  const page = await context.newPage()
  await openDemo(page)
  await kept(page)
  await page.reload()
  const photo = [...(await readFile('fixtures/photos/p-0043.jpg'))]
  const landed = await page.evaluate(async (bytes) => {
    const form = new FormData()
    form.append('photographs', new File([new Uint8Array(bytes)], 'egg at dusk.jpg', { type: 'image/jpeg' }))
    return (await fetch('./share', { method: 'POST', body: form, redirect: 'follow' })).url
  }, photo)
  expect(landed).toContain('/')
  await page.goto('/#/arrived')
  await expect(page.getByTestId('arrived')).toContainText('1 photograph')
  await page.getByRole('link', { name: 'Beacon hens, spring set' }).click()
  await verdictShown(page)
  await page.goto('/#/arrived')
  await expect(page.getByText('No photographs are waiting.')).toBeVisible()
  await context.close()
  await stop()
})
