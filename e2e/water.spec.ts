import { expect, test } from './test.ts'
import { openBench, openDemo, photograph } from './hatchery.ts'

test('a set’s water is told from its photographs, and how little one egg says is said', async ({ page }) => {
  await openDemo(page)
  await page.getByRole('link', { name: 'Beacon hens, spring set' }).first().click()
  await page.getByRole('link', { name: 'Water' }).click()
  await expect(page.getByTestId('advice')).toHaveText('Nothing tells yet.')
  await openBench(page)
  await photograph(page)
  await page.goto('/#/sets/demo-beacon/water')
  await expect(page.getByTestId('advice')).toHaveText(/^(Run|Leave the humidity at about) \d+ %/)
  await expect(page.getByText('Only 1 egg tells: a set is judged by 10 or more.')).toBeVisible()
  await expect(page.getByTestId('assumed')).toContainText('50 % is taken')
  // What the hygrometer shows takes the place of what is usual, and is there after a reload.
  await page.getByLabel('Hygrometer shows, %').fill('38')
  await page.getByRole('button', { name: 'Note it' }).click()
  await expect(page.getByTestId('noted')).toContainText('last 38 %')
  await page.reload()
  await expect(page.getByTestId('noted')).toContainText('Noted on 1 day')
  await expect(page.getByTestId('assumed')).toBeHidden()
  await page.getByLabel('Hygrometer shows, %').fill('380')
  await page.getByRole('button', { name: 'Note it' }).click()
  await expect(page.getByRole('alert')).toContainText('from 1 to 100')
  await expect(page.getByTestId('water-eggs').getByRole('row')).toHaveCount(2)
  await page.getByText('How this is worked out').click()
  await expect(page.getByText('Eggs lose in proportion')).toBeVisible()
  await expect(page.getByRole('img', { name: /Water lost by Beacon hens/ })).toBeVisible()
})
