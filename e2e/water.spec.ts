import { readFile } from 'node:fs/promises'
import { expect, test } from './test.ts'
import { openBench, openDemo, photograph } from './hatchery.ts'

test('a set’s water is told from its photographs, and how little one egg says is said', async ({ page }) => {
  await openDemo(page)
  await page.getByRole('link', { name: 'Beacon hens, spring set' }).first().click()
  await page.getByRole('link', { name: 'Water' }).click()
  await expect(page.getByTestId('advice')).toHaveText('No measurements yet.')
  await openBench(page)
  await photograph(page)
  await page.goto('/#/sets/demo-beacon/water')
  await expect(page.getByTestId('advice')).toHaveText(/^(Run|Leave the humidity at about) \d+ %/)
  await expect(page.getByText('Only 1 egg measured: a set needs 10 or more.')).toBeVisible()
  await expect(page.getByTestId('sensed')).toContainText('Cabinet air')
  await expect(page.getByTestId('water-eggs').getByRole('row')).toHaveCount(2)
  await page.getByText('How this is calculated').click()
  await expect(page.getByText('Water loss is proportional')).toBeVisible()
  await expect(page.getByRole('img', { name: /Water lost by Beacon hens/ })).toBeVisible()
})

test('a dry fortnight with a cracked egg: the advice, the egg, what if, and the figures as a file', async ({
  page,
}) => {
  await openDemo(page)
  await page.goto('/#/sets/demo-lantern/water')
  await expect(page.getByTestId('advice')).toHaveText(/^Run 6\d % ± \d+ from tonight\.$/)
  await expect(page.getByTestId('water-eggs').getByRole('row').nth(1)).toContainText('hairline crack')
  await expect(page.getByTestId('water-tray').getByRole('img', { name: /far off/ })).toHaveCount(1)
  // A moister and cooler run: less is lost, and the hatch is later.
  const words = page.getByTestId('what-if-words')
  await expect(words).toContainText('too much: chicks stick to the shell')
  await page.getByLabel(/^Humidity/).fill('65')
  await expect(words).toContainText(/within the good range|on target/)
  await page.getByLabel(/^Temperature at the eggs/).fill('-0.5')
  await expect(words).toContainText(/\d+ h later/)
  await page.getByRole('button', { name: 'Reset' }).click()
  await expect(words).toContainText('as planned')
  // The chart by keyboard, its table, and the files.
  await page.getByTestId('chart').focus()
  await page.keyboard.press('ArrowLeft')
  await expect(page.getByTestId('chart-words')).toContainText('Day 24: unchanged, the set reaches')
  await page.keyboard.press('Home')
  await expect(page.getByTestId('chart-words')).toContainText(
    /^Day 3\.0, \w\d: \d\.\d ± \d\.\d % by the scale$/,
  )
  await page.getByRole('button', { name: 'Figures' }).click()
  await expect(page.getByTestId('chart-table').getByRole('row').nth(1)).toContainText('by the scale')
  const file = async (name: string): Promise<Buffer> => {
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('button', { name, exact: true }).click(),
    ])
    return readFile(await download.path())
  }
  expect((await file('CSV')).toString('utf8')).toMatch(/^\uFEFFEgg,Day,Source,"Water lost, %",± \(1 SD\)\r\n/)
  expect((await file('SVG')).toString('utf8')).toMatch(/^<svg/)
  expect((await file('PNG')).subarray(1, 4).toString()).toBe('PNG')
})

test('eggs are weighed by their turn, the hands on the eggs; then a tray as a whole', async ({ page }) => {
  await openDemo(page)
  await page.goto('/#/sets/demo-lantern/weigh')
  await expect(page.getByTestId('weigh-progress')).toHaveText('0 of 12 eggs weighed')
  await page.getByRole('button', { name: 'Read the scale' }).click()
  for (const place of ['A1', 'A2']) {
    await expect(page.getByTestId('weigh-prompt')).toHaveText(`Put ${place} on`)
    await page.getByRole('button', { name: /Put it on/ }).click()
    await expect(page.getByTestId('weighed-last')).toContainText(
      new RegExp(`^${place}: \\d\\d\\.?\\d? g, \\d+\\.\\d % lost`),
    )
  }
  await expect(page.getByTestId('weigh-prompt')).toHaveText('Put A3 on')
  await page.keyboard.press('x')
  await expect(page.getByTestId('weigh-prompt')).toHaveText('Put A4 on')
  await page.getByLabel(/Or type: A4/).fill('41.7')
  await page.keyboard.press('Enter')
  await expect(page.getByTestId('weigh-progress')).toHaveText('3 of 12 eggs weighed')
  await page.getByRole('heading', { level: 1 }).click()
  await page.keyboard.press('z')
  await expect(page.getByTestId('weigh-progress')).toHaveText('2 of 12 eggs weighed')
  await page.reload()
  await expect(page.getByTestId('weigh-progress')).toHaveText('2 of 12 eggs weighed')
  await page.getByLabel('Whole tray').check()
  await page.getByLabel(/Or type: Tray 1/).fill('12')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('alert').filter({ hasText: 'cannot weigh that' })).toBeVisible()
  await page.getByLabel(/Or type: Tray 1/).fill('500')
  await page.keyboard.press('Enter')
  await expect(page.getByTestId('weighed-last')).toHaveText('Tray 1: 500 g, 12 eggs')
})
