import { expect, test } from './test.ts'
import { openBench, openDemo, verdictShown } from './hatchery.ts'

test('what is found in an opened egg is kept, counted for program and candler, and taken back', async ({
  page,
}) => {
  await openDemo(page)
  await page.goto('/#/rightness')
  await expect(page.getByTestId('none-known')).toContainText('Nothing is confirmed yet')
  await page.goto('/#/')
  await openBench(page)
  await page.getByLabel('Files').check()
  await page.getByTestId('file-input').setInputFiles('fixtures/photos/p-0043.jpg')
  await verdictShown(page)
  await page.keyboard.press('3')
  await page.goto('/#/sets/demo-beacon/removal')
  await page.getByRole('button', { name: 'Take out A1' }).click()
  await page.getByRole('button', { name: 'It is out' }).click()
  await page.getByTestId('openings').getByLabel('What became of it').selectOption('blood-ring')
  await expect(page.getByTestId('openings').getByLabel('What became of it')).toHaveValue('blood-ring')

  await page.goto('/#/rightness')
  await expect(page.getByTestId('known')).toHaveText('1 egg confirmed; 1 look can be judged by that.')
  await expect(page.getByRole('row', { name: /^Blood ring 1/ })).toContainText('1 of 1')

  await page.goto('/#/sets/demo-beacon/removal')
  await page.keyboard.press('u')
  await expect(page.getByTestId('openings').getByLabel('What became of it')).toHaveValue('')
})
