import { readFile, writeFile } from 'node:fs/promises'
import type { Page } from '@playwright/test'
import sharp from 'sharp'
import { expect, test } from './test.ts'
import { withBackupFolder } from './backup-folder.ts'
import { nameOfBook } from './book-on-disk.ts'
import { openBench, openDemo, exportBundle, verdictShown } from './hatchery.ts'
import { choose } from './kit.ts'

const message = (page: Page) => page.getByTestId('records-message')
const sizes = (page: Page) => page.locator('main h1 + p')

/** What lies in a folder of the browser's private one. */
function namesIn(page: Page, folder: string): Promise<string[]> {
  return page.evaluate(async (name) => {
    const handle = await (await navigator.storage.getDirectory()).getDirectoryHandle(name)
    const names: string[] = []
    for await (const one of (handle as unknown as { keys(): AsyncIterable<string> }).keys()) names.push(one)
    return names
  }, folder)
}

async function replaceAll(page: Page): Promise<void> {
  await page.getByRole('radio', { name: /^Replace/ }).check()
  await page.getByRole('button', { name: 'Replace' }).click()
}

test(
  'two tablets: what each noted comes together, without loss or doubles; what both wrote is asked',
  { tag: '@main' },
  async ({ page: one, browser, baseURL }) => {
    await openDemo(one)
    const other = await (await browser.newContext({ baseURL: baseURL! })).newPage()
    await openDemo(other)
    const edit = async (page: Page, name: string, photo: string): Promise<void> => {
      await page.goto('/#/hatchery')
      await page.getByLabel('Name', { exact: true }).first().fill(name)
      await page.getByLabel('Name', { exact: true }).first().press('Tab')
      await openBench(page)
      await page.getByRole('radio', { name: 'Files' }).check()
      await page.getByTestId('file-input').setInputFiles(`fixtures/photos/${photo}.jpg`)
      await verdictShown(page)
    }
    await edit(one, 'North room', 'p-0043')
    await edit(other, 'South room', 'p-0005')
    const bundle = await exportBundle(other)
    await one.goto('/#/records')
    const before = await sizes(one).innerText()
    await one.getByTestId('bundle-input').setInputFiles(bundle)
    await expect(one.getByTestId('what-changes')).toContainText('1 look comes')
    const asked = one.getByTestId('conflicts').getByRole('radiogroup')
    await expect(asked).toHaveCount(1)
    await expect(asked).toContainText('Hatchery settings')
    await expect(asked).toContainText('North room')
    await asked.getByLabel('South room').check()
    await one.getByRole('button', { name: 'Merge' }).click()
    await expect(message(one)).toContainText('Merged:')
    const looks = (text: string): number => Number(/(\d+) looks/.exec(text)![1])
    expect(looks(await sizes(one).innerText())).toBe(looks(before) + 1)
    await one.goto('/#/hatchery')
    await expect(one.getByLabel('Name', { exact: true }).first()).toHaveValue('South room')
    // Once more changes nothing, and nothing is asked again.
    await one.goto('/#/records')
    await one.getByTestId('bundle-input').setInputFiles(bundle)
    await expect(one.getByTestId('what-changes')).toContainText('nothing changes')
    await expect(one.getByText('Nothing to decide.')).toBeVisible()
  },
)

