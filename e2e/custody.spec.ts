import { readFile, writeFile } from 'node:fs/promises'
import type { Page } from '@playwright/test'
import { expect, test } from './test.ts'
import { nameOfBook } from './book-on-disk.ts'
import { openWholeDemo, takeOut } from './hatchery.ts'

const message = (page: Page) => page.getByTestId('records-message')
const sizes = (page: Page) => page.locator('main h1 + p')

test('a bundle replaces what is here, whole; a damaged one changes nothing', async ({ page }, info) => {
  await openWholeDemo(page)
  const bundle = await takeOut(page)
  const before = await sizes(page).innerText()
  await page.getByTestId('bundle-input').setInputFiles(bundle)
  await page.getByRole('button', { name: 'Replace' }).click()
  await expect(message(page)).toContainText('brought in')
  await expect(sizes(page)).toHaveText(before)
  await page.reload()
  await expect(sizes(page)).toHaveText(before)
  await page.goto('/#/sets/demo-freckle')
  await expect(page.getByTestId('looks').locator('tbody tr').first()).toBeVisible()

  // Two thousand bytes of a photograph inverted: named, and the rest is offered.
  const bytes = await readFile(bundle)
  // Three bytes alone may stand in a packed file by chance.
  const at = bytes.indexOf(Buffer.from([0xff, 0xd8, 0xff, 0xe0, 0x00, 0x10, 0x4a, 0x46, 0x49, 0x46]))
  expect(at).toBeGreaterThan(0)
  for (let i = 0; i < 2000; i++) bytes[at + 300 + i] = bytes[at + 300 + i]! ^ 0xff
  const damaged = info.outputPath('damaged.zip')
  await writeFile(damaged, bytes)
  await page.goto('/#/records')
  await page.getByTestId('bundle-input').setInputFiles(damaged)
  await expect(message(page)).toContainText('is damaged. Nothing was changed.')
  await expect(sizes(page)).toHaveText(before)
  await page.getByRole('button', { name: 'Bring in all that is sound' }).click()
  await page.getByRole('button', { name: 'Replace' }).click()
  await expect(message(page)).toContainText('1 look without a photograph')

  // A photograph that is gone keeps nothing else from being saved, and is named.
  await takeOut(page)
  await expect(message(page)).toContainText('One photograph is gone from this browser')
  await expect(message(page).getByRole('listitem')).toHaveText(/, egg \d+, \d{4}-/)
})

test('a record that cannot be read is named and put right; everything else opens', async ({ page }) => {
  await openWholeDemo(page)
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
  const aside = page.getByTestId('set-aside')
  await expect(aside.first()).toContainText('Egg 3')
  await expect(aside.first()).toContainText('weight in grams must be at most 500, not 5800.')
  // A bundle is whole all the same, and comes back as it is.
  const bundle = await takeOut(page)
  await page.getByTestId('bundle-input').setInputFiles(bundle)
  await page.getByRole('button', { name: 'Replace' }).click()
  await expect(message(page)).toContainText('brought in')
  await aside.first().getByLabel('weight in grams').fill('58')
  await aside.first().getByRole('button', { name: 'Put it right' }).click()
  await expect(message(page)).toContainText('Put right')
  await expect(aside).toHaveCount(0)
})

test('storage that is cleared under the running program is noticed, and what is in memory is written back', async ({
  page,
}) => {
  await openWholeDemo(page)
  const session = await page.context().newCDPSession(page)
  const { origin } = new URL(page.url())
  await session.send('Storage.clearDataForOrigin', { origin, storageTypes: 'indexeddb' })
  await expect(page.getByTestId('storage-gone')).toBeVisible({ timeout: 30_000 })
  await page.getByRole('button', { name: 'Write back what is here' }).click()
  await expect(page.getByTestId('storage-gone')).toBeHidden()
  await page.reload()
  await expect(page.getByRole('heading', { name: 'Beacon hens, spring set' })).toBeVisible()
  await page.goto('/#/records')
  await expect(sizes(page)).toContainText('7 sets')
})
