import { readFile } from 'node:fs/promises'
import type { Page } from '@playwright/test'
import { expect, test } from './test.ts'
import { openBench, openBeacon, photograph, trayLog, verdictShown } from './hatchery.ts'

/** Developing, clear, blood ring, developing. */
const EGGS = 4

test(
  'a whole tray through the stand-in camera, from the first photograph to a log that comes back from its bundle',
  { tag: '@main' },
  async ({ page }) => {
    await openBeacon(page, { eggs: EGGS, policy: 'first-sight' })
    await openBench(page)
    const egg = page.getByTestId('current-egg')
    const suggestion = page.getByTestId('suggestion')

    // Agree: the next egg comes by itself.
    await expect(egg).toHaveText('A1, egg 1')
    await photograph(page)
    await expect(suggestion).toHaveText('Developing')
    await expect(page.locator('[data-part="outline"]')).toBeVisible()
    await page.keyboard.press('Enter')
    await expect(egg).toHaveText('A2, egg 2')

    // Overrule; the suggestion is kept beside the candler's own grade.
    await photograph(page)
    await expect(suggestion).toHaveText('Clear')
    await page.keyboard.press('4')
    await expect(egg).toHaveText('A3, egg 3')

    // Undo brings the egg back undecided.
    await page.keyboard.press('z')
    await expect(egg).toHaveText('A2, egg 2')
    await expect(
      page.getByRole('button', { name: 'A2, egg 2: Clear suggested, not yet decided' }),
    ).toBeVisible()

    // Retake: another picture takes the place of the first.
    const firstPhoto = await page.locator('svg image').getAttribute('href')
    await page.keyboard.press('r')
    await expect.poll(() => page.locator('svg image').getAttribute('href')).not.toBe(firstPhoto)
    await verdictShown(page)
    await page.keyboard.press('4')
    await expect(egg).toHaveText('A3, egg 3')

    // A reload in the middle loses nothing: decided eggs stay decided, and the next one waits.
    await page.reload()
    await expect(egg).toHaveText('A3, egg 3')
    await expect(page.getByRole('button', { name: 'A2, egg 2: Quitter' })).toBeVisible()
    await page.keyboard.press('z')
    await expect(egg).toHaveText('A2, egg 2')
    await page.keyboard.press('4')
    await expect(egg).toHaveText('A3, egg 3')

    for (let left = EGGS - 2; left > 0; left--) {
      await photograph(page)
      // With A2 there are two to take out: A3 is a ring whatever the suggestion makes of it.
      const judged = await egg.innerText()
      await page.keyboard.press(left === 1 ? 'Enter' : '3')
      // The next egg is there as soon as a key means it, and not a moment sooner.
      if (left > 1) await expect(egg).not.toHaveText(judged)
      else await expect(page.getByRole('link', { name: 'Tray done' })).toBeVisible()
    }

    // Removal: ticked one by one, each confirmed; what is not ticked stays and says so.
    await page.getByRole('link', { name: 'Tray done' }).click()
    const list = page.getByTestId('removal-list')
    await expect(list.getByRole('listitem').filter({ hasText: 'Blood ring' })).toHaveCount(1)
    const places = await list
      .getByRole('button')
      .evaluateAll((buttons) =>
        buttons.flatMap((button) => /^Remove (.*)$/.exec(button.getAttribute('aria-label')!)?.[1] ?? []),
      )
    expect(places.length).toBeGreaterThanOrEqual(2)
    await list.getByRole('button', { name: `Remove ${places[0]}` }).click()
    await page.getByRole('button', { name: 'Not now' }).click()
    await expect(page.getByTestId('remaining')).toContainText(`${EGGS} eggs`)
    await list.getByRole('button', { name: `Remove ${places[0]}` }).click()
    await page.getByRole('button', { name: 'Removed' }).click()
    await expect(page.getByTestId('remaining')).toContainText(`${EGGS - 1} eggs`)
    await expect(page.getByTestId('not-ticked')).toContainText(places[1]!)
    await page.keyboard.press('z')
    await expect(page.getByTestId('remaining')).toContainText(`${EGGS} eggs`)
    await list.getByRole('button', { name: `Remove ${places[0]}` }).click()
    await page.getByRole('button', { name: 'Removed' }).click()
    await expect(page.getByTestId('remaining')).toContainText(`${EGGS - 1} eggs`)

    // Out and back: the log is the same.
    const before = await trayLog(page)
    expect(before).toHaveLength(EGGS)
    expect(before.join('\n')).toMatch(/removed/)
    expect(
      before.some((row) => row.startsWith('A2') && row.includes('Clear') && row.includes('Quitter')),
    ).toBe(true)
    await page.goto('/#/records')
    const table = await download(page, 'Looks as a table (CSV)')
    const bundle = await download(page, 'Everything (ZIP)')
    await page.getByRole('button', { name: 'Delete all records' }).click()
    await page.getByRole('button', { name: 'Delete', exact: true }).click()
    await expect(page.getByTestId('records-message')).toContainText('deleted')
    await page.goto('/#/')
    await expect(page.getByRole('button', { name: 'Open the demo hatchery' })).toBeVisible()

    await page.goto('/#/records')
    await page.getByTestId('bundle-input').setInputFiles(bundle)
    await expect(page.getByTestId('records-message')).toContainText('imported')
    expect(await trayLog(page)).toEqual(before)
    await page.goto('/#/records')
    expect(await readFile(await download(page, 'Looks as a table (CSV)'), 'utf8')).toBe(
      await readFile(table, 'utf8'),
    )
    await page.goto('/#/sets/demo-beacon/removal')
    await expect(page.getByTestId('remaining')).toContainText(`${EGGS - 1} eggs`)
    await expect(page.locator('svg image').first()).toHaveAttribute('href', /^blob:/)
  },
)

async function download(page: Page, name: string): Promise<string> {
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name }).click(),
  ])
  return file.path()
}
