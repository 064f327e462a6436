import type { Page } from '@playwright/test'
import { writeBundle } from '../src/contracts/files/bundle.ts'
import { newEgg } from '../src/contracts/records/egg-state.ts'
import { recordsAlone, sampleRecords } from '../src/contracts/records/sample-records.ts'
import { newTray } from '../src/contracts/records/tray-record.ts'
import { verdictShown } from './hatchery.ts'
import { choose } from './kit.ts'
import { expect, ownBrowserTest as test } from './test.ts'

/** A set in two trays of four: one is photographed, the other looked at by eye; its season ends in one table. */
const SET_AT = '2026-03-01T08:00:00.000Z'
const onDay = (day: number): Date => new Date(Date.parse(SET_AT) + day * 86_400_000 + 11 * 3_600_000)

async function twoTrays(): Promise<Buffer> {
  const records = sampleRecords()
  const [set] = records.sets
  const trays = ['Tray 1', 'Tray 2'].map((name, i) =>
    newTray({ id: `tray-${i + 1}`, name, incubatorId: 'incubator-1', rows: 1, columns: 4 }),
  )
  const eggs = trays.flatMap((tray, t) =>
    [0, 1, 2, 3].map((column) =>
      newEgg({
        id: `egg-${4 * t + column + 1}`,
        setId: set!.id,
        number: 4 * t + column + 1,
        place: { trayId: tray.id, row: 0, column },
      }),
    ),
  )
  const two = { ...set!, setAt: SET_AT, policy: 'first-sight' as const, trayIds: trays.map(({ id }) => id) }
  const source = recordsAlone({ ...records, trays, eggs, looks: [], sets: [{ ...two, trays }] })
  const { file } = await writeBundle(source)
  return Buffer.from(await file.arrayBuffer())
}
const current = (page: Page) => page.getByTestId('current-egg')
async function photographed(page: Page, place: string, file: string, key: string): Promise<void> {
  await expect(current(page)).toContainText(place)
  await page.getByTestId('file-input').setInputFiles(`fixtures/photos/${file}`)
  await verdictShown(page)
  await page.keyboard.press(key)
  await expect(current(page)).not.toContainText(place)
}
async function seen(page: Page, place: string, key: string): Promise<void> {
  await expect(current(page)).toContainText(place)
  await page.keyboard.press(key)
  await expect(current(page)).not.toContainText(place)
}

