import { readFile } from 'node:fs/promises'
import { expect, test } from './test.ts'
import { openDemo } from './hatchery.ts'
import { choose } from './kit.ts'

test('every egg of the book: narrowed down, sorted, noted together, saved; anything found from one field', async ({
  page,
}) => {
  await openDemo(page)
  await page.getByRole('link', { name: 'Eggs', exact: true }).click()
  const found = page.getByTestId('found')
  await expect(found).toContainText(/^(\d+) of \1 eggs$/)
  const rows = page.getByTestId('all-eggs').locator('tbody tr:not([aria-hidden])')
  await choose(page.getByRole('combobox', { name: 'Set' }), 'Saltmarsh ducks')
  await page.getByRole('searchbox', { name: 'Find' }).fill('a2')
  await expect(rows).toHaveCount(1)
  await page.getByRole('searchbox', { name: 'Find' }).fill('')
  // Sorted by number, the largest first.
  const header = page.getByRole('columnheader', { name: 'No.' })
  await header.getByRole('button').click()
  await header.getByRole('button').click()
  const numbers = async (): Promise<number[]> =>
    (await rows.locator('td:nth-child(4)').allInnerTexts()).map(Number)
  await expect
    .poll(async () => (await numbers()).every((n, i, all) => i === 0 || n <= all[i - 1]!))
    .toBe(true)
  const [largest] = await numbers()
  expect(largest).toBeGreaterThan(1)
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByTestId('all-eggs').getByRole('button', { name: 'CSV' }).click(),
  ])
  const [head, first] = (await readFile(await download.path(), 'utf8')).split('\r\n')
  expect(head).toContain('Egg,Set,No.')
  expect(first).toContain(`Saltmarsh ducks,${largest},`)
  // Two are noted at once.
  await rows.nth(0).getByRole('checkbox').check()
  await rows.nth(1).getByRole('checkbox').check()
  await page.getByTestId('chosen').getByLabel('Note for them').fill('dirty shell')
  await page.getByTestId('chosen').getByRole('button', { name: 'Note' }).click()
  await expect(page.getByRole('status').filter({ hasText: 'Noted for 2 eggs' })).toBeVisible()

  // From anywhere: a key, some letters, Enter.
  await page.goto('/#/')
  await page.keyboard.press('/')
  await page.keyboard.type('saltmarsh a2')
  await expect(page.getByRole('option')).toHaveCount(1)
  await page.keyboard.press('Enter')
  await expect(page).toHaveURL(/\/eggs\//)
  await expect(page.getByRole('heading', { level: 1 })).toContainText('A2')
})
