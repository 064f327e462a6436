import { readFile } from 'node:fs/promises'
import { expect, test } from './test.ts'
import { violations } from './accessible.ts'
import { choose } from './kit.ts'

const TRUTHS = ['Developing', 'Clear', 'Blood ring', 'Quitter'] as const

test('a sitting by keyboard alone in the dark room, left in the middle; figures and schedule are right', async ({
  page,
}) => {
  await page.goto('/#/practice')
  const start = page.getByRole('button', { name: /^Begin|^Ten more/ })
  await expect(start).toBeVisible()
  await expect(page.locator('html')).toHaveAttribute('data-room', 'bench')
  const egg = page.getByAltText(/You decide what it is/)
  const told: Array<{ truth: string; said: string }> = []
  const answer = async (grade: number, sure: number): Promise<void> => {
    await expect(egg).toBeVisible()
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
  await page.getByLabel('also draw the air cell').check()
  await start.press(' ')
  await expect(egg).toBeVisible()
  // The lamp's egg is turned and the line laid by the arrow keys.
  await page.keyboard.press('ArrowRight')
  await expect(egg).toHaveAttribute('alt', /side 2 of 8/)
  await page.getByRole('slider', { name: 'Edge of the air cell, left' }).press('ArrowUp')
  await expect(egg).toHaveAttribute('alt', /side 2 of 8/)
  // Waiting for movement shows the egg lying still, and says no more than that.
  await page.keyboard.press('m')
  await expect(page.getByTestId('wait')).toContainText('It is still')
  await answer(1, 3)
  await expect(page.getByTestId('cell-error')).toContainText('points of the length')
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
  const all = page.getByTestId('standing-table').getByRole('row', { name: /^Right, of all/ })
  await expect(all).toContainText(`${right} of 10`)
  expect(await violations(page)).toEqual([])
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByTestId('standing').getByRole('button', { name: 'CSV' }).click(),
  ])
  expect((await readFile(await download.path(), 'utf8')).trim().split('\n')).toHaveLength(11)
  // Somebody else sits down: their own figures, and both side by side.
  await page.getByRole('combobox', { name: 'Learner' }).fill('Wren')
  await page.getByRole('combobox', { name: 'Learner' }).press('Tab')
  await expect(page.getByTestId('standing')).toBeHidden()
  await start.press(' ')
  await answer(1, 1)
  await page.reload()
  await choose(page.getByLabel('Compare with'), 1)
  await expect(all).toContainText(`${right} of 10`)
})

test('the days of an egg by slider, on one sheet for the wall; a class’s tray by its word', async ({
  page,
}) => {
  await page.goto('/#/practice/days')
  await page.getByLabel(/^Day 7 of 21/).fill(String(14 * 24))
  await expect(page.getByTestId('day-words')).toContainText('grows fastest')
  await expect(page.getByAltText('Living, day 14, at the lamp')).toBeVisible()
  await page.getByLabel('vessels').uncheck()
  await expect(page.getByTestId('wall-chart').getByRole('img')).toHaveCount(12)
  const pages = (pdf: Buffer): number => pdf.toString('latin1').match(/\/Type\s*\/Page\b/g)!.length
  expect(pages(await page.pdf({ format: 'A4', preferCSSPageSize: true }))).toBe(1)
  expect(await violations(page)).toEqual([])
  // By the hour, and by day with the key for pages.
  const slider = page.getByLabel(/^Day 14 of 21/)
  await slider.press('ArrowRight')
  await expect(page.getByLabel(/^Day 14, 1 h of 21/)).toBeVisible()
  await page.getByLabel(/^Day 14, 1 h/).press('PageUp')
  await expect(page.getByLabel(/^Day 15, 1 h of 21/)).toBeVisible()
  await expect(page.getByTestId('layer-name').filter({ hasText: 'embryo' }).first()).toBeVisible()
  await choose(page.getByLabel('Print as'), 'one card per day')
  await expect(page.getByTestId('wall-chart').getByRole('img')).toHaveCount(21)

  await page.goto('/#/practice/class')
  await expect(page.getByTestId('class-egg').getByRole('img')).toBeVisible()
  await page.getByRole('button', { name: 'Clear: one hand more' }).click()
  await page.getByRole('button', { name: 'The truth' }).click()
  const truth = await page.getByTestId('class-truth').innerText()
  await expect(page.getByTestId('class-tally')).toHaveText(
    `${truth.includes('Clear') ? 1 : 0} of 1 hand right so far.`,
  )
  // The same word makes the same tray.
  await page.reload()
  await page.getByRole('button', { name: 'The truth' }).click()
  await expect(page.getByTestId('class-truth')).toHaveText(truth)
  expect(pages(await page.pdf({ format: 'A4', preferCSSPageSize: true }))).toBe(1)
  expect(await violations(page)).toEqual([])
})
