import { readFile } from 'node:fs/promises'
import { expect, type Page } from '@playwright/test'
import { writeBundle } from '../src/contracts/files/bundle.ts'
import { readBundle } from '../src/contracts/files/read-bundle.ts'
import { recordsAlone } from '../src/contracts/records/sample-records.ts'
import type { Policy } from '../src/core/grade/types.ts'
import { DEMO_MADE_AT } from '../src/core/simulate/demo-made-at.ts'
import { movedInTime } from '../src/domain/moved-in-time.ts'
import { keep, layOut } from './kept-books.ts'

/**
 * Opens the app on an empty browser and in it the made-up hatchery, whole. A browser in which it was opened before has
 * it ready.
 * @param base - of a browser that knows no address of its own
 */
export async function openDemo(page: Page, base = ''): Promise<void> {
  if (await layOut(page, 'demo', base)) return openedOnToday(page, base)
  await page.goto(`${base}/`)
  await page.getByRole('button', { name: 'Open the demo hatchery' }).click()
  await expect(page.getByRole('heading', { name: 'Beacon hens, spring set' })).toBeVisible()
  // A browser of a test's own has no test after it.
  if (base !== '') return
  await keep(page, 'demo')
  await openedOnToday(page)
}

interface BeaconSet {
  /** So many of its twelve, the first ones. */
  eggs?: number
  /** When what is graded dead comes out. */
  policy?: Policy
}

/**
 * Opens the app on an empty browser with the first set of the made-up hatchery alone: sooner there, and nothing else
 * is due.
 */
export async function openBeacon(
  page: Page,
  { eggs = 12, policy = 'second-look' }: BeaconSet = {},
): Promise<void> {
  const name = `beacon-${eggs}-${policy}`
  if (await layOut(page, name)) return openedOnToday(page)
  // Nothing made up comes into a book of one's own.
  await page.evaluate(() => localStorage.setItem('perlumen-book', 'made-up'))
  await page.goto('/#/records')
  await page.getByTestId('bundle-input').setInputFiles({
    name: 'beacon.zip',
    mimeType: 'application/zip',
    buffer: await beaconBundle(name, { eggs, policy }),
  })
  await expect(page.getByTestId('records-message')).toContainText('imported')
  await keep(page, name)
  await openedOnToday(page)
}

async function openedOnToday(page: Page, base = ''): Promise<void> {
  await page.goto(`${base}/`)
  await expect(page.getByRole('heading', { name: 'Beacon hens, spring set' })).toBeVisible()
}

/** Made once in a worker: reading and checking the whole bundle takes a second. */
const bundles = new Map<string, Promise<Buffer>>()

function beaconBundle(name: string, wanted: Required<BeaconSet>): Promise<Buffer> {
  const made = bundles.get(name) ?? makeBeaconBundle(wanted)
  bundles.set(name, made)
  return made
}

async function makeBeaconBundle({ eggs, policy }: Required<BeaconSet>): Promise<Buffer> {
  const kept = await readBundle(new Blob([await readFile('src/app/data/made-up-hatchery.zip')]), 'UTC')
  const { records } = movedInTime(
    { records: kept.records, readings: [] },
    Date.now() - Date.parse(DEMO_MADE_AT),
    'UTC',
  )
  const [set] = records.sets.filter(({ id }) => id === 'demo-beacon')
  const { file } = await writeBundle(
    recordsAlone({
      ...records,
      probes: [],
      logs: [],
      looks: [],
      trays: set!.trays,
      sets: [{ ...set!, policy }],
      eggs: records.eggs.filter(({ setId, number }) => setId === set!.id && number <= eggs),
    }),
  )
  return Buffer.from(await file.arrayBuffer())
}

/** Takes everything out as a bundle. @returns where the file lies until the test ends */
export async function exportBundle(page: Page): Promise<string> {
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
