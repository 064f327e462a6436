import type { Locator, Page } from '@playwright/test'
import { expect, test } from './test.ts'
import sharp from 'sharp'
import { nameOfBook } from './book-on-disk.ts'
import { openBench, openBeacon, verdictShown } from './hatchery.ts'
import { choose as chooseInList } from './kit.ts'

/** Fixture photographs side by side and below each other, as a tray under one camera. */
async function trayPhoto(names: readonly string[], columns: number): Promise<Buffer> {
  const size = 640
  const tiles = await Promise.all(
    names.map((name) =>
      sharp(`fixtures/photos/${name}.jpg`)
        .resize(size, size, { fit: 'contain', background: '#000' })
        .toBuffer(),
    ),
  )
  return sharp({
    create: {
      width: columns * size,
      height: Math.ceil(names.length / columns) * size,
      channels: 3,
      background: '#000',
    },
  })
    .composite(
      tiles.map((input, i) => ({ input, left: (i % columns) * size, top: Math.floor(i / columns) * size })),
    )
    .jpeg({ quality: 92 })
    .toBuffer()
}

async function choose(page: Page, files: Parameters<Locator['setInputFiles']>[0]): Promise<void> {
  await page.getByTestId('file-input').setInputFiles(files)
}

/** The made-up hatchery callipers all its eggs: takes their sizes off the records. */
async function forgetCallipers(page: Page): Promise<void> {
  await page.evaluate(
    (book) =>
      new Promise<void>((resolve, reject) => {
        const opening = indexedDB.open(book)
        opening.onerror = () => reject(new Error('The records cannot be opened.'))
        opening.onsuccess = () => {
          const change = opening.result.transaction('eggs', 'readwrite')
          change.oncomplete = () => {
            opening.result.close()
            resolve()
          }
          change.objectStore('eggs').openCursor().onsuccess = (event) => {
            const cursor = (event.target as IDBRequest<IDBCursorWithValue | null>).result
            if (!cursor) return
            const egg = cursor.value as { events: Array<{ kind: string }> }
            cursor.update({ ...egg, events: egg.events.filter(({ kind }) => kind !== 'callipered') })
            cursor.continue()
          }
        }
      }),
    await nameOfBook(page),
  )
  await page.reload()
}

test.beforeEach(async ({ page }) => {
  await openBeacon(page)
  await openBench(page)
  await page.getByRole('radio', { name: 'Files' }).check()
})

test('lines are moved by keyboard and by hand, kept beside the measured ones, and taken back', async ({
  page,
}) => {
  await choose(page, 'fixtures/photos/p-0005.jpg')
  await verdictShown(page)
  await page.keyboard.press('e')
  const depth = page.locator('[data-figure="Air cell depth"]')
  const before = Number.parseFloat(await depth.innerText())
  const end = page.getByRole('slider', { name: 'Edge of the air cell, left' })
  await end.focus()
  const way = await page.evaluate(() => {
    const at = (key: string): DOMRect =>
      document.querySelector(`[data-handle="${key}"] .dot`)!.getBoundingClientRect()
    const [blunt, small] = [at('blunt'), at('small')]
    const [dx, dy] = [small.x - blunt.x, small.y - blunt.y]
    return Math.abs(dx) > Math.abs(dy)
      ? dx > 0
        ? 'ArrowRight'
        : 'ArrowLeft'
      : dy > 0
        ? 'ArrowDown'
        : 'ArrowUp'
  })
  for (let i = 0; i < 2; i++) await page.keyboard.press(`Shift+${way}`)
  const moved = Number.parseFloat(await depth.innerText())
  expect(moved).toBeGreaterThan(before + 1)

  const pole = (await page.locator('[data-handle="small"] .dot').boundingBox())!
  await page.mouse.move(pole.x + pole.width / 2, pole.y + pole.height / 2)
  await page.mouse.down()
  await page.mouse.move(pole.x + pole.width / 2 + 12, pole.y + pole.height / 2 - 9, { steps: 4 })
  await page.mouse.up()
  await page.keyboard.press('Enter')
  await expect(page.getByText('Air cell depth, by hand')).toBeVisible()
  await expect(page.getByTestId('measured-before')).toContainText('Measured: shadow')

  await page.reload()
  await page.getByRole('button', { name: /^A1/ }).click()
  await expect(page.getByText('Air cell depth, by hand')).toBeVisible()
  await page.keyboard.press('z')
  await expect(page.getByText('Air cell depth, by hand')).toHaveCount(0)
})