test('one tray with photographs and one by eye: a removal list, a hatch and a table of both', async ({
  page,
}) => {
  await page.clock.install({ time: onDay(10) })
  await page.goto('/#/records')
  await page
    .getByTestId('bundle-input')
    .setInputFiles({ name: 'two.zip', mimeType: 'application/zip', buffer: await twoTrays() })
  await expect(page.getByTestId('records-message')).toContainText('imported')

  // Tray 1 from photographs: two live, one is clear, one has a ring. What the candler presses holds.
  await page.goto('/#/sets/set-1/bench')
  await page.getByRole('radio', { name: 'Files' }).check()
  await photographed(page, 'Tray 1, A1', 'p-0001.jpg', '1')
  await photographed(page, 'Tray 1, A2', 'p-0009.jpg', '2')
  await photographed(page, 'Tray 1, A3', 'p-0003.jpg', '3')
  await photographed(page, 'Tray 1, A4', 'p-0027.jpg', '1')
  // Tray 2 by eye: three live, one is clear.
  const byEye = page.getByRole('radio', { name: 'By eye' })
  await byEye.click()
  await expect(byEye).toBeChecked()
  await current(page).click()
  for (const [place, key] of [
    ['A1', '1'],
    ['A2', '2'],
    ['A3', '1'],
  ] as const)
    await seen(page, `Tray 2, ${place}`, key)
  await page.keyboard.press('1')

  // Both trays on one list: the two clear ones and the ring.
  await page.goto('/#/sets/set-1/removal')
  const list = page.getByTestId('removal-list')
  await expect(list.getByRole('listitem')).toHaveCount(3)
  for (const place of ['Tray 1, A2', 'Tray 1, A3', 'Tray 2, A2']) {
    await page.getByRole('button', { name: `Remove ${place}`, exact: true }).click()
    await page.getByRole('dialog').getByRole('button', { name: 'Removed' }).click()
    await expect(page.getByRole('dialog')).toBeHidden()
  }
  // One that was seen alive is dropped: two presses, the egg and the reason.
  await page.getByTestId('eggs-at-hand').getByRole('button', { name: 'Tray 2, A4 leaves' }).click()
  await page.getByRole('button', { name: 'dropped or broken' }).click()
  await expect(page.getByTestId('egg-account')).toContainText(
    '8 eggs set: 4 in the tray + 3 dead or clear + 1 lost to handling.',
  )

  // Day 21: three are out.
  await page.clock.setSystemTime(onDay(21))
  await page.goto('/#/sets/set-1/hatch')
  await page.reload()
  await page.getByRole('button', { name: /^Start lockdown/ }).click()
  const tray = (name: string) => page.getByRole('group', { name, exact: true })
  for (const [name, place] of [
    ['Tray 1', 'A1'],
    ['Tray 1', 'A4'],
    ['Tray 2', 'A1'],
  ] as const) {
    const egg = tray(name).getByRole('button', { name: new RegExp(`^${place}: `) })
    await egg.click()
    await expect(egg).toHaveAccessibleName(`${place}: pipped 0 h ago`)
    await egg.click()
    await expect(egg).toHaveAccessibleName(`${place}: out`)
  }

  // Day 24: all are opened. Of the two that were called clear one had begun.
  await page.clock.setSystemTime(onDay(24))
  await page.reload()
  await page.getByRole('button', { name: /^Close the set/ }).click()
  const breakout = page.getByTestId('breakout')
  const open = async (place: string, what: string, more?: () => Promise<void>): Promise<void> => {
    await breakout.getByRole('button', { name: place, exact: true }).click()
    await choose(breakout.getByLabel('What was inside'), what)
    await more?.()
    await breakout.getByRole('button', { name: 'Save, next egg' }).click()
    await expect(breakout.getByRole('button', { name: place, exact: true })).toBeHidden()
  }
  await open('Tray 2, A3', 'Died later, an embryo', () => breakout.getByLabel(/^Died about day/).fill('18'))
  await open('Tray 1, A3', 'Died early, blood ring')
  await open('Tray 1, A2', 'Infertile', () =>
    breakout.getByRole('radio', { name: /^a small dense spot/ }).click(),
  )
  await open('Tray 2, A2', 'Infertile', () =>
    breakout.getByRole('radio', { name: /^a ring with a clear middle/ }).click(),
  )

  // On paper: 8 set, 1 dropped, 7 count. Called clear 2, so 5 of 7 by candling. Opened: 1 was never fertile, 6 of 7 were.
  // 3 hatched of 7 set and of 6 fertile. Lost of the 6: the ring and the one that had begun early, one late.
  const row = (words: string) => page.getByTestId('results').getByRole('row').filter({ hasText: words })
  await expect(row('Fertile, by candling')).toContainText('5 of 7')
  await expect(row('Hatched, of the set')).toContainText('3 of 7')
  await expect(row('Hatched, of the fertile')).toContainText('3 of 6')
  await expect(row('died in the first third')).toContainText('2 of 6')
  await expect(row('died in the second third')).toContainText('0 of 6')
  await expect(row('died in the last third')).toContainText('1 of 6')

  // What is empty is to be washed, and is noted so.
  await page.goto('/#/')
  await page.getByTestId('cleaning-due').getByRole('button', { name: 'Done' }).click()
  await expect(page.getByTestId('cleaning-due')).toBeHidden()
  await page.goto('/#/incubators/incubator-1')
  await expect(page.getByTestId('log')).toContainText('washed and disinfected')
})
