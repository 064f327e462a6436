import type { Page } from '@playwright/test'
import { expect, ownBrowserTest as test } from './test.ts'
import { choose } from './kit.ts'

/** A keeper's own season, kept without one photograph, from eggs that are in already to the report. */
const SET_AT = Date.parse('2026-03-18T09:00:00Z')
const onDay = (day: number, hour = 19): Date => new Date(SET_AT + day * 86_400_000 + (hour - 9) * 3_600_000)

async function comeBackOn(page: Page, day: number, path: string): Promise<void> {
  await page.clock.setSystemTime(onDay(day))
  await page.goto(path)
  await page.reload()
}
/** Eggs in the order in which they come, each with its keys; the rest develop. */
async function evening(page: Page, seen: ReadonlyArray<readonly [string, string]>): Promise<void> {
  const byEye = page.getByRole('radio', { name: 'By eye' })
  await byEye.click()
  await expect(byEye).toBeChecked()
  await page.getByRole('button', { name: 'All ready' }).click()
  for (const word of ['Begin', 'Lid off', 'Lid on']) {
    await expect(page.getByTestId('go-on')).toContainText(word)
    await page.keyboard.press(' ')
  }
  const egg = page.getByTestId('current-egg')
  for (const [place, keys] of seen) {
    await expect(egg).toHaveText(place)
    for (const key of keys) await page.keyboard.press(key)
    await expect(egg).not.toHaveText(place)
  }
  await page.keyboard.press('a')
  for (const word of ['Lid off', 'Lid on', 'End evening']) {
    await expect(page.getByTestId('go-on')).toContainText(word)
    await page.keyboard.press(' ')
  }
  await expect(page.getByTestId('go-on')).toBeHidden()
}
async function removed(page: Page, place: string): Promise<void> {
  await page.getByRole('button', { name: `Remove ${place}`, exact: true }).click()
  await page.getByRole('dialog').getByRole('button', { name: 'Removed' }).click()
  await expect(page.getByRole('dialog')).toBeHidden()
}

test('a whole season without a photograph, from eggs that are in already to the report', async ({ page }) => {
  await page.clock.install({ time: onDay(7) })
  await page.goto('/#/plan')
  await page.getByText('Yes, since …').click()
  await page.getByTestId('set-date').fill('2026-03-18')
  await page.getByLabel('at', { exact: true }).fill('09:00')
  await page.getByRole('button', { name: 'Add to basket' }).click()
  await expect(page.getByTestId('preview-chicks')).toContainText('By the usual 75 %')
  await page.getByRole('button', { name: 'Plan this set' }).click()
  await expect(page.getByTestId('egg-account')).toContainText('12 eggs set: 12 in the tray.')
  const set = `/#/sets/${/sets\/([\w-]+)/.exec(page.url())![1]!}`

  // Its own rule: locked down a day early.
  await page.getByRole('button', { name: 'Change method' }).click()
  const habits = page.getByTestId('set-habits')
  await habits.getByLabel('Lockdown on day').fill('17')
  await habits.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByTestId('moves')).toBeHidden()

  // Day 7: one shows nothing, one a ring. The ring comes out at once.
  await page.goto(`${set}/candle`)
  await evening(page, [
    ['A1', '2'],
    ['A2', '3'],
  ])
  await page.goto(`${set}/removal`)
  await removed(page, 'A2')

  // Day 14: the clear one is clear again, one leaks, one is dropped.
  await comeBackOn(page, 14, `${set}/candle`)
  await evening(page, [
    ['A1', '2'],
    ['A3', 'kk1'],
  ])
  await page.goto(`${set}/removal`)
  await page.getByRole('button', { name: 'A3 is removed' }).click()
  await removed(page, 'A1')
  await page.keyboard.press('g')
  await page.getByRole('combobox', { name: 'Egg' }).fill('B1')
  await page.getByRole('option', { name: /^B1,/ }).click()
  await page.getByRole('button', { name: 'dropped or broken' }).click()
  await expect(page.getByTestId('egg-account')).toContainText(
    '12 eggs set: 8 in the tray + 2 dead or clear + 1 leaking or smelling + 1 lost to handling.',
  )

  // Day 17: one has died, and stays until somebody is sure.
  await comeBackOn(page, 17, `${set}/candle`)
  await evening(page, [
    ['A4', '1'],
    ['A5', '4'],
  ])
  await page.goto(`${set}/hatch`)
  await expect(page.getByTestId('expected-chicks')).toContainText('7 seen alive')
  await page.getByRole('button', { name: /^Start lockdown/ }).click()

  // Day 21: seven pip, six come out, one of them helped.
  await comeBackOn(page, 21, `${set}/hatch`)
  const egg = (place: string) => page.getByRole('button', { name: new RegExp(`^${place}: `) })
  for (const place of ['A4', 'A6', 'B2', 'B3', 'B4', 'B5', 'B6']) {
    await egg(place).click()
    await expect(egg(place)).toHaveAccessibleName(`${place}: pipped 0 h ago`)
  }
  for (const place of ['A4', 'A6', 'B2', 'B3', 'B4', 'B5']) {
    await egg(place).click()
    await expect(egg(place)).toHaveAccessibleName(`${place}: out`)
  }
  await page.getByText('Helped', { exact: true }).click()
  await choose(page.getByLabel('Egg', { exact: true }), 'B5')
  await page.getByRole('button', { name: 'Note help' }).click()
  await expect(page.getByTestId('helped')).toContainText('B5')

  // Day 24: closed, and all opened but the leaker.
  await comeBackOn(page, 24, `${set}/hatch`)
  await page.getByRole('button', { name: /^Close the set/ }).click()
  const breakout = page.getByTestId('breakout')
  const open = async (place: string, what: string, day?: string): Promise<void> => {
    await breakout.getByRole('button', { name: place, exact: true }).click()
    await choose(breakout.getByLabel('What was inside'), what)
    if (day) await breakout.getByLabel(/^Died about day/).fill(day)
    await breakout.getByRole('button', { name: 'Save, next egg' }).click()
    await expect(breakout.getByRole('button', { name: place, exact: true })).toBeHidden()
  }
  await open('A5', 'Died later, an embryo', '16')
  await open('B6', 'Died later, an embryo', '20')
  await open('A1', 'Infertile')
  await open('A2', 'Died early, blood ring')

  // On paper: 12 set, 1 dropped, 11 count. Called clear: A1; fertile by candling 10. 6 hatched.
  // Lost of the fertile: A2 early, A5 late, B6 pipped; A3 leaked, and nobody opened it.
  const row = (words: string) => page.getByTestId('results').getByRole('row').filter({ hasText: words })
  await expect(row('Fertile, by candling')).toContainText('10 of 11')
  await expect(row('Hatched, of the set')).toContainText('6 of 11')
  await expect(row('Hatched, of the fertile')).toContainText('6 of 10')
  await expect(row('died in the first third')).toContainText('1 of 10')
  await expect(row('died in the second third')).toContainText('0 of 10')
  await expect(row('died in the last third')).toContainText('1 of 10')
  await expect(row('pipped and died')).toContainText('1 of 10')
  await page.goto(`${set}/report`)
  await expect(page.getByTestId('report-facts')).toContainText('6')
})