test('sizes are relative until a scale is known; a marked collar gives one', async ({ page }) => {
  await forgetCallipers(page)
  await openBench(page)
  await page.getByRole('radio', { name: 'Files' }).check()
  await choose(page, 'fixtures/photos/p-0005.jpg')
  await verdictShown(page)
  await expect(page.getByTestId('size')).toContainText('Sizes are relative')
  await page.keyboard.press('e')
  await page.getByRole('button', { name: 'Mark the collar' }).click()
  await page.getByLabel('Collar, across').fill('900')
  await page.getByLabel('Collar, across').press('Tab')
  await expect(page.getByTestId('problem')).toContainText('5 to 200 mm')
  // Lines under way are not lost by a stray touch on another egg.
  await page.getByRole('button', { name: /^B2/ }).click()
  await expect(page.getByRole('heading', { name: 'Lines by hand' })).toBeVisible()
  await page.getByLabel('Collar, across').fill('30')
  await page.getByLabel('Collar, across').press('Tab')
  await page.getByRole('button', { name: /^Save lines/ }).click()
  await expect(page.getByTestId('size')).toContainText('scale: the collar')
  await page.reload()
  await page.getByRole('button', { name: /^A1/ }).click()
  await expect(page.getByTestId('size')).toContainText('scale: the collar')
})

test('several eggs in one picture are placed in the tray, and kept together only when confirmed', async ({
  page,
}) => {
  const picture = {
    name: 'tray.jpg',
    mimeType: 'image/jpeg',
    buffer: await trayPhoto(['p-0005', 'p-0027', 'p-0009', 'p-0023'], 2),
  }
  await choose(page, picture)
  await expect(page.getByTestId('several')).toHaveText('4 eggs in this picture')
  await expect(page.getByRole('button', { name: 'A1, egg 1: no look yet' })).toBeVisible()
  await expect(page.getByLabel('Egg 3', { exact: true })).toHaveText('B1, egg 5')
  await page.keyboard.press('Escape')
  await expect(page.getByTestId('several')).toHaveCount(0)

  await choose(page, picture)
  await chooseInList(page.getByLabel('Egg 4', { exact: true }), 'none: do not save')
  await page.getByRole('button', { name: /^Keep 3 looks/ }).click()
  await expect(page.getByRole('button', { name: /^B1, egg 5: .* suggested, not yet decided/ })).toBeVisible()
  await expect(page.getByRole('button', { name: 'B2, egg 6: no look yet' })).toBeVisible()
  await page.keyboard.press('z')
  await expect(page.getByRole('button', { name: 'B1, egg 5: no look yet' })).toBeVisible()
})

test('what speaks for a grade is marked in the picture, by one key, and goes with the egg', async ({
  page,
}) => {
  await choose(page, 'fixtures/photos/p-0008.jpg')
  await verdictShown(page)
  await page.keyboard.press('w')
  await expect(page.locator('[data-part="speaking"] path').first()).toBeAttached()
  await expect(page.getByTestId('speaking')).toContainText('this part looks like a blood ring')
  await page.keyboard.press('w')
  await expect(page.locator('[data-part="speaking"]')).toBeHidden()
  await page.keyboard.press('w')
  await expect(page.getByTestId('speaking')).toBeVisible()
  await page.keyboard.press('Enter')
  await expect(page.getByTestId('current-egg')).toHaveText('A2, egg 2')
  await expect(page.getByTestId('speaking')).toBeHidden()
})