test('a bundle replaces what is here, whole; a damaged one changes nothing', async ({ page }, info) => {
  await openDemo(page)
  const bundle = await exportBundle(page)
  const before = await sizes(page).innerText()
  await page.getByTestId('bundle-input').setInputFiles(bundle)
  await replaceAll(page)
  await expect(message(page)).toContainText('imported')
  await expect(sizes(page)).toHaveText(before)
  await page.reload()
  await expect(sizes(page)).toHaveText(before)
  await page.goto('/#/sets/demo-freckle')
  await expect(page.getByTestId('looks').locator('tbody tr').first()).toBeVisible()

  // Two thousand bytes of a photograph inverted: named, and the rest is offered.
  const bytes = await readFile(bundle)
  // Three bytes alone may stand in a packed file by chance.
  const at = bytes.indexOf(Buffer.from([0xff, 0xd8, 0xff, 0xdb, 0x00, 0x43, 0x00]))
  expect(at).toBeGreaterThan(0)
  for (let i = 0; i < 2000; i++) bytes[at + 300 + i] = bytes[at + 300 + i]! ^ 0xff
  const damaged = info.outputPath('damaged.zip')
  await writeFile(damaged, bytes)
  await page.goto('/#/records')
  await page.getByTestId('bundle-input').setInputFiles(damaged)
  await expect(message(page)).toContainText('is damaged. Nothing was changed.')
  await expect(sizes(page)).toHaveText(before)
  await page.getByRole('button', { name: 'Import everything that is intact' }).click()
  await replaceAll(page)
  await expect(message(page)).toContainText('1 look without a photograph')

  // A photograph that is gone keeps nothing else from being saved, and is named.
  await exportBundle(page)
  await expect(message(page)).toContainText('One photograph is missing from this browser')
  await expect(message(page).getByRole('listitem')).toHaveText(/, egg \d+, \d{4}-/)
})

test('a record that cannot be read is named and put right; everything else opens', async ({ page }) => {
  await openDemo(page)
  // As earlier versions let it be typed: 5800 for 58.00.
  await page.evaluate(
    async (name) => {
      const database = await new Promise<IDBDatabase>((resolve) => {
        const opening = indexedDB.open(name)
        opening.onsuccess = () => resolve(opening.result)
      })
      await new Promise((resolve) => {
        const eggs = database.transaction('eggs', 'readwrite').objectStore('eggs')
        const asked = eggs.get('demo-beacon/demo-beacon-3')
        asked.onsuccess = () => {
          const egg = asked.result as { events: Array<{ kind: string }> }
          const events = egg.events.map((event) =>
            event.kind === 'weighed' ? { ...event, weightG: 5800 } : event,
          )
          eggs.put({ ...egg, events }, 'demo-beacon/demo-beacon-3').onsuccess = resolve
        }
      })
      database.close()
    },
    await nameOfBook(page),
  )
  await page.reload()
  await expect(page.getByRole('heading', { name: 'Beacon hens, spring set' })).toBeVisible()
  await page.getByTestId('aside-note').click()
  const quarantined = page.getByTestId('set-aside')
  await expect(quarantined.first()).toContainText('Egg 3')
  await expect(quarantined.first()).toContainText('weight in grams must be at most 500, not 5800.')
  // A bundle is whole all the same, and comes back as it is.
  const bundle = await exportBundle(page)
  await page.getByTestId('bundle-input').setInputFiles(bundle)
  await replaceAll(page)
  await expect(message(page)).toContainText('imported')
  await quarantined.first().getByLabel('weight in grams').fill('58')
  await quarantined.first().getByRole('button', { name: 'Repair' }).click()
  await expect(message(page)).toContainText('Repaired')
  await expect(quarantined).toHaveCount(0)
})

test('storage that is cleared under the running program is noticed, and what is in memory is written back', async ({
  page,
}) => {
  await openDemo(page)
  const session = await page.context().newCDPSession(page)
  const { origin } = new URL(page.url())
  await session.send('Storage.clearDataForOrigin', { origin, storageTypes: 'indexeddb' })
  await expect(page.getByTestId('storage-gone')).toBeVisible()
  await page.getByRole('button', { name: 'Restore from memory' }).click()
  await expect(page.getByTestId('storage-gone')).toBeHidden()
  await page.reload()
  await expect(page.getByRole('heading', { name: 'Beacon hens, spring set' })).toBeVisible()
  await page.goto('/#/records')
  await expect(sizes(page)).toContainText('7 sets')
})

