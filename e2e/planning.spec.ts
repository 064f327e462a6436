import { readFile } from 'node:fs/promises'
import ICAL from 'ical.js'
import type { Page } from '@playwright/test'
import { DAY_MS } from '../src/core/time/durations.ts'
import { expect, ownBrowserTest as test } from './test.ts'
import { openDemo } from './hatchery.ts'
import { choose } from './kit.ts'

const NOW = new Date('2026-04-01T09:00:00Z')

/** Goes on with Tab until the focus is on what has this name; by keyboard alone, as a hand would. */
async function tabTo(page: Page, name: string | RegExp, role?: string): Promise<void> {
  for (let i = 0; i < 90; i++) {
    await page.keyboard.press('Tab')
    const focused = await page.evaluate(() => {
      const element = document.activeElement as HTMLElement | null
      const labels = (element as HTMLInputElement | null)?.labels
      const labelledBy = element?.getAttribute('aria-labelledby')?.split(' ')[0]
      const label =
        element?.getAttribute('aria-label') ??
        (labelledBy && document.getElementById(labelledBy)?.textContent) ??
        (labels?.length ? labels[0]!.textContent : element?.textContent) ??
        ''
      return {
        label: label.trim(),
        tag: element?.tagName.toLowerCase() ?? '',
        role: element?.getAttribute('role') ?? '',
      }
    })
    const fits = typeof name === 'string' ? focused.label.startsWith(name) : name.test(focused.label)
    if (fits && (!role || focused.tag === role || focused.role === role)) return
  }
  throw new Error(`Tab does not reach ${String(name)}`)
}

/** Types a date into a date field that has the focus, whatever order the parts have there. */
async function typeDate(page: Page, iso: string): Promise<void> {
  const [year, month, day] = iso.split('-') as [string, string, string]
  await page.keyboard.type(`${month}${day}${year}`)
}

/** Opens the list that has the focus and chooses by the first letters. */
async function typeChoice(page: Page, letters: string): Promise<void> {
  await page.keyboard.press('Enter')
  await expect(page.getByRole('option').first()).toBeVisible()
  await page.keyboard.type(letters)
  await page.keyboard.press('Enter')
  await expect(page.getByRole('option')).toHaveCount(0)
}

async function putIntoBasket(
  page: Page,
  batch: { eggs: string; bird: string; breed: string; from: string; to: string },
): Promise<void> {
  await tabTo(page, 'Eggs', 'input')
  await page.keyboard.press('Control+a')
  await page.keyboard.type(batch.eggs)
  await tabTo(page, 'Bird', 'button')
  await typeChoice(page, batch.bird)
  await tabTo(page, 'Breed', 'input')
  await page.keyboard.type(batch.breed)
  await tabTo(page, 'Laid from', 'input')
  await typeDate(page, batch.from)
  await tabTo(page, 'Laid to', 'input')
  await typeDate(page, batch.to)
  await tabTo(page, 'Add to basket', 'button')
  await page.keyboard.press('Enter')
}

test.use({ timezoneId: 'Europe/Lisbon' })

