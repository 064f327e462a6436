import { isPictured } from '../src/contracts/records/look-record.ts'
import { readFile } from 'node:fs/promises'
import type { Page } from '@playwright/test'
import { readEggs } from '../src/cli/read-eggs.ts'
import { readBundle } from '../src/contracts/files/read-bundle.ts'
import { usualStage } from '../src/core/planning/incubation/timetable.ts'
import { expect, test } from './test.ts'
import { openBench, openBeacon, exportBundle, verdictShown } from './hatchery.ts'

const photo = (name: string): string => `fixtures/photos/${name}`

async function choose(
  page: Page,
  files: Parameters<ReturnType<Page['getByTestId']>['setInputFiles']>[0],
): Promise<void> {
  await page.getByTestId('file-input').setInputFiles(files)
}

test.beforeEach(async ({ page }) => {
  await openBeacon(page)
  await openBench(page)
  await page.getByRole('radio', { name: 'Files' }).check()
})

test('one file is this egg’s; several go to the waiting eggs in the order of their names', async ({
  page,
}) => {
  await choose(page, photo('p-0005.jpg'))
  await verdictShown(page)
  await page.keyboard.press('Enter')
  await expect(page.getByTestId('current-egg')).toHaveText('A2, egg 2')
  const diary = { name: 'z diary.jpg', mimeType: 'image/jpeg', buffer: Buffer.from('Dear diary') }
  await choose(
    page,
    await Promise.all(
      ['p-0027.jpg', 'p-0009.jpg', 'p-0023.jpg'].map(async (name) => ({
        name,
        mimeType: 'image/jpeg',
        buffer: await readFile(photo(name)),
      })),
    ).then((eggs) => [diary, ...eggs]),
  )
  // Chosen meanwhile: it waits for its turn.
  await page.getByTestId('file-input').setInputFiles({ ...diary, name: 'second diary.jpg' })
  const outcomes = page.getByTestId('file-outcomes')
  await expect(outcomes).toContainText('3 of 5 files saved. 2 files not saved:')
  await expect(outcomes.getByRole('listitem').first()).toHaveText(/^z diary.jpg This is not a photograph/)
  await page.keyboard.press('Escape')
  await expect(outcomes).toBeHidden()
  await expect(
    page.getByRole('button', { name: 'A2, egg 2: Clear suggested, not yet decided' }),
  ).toBeVisible()
  await expect(
    page.getByRole('button', { name: 'A4, egg 4: Developing suggested, not yet decided' }),
  ).toBeVisible()
  await expect(page.getByRole('button', { name: 'B1, egg 5: no look yet' })).toBeVisible()
})

test('a photograph that calls itself something else is read by what it is', async ({ page }) => {
  await choose(page, { name: 'egg.txt', mimeType: 'text/plain', buffer: await readFile(photo('p-0009.jpg')) })
  await verdictShown(page)
  await page.reload()
  await expect(page.getByRole('button', { name: /^A1, egg 1: .*suggested/ })).toBeVisible()
  await page.getByRole('radio', { name: 'Files' }).check()
})

test('what is no photograph of an egg gets a sentence and leaves no record', async ({ page }) => {
  const cut = (await readFile(photo('p-0004.jpg'))).subarray(0, 300)
  const cases: Array<[string, string, Buffer, RegExp]> = [
    ['diary.jpg', 'image/jpeg', Buffer.from('Dear diary, today I set twelve eggs.'), /not a photograph/],
    ['cut.jpg', 'image/png', cut, /damaged or incomplete/],
    [
      'dot.png',
      'image/png',
      Buffer.from(
        'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==',
        'base64',
      ),
      /too small/,
    ],
  ]
  for (const [name, mimeType, buffer, sentence] of cases) {
    await choose(page, { name, mimeType, buffer })
    await expect(page.getByTestId('problem')).toContainText(sentence)
    await expect(page.getByTestId('problem')).toContainText('Nothing was saved')
  }
  await expect(page.getByRole('button', { name: 'A1, egg 1: no look yet' })).toBeVisible()
})

test('a bad bundle changes nothing and says what is wrong', async ({ page }) => {
  await page.goto('/#/records')
  await expect(page.getByText(/^1 set/).first()).toBeVisible()
  await page
    .getByTestId('bundle-input')
    .setInputFiles({ name: 'x.zip', mimeType: 'application/zip', buffer: Buffer.from('PK nonsense') })
  await expect(page.getByTestId('records-message')).toContainText(
    'not a ZIP file, or it is damaged. Nothing was changed.',
  )
  await page.goto('/#/')
  await expect(page.getByRole('heading', { name: 'Beacon hens, spring set' })).toBeVisible()
})

test('a photograph is read in the browser as it is on the command line', async ({ page }) => {
  const names = ['p-0001.jpg', 'p-0008.jpg', 'p-0018.jpg']
  await choose(page, names.map(photo))
  await expect(page.getByTestId('file-outcomes')).toContainText('3 files saved')
  const { records } = await readBundle(new Blob([await readFile(await exportBundle(page))]), 'UTC')
  const looks = records.looks
    .filter((look) => look.source === 'file')
    .sort((a, b) => a.takenAt.localeCompare(b.takenAt))
  expect(looks).toHaveLength(names.length)
  for (const [i, look] of looks.filter(isPictured).entries()) {
    const { reading } = await readEggs(await readFile(photo(names[i]!)), {
      species: 'chicken',
      stage: usualStage('chicken', look.ageDays),
    })
    if (reading.kind === 'rejected') throw new Error(reading.why)
    const [egg] = reading.eggs
    expect(look.reading.lengthPx / egg!.lengthPx).toBeCloseTo(1, 3)
    expect(look.reading.airCell!.depth.value).toBeCloseTo(egg!.airCell!.depth.value, 3)
    expect(look.reading.shadow.area.value).toBeCloseTo(egg!.shadow.area.value, 2)
  }
})