test('backups go into a chosen folder, are read back, kept by rule, and looked at before they change anything', async ({
  page,
}) => {
  await withBackupFolder(page)
  await openDemo(page)
  await page.goto('/#/records')
  await expect(page.getByTestId('backup-age')).toContainText('No backup yet')
  await expect(page.getByTestId('backup-mark')).toContainText('no backup')
  await page.getByRole('button', { name: 'Choose a folder' }).click()
  await expect(page.getByTestId('backup-age')).toContainText('less than a day old')
  await expect(page.getByText('1 backup kept')).toBeVisible()
  // Two of one earlier day lie there: the later is enough. What is not this tablet's is left alone.
  const mark = (await namesIn(page, 'backups'))[0]!.slice(-12, -4)
  const others = ['letters.zip', 'perlumen-2026-01-03-090000-00000000.zip']
  await page.evaluate(
    async (names) => {
      const folder = await (await navigator.storage.getDirectory()).getDirectoryHandle('backups')
      for (const name of names) {
        const writing = await (await folder.getFileHandle(name, { create: true })).createWritable()
        await writing.write('no book')
        await writing.close()
      }
      // The program was ended while it wrote this one.
      await folder.getFileHandle(names.at(-1)!.replace('210000', '220000'), { create: true })
    },
    [...others, `perlumen-2026-01-03-080000-${mark}.zip`, `perlumen-2026-01-03-210000-${mark}.zip`],
  )
  await page.getByRole('button', { name: 'Back up now' }).click()
  await page.getByText('3 backups kept').click()
  await expect(page.getByTestId('backups').getByRole('listitem')).toHaveText([
    /^\d{4}-/,
    /^2026-01-03 21:00 /,
    /^2026-01-03 09:00, from another tablet/,
  ])
  const left = await namesIn(page, 'backups')
  expect(left).toEqual(expect.arrayContaining(others))
  expect(left).not.toContain(`perlumen-2026-01-03-080000-${mark}.zip`)
  expect(left).not.toContain(`perlumen-2026-01-03-220000-${mark}.zip`)
  // One that is no backup says so and changes nothing; the good one shows what it would change.
  await page.getByTestId('backups').getByRole('button', { name: 'Show' }).last().click()
  await expect(message(page)).toContainText('Nothing was changed')
  await page.getByTestId('backups').getByRole('button', { name: 'Show' }).first().click()
  // Sensors and alarms may have been noted since; nothing else has.
  await expect(page.getByTestId('what-changes')).toHaveText(
    /^(nothing changes\.|\d+ incubator logs? \(months?\) changes?)$/,
  )
  await page.getByRole('button', { name: 'Not now' }).click()
  // The folder is known again after a reload.
  await page.reload()
  await expect(page.getByText('Into the folder “backups”')).toBeVisible()
  // How old it is is seen from every page at the desk.
  await page.getByRole('link', { name: 'Today' }).click()
  await expect(page.getByTestId('backup-mark')).toContainText('< 1 d')
})

test('a backup that cannot be read back counts for nothing and takes no good one with it; leave to write is asked for again', async ({
  page,
}) => {
  await withBackupFolder(page)
  await openDemo(page)
  await page.goto('/#/records')
  await page.getByRole('button', { name: 'Choose a folder' }).click()
  await expect(page.getByTestId('backup-age')).toContainText('less than a day old')
  const good = await namesIn(page, 'backups')
  // A stick that loses the end of what is written to it.
  await page.evaluate(() => {
    const handle = FileSystemFileHandle.prototype
    const whole = handle.getFile
    handle.getFile = async function () {
      const file = await whole.call(this)
      return new File([file.slice(0, file.size / 2)], file.name)
    }
  })
  await page.getByRole('button', { name: 'Back up now' }).click()
  await expect(page.getByRole('alert').filter({ hasText: 'The backup did not work' })).toBeVisible()
  expect(await namesIn(page, 'backups')).toEqual(good)
  // The browser wants to hear it from a person again; who says no loses nothing.
  await page.reload()
  await page.addInitScript(() => {
    const answers = { queryPermission: async () => 'prompt', requestPermission: async () => 'denied' }
    Object.assign(FileSystemDirectoryHandle.prototype, answers)
  })
  await page.reload()
  await expect(page.getByText('The browser needs your permission to write there again')).toBeVisible()
  await page.getByRole('button', { name: 'Back up now' }).click()
  await expect(page.getByRole('alert').filter({ hasText: 'has no permission' })).toBeVisible()
  expect(await namesIn(page, 'backups')).toEqual(good)
})

