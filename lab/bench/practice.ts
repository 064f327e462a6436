// npm run bench -- practice: how long a learner waits for the next egg, who looks at each egg and at each answer for two seconds.
import { createServer } from 'node:http'
import type { AddressInfo } from 'node:net'
import { fileURLToPath } from 'node:url'
import { chromium } from '@playwright/test'
import { STAND_IN_KINDS } from '../../src/contracts/wire/devices.ts'
import { createApp } from '../../src/server/createApp.ts'
import { findChromium } from '../../scripts/chromium.mjs'
import { LAUNCH } from '../soak/stage.ts'

const SITTINGS = 4
/** Quick: ten cards in three minutes are 18 seconds each. */
const LOOKING_MS = 2000

/** Runs in the page. */
const TIMED = `async (sittings, lookingMs) => {
  const pause = (ms) => new Promise((done) => setTimeout(done, ms))
  const press = (key) => window.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true }))
  const until = async (there) => {
    while (!there()) await new Promise((done) => requestAnimationFrame(done))
  }
  const phase = () => document.querySelector('[data-testid="practice"]').dataset.phase
  const egg = () => document.querySelector('main img')
  const found = []
  for (let i = 0; i < sittings * 10; i++) {
    const start = performance.now()
    press(' ')
    await until(() => phase() === 'look' && egg() && egg().complete)
    found.push(performance.now() - start)
    await pause(lookingMs)
    press('1')
    await until(() => phase() === 'sure')
    press('2')
    await until(() => phase() === 'seen')
    await pause(lookingMs)
    // After the tenth the sitting is looked back on first.
    if (i % 10 === 9) {
      press(' ')
      await pause(300)
    }
  }
  return found
}`

export async function benchPractice(): Promise<void> {
  const server = createServer(
    createApp({ standIns: STAND_IN_KINDS, appFolder: fileURLToPath(new URL('../../dist', import.meta.url)) }),
  )
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve))
  const base = `http://127.0.0.1:${(server.address() as AddressInfo).port}/`
  const browser = await chromium.launch({ executablePath: findChromium(), args: [...LAUNCH] })
  try {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
    await page.goto(`${base}#/practice`)
    await page.getByRole('button', { name: /^Begin/ }).waitFor()
    // Timed inside of the page: from the key to the frame in which the egg is there.
    const waits = await page.evaluate<number[]>(`(${TIMED})(${SITTINGS}, ${LOOKING_MS})`)
    const first = waits.filter((_, i) => i % 10 === 0)
    const others = waits.filter((_, i) => i % 10 !== 0).sort((a, b) => a - b)
    const soon = others.filter((ms) => ms < 100).length
    console.log(
      `\nPractice, ${SITTINGS} sittings, each egg and each answer looked at for ${LOOKING_MS / 1000} s`,
    )
    console.log(`  the first egg of a sitting: ${first.map((ms) => ms.toFixed(0)).join(', ')} ms`)
    console.log(
      `  each after it: ${soon} of ${others.length} within 100 ms; median ${others[others.length >> 1]!.toFixed(0)}, longest ${others.at(-1)!.toFixed(0)} ms`,
    )
  } finally {
    await browser.close()
    server.closeAllConnections()
    server.close()
  }
}
