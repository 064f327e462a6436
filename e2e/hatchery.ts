import { copyFile, mkdtemp } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
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

/** The whole demo as a file, taken out by the first test that asks for it. */
let demoBundle: string | null = null

/**
 * Opens the app with the whole demo in it. It is photographed and measured once; later tests bring it in.
 * @param base - of a browser that knows no address of its own
 */
export async function openWholeDemo(page: Page, base = ''): Promise<void> {
  if (demoBundle === null) {
    await openDemo(page)
    await demoReady(page)
    const kept = join(await mkdtemp(join(tmpdir(), 'perlumen-demo-')), 'demo.zip')
    await copyFile(await takeOut(page), kept)
    demoBundle = kept
  } else {
    await page.goto(`${base}/#/records`)
    await page.getByTestId('bundle-input').setInputFiles(demoBundle)
    await expect(page.getByTestId('records-message')).toContainText('brought in')
  }
  await page.goto(`${base}/#/`)
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
