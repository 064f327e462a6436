// From an egg that lies still on the lamp to its verdict on the screen, in a real browser on a film of two megapixels.
import { mkdtemp, rm } from 'node:fs/promises'
import type { AddressInfo } from 'node:net'
import { availableParallelism, tmpdir } from 'node:os'
import { join } from 'node:path'
import { monitorEventLoopDelay, type IntervalHistogram } from 'node:perf_hooks'
import { fileURLToPath } from 'node:url'
import { chromium } from '@playwright/test'
import { STAND_IN_KINDS } from '../../src/contracts/wire/devices.ts'
import { createApp } from '../../src/server/createApp.ts'
import { findChromium } from '../../scripts/chromium.mjs'
import { writeLampFilm } from '../films/lamp-film.ts'
import { AGE_DAYS, beginNight } from '../films/night.ts'

const EGGS_SEEN = 40
const SECONDS_AN_EGG = 2.2
/** Hands, dark, towel, lid and air take longer; the measuring warms up meanwhile. */
const MAKING_READY_MS = 10_000

const IDLE_RESOLUTION_MS = 5

/** Needs the built app. */
export async function benchLamp(): Promise<string[]> {
  const folder = await mkdtemp(join(tmpdir(), 'perlumen-lamp-'))
  const film = join(folder, 'eggs.mjpeg')
  const server = createApp({
    standIns: STAND_IN_KINDS,
    appFolder: fileURLToPath(new URL('../../dist/', import.meta.url)),
  }).listen(0, '127.0.0.1')
  try {
    await new Promise((resolve) => server.once('listening', resolve))
    await writeLampFilm({
      path: film,
      seed: 'bench',
      eggs: 10,
      widthPx: 1920,
      heightPx: 1080,
      onMs: 1000 * SECONDS_AN_EGG - 700,
      gapMs: 700,
      ageDays: AGE_DAYS,
    })
    const baseURL = `http://127.0.0.1:${(server.address() as AddressInfo).port}/`
    const browser = await chromium.launch({
      executablePath: findChromium(),
      args: [
        '--headless',
        '--no-sandbox',
        '--disable-gpu',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
        '--use-fake-ui-for-media-stream',
        '--use-fake-device-for-media-stream',
        `--use-file-for-fake-video-capture=${film}`,
      ],
    })
    try {
      const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
      await beginNight(page, baseURL, { eggs: 60, readyMs: MAKING_READY_MS })
      await page.evaluate(() => {
        const found: Array<[number, number]> = []
        ;(globalThis as unknown as { longTasks: typeof found }).longTasks = found
        new PerformanceObserver((list) => {
          for (const entry of list.getEntries()) found.push([entry.startTime, entry.duration])
        }).observe({ type: 'longtask' as 'measure' })
      })
      // This process has next to nothing to do: when it is held up, so is the machine.
      const idle = monitorEventLoopDelay({ resolution: IDLE_RESOLUTION_MS })
      idle.enable()
      const verdicts = (): Promise<number[]> =>
        page.evaluate(() =>
          performance.getEntriesByName('perlumen settled to verdict').map((entry) => entry.duration),
        )
      const until = Date.now() + 2 * EGGS_SEEN * SECONDS_AN_EGG * 1000
      while ((await verdicts()).length < EGGS_SEEN && Date.now() < until) await page.waitForTimeout(1000)
      idle.disable()
      const times = (await verdicts()).sort((a, b) => a - b)
      const size = await page.locator('video').evaluate((element) => {
        const video = element as unknown as { videoWidth: number; videoHeight: number }
        return `${video.videoWidth} × ${video.videoHeight}`
      })
      const tasks = await page.evaluate(() =>
        (globalThis as unknown as { longTasks: Array<[number, number]> }).longTasks.map(
          ([, duration]) => duration,
        ),
      )
      return report(times, tasks, size, idle)
    } finally {
      await browser.close()
    }
  } finally {
    server.closeAllConnections()
    server.close()
    await rm(folder, { recursive: true, force: true })
  }
}

function report(times: number[], longTasks: number[], size: string, idle: IntervalHistogram): string[] {
  const ms = (milliseconds: number): string => `${milliseconds.toFixed(0)} ms`
  const at = (share: number): string =>
    ms(times[Math.min(times.length - 1, Math.floor(share * times.length))] ?? NaN)
  return [
    `From egg settled to verdict on the screen and on the disk (${times.length} eggs, ${size}, ${availableParallelism()} processors)`,
    `  least ${at(0)}, quarter ${at(0.25)}, middle ${at(0.5)}, three quarters ${at(0.75)}, 95 % ${at(0.95)}, most ${at(1)}; the targets are 500 ms in the middle and 900 ms at 95 %`,
    `  tasks of the main thread over 50 ms: ${longTasks.length}${longTasks.length > 0 ? ` (longest ${ms(Math.max(...longTasks))})` : ''}; the target is none`,
    `  beside it an idle process was held up ${ms(idle.percentile(99) / 1e6 - IDLE_RESOLUTION_MS)} in the worst hundredth, ${ms(idle.max / 1e6 - IDLE_RESOLUTION_MS)} at most`,
  ]
}
