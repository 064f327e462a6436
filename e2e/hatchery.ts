import { expect, type Page } from '@playwright/test'

/**
 * Opens the app on an empty browser and in it the made-up hatchery, whole.
 * @param base - of a browser that knows no address of its own
 */
export async function openDemo(page: Page, base = ''): Promise<void> {
  await page.goto(`${base}/`)
  await page.getByRole('button', { name: 'Open the made-up hatchery' }).click()
  await expect(page.getByRole('heading', { name: 'Beacon hens, spring set' })).toBeVisible()
}

/** Takes everything out as a bundle. @returns where the file lies until the test ends */
export async function takeOut(page: Page): Promise<string> {
  await page.goto('/#/records')
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Everything (ZIP)' }).click(),
  ])
  return file.path()
}

export async function openBench(page: Page): Promise<void> {
  await page.goto('/#/sets/demo-beacon/bench')
  await expect(page.getByTestId('current-egg')).toContainText('egg')
}

export async function photograph(page: Page): Promise<void> {
  await page.keyboard.press(' ')
  await verdictShown(page)
}

export async function verdictShown(page: Page): Promise<void> {
  await expect(page.getByTestId('suggestion')).toBeVisible()
  await expect(page.getByTestId('status')).toContainText('Saved')
}

/** Table rows of the tray's log as text, newest first. */
export async function trayLog(page: Page): Promise<string[]> {
  await page.goto('/#/sets/demo-beacon')
  const rows = page.getByTestId('looks').locator('tbody tr')
  await expect(rows.first()).toBeVisible()
  return rows.allInnerTexts()
}
