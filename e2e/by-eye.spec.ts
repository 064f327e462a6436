import type { Page } from '@playwright/test'
import { violations } from './accessible.ts'
import { expect, test } from './test.ts'
import { openBeacon, openDemo } from './hatchery.ts'
import { choose } from './kit.ts'

const DAYS_AGO = 2.5
const egg = (page: Page) => page.getByTestId('current-egg')

/** An egg at hand by eye, graded with one key; then the next one is. */
async function grade(page: Page, at: string, key: string): Promise<void> {
  await expect(egg(page)).toHaveText(at)
  await page.keyboard.press(key)
  await expect(egg(page)).not.toHaveText(at)
}

test('twelve eggs by eye: from paper, then at the lamp; a leaking and a dropped one leave, and every egg is accounted for', async ({
  page,
}) => {
  await openBeacon(page)
  // What was pencilled two days ago, with its own day.
  await page.goto('/#/sets/demo-beacon/paper')
  const seenAt = new Date(Date.now() - DAYS_AGO * 86_400_000)
  await page.getByLabel('Day', { exact: true }).fill(seenAt.toISOString().slice(0, 10))
  await page.getByLabel('Time', { exact: true }).fill('12:00')
  // The pencilled map beside the list: what is no picture is said.
  const map = page.getByTestId('paper-picture')
  await map.setInputFiles({ name: 'map.jpg', mimeType: 'image/jpeg', buffer: Buffer.from('Dear diary') })
  await expect(page.getByText('This browser cannot show that file.')).toBeVisible()
  await map.setInputFiles('fixtures/photos/p-0001.jpg')
  await expect(page.getByAltText('The map of the tray as it was pencilled')).toBeVisible()
  await page.getByRole('button', { name: 'Larger' }).click()
  await page.getByRole('button', { name: 'Put it away' }).click()
  await expect(page.getByAltText('The map of the tray as it was pencilled')).toBeHidden()
  await page.getByRole('button', { name: 'Paste a list' }).click()
  await page.getByLabel('One egg a line').fill('A1 clear 5.5\nA2 clear\nA3 ring\nZ9 clear')
  await page.getByRole('button', { name: 'Read the list' }).click()
  await expect(page.getByTestId('paper-problems')).toContainText('Line 4, “Z9 clear”: there is no such egg')
  await page.getByRole('heading', { level: 1 }).click()
  // Two that look alike: one key.
  await page.getByRole('button', { name: 'B1', exact: true }).click()
  await page.getByRole('button', { name: 'B3', exact: true }).click()
  await page.getByRole('heading', { level: 1 }).click()
  await page.keyboard.press('5')
  await expect(
    page.getByTestId('paper-eggs').getByRole('listitem').filter({ hasText: 'Not sure' }),
  ).toHaveCount(2)
  await page.getByRole('button', { name: 'Take back' }).nth(3).click()
  await page.getByRole('button', { name: 'Take back' }).nth(3).click()
  await page.keyboard.press('a')
  expect(await violations(page)).toEqual([])
  await page.getByRole('button', { name: 'Save 12 eggs' }).click()
  await expect(page.getByTestId('looks')).toContainText('air cell 5.5 mm')

  // At the lamp: the two suspects first, by one key each.
  await page.goto('/#/sets/demo-beacon/candle')
  await page.getByRole('radio', { name: 'By eye' }).click()
  await expect(page.getByRole('radio', { name: 'By eye' })).toBeChecked()
  await page.getByRole('button', { name: 'All ready' }).click()
  for (const word of ['Begin', 'Lid off', 'Lid on']) {
    await expect(page.getByTestId('go-on')).toContainText(word)
    await page.keyboard.press(' ')
  }
  await grade(page, 'A1', '2')
  await grade(page, 'A2', '1')
  // The next one leaks: two presses of the shell’s key, and it is left for the removal round.
  await expect(egg(page)).toHaveText('A3')
  await grade(page, 'A3', '3')
  await expect(egg(page)).toHaveText('A4')
  await page.keyboard.press('k')
  await expect(page.getByTestId('crack-key')).toContainText('Hairline')
  await page.keyboard.press('k')
  await expect(page.getByTestId('crack-key')).toContainText('Leaking')
  // A press that was a mistake is taken back.
  await grade(page, 'A4', '4')
  await page.keyboard.press('z')
  await expect(egg(page)).toHaveText('A4')
  expect(await violations(page)).toEqual([])
  await page.keyboard.press('a')
  await expect(page.getByTestId('step')).toContainText('Tray 1 done')
  for (const word of ['Lid off', 'Lid on', 'End evening']) {
    await expect(page.getByTestId('go-on')).toContainText(word)
    await page.keyboard.press(' ')
  }
  await expect(page.getByTestId('go-on')).toBeHidden()

  // The removal round: leaking first, then what the second look confirmed, and the ring.
  await page.goto('/#/sets/demo-beacon/removal')
  await page.getByRole('button', { name: 'A4 is removed' }).click()
  await expect(page.getByTestId('leaking')).toBeHidden()
  for (const place of ['A1', 'A3']) {
    await page.getByRole('button', { name: `Remove ${place}`, exact: true }).click()
    await page.getByRole('dialog').getByRole('button', { name: 'Removed' }).click()
    await expect(page.getByRole('dialog')).toBeHidden()
  }
  // One is dropped on the way: a press, the egg, the reason.
  await page.keyboard.press('g')
  await page.getByRole('combobox', { name: 'Egg' }).fill('B1')
  await page.getByRole('option', { name: /^B1,/ }).click()
  await page.getByRole('button', { name: 'dropped or broken' }).click()
  await expect(page.getByTestId('remaining')).toContainText('8 eggs should be left')
  await expect(page.getByTestId('egg-account')).toContainText(
    '12 eggs set: 8 in the tray + 2 dead or clear + 1 leaking or smelling + 1 lost to handling.',
  )
  expect(await violations(page)).toEqual([])

  // Days later it turns out to be another: it lies in its place again.
  await page.reload()
  await page.getByRole('button', { name: 'B1 is back in its place' }).click()
  await expect(page.getByTestId('egg-account')).toContainText('9 in the tray')
  await page.goto('/#/sets/demo-beacon')
  await expect(page.getByTestId('egg-account')).toContainText('9 in the tray')
  await expect(page.getByRole('button', { name: /^A4, egg 4: removed, leaking/ })).toBeVisible()
})