test(
  'a mixed set, planned by keyboard alone, on paper and in the calendar, and Today follows the clock',
  { tag: '@main' },
  async ({ page }) => {
    await page.clock.install({ time: NOW })
    await page.goto('/#/plan')
    await expect(page.getByRole('heading', { name: 'Plan a set' })).toBeVisible()
    await putIntoBasket(page, {
      eggs: '8',
      bird: 'Chi',
      breed: 'Holm Beacon',
      from: '2026-03-29',
      to: '2026-03-31',
    })
    await expect(page.getByTestId('batches').getByRole('listitem')).toHaveCount(1)
    await page.locator('body').click({ position: { x: 1, y: 1 } })
    await putIntoBasket(page, {
      eggs: '4',
      bird: 'Dom',
      breed: 'Tarn Saltmarsh',
      from: '2026-03-30',
      to: '2026-03-30',
    })
    await expect(page.getByTestId('batches').getByRole('listitem')).toHaveCount(2)

    // Chicks out on a Thursday; the ducks, who take longest, decide how soon.
    await tabTo(page, 'Choose the setting day', 'radio')
    await page.keyboard.press('ArrowUp')
    await expect(page.getByTestId('hatch-day')).toBeVisible()
    await tabTo(page, 'Weekday', 'button')
    await typeChoice(page, 'Thu')
    await expect(page.getByTestId('hatch-day')).toContainText('30 April')
    await expect(page.getByTestId('preview-hatch')).toHaveText([
      'Thursday 30 April 2026',
      'Thursday 30 April 2026',
    ])
    await expect(page.getByTestId('preview-set').first()).toContainText('Thursday 2 April')

    // An egg to another place: take it up, go, put it down.
    await tabTo(page, /^A1, egg/, 'gridcell')
    await page.keyboard.press('Enter')
    for (const key of ['ArrowDown', 'ArrowRight', 'ArrowRight', 'Enter']) await page.keyboard.press(key)
    await expect(page.getByRole('gridcell', { name: 'A1, empty' })).toBeVisible()
    await tabTo(page, 'Plan these 2 sets', 'button')
    await page.keyboard.press('Enter')

    // Today: nothing yet but what comes next; the warming up is due tomorrow's eve, a day before the ducks.
    await expect(page.getByRole('heading', { name: 'Tarn Saltmarsh' })).toBeVisible()
    const now = page.getByTestId('now')
    await expect(now).toContainText('Warm up the incubator')
    await page.getByRole('button', { name: 'Warm up the incubator, Tarn Saltmarsh: done' }).click()
    await expect(now).toContainText('Nothing is due today')

    // The wall sheet: one page of paper.
    await page.getByRole('link', { name: 'Tarn Saltmarsh' }).first().click()
    await page.getByRole('link', { name: 'Wall sheet' }).click()
    await expect(page.getByTestId('sheet')).toContainText('Stop turning, lockdown')
    const pdf = (await page.pdf({ preferCSSPageSize: true })).toString('latin1')
    expect(pdf.match(/\/Type\s*\/Page[^s]/g)).toHaveLength(1)

    // The calendar file, read back.
    await page.getByRole('link', { name: 'Back to set' }).click()
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('button', { name: 'Calendar' }).click(),
    ])
    const events = new ICAL.Component(ICAL.parse(await readFile(await download.path(), 'utf8')))
      .getAllSubcomponents('vevent')
      .map((item) => new ICAL.Event(item))
    expect(events.map((event) => event.summary)).toContain('Set the eggs: Tarn Saltmarsh')
    expect(events.find((event) => event.summary.startsWith('Hatch'))!.startDate.toString()).toBe('2026-04-29')

    // The clock goes forward: the eggs are due, go in, and nine days later it is candling night.
    await page.clock.setSystemTime(new Date('2026-04-02T11:05:00Z'))
    await page.goto('/#/')
    await page.clock.runFor(30_000)
    await expect(now).toContainText('Set the eggs')
    await page.getByRole('button', { name: 'Set the eggs, Tarn Saltmarsh: done' }).click()
    await page.clock.setSystemTime(new Date('2026-04-11T18:00:00Z'))
    await page.clock.runFor(30_000)
    await expect(page.getByTestId('today')).toContainText('Saturday 11 April')
    await expect(now).toContainText('Candle')
    await expect(now.getByRole('listitem').filter({ hasText: 'Tarn Saltmarsh' }).first()).toContainText(
      'day 9',
    )
  },
)

test('changing the method or the count redraws the plan and leaves what was recorded alone', async ({
  page,
}) => {
  await openDemo(page)
  await expect(page.getByRole('heading', { name: 'Saltmarsh ducks' })).toBeVisible()
  await page.goto('/#/sets/demo-saltmarsh')
  const events = page.getByTestId('events')
  await expect(events).toContainText('Lockdown')
  // The demo’s days hang on the hour of the test.
  const counted = await events.innerText()
  const grades = (): Promise<string[]> =>
    page.getByTestId('looks').locator('tbody tr td:nth-child(n+3)').allInnerTexts()
  const before = await grades()
  // Eggs that went in a day sooner than was ticked: everything moves with them, and undo moves it back.
  const hatchDay = (): Promise<string> => events.getByRole('row', { name: /Hatch/ }).innerText()
  const planned = await hatchDay()
  await page.getByRole('button', { name: 'Correct the setting time' }).click()
  const setOn = page.getByTestId('set-date')
  const noted = await setOn.inputValue()
  await setOn.fill(new Date(Date.parse(noted) - DAY_MS).toISOString().slice(0, 10))
  await page.getByTestId('set-start').getByRole('button', { name: 'Save' }).click()
  await expect.poll(hatchDay).not.toBe(planned)
  expect(await grades()).toEqual(before)
  await page.getByRole('button', { name: 'Change method' }).click()
  await page.keyboard.press('z')
  await expect.poll(hatchDay).toBe(planned)
  await page.getByRole('radio', { name: /^One good look/ }).check()
  await expect(events.getByRole('row', { name: /Candle/ })).toHaveCount(2)
  await page.getByRole('radio', { name: /^Set day is day 1/ }).check()
  await expect(events.getByRole('row', { name: /Set the eggs/ })).toContainText('day 1')
  expect(await grades()).toEqual(before)
  await page.locator('body').click({ position: { x: 2, y: 300 } })
  await page.keyboard.press('z')
  await page.keyboard.press('z')
  await expect.poll(() => events.innerText()).toBe(counted)
})

