import { readFile } from 'node:fs/promises'
import { expect, test } from './test.ts'
import { violations } from './accessible.ts'

const TRUTHS = ['Developing', 'Clear', 'Blood ring', 'Quitter'] as const

test('a sitting by keyboard alone in the dark room, left in the middle; figures and schedule are right', async ({
  page,
}) => {
  test.setTimeout(240_000)
  await page.goto('/#/practice')
  const start = page.getByRole('button', { name: /^Begin|^Ten more/ })
  await expect(start).toBeVisible()
  await expect(page.locator('html')).toHaveAttribute('data-room', 'bench')
  const egg = page.getByAltText(/What it is is yours to say/)
  const told: Array<{ truth: string; said: string }> = []
  const answer = async (grade: number, sure: number): Promise<void> => {
    await expect(egg).toBeVisible({ timeout: 30_000 })
    // Nothing that is read aloud or lies in the page gives the egg away.
    expect(await egg.getAttribute('alt')).not.toMatch(/developing|clear|ring|quitter|living|dead/i)
    expect(await page.locator('main').innerHTML()).not.toMatch(/card-|fate|onDay|truth/)
    await page.keyboard.press(String(grade))
    if (grade < 5) await page.keyboard.press(String(sure))
    const revealed = page.getByTestId('revealed')
    await expect(revealed).toBeVisible()
    await expect(page.getByTestId('signs')).toBeAttached()
    told.push({
      truth: await revealed.getByRole('heading').innerText(),
      said: grade === 5 ? 'Not sure' : TRUTHS[grade - 1]!,
    })
  }
  await page.keyboard.press(' ')
  await answer(1, 3)
  expect(await violations(page)).toEqual([])
  for (const grade of [2, 3, 5]) {
    await page.keyboard.press(' ')
    await answer(grade, 2)
  }
  // Left in the middle: it goes on with the fifth card.
  await page.reload()
  await expect(start).toBeVisible()
  await page.keyboard.press(' ')
  await expect(page.getByTestId('practice-card')).toContainText('5 of 10')
  await answer(1, 2)
  for (let i = 0; i < 5; i++) {
    await page.keyboard.press(' ')
    await answer(1 + (i % 4), 2)
  }
  expect(told).toHaveLength(10)
  await page.keyboard.press(' ')
  const right = told.filter(({ truth, said }) => truth === said).length
  await expect(page.getByTestId('sitting-result')).toContainText(`This time ${right} of 10 right`)
  for (const truth of TRUTHS) {
    const row = page.getByTestId('matrix').getByRole('row', { name: new RegExp(`^${truth}`) })
    const cells = (await row.getByRole('cell').allInnerTexts()).map((text) => Number(text.trim()) || 0)
    expect(cells).toEqual(
      [...TRUTHS, 'Not sure'].map(
        (said) => told.filter((one) => one.truth === truth && one.said === said).length,
      ),
    )
  }
  await expect(page.getByTestId('known').getByRole('listitem')).toHaveCount(5)
  expect(await violations(page)).toEqual([])
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByTestId('standing').getByRole('button', { name: 'CSV' }).click(),
  ])
  expect((await readFile(await download.path(), 'utf8')).trim().split('\n')).toHaveLength(11)
  // It is in the book, and comes along with it.
  await page.reload()
  await expect(page.getByTestId('matrix')).toBeVisible()
})