test('a browser that writes to no folder hands a backup to the downloads by itself, once somebody asked for it', async ({
  page,
}) => {
  await page.addInitScript(() => Reflect.deleteProperty(globalThis, 'showDirectoryPicker'))
  await openDemo(page)
  await page.goto('/#/records')
  await expect(page.getByRole('button', { name: 'Choose a folder' })).toBeHidden()
  const rhythm = page.getByLabel('automatic')
  await expect(rhythm).toContainText('only when I ask')
  await choose(rhythm, 'daily')
  const [download] = await Promise.all([page.waitForEvent('download'), page.reload()])
  expect(download.suggestedFilename()).toMatch(/^perlumen-[\d-]+-[0-9a-f]{8}\.zip$/)
  await expect(page.getByTestId('backup-age')).toContainText('less than a day old')
})

test('a table of eggs goes through a spreadsheet and back: edits are shown, taken, and taken back', async ({
  page,
}, info) => {
  await openDemo(page)
  await page.goto('/#/records')
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Eggs as a table (CSV)' }).click(),
  ])
  const lines = (await readFile(await download.path(), 'utf8')).trim().split('\r\n')
  const [id, ...rest] = lines[1]!.split(',71.5,')
  expect(rest).toHaveLength(1)
  const edited = [lines[0], `${id},"70,2",${rest[0]!.replace(/^([^,]*,[^,]*,)/, '$1"=SUM(1)"')}`].join('\n')
  const file = info.outputPath('edited.csv')
  await writeFile(file, edited)
  await page.getByTestId('table-input').setInputFiles(file)
  await expect(page.getByTestId('table-edits').getByRole('listitem')).toHaveText([
    /egg 1, weight g:\s+71.5 becomes 70.2/,
    /egg 1, new note:\s+=SUM\(1\)/,
  ])
  await page.getByTestId('table-edits').getByRole('checkbox').last().uncheck()
  await page.getByRole('button', { name: 'Import 1 change' }).click()
  await expect(message(page)).toContainText('1 change imported')
  await page.getByTestId('table-input').setInputFiles(file)
  await expect(page.getByTestId('table-edits').getByRole('listitem')).toHaveCount(1)
  await page.getByRole('button', { name: 'Not now' }).click()
  const [zip] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'For other tools (CSV, COCO)' }).click(),
  ])
  expect((await readFile(await zip.path())).subarray(0, 2).toString()).toBe('PK')
})

test('photographs for other tools lose the camera’s time and place, and keep them where somebody wants it', async ({
  page,
}, info) => {
  const told = info.outputPath('told.jpg')
  await sharp('fixtures/photos/p-0043.jpg')
    .withExif({ IFD0: { Make: 'Skerry Lens' }, IFD3: { GPSLatitude: '51/1 0/1 0/1' } })
    .toFile(told)
  await openDemo(page)
  await openBench(page)
  await page.getByRole('radio', { name: 'Files' }).check()
  await page.getByTestId('file-input').setInputFiles(told)
  await verdictShown(page)
  await page.goto('/#/records')
  const handedOn = async (): Promise<Buffer> => {
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('button', { name: 'For other tools (CSV, COCO)' }).click(),
    ])
    return readFile(await download.path())
  }
  // Photographs lie in the ZIP file as they are, unpacked.
  expect((await handedOn()).includes('Skerry Lens')).toBe(false)
  await page.getByLabel('include the camera’s time and place').check()
  expect((await handedOn()).includes('Skerry Lens')).toBe(true)
})