test('impossible plans get a sentence and a way on; the basket survives a reload; scale and calliper fill it', async ({
  page,
}) => {
  // Simulated devices speak in the made-up hatchery alone.
  await page.addInitScript(() => localStorage.setItem('perlumen-book', 'made-up'))
  await page.clock.install({ time: NOW })
  await page.goto('/#/plan')
  const bird = page.getByLabel('Bird', { exact: true })
  await choose(bird, 'another bird …')
  await page.getByRole('button', { name: 'Add to basket' }).click()
  await expect(page.getByRole('alert')).toContainText('no figures for that bird. Choose the closest one')
  await choose(bird, 'Chicken')
  await page.getByLabel('Eggs', { exact: true }).fill('7')
  await page.getByLabel('Laid from').fill('2026-02-28')
  await page.getByRole('button', { name: 'Add to basket' }).click()

  // 32-day-old eggs stay out, unless the keeper insists.
  const preview = page.getByTestId('preview')
  await expect(preview).toContainText('0 to set, 7 not set')
  await expect(preview.getByTestId('problems')).toContainText('There are no eggs to set yet')
  await page.getByRole('button', { name: /one by one/ }).click()
  await expect(page.getByRole('row', { name: /too old to start well/ })).toHaveCount(7)
  await choose(page.getByLabel('Egg 1: decision'), 'set it')
  await expect(preview.getByTestId('problems')).toContainText('older than 21 days')
  await expect(page.getByRole('button', { name: 'Plan this set' })).toBeEnabled()

  // The stand-ins weigh and measure, and the next egg comes to hand.
  await page.getByLabel('Egg 1: weight').focus()
  await page.getByRole('button', { name: 'Read the simulated scale' }).click()
  await expect(page.getByLabel('Egg 1: weight')).not.toHaveValue('')
  await page.getByRole('button', { name: 'Read the simulated calliper' }).click()
  await expect(page.getByLabel('Egg 2: breadth')).not.toHaveValue('')

  // A hatch day in the past, a tray too small.
  await page.getByLabel('Choose the setting day').check()
  await page.getByTestId('set-date').fill('2026-02-01')
  await expect(preview.getByTestId('problems')).toContainText('That hatch day, Sunday 22 February, is past')
  await page.getByTestId('set-date').fill('2026-04-02')
  for (const number of [2, 3, 4]) await choose(page.getByLabel(`Egg ${number}: decision`), 'set it')
  await page.getByLabel('Rows', { exact: true }).fill('1')
  await page.getByLabel('Rows', { exact: true }).press('Tab')
  await page.getByLabel('Columns').fill('3')
  await page.getByLabel('Columns').press('Tab')
  await expect(preview.getByTestId('problems')).toContainText(
    'The trays hold 3 eggs; 1 of the 4 has no place',
  )
  await expect(page.getByRole('button', { name: 'Plan this set' })).toBeDisabled()

  await page.reload()
  await expect(preview).toContainText('4 to set')
  await page.getByLabel('Columns').fill('4')
  await page.getByLabel('Columns').press('Tab')
  await page.getByRole('button', { name: 'Plan this set' }).click()
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Chicken')
  await expect(page.getByTestId('events')).toContainText('Warm up the incubator')
})

test('eggs change places by dragging', async ({ page }) => {
  await openDemo(page)
  await page.goto('/#/sets/demo-beacon')
  await page.getByRole('button', { name: 'Move eggs' }).click()
  await page
    .getByRole('gridcell', { name: 'A1, egg 1' })
    .getByText('1', { exact: true })
    .dragTo(page.getByRole('gridcell', { name: 'C4, egg 12' }))
  await expect(page.getByRole('gridcell', { name: 'C4, egg 1', exact: true })).toBeVisible()
  await expect(page.getByRole('gridcell', { name: 'A1, egg 12' })).toBeVisible()
  await page.reload()
  await page.getByRole('button', { name: 'Move eggs' }).click()
  await expect(page.getByRole('gridcell', { name: 'A1, egg 12' })).toBeVisible()
})
