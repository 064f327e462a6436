import { readFile } from 'node:fs/promises'
import { expect, test } from './test.ts'
import { openWholeDemo } from './hatchery.ts'

test('from lockdown through pips and chicks to opened eggs and results', async ({ page }) => {
  await openWholeDemo(page)
  // Ducks in a cabinet where hens still turn: the conflict is named before the lid goes on.
  await page.goto('/#/sets/demo-saltmarsh/hatch')
  await expect(page.getByTestId('lockdown-conflict')).toContainText(
    'Beacon hens, spring set still turns in Tall cabinet',
  )
  const steps = page.getByTestId('lockdown').getByRole('checkbox')
  await expect(steps).toHaveCount(10)
  await steps.first().check()
  await page.reload()
  await expect(steps.first()).toBeChecked()
  await expect(page.getByRole('button', { name: 'Lockdown begins, 9 left undone' })).toBeVisible()

  // Quail in lockdown: one tap a pip, one more a chick, each on the disk.
  await page.goto('/#/sets/demo-freckle/hatch')
  await expect(page.getByTestId('hatch-window')).toContainText('with four chances of five from')
  const egg = (place: string) => page.getByRole('button', { name: new RegExp(`^${place}: `) })
  await egg('A1').click()
  await expect(egg('A1')).toHaveAccessibleName('A1: pipped 0 h ago')
  await egg('A1').click()
  await expect(egg('A1')).toHaveAccessibleName('A1: out')
  await egg('A2').click()
  await expect(page.getByTestId('hatch-lead')).toContainText('1 chick out, 11 eggs still in')
  await page.keyboard.press('u')
  await expect(egg('A2')).toHaveAccessibleName('A2: waiting')
  await page.getByRole('button', { name: 'The lid was off' }).click()
  await expect(page.getByTestId('lid-clock')).toContainText('Leave it shut until')
  await page.getByLabel('as a last resort').check()
  await expect(page.getByTestId('helping')).toContainText('Where you see blood, stop and close')
  await page.reload()
  await expect(egg('A1')).toHaveAccessibleName('A1: out')
  await expect(page.getByTestId('lid-clock')).toContainText('Leave it shut until')
  await expect(page.getByTestId('results')).toContainText('1 of 12')
  await expect(page.getByTestId('few')).toContainText('12 eggs')
  // The first chick has others to come, and is small.
  await expect(page.getByTestId('brooder')).toContainText('Small chicks drown')
  await expect(page.getByTestId('brooder').getByRole('row')).toHaveCount(7)

  // While others may still hatch nothing is counted as lost; when they are out all are counted.
  await page.goto('/#/results')
  await expect(page.getByTestId('no-results')).toBeVisible()
  await page.goto('/#/sets/demo-freckle/hatch')
  for (const place of ['A', 'B', 'C']
    .flatMap((row) => [1, 2, 3, 4].map((column) => `${row}${column}`))
    .slice(1)) {
    await egg(place).click()
    await expect(egg(place)).toHaveAccessibleName(`${place}: pipped 0 h ago`)
    await egg(place).click()
    await expect(egg(place)).toHaveAccessibleName(`${place}: out`)
  }
  await page.goto('/#/results')
  await expect(page.getByTestId('results-table').getByRole('row').nth(1)).toContainText('100 % (76–100 %)')
  await page.getByLabel('Held against each other by').selectOption('incubator')
  await expect(page.getByTestId('results-table')).toContainText('Still hatcher')

  // An egg that was taken out is opened, and counts from then on.
  await page.goto('/#/sets/demo-saltmarsh/removal')
  await page
    .getByTestId('removal-list')
    .getByRole('button', { name: /^Take out/ })
    .first()
    .click()
  await page.getByRole('button', { name: 'It is out' }).click()
  await page.goto('/#/sets/demo-saltmarsh/hatch')
  const breakout = page.getByTestId('breakout')
  await breakout.getByLabel('What was in it').selectOption('quitter')
  await breakout.getByLabel(/Died about day/).fill('99')
  await breakout.getByRole('button', { name: 'Keep it, next egg' }).click()
  await expect(breakout.getByRole('alert')).toContainText('between 0 and 28')
  await breakout.getByLabel(/Died about day/).fill('11')
  await breakout.getByLabel('lay wrong').check()
  await breakout.getByRole('button', { name: 'Keep it, next egg' }).click()
  await expect(page.getByRole('row').filter({ hasText: 'died in the second third' })).toContainText('1 of 8')
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'CSV' }).click(),
  ])
  expect(await readFile(await download.path(), 'utf8')).toMatch(/died in the second third,11,malposition/)
})
