import { expect, ownBrowserTest as test } from './test.ts'

test('a set of one’s own is put off, taken out and brought back, set late and put right; readings are asked about', async ({
  page,
}) => {
  // In the middle of a day, whenever this runs.
  await page.clock.install({ time: new Date('2026-03-04T11:15:00Z') })
  await page.goto('/#/plan')
  await page.getByRole('button', { name: 'Add to basket' }).click()
  await page.getByText('Choose the setting day').click()
  await page.getByRole('button', { name: 'Plan this set' }).click()
  const start = page.getByTestId('set-start')
  await expect(start).toContainText('Not set yet')
  await expect(page.getByText('What to expect is told here')).toBeVisible()
  const url = page.url()

  // Put off.
  await start.getByRole('button', { name: 'Another day or hour' }).click()
  await page.getByTestId('set-hour').fill('23:45')
  await start.getByRole('button', { name: 'Save' }).click()
  await expect(start).toContainText('23:45')

  // Taken out of the book, and back by undo.
  await start.getByRole('button', { name: 'Delete this plan' }).click()
  await page.getByRole('dialog').getByRole('button', { name: 'Delete this plan' }).click()
  await expect(page.getByRole('heading', { name: 'Welcome' })).toBeVisible()
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByRole('link', { name: 'Chicken' }).first()).toBeVisible()
  await page.goto(url)
  await expect(start).toContainText('23:45')

  // A year's slip is said.
  await start.getByRole('button', { name: 'Eggs are in now' }).click()
  await start.getByRole('button', { name: 'Correct the setting time' }).click()
  const setOn = page.getByTestId('set-date')
  const today = await setOn.inputValue()
  await setOn.fill(`${Number(today.slice(0, 4)) - 1}${today.slice(4)}`)
  await expect(start.getByRole('alert')).toContainText('is the year')
  await start.getByRole('button', { name: 'Cancel' }).click()

  // What was meant in the other unit, with a comma.
  const display = page.getByLabel('Display shows, °C')
  await display.fill('abc')
  await expect(page.getByText('“abc” is no number.')).toBeVisible()
  await display.fill('99,5')
  await display.press('Enter')
  await expect(page.getByTestId('reading-doubt')).toContainText('That is 37.5 °C here')
  await page.getByRole('button', { name: 'Save 99.5 °F' }).click()
  await expect(display).toHaveValue('')
  await page.goto('/#/incubators/incubator-1')
  const readings = page.getByTestId('hand-readings')
  await readings.getByRole('button', { name: /^Correct 37.5/ }).click()
  await page.getByLabel('Should be').fill('37,8')
  await page.getByLabel('Should be').press('Enter')
  await expect(readings).toContainText('37.8 °C')
  await readings.getByRole('button', { name: /^Delete 37.8/ }).click()
  await expect(readings).toContainText('None in these days')
  await page.keyboard.press('z')
  await expect(readings).toContainText('37.8 °C')
})

test('on a phone the menu shuts on Escape, on a touch outside and on Back', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 })
  await page.goto('/#/')
  await page.goto('/#/plan')
  // A page that comes later shuts the menu.
  await expect(page.getByRole('heading', { level: 1, name: 'Plan a set' })).toBeVisible()
  const menu = page.getByRole('button', { name: 'Pages' })
  const entry = page.getByRole('navigation').getByRole('link', { name: 'Results' }).last()
  const shutBy = async (how: () => Promise<unknown>): Promise<void> => {
    await menu.click()
    await expect(entry).toBeVisible()
    await how()
    await expect(entry).toBeHidden()
  }
  await shutBy(() => page.keyboard.press('Escape'))
  await shutBy(() => page.mouse.click(200, 820))
  await shutBy(() => page.goBack())
})
