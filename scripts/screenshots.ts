// npm run screenshots: the main views with the demo data, at 1280 × 800, into docs/screenshots/. Needs a build in dist/.
import { rm } from 'node:fs/promises'
import { createServer } from 'node:http'
import type { AddressInfo } from 'node:net'
import { join } from 'node:path'
import { fileURLToPath, pathToFileURL } from 'node:url'
import { chromium } from '@playwright/test'
import sharp from 'sharp'
import { STAND_IN_KINDS } from '../src/contracts/wire/devices.ts'
import { simulatePhoto } from '../src/core/simulate/simulated-photo.ts'
import { DAY_MS } from '../src/core/time/durations.ts'
import { standInSensors } from '../src/devices/probes/stand-in-probes.ts'
import { createApp } from '../src/server/createApp.ts'
import { ProbeHub } from '../src/server/probes/hub.ts'
import { sensorSource } from '../src/server/probes/sources.ts'
import { choose } from '../e2e/kit.ts'
import { findChromium } from './chromium.mjs'
import { makeFlockReport } from './flock-report.ts'

/** A fresh, empty brown egg at an ordinary lamp. */
async function freshEgg(seed: string) {
  const { image } = simulatePhoto({
    seed,
    shell: 'brown',
    fate: { kind: 'clear' },
    ageDays: 0,
    shot: { exposure: 0.22, electrons: 350, widthPx: 700, heightPx: 700 },
  })
  const raw = { width: image.widthPx, height: image.heightPx, channels: image.channels }
  const buffer = await sharp(image.data, { raw }).jpeg({ quality: 90 }).toBuffer()
  return { name: `${seed}.jpg`, mimeType: 'image/jpeg', buffer }
}

const path = (relative: string): string => fileURLToPath(new URL(relative, import.meta.url))
const hub = new ProbeHub()
const standIns = standInSensors({ nowMs: Date.now })
const server = createServer(
  createApp({
    standIns: STAND_IN_KINDS,
    appFolder: path('../dist'),
    demo: true,
    hub,
    sensors: standIns.routes,
  }),
)
await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve))
const base = `http://127.0.0.1:${(server.address() as AddressInfo).port}/`
for (const { name, address } of standIns.addresses(base.slice(0, -1), await standIns.broker()))
  hub.follow({ ...sensorSource(`${name}=${address}`), standIn: true })
const browser = await chromium.launch({
  executablePath: findChromium(),
  args: ['--headless', '--no-sandbox', '--disable-gpu', '--disable-background-networking'],
})
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
const shoot = async (name: string): Promise<void> => {
  await page.waitForTimeout(500)
  await page.screenshot({ path: path(`../docs/screenshots/${name}.png`) })
}

await page.goto(base)
await page.getByRole('heading', { name: 'Freckle quail' }).waitFor()
await shoot('today')
await page.getByRole('button', { name: 'Dismiss' }).click()
await page.goto(`${base}#/sets/demo-freckle/eggs/demo-freckle-2`)
await page.getByTestId('growth-film').waitFor()
await choose(page.getByTestId('beside'), 'Living egg as drawn')
await page.getByRole('img', { name: /^Film of A2/ }).waitFor()
await page.locator('[data-beside]').waitFor()
await page.getByRole('slider', { name: 'Age in the film' }).fill('3200')
await shoot('egg')
await page.goto(`${base}#/lamp`)
await choose(page.getByTestId('lamp-shell'), 'brown')
await page.getByTestId('lamp-photo-0').setInputFiles(await freshEgg('fresh'))
await page.getByTestId('lamp-photo-1').setInputFiles(await freshEgg('fresh again'))
await page.getByTestId('check-lamp').click()
await page.getByTestId('lamp-result').waitFor({ timeout: 300_000 })
await page.getByTestId('lamp-result').scrollIntoViewIfNeeded()
await shoot('lamp')
// An evening by itself: the stand-in's hand brings the eggs.
await page.goto(`${base}#/sets/demo-beacon/candle`)
await page.getByText('Before the first egg').waitFor()
await page.keyboard.press(' ')
await page.waitForTimeout(500)
for (let i = 0; i < 7; i++) {
  await page.keyboard.press(' ')
  await page.waitForTimeout(300)
}
await page.getByTestId('suggestion').waitFor({ timeout: 60_000 })
await shoot('session-judged')
await page.getByTestId('step').waitFor({ timeout: 120_000 })
for (let i = 0; i < 3; i++) {
  await page.keyboard.press(' ')
  await page.waitForTimeout(400)
}
await page.getByTestId('report').waitFor()
await shoot('session-report')
await page.goto(`${base}#/sets/demo-beacon/bench`)
for (const place of ['A', 'B', 'C'].flatMap((row) => [1, 2, 3, 4].map((column) => `${row}${column}`))) {
  await page.getByRole('button', { name: new RegExp(`^${place}, egg`) }).click()
  await page.getByTestId('suggestion').waitFor()
  if (place === 'A1') await shoot('bench-developing')
  await page.getByRole('button', { name: /^Confirm/ }).click()
  await page.waitForTimeout(400)
}
await page.goto(`${base}#/sets/demo-beacon/removal`)
await shoot('removal')
const takeOut = page.getByTestId('removal-list').getByRole('button', { name: /^Remove/ })
while ((await takeOut.count()) > 0) {
  await takeOut.first().click()
  await page.getByRole('button', { name: 'Removed' }).click()
  await page.getByRole('dialog').waitFor({ state: 'hidden' })
}
for (const choice of await page.getByTestId('openings').getByLabel('Outcome').all())
  await choose(choice, 'Died early, blood ring')
