import { expect, type Page } from '@playwright/test'

/** Opens the app on an empty browser and brings in the made-up hatchery; its first set is there at once. */
export async function openDemo(page: Page): Promise<void> {
  await page.goto('/')
  await page.getByRole('button', { name: 'Open the made-up hatchery' }).click()
  await expect(page.getByRole('heading', { name: 'Beacon hens, spring set' })).toBeVisible()
}

/** Waits until the demo's earlier looks are photographed and measured. */
export async function demoReady(page: Page): Promise<void> {
  await page.goto('/#/')
  await expect(page.getByRole('heading', { name: 'Freckle quail' })).toBeVisible({ timeout: 150_000 })
  await expect(page.getByTestId('demo-progress')).toBeHidden()
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
  await expect(page.getByTestId('suggestion')).toBeVisible({ timeout: 60_000 })
  await expect(page.getByTestId('status')).toContainText('Saved')
}

/** Table rows of the tray's log as text, newest first. */
export async function trayLog(page: Page): Promise<string[]> {
  await page.goto('/#/sets/demo-beacon')
  const rows = page.getByTestId('looks').locator('tbody tr')
  await expect(rows.first()).toBeVisible()
  return rows.allInnerTexts()
}
