import { mkdtemp, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { Page } from '@playwright/test'
import { expect, serverTest as test } from './test.ts'
import { createRandom } from '../src/core/random/random.ts'
import { writeLampFilm } from '../lab/films/lamp-film.ts'
import { AGE_DAYS, beginNight } from '../lab/films/night.ts'
import { bookOnDisk } from './book-on-disk.ts'
import { startBrowser, type RealBrowser } from './real-browser.ts'

/** `npm run soak -- nights` asks for sixty eggs, twenty times. */
const REPETITIONS = Number(process.env['PERLUMEN_REPETITIONS'] ?? 1)
const EGGS = Number(process.env['PERLUMEN_EGGS'] ?? 8)
const SECONDS_AN_EGG = 2.6
/** The film runs by the clock, whatever the machine makes of it: an egg that was not settled on comes round again. */
const EVENING_MS = 300_000

/** Hears of each look the moment the screen acknowledges it. */
async function hearAcknowledged(page: Page, acknowledged: Set<string>): Promise<void> {
  await page.exposeFunction('perlumenAcknowledged', (id: string) => acknowledged.add(id))
  await page.evaluate(() => {
    const tell = (globalThis as unknown as { perlumenAcknowledged: (id: string) => void })
      .perlumenAcknowledged
    const look = (): void => {
      const id = document.querySelector<HTMLElement>('[data-testid="session"]')?.dataset['look']
      if (id) tell(id)
    }
    new MutationObserver(look).observe(document.body, {
      subtree: true,
      childList: true,
      attributes: true,
      attributeFilter: ['data-look'],
    })
    look()
  })
}

const seenSoFar = async (page: Page): Promise<number> =>
  Number.parseInt(await page.getByTestId('progress').innerText(), 10)

for (let repetition = 1; repetition <= REPETITIONS; repetition++) {
  test(`${EGGS} eggs by themselves, the browser killed among them, none lost (${repetition})`, async ({
    baseURL,
  }, info) => {
    const folder = await mkdtemp(join(tmpdir(), 'perlumen-night-'))
    const film = join(folder, 'eggs.mjpeg')
    const seed = process.env['PERLUMEN_SEED'] ?? String(Date.now())
    const killAt = Math.floor(createRandom(`kill/${seed}`).between(3, EGGS - 5))
    console.log(`  seed ${seed}: killed at egg ${killAt}`)
    const launchArgs = info.project.use.launchOptions!.args!
    const fake = [
      '--use-fake-ui-for-media-stream',
      '--use-fake-device-for-media-stream',
      `--use-file-for-fake-video-capture=${film}`,
    ]
    const open: RealBrowser[] = []
    const start = async (): Promise<RealBrowser> => {
      const browser = await startBrowser(join(folder, 'profile'), baseURL!, fake, launchArgs)
      open.push(browser)
      return browser
    }
    try {
      await writeLampFilm({
        path: film,
        seed: `night-${repetition}`,
        eggs: 10,
        widthPx: 640,
        heightPx: 480,
        onMs: 1000 * SECONDS_AN_EGG - 700,
        gapMs: 700,
        ageDays: AGE_DAYS,
      })
      const acknowledged = new Set<string>()
      const first = await start()
      await beginNight(first.page, baseURL!, { eggs: EGGS })
      await hearAcknowledged(first.page, acknowledged)
      await expect
        .poll(() => seenSoFar(first.page), { intervals: [60], timeout: EVENING_MS })
        .toBeGreaterThanOrEqual(killAt)
      await first.kill()
      const before = new Set(acknowledged)
      expect(before.size).toBeGreaterThanOrEqual(killAt - 1)

      const { page } = await start()
      await page.goto(`${baseURL}#/sets/night/candle`)
      await expect(page.getByTestId('session')).toBeVisible()
      const kept = new Map((await bookOnDisk(page)).looks.map((look) => [look.id, look]))
      expect([...before].filter((id) => !kept.get(id)?.photo)).toEqual([])
      await hearAcknowledged(page, acknowledged)
      await expect(page.getByTestId('step')).toBeVisible({ timeout: EVENING_MS })
      const { looks } = await bookOnDisk(page)
      const standing = looks.filter((look) => !look.replaced)
      expect([...acknowledged].filter((id) => !looks.some((look) => look.id === id && look.photo))).toEqual(
        [],
      )
      expect(new Set(standing.map((look) => look.eggId)).size).toBe(EGGS)
      expect(standing).toHaveLength(EGGS)
    } finally {
      for (const browser of open) await browser.kill()
      await rm(folder, { recursive: true, force: true, maxRetries: 5 })
    }
  })
}
