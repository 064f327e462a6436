// A night's work for the end-to-end test and the bench: a set of so many eggs, and its session begun.
import type { Page } from '@playwright/test'
import { writeBundle } from '../../src/contracts/files/bundle.ts'
import { newHatchery } from '../../src/contracts/records/hatchery-record.ts'
import { FRESH } from '../../src/contracts/records/stamp.ts'
import { recordsAlone } from '../../src/contracts/records/sample-records.ts'
import { newEgg } from '../../src/contracts/records/egg-state.ts'
import { type EggSet } from '../../src/contracts/records/set-record.ts'
import { newTray } from '../../src/contracts/records/tray-record.ts'
import { placesInOrder } from '../../src/core/tray/layout.ts'
import { DAY_MS } from '../../src/core/time/durations.ts'

const COLUMNS = 6
export const AGE_DAYS = 9

/** A set of so many eggs as a file to bring in. */
async function bundleOf(eggCount: number): Promise<Buffer> {
  const setAt = new Date(Date.now() - AGE_DAYS * DAY_MS).toISOString()
  const hatchery = newHatchery('UTC')
  const tray = newTray({
    id: 'tray',
    name: 'Tray 1',
    incubatorId: hatchery.incubators[0]!.id,
    rows: Math.ceil(eggCount / COLUMNS),
    columns: COLUMNS,
  })
  const set: EggSet = {
    id: 'night',
    stamp: FRESH,
    name: 'Lighthouse night',
    species: 'chicken',
    breed: 'Holm Beacon',
    shell: 'tinted',
    setAt,
    policy: 'first-sight',
    plan: {
      method: 'weekly',
      ownDays: [],
      dayCount: 'elapsed',
      turningStop: 'usual',
      incubationDays: null,
      lockdownDay: null,
      giveUpDay: null,
      turningHours: null,
      firstTurnHours: 0,
      air: null,
      takingOut: null,
      delayHours: 0,
      turnsADay: null,
    },
    trayIds: [tray.id],
    trays: [tray],
    batches: [],
    done: [{ key: 'set', at: setAt }],
    temperatures: [],
    notes: '',
    undone: [],
    counted: [],
  }
  const eggs = placesInOrder(tray)
    .slice(0, eggCount)
    .map((place, i) =>
      newEgg({ id: `egg-${i + 1}`, setId: set.id, number: i + 1, place: { trayId: 'tray', ...place } }),
    )
  const records = {
    hatchery,
    probes: [],
    trays: [tray],
    sets: [set],
    eggs,
    looks: [],
    sessions: [],
    logs: [],
    practice: [],
  }
  const { file } = await writeBundle(recordsAlone(records))
  return Buffer.from(await file.arrayBuffer())
}

export interface Night {
  eggs: number
  /** How long the candler is about making ready. @default 0 */
  readyMs?: number
}

/** Brings the set in and begins its session with this device's camera: ready, lid off, lid on, by one key. */
export async function beginNight(page: Page, baseURL: string, { eggs, readyMs = 0 }: Night): Promise<void> {
  await page.goto(`${baseURL}#/records`)
  await page
    .getByTestId('bundle-input')
    .setInputFiles({ name: 'night.zip', mimeType: 'application/zip', buffer: await bundleOf(eggs) })
  await page.getByTestId('records-message').waitFor()
  await page.goto(`${baseURL}#/sets/night/candle`)
  await page.getByText('Before the first egg').waitFor()
  await page.getByRole('radio', { name: 'This device’s camera' }).check()
  await page.waitForTimeout(readyMs)
  for (let i = 0; i < 8; i++) {
    await page.keyboard.press(' ')
    await page.waitForTimeout(150)
  }
}
