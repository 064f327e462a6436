import { expect, test } from './test.ts'
import { openBench, openBeacon, verdictShown } from './hatchery.ts'
import { choose } from './kit.ts'

test('what is found in an opened egg is kept, counted for program and candler, and taken back', async ({
  page,
}) => {
  await openBeacon(page)
  await page.goto('/#/rightness')
  await expect(page.getByTestId('none-known')).toContainText('Nothing is confirmed yet')
  await page.goto('/#/')
  await openBench(page)
  await page.getByRole('radio', { name: 'Files' }).check()
  await page.getByTestId('file-input').setInputFiles('fixtures/photos/p-0043.jpg')
  await verdictShown(page)
  await page.keyboard.press('3')
  await page.goto('/#/sets/demo-beacon/removal')
  await page.getByRole('button', { name: 'Remove A1' }).click()
  await page.getByRole('button', { name: 'Removed' }).click()
  await choose(page.getByTestId('openings').getByLabel('Outcome'), 'Died early, blood ring')
  await expect(page.getByTestId('openings').getByLabel('Outcome')).toContainText('Died early, blood ring')

  await page.goto('/#/rightness')
  await expect(page.getByTestId('known')).toHaveText('1 egg confirmed; 1 look can be judged.')
  await expect(page.getByRole('row', { name: /^Blood ring 1/ })).toContainText('1 of 1')

  // What is known for what it was is practised on, as it was photographed.
  await page.goto('/#/practice')
  await page.getByLabel('include your own photographs').check()
  await expect(page.getByTestId('own-known')).toContainText('1 photograph of eggs whose outcome is known')
  await page.getByRole('button', { name: /^Begin/ }).press(' ')
  const egg = page.getByAltText(/You decide what it is/)
  const card = page.getByTestId('practice-card')
  await expect(egg).toBeVisible()
  await page.keyboard.press('1')
  await page.keyboard.press('2')
  await expect(page.getByTestId('revealed')).toBeVisible()
  await page.keyboard.press(' ')
  await expect(card).toContainText('2 of 10; Chicken, day 7 of 21; your own photograph')
  await expect(egg).toHaveAttribute('alt', /side 1 of 1/)
  await page.keyboard.press('3')
  await page.keyboard.press('3')
  await expect(page.getByTestId('revealed')).toContainText('Correct. One line that closes')
  await expect(page.getByTestId('signs')).toBeAttached()

  await page.goto('/#/sets/demo-beacon/removal')
  await page.keyboard.press('z')
  await expect(page.getByTestId('openings').getByLabel('Outcome')).toContainText('unknown')
})