await page.goto(`${base}#/rightness`)
await page.getByTestId('known').waitFor()
await shoot('rightness')
await page.goto(`${base}#/sets/demo-saltmarsh`)
await page.getByAltText(/^Drawing of a living egg/).waitFor()
await shoot('set')
await page.goto(`${base}#/sets/demo-freckle/hatch`)
await page.getByTestId('hatch-window').waitFor()
await shoot('hatch')
await page.goto(`${base}#/sets/demo-thrift/report`)
await page.getByTestId('diagnosis').waitFor()
await shoot('report')
await page.goto(`${base}#/sets/demo-lantern/water`)
await page.getByTestId('advice').waitFor()
await shoot('water')
await page.goto(`${base}#/incubators/demo-loft`)
await page.getByTestId('air-drawn').waitFor()
await shoot('incubator')
await page.goto(`${base}#/practice`)
await page.getByRole('button', { name: /^Begin/ }).click()
for (const answer of [1, 2, 1]) {
  await page.getByAltText(/You decide what it is/).waitFor({ timeout: 30_000 })
  await page.waitForTimeout(2500)
  await page.keyboard.press(String(answer))
  await page.keyboard.press('2')
  await page.getByTestId('revealed').waitFor()
  if (answer === 1) await shoot('practice')
  await page.keyboard.press(' ')
}
await page.goto(`${base}#/look`)
await page.getByLabel('Days since setting').fill('10')
await page.getByTestId('quick-input').setInputFiles(path('../fixtures/photos/p-0043.jpg'))
await page.getByTestId('suggestion').waitFor()
await shoot('quick-look')
await page.goto(`${base}#/plan`)
const today = new Date()
const ago = (days: number): string => new Date(today.getTime() - days * DAY_MS).toISOString().slice(0, 10)
for (const [bird, breed, eggs] of [
  ['Chicken', 'Holm Beacon', '14'],
  ['Domestic duck', 'Tarn Saltmarsh', '6'],
] as const) {
  await choose(page.getByLabel('Bird', { exact: true }), bird)
  await page.getByLabel('Eggs', { exact: true }).fill(eggs)
  await page.getByRole('combobox', { name: 'Breed' }).fill(breed)
  await page.getByLabel('Laid from').fill(ago(4))
  await page.getByLabel('Laid to').first().fill(ago(1))
  await page.getByRole('button', { name: 'Add to basket' }).click()
}
await page.getByLabel('Choose the hatch day').check()
await shoot('plan')
await page.goto(`${base}#/hatchery`)
await shoot('hatchery')
await page.goto(`${base}#/records`)
await shoot('records')
const flock = await makeFlockReport()
await page.goto(pathToFileURL(join(flock, 'report.html')).href)
await page.getByRole('heading', { name: 'By shell' }).evaluate((heading) => heading.scrollIntoView())
await shoot('flock-report')
await rm(flock, { recursive: true })
await browser.close()
hub.close()
standIns.close()
server.closeAllConnections()
server.close()
