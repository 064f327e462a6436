import { mkdtemp, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { expect, test, type Page } from '@playwright/test'
import { writeBundle } from '../src/contracts/bundle.ts'
import { newHatchery } from '../src/contracts/hatchery-record.ts'
import { RECORDS_VERSION } from '../src/contracts/records.ts'
import { plainEgg, type SetRecord } from '../src/contracts/set-record.ts'
import { createRandom } from '../src/core/random/random.ts'
import { placesInOrder } from '../src/core/tray/layout.ts'
import { writeLampFilm } from './lamp-film.ts'
import { startBrowser, type RealBrowser } from './real-browser.ts'

const ROWS = 6
const COLUMNS = 10
const EGGS = ROWS * COLUMNS
const AGE_DAYS = 9
/** More of them are asked for by hand: PERLUMEN_REPETITIONS=20 npx playwright test hands-free */
const REPETITIONS = Number(process.env['PERLUMEN_REPETITIONS'] ?? 1)
const SECONDS_AN_EGG = 1.8

/** A set of sixty eggs as a file to bring in. */
function bundleOfSixty(): Buffer {
  const setAt = new Date(Date.now() - AGE_DAYS * 86_400_000).toISOString()
  const hatchery = newHatchery('UTC')
  const set: SetRecord = {
    id: 'sixty', name: 'Lighthouse sixty', species: 'chicken', breed: 'Holm Beacon', shell: 'tinted', setAt, policy: 'second-look',
    plan: { school: 'weekly', ownDays: [], dayCount: 'elapsed', turningStop: 'usual', incubationDays: null, delayHours: 0, turnsADay: null },
    trays: [{ id: 'tray', name: 'Tray 1', incubatorId: hatchery.incubators[0]!.id, rows: ROWS, columns: COLUMNS, numbering: 'letter-rows' }],
    batches: [], done: [{ key: 'set', at: setAt }], temperatures: [], notes: '',
  }
  const eggs = placesInOrder(set.trays[0]!).map((place, i) => plainEgg({ id: `egg-${i + 1}`, setId: set.id, number: i + 1, place: { trayId: 'tray', ...place } }))
  return Buffer.from(writeBundle({ records: { format: 'perlumen-records', version: RECORDS_VERSION, exportedAt: setAt, hatchery, sets: [set], eggs, looks: [], sessions: [] }, photos: new Map() }))
}

/** Looks in the browser's storage by id, each with its egg and whether its photograph is there. */
function looksOnDisk(page: Page): Promise<Array<{ id: string; eggId: string; replaced: boolean; photo: boolean }>> {
  return page.evaluate(async () => {
    const database = await new Promise<IDBDatabase>((resolve, reject) => {
      const request = indexedDB.open('perlumen')
      request.onsuccess = () => resolve(request.result)
      request.onerror = () => reject(request.error ?? new Error('not opened'))
    })
    const all = <T>(store: string, keys: boolean): Promise<T[]> => new Promise((resolve, reject) => {
      const table = database.transaction(store).objectStore(store)
      const request = (keys ? table.getAllKeys() : table.getAll()) as IDBRequest<T[]>
      request.onsuccess = () => resolve(request.result)
      request.onerror = () => reject(request.error ?? new Error('not read'))
    })
    const looks = await all<{ id: string; eggId: string; replaced: boolean; photo: { id: string } }>('looks', false)
    const photos = new Set(await all<string>('photos', true))
    database.close()
    return looks.map(({ id, eggId, replaced, photo }) => ({ id, eggId, replaced, photo: photos.has(photo.id) }))
  })
}

/** Hears of each look the moment the screen acknowledges it. */
async function hearAcknowledged(page: Page, acknowledged: Set<string>): Promise<void> {
  await page.exposeFunction('perlumenAcknowledged', (id: string) => acknowledged.add(id))
  await page.evaluate(() => {
    const tell = (globalThis as unknown as { perlumenAcknowledged: (id: string) => void }).perlumenAcknowledged
    const look = (): void => {
      const id = document.querySelector<HTMLElement>('[data-testid="session"]')?.dataset['look']
      if (id) tell(id)
    }
    new MutationObserver(look).observe(document.body, { subtree: true, childList: true, attributes: true, attributeFilter: ['data-look'] })
    look()
  })
}

const seenSoFar = async (page: Page): Promise<number> => Number.parseInt(await page.getByTestId('progress').innerText(), 10)

for (let repetition = 1; repetition <= REPETITIONS; repetition++) {
  test(`sixty eggs by themselves, the browser killed among them, none lost (${repetition})`, async ({ baseURL }, info) => {
    test.setTimeout(EGGS * SECONDS_AN_EGG * 1000 * 3 + 120_000)
    const folder = await mkdtemp(join(tmpdir(), 'perlumen-night-'))
    const film = join(folder, 'eggs.mjpeg')
    const seed = process.env['PERLUMEN_SEED'] ?? String(Date.now())
    const killAt = Math.floor(createRandom(`kill/${seed}`).between(3, EGGS - 5))
    console.log(`  seed ${seed}: killed at egg ${killAt}`)
    const launchArgs = info.project.use.launchOptions!.args!
    const fake = ['--use-fake-ui-for-media-stream', '--use-fake-device-for-media-stream', `--use-file-for-fake-video-capture=${film}`]
    const open: RealBrowser[] = []
    const start = async (): Promise<RealBrowser> => {
      const browser = await startBrowser(join(folder, 'profile'), baseURL!, fake, launchArgs)
      open.push(browser)
      return browser
    }
    try {
      await writeLampFilm({ path: film, seed: `night-${repetition}`, eggs: 10, widthPx: 640, heightPx: 480, onMs: 1000 * SECONDS_AN_EGG - 700, gapMs: 700, ageDays: AGE_DAYS })
      const acknowledged = new Set<string>()
      const first = await start()
      await first.page.goto(`${baseURL}#/records`)
      await first.page.getByTestId('bundle-input').setInputFiles({ name: 'sixty.zip', mimeType: 'application/zip', buffer: bundleOfSixty() })
      await expect(first.page.getByTestId('records-message')).toBeVisible()
      await first.page.goto(`${baseURL}#/sets/sixty/candle`)
      await expect(first.page.getByText('Before the first egg')).toBeVisible()
      await first.page.getByLabel('This device’s camera').check()
      // Five things made ready, begin, lid off, lid on: one key.
      for (let i = 0; i < 8; i++) {
        await first.page.keyboard.press(' ')
        await first.page.waitForTimeout(150)
      }
      await hearAcknowledged(first.page, acknowledged)
      await expect.poll(() => seenSoFar(first.page), { timeout: 200_000, intervals: [60] }).toBeGreaterThanOrEqual(killAt)
      await first.kill()
      const before = new Set(acknowledged)
      expect(before.size).toBeGreaterThanOrEqual(killAt - 1)

      const { page } = await start()
      await page.goto(`${baseURL}#/sets/sixty/candle`)
      await expect(page.getByTestId('session')).toBeVisible()
      const kept = new Map((await looksOnDisk(page)).map((look) => [look.id, look]))
      expect([...before].filter((id) => !kept.get(id)?.photo)).toEqual([])
      await hearAcknowledged(page, acknowledged)
      await expect(page.getByTestId('step')).toBeVisible({ timeout: 400_000 })
      const looks = await looksOnDisk(page)
      const standing = looks.filter((look) => !look.replaced)
      expect([...acknowledged].filter((id) => !looks.some((look) => look.id === id && look.photo))).toEqual([])
      expect(new Set(standing.map((look) => look.eggId)).size).toBe(EGGS)
      expect(standing).toHaveLength(EGGS)
    } finally {
      for (const browser of open) await browser.kill()
      await rm(folder, { recursive: true, force: true, maxRetries: 5 })
    }
  })
}