test('at the bench an egg without a photograph is graded by its key, and leaves in two presses', async ({
  page,
}) => {
  await openBeacon(page, { eggs: 2 })
  await page.goto('/#/sets/demo-beacon/bench')
  await expect(egg(page)).toHaveText('A1, egg 1')
  await page.keyboard.press('1')
  await expect(egg(page)).toHaveText('A2, egg 2')
  await expect(page.getByRole('button', { name: 'A1, egg 1: Developing' })).toBeVisible()
  await page.keyboard.press('g')
  await page.getByRole('dialog').getByRole('button', { name: 'given away or sold' }).click()
  await expect(page.getByRole('button', { name: 'A2, egg 2: removed, given away or sold' })).toBeVisible()
  // What showed life is dead only on a second yes.
  await page.getByRole('button', { name: 'A1, egg 1: Developing' }).click()
  await page.keyboard.press('g')
  const quitter = page.getByRole('dialog').getByRole('button', { name: 'Quitter' })
  await expect(quitter).toBeDisabled()
  await page.getByRole('dialog').getByRole('checkbox').check()
  await quitter.click()
  await expect(page.getByRole('button', { name: 'A1, egg 1: removed, quitter' })).toBeVisible()
  await page.keyboard.press('z')
  await expect(page.getByRole('button', { name: 'A1, egg 1: Developing' })).toBeVisible()
})

test('a set is locked down a day early by its keeper’s own rule: what moves is shown first', async ({
  page,
}) => {
  await openBeacon(page, { eggs: 2 })
  await page.goto('/#/sets/demo-beacon')
  const lockdown = page.getByTestId('events').getByRole('row', { name: /Lockdown/ })
  const before = await lockdown.innerText()
  await page.getByRole('button', { name: 'Change method' }).click()
  const habits = page.getByTestId('set-habits')
  await habits.getByLabel('Lockdown on day').fill('17')
  await expect(page.getByTestId('moves')).toContainText('Lockdown:')
  await expect(page.getByTestId('moves')).not.toContainText('Hatch:')
  await habits.getByRole('radio').first().click()
  await habits.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByTestId('moves')).toBeHidden()
  await expect.poll(() => lockdown.innerText()).not.toBe(before)
  // Out of bounds it is said at the field, and not kept.
  await habits.getByLabel('Lockdown on day').fill('25')
  await habits.getByLabel('Lockdown on day').blur()
  await expect(habits.getByRole('button', { name: 'Save' })).toBeDisabled()
  expect(await violations(page)).toEqual([])
  await page.keyboard.press('z')
  await expect.poll(() => lockdown.innerText()).toBe(before)
})

test('humidity and hours of turning are the keeper’s own: wall sheet and round follow', async ({ page }) => {
  await openDemo(page)
  await page.goto('/#/sets/demo-lantern')
  await page.getByRole('button', { name: 'Change method' }).click()
  const air = page.getByRole('region', { name: 'Humidity and turning of this set' })
  await choose(air.getByLabel('Humidity', { exact: true }), 'Dry, with a wet lockdown')
  await expect(air.getByTestId('air-wanted')).toContainText('25–40 % until lockdown')
  // Twice a day is the keeper's to choose; what it means is said.
  const hours = air.getByLabel('Hours of turning by hand')
  await hours.fill('half past six')
  await hours.press('Enter')
  await expect(air.getByText('Write hours of the day')).toBeVisible()
  await hours.fill('10 pm, 6:30')
  await hours.press('Enter')
  await expect(air.getByRole('status')).toContainText('the same side lies up every night')
  await expect(hours).toHaveValue('6:30, 22:00')
  expect(await violations(page)).toEqual([])
  await page.goto('/#/sets/demo-lantern/wall')
  await expect(page.getByText('humidity 25–40 %, from lockdown 65–75 %')).toBeVisible()
  await expect(page.getByText('Turn by hand at 6:30, 22:00.')).toBeVisible()
  // For all sets, and otherwise for one bird.
  await page.goto('/#/hatchery')
  await choose(page.getByLabel('Another habit for one bird'), 'Domestic duck')
  await choose(page.getByLabel('Humidity for Domestic duck'), 'My own figures')
  await page.getByLabel('Until lockdown, from %').fill('58')
  await page.getByLabel('Until lockdown, from %').press('Enter')
  await expect(page.getByTestId('air-wanted').last()).toContainText('58 % until lockdown')
  await expect(page.getByRole('status').first()).toContainText('Saved')
  await page.goto('/#/sets/demo-saltmarsh/wall')
  await expect(page.getByText('humidity 58 %')).toBeVisible()
})
