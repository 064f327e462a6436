import { mkdtemp, readFile, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { Page } from '@playwright/test'
import { expect, serverTest, test } from './test.ts'
import { violations } from './accessible.ts'
import { openDemo } from './hatchery.ts'
import { startBrowser, type RealBrowser } from './real-browser.ts'
import { choose } from './kit.ts'

const eggButton = (page: Page, place: string) => page.getByRole('button', { name: new RegExp(`^${place}: `) })
/** Taps an egg until it says so; each tap is awaited, as it is on the disk only then. */
async function tapTo(page: Page, place: string, ...states: string[]): Promise<void> {
  for (const state of states) {
    await eggButton(page, place).click()
    await expect(eggButton(page, place)).toHaveAccessibleName(`${place}: ${state}`)
  }
}

serverTest(
  'a set from lockdown to its report and the brooder, the browser killed in the middle',
  { tag: '@main' },
  async ({ baseURL }, info) => {
    const base = baseURL!.replace(/\/$/, '')
    const folder = await mkdtemp(join(tmpdir(), 'perlumen-hatch-'))
    const open: RealBrowser[] = []
    const start = async (): Promise<Page> => {
      const browser = await startBrowser(folder, base, [], info.project.use.launchOptions!.args!)
      open.push(browser)
      return browser.page
    }
    try {
      const first = await start()
      await openDemo(first, base)
      // Bantams in a cabinet where others still turn: the conflict is named before the lid goes on, and the way out taken.
      await first.goto(`${base}/#/sets/demo-pebble/hatch`)
      await expect(first.getByTestId('lockdown-conflict')).toContainText(
        'The lid of Tall cabinet must now stay shut',
      )
      await first.getByRole('button', { name: 'Move to Still hatcher' }).click()
      await expect(first.getByTestId('lockdown-conflict')).toBeHidden()
      // A hatcher that is turned by hand has no turner to take out.
      const steps = first.getByTestId('lockdown').getByRole('checkbox')
      await expect(steps).toHaveCount(9)
      for (let i = 0; i < 9; i++) {
        await steps.nth(i).check()
        await expect(
          first.getByRole('button', { name: i < 8 ? `with ${8 - i} not done` : 'Start lockdown: all done' }),
        ).toBeVisible()
      }
      await first.getByRole('button', { name: 'Start lockdown: all done' }).click()
      await tapTo(first, 'A1', 'pipped 0 h ago', 'out')
      await tapTo(first, 'A2', 'pipped 0 h ago')
      await first.getByLabel('zips too').check()
      await tapTo(first, 'A3', 'pipped 0 h ago', 'zipping for 0 h')
      await open[0]!.kill()

      const page = await start()
      // Which book is shown is no record: a browser writes that down when it likes, up to a minute later.
      await page.evaluate(() => localStorage.setItem('perlumen-book', 'made-up'))
      await page.goto('about:blank')
      await page.goto(`${base}/#/sets/demo-pebble/hatch`)
      await expect(eggButton(page, 'A1')).toHaveAccessibleName('A1: out')
      await expect(eggButton(page, 'A2')).toHaveAccessibleName('A2: pipped 0 h ago')
      await expect(eggButton(page, 'A3')).toHaveAccessibleName('A3: zipping for 0 h')
      await tapTo(page, 'A3', 'out')
      // The rest through the window only: counted, not told apart.
      await page.getByLabel('count only').check()
      await expect(page.getByTestId('counted-out')).toHaveText('2')
      await page.getByRole('button', { name: 'Chicks out so far: one more' }).click()
      await expect(page.getByTestId('counted-out')).toHaveText('3')
      await expect(page.getByTestId('counted-pipped')).toHaveText('3')
      await page.getByRole('button', { name: 'chicks', exact: true }).click()
      await expect(page.getByTestId('lid-clock')).toContainText('Leave it shut until')
      await expect(page.getByTestId('hatch-lead')).toContainText('3 chicks out, 3 eggs still in')
      // Eggs that may still hatch are not given up by a slip.
      await page.getByRole('button', { name: 'Close the set: Pebble bantams' }).click()
      await expect(page.getByRole('dialog')).toContainText('not late until')
      await page.getByRole('dialog').getByRole('button', { name: 'Close the set' }).click()

      // Three are opened; the one that is left then is the chick that was counted.
      const breakout = page.getByTestId('breakout')
      const openEgg = async (place: string, how: () => Promise<void>): Promise<void> => {
        await breakout.getByRole('button', { name: place, exact: true }).click()
        await how()
        await breakout.getByRole('button', { name: 'Save, next egg' }).click()
        await expect(breakout.getByRole('button', { name: place, exact: true })).toBeHidden()
      }
      await openEgg('A2', async () => {
        await choose(breakout.getByLabel('What was inside'), 'Died later, an embryo')
        await breakout.getByLabel(/beak in the air cell/).check()
        await breakout.getByLabel('dry, stuck').check()
      })
      await openEgg('B1', async () => {
        await choose(breakout.getByLabel('What was inside'), 'Died later, an embryo')
        await breakout.getByLabel(/^Died about day/).fill('3')
        await expect(breakout).toContainText('Many early deaths: storage')
      })
      await openEgg('B2', async () => {
        await choose(breakout.getByLabel('What was inside'), 'Infertile')
      })
      await expect(page.getByTestId('all-hatched')).toContainText('1 chick was counted')
      await page.getByRole('button', { name: 'All empty: record as hatched' }).click()
      await expect(breakout).toBeHidden()

      // 6 set, 5 fertile, 3 chicks; one early, one that had pipped.
      const row = (words: string) => page.getByTestId('results').getByRole('row').filter({ hasText: words })
      await expect(row('True fertility')).toContainText('5 of 6')
      await expect(row('Hatched, of the fertile')).toContainText('3 of 5, 60 % (23–88 %)')
      await expect(row('died in the first third')).toContainText('1 of 5')
      await expect(row('pipped and died')).toContainText('1 of 5')
      await expect(page.getByTestId('diagnosis-lead')).toContainText('6 eggs: too few to tell.')

      // The chicks, and what they need.
      const chicks = page.getByTestId('chicks')
      await chicks.getByLabel('Band of A1').fill('blue 7')
      await chicks.getByLabel('Band of A1').press('Enter')
      await chicks.getByLabel('Band of A3').fill('blue 7')
      await chicks.getByLabel('Band of A3').press('Enter')
      await expect(chicks.getByRole('alert')).toHaveText('Band blue 7 is already on A1.')
      await choose(chicks.getByLabel('Condition of A3'), 'given away')
      await expect(page.getByTestId('chick-tally')).toHaveText('2 well, 1 given away.')
      const tasks = page.getByTestId('brooder-tasks').getByRole('checkbox')
      await tasks.first().check()
      await expect(page.getByTestId('brooder-tasks').getByRole('listitem').first()).toContainText('done')
      await page.getByRole('link', { name: 'Handover sheet' }).click()
      await expect(page.getByTestId('handed-over').getByRole('row')).toHaveCount(2)
      await page.goto(`${base}/#/sets/demo-pebble/report`)
      await expect(page.getByTestId('report-facts')).toContainText('Still hatcher')
      await expect(page.getByTestId('report-facts')).toContainText('1 time')
      // On one sheet.
      const pdf = (await page.pdf({ format: 'A4', preferCSSPageSize: true })).toString('latin1')
      expect(pdf.match(/\/Type\s*\/Page\b/g)).toHaveLength(1)
      // What chicks need is asked for on the first page, though the set is closed.
      await page.goto(`${base}/#/`)
      await expect(page.getByTestId('next')).toContainText('First day in the brooder Pebble bantams')
    } finally {
      for (const browser of open) await browser.kill()
      await rm(folder, { recursive: true, force: true, maxRetries: 5 })
    }
  },
)

test('a hatch under way: taps taken back, photographs, methods, results that count no open egg', async ({
  page,
}) => {
  await openDemo(page)
  await page.goto('/#/sets/demo-freckle/hatch')
  await expect(page.getByTestId('hatch-window')).toContainText('80 % likely from')
  await expect(page.getByTestId('hatch-lead')).toContainText('2 chicks out, 10 eggs still in')
  await expect(page.getByTestId('longest-pip')).toContainText(/(9|10) hours/)
  await tapTo(page, 'C1', 'pipped 0 h ago')
  await page.keyboard.press('z')
  await expect(eggButton(page, 'C1')).toHaveAccessibleName('C1: waiting')
  await page.getByLabel('as a last resort').check()
  await expect(page.getByTestId('helping')).toContainText('If you see blood, stop and close')
  await page.getByLabel('all after a day').check()
  await expect(page.getByTestId('taking-out')).toContainText('in one opening')
  // Counted by quick taps: each counts.
  await page.getByLabel('count only').check()
  await expect(page.getByTestId('counted-pipped')).toHaveText('5')
  const more = page.getByRole('button', { name: /^Pipped so far.*one more$/ })
  for (let i = 0; i < 3; i++) await more.click({ noWaitAfter: true })
  await expect(page.getByTestId('counted-pipped')).toHaveText('8')
  await expect(page.getByTestId('hatch-lead')).toContainText('2 chicks out')
  // A photograph of a pip, as a note.
  await choose(page.getByLabel('Photo note for'), 'B1')
  await page.getByLabel('Photograph B1').setInputFiles({
    name: 'pip.png',
    mimeType: 'image/png',
    buffer: Buffer.from(
      'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==',
      'base64',
    ),
  })
  await expect(page.getByAltText(/^Photograph of B1 on day 17/)).toBeVisible()
  await page.getByLabel('Photograph B1').setInputFiles({
    name: 'notes.txt',
    mimeType: 'text/plain',
    buffer: Buffer.from('no picture'),
  })
  await expect(page.getByTestId('pictures').getByRole('alert')).toContainText(
    'This browser cannot read that file as a picture',
  )
  await page.reload()
  await expect(page.getByLabel('as a last resort')).toBeChecked()
  await expect(page.getByTestId('results')).toContainText('2 of 12')
  await expect(page.getByTestId('few')).toContainText('12 eggs')
  // The first chicks have others to come, and are small.
  await expect(page.getByTestId('brooder')).toContainText('Small chicks can drown')

  // An egg that was taken out is opened, and counts from then on.
  await page.goto('/#/sets/demo-saltmarsh/removal')
  await page
    .getByTestId('removal-list')
    .getByRole('button', { name: /^Remove/ })
    .first()
    .click()
  await page.getByRole('button', { name: 'Removed' }).click()
  await page.goto('/#/sets/demo-saltmarsh/hatch')
  const breakout = page.getByTestId('breakout')
  await choose(breakout.getByLabel('What was inside'), 'Died later, an embryo')
  await breakout.getByLabel(/^Died about day/).fill('99')
  await breakout.getByRole('button', { name: 'Save, next egg' }).click()
  await expect(breakout.getByRole('alert')).toContainText('must be 0 to 28')
  await breakout.getByLabel(/^Died about day/).fill('11')
  await breakout.getByLabel('malpositioned').check()
  await breakout.getByRole('button', { name: 'Save, next egg' }).click()
  await expect(page.getByRole('row').filter({ hasText: 'died in the second third' })).toContainText('1 of 8')
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByTestId('results').getByRole('button', { name: 'CSV' }).click(),
  ])
  expect(await readFile(await download.path(), 'utf8')).toMatch(/died in the second third,11,malposition/)
})

test('what is over: report with its cause, results and places, history searched, compared and opened again', async ({
  page,
}) => {
  await openDemo(page)
  await page.goto('/#/sets/demo-thrift/report')
  await expect(page.getByTestId('diagnosis-lead')).toHaveText(
    'Probable cause: humidity too low, the eggs lost too much water.',
  )
  await expect(page.getByTestId('diagnosis')).toContainText(
    'the eggs lost 18.7 % by lockdown; 12.0 % is good',
  )
  for (const path of ['thrift/report', 'thrift/hand-over', 'freckle/hatch', 'thrift/hatch']) {
    await page.goto(`/#/sets/demo-${path}`)
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible()
    expect(await violations(page)).toEqual([])
  }
  // Sets under way are not among the results.
  await page.goto('/#/results')
  const table = page.getByTestId('results-table')
  await expect(table.getByRole('row')).toHaveCount(3)
  await expect(page.getByTestId('apart')).toContainText('Campion hens, last spring')
  await choose(page.getByLabel('Compare by'), 'incubator')
  await expect(table.getByRole('row').nth(1)).toContainText('Tall cabinet')
  await choose(page.getByLabel('Compare by'), 'removal method')
  await expect(table.getByRole('row').nth(1)).toContainText('Second look')
  await expect(
    page.getByTestId('places').getByRole('listitem', { name: /^A4: 0 of 1 hatched/ }),
  ).toBeVisible()
  await page.goto('/#/history')
  await expect(page.getByTestId('year').first()).toContainText('sets')
  await page.getByLabel('Search').fill('holm hens')
  await expect(page.getByTestId('history').getByRole('listitem')).toHaveCount(4)
  await choose(page.getByLabel('Show'), 'closed')
  await expect(page.getByTestId('history').getByRole('listitem')).toHaveCount(2)
  await page.getByLabel('Compare Thrift hens, autumn set').check()
  await page.getByLabel('Compare Campion hens, last spring').check()
  await expect(page.getByTestId('compare').getByRole('row', { name: /Likely cause/ })).toContainText(
    'humidity too low, the eggs lost too much water',
  )
  await page.getByRole('button', { name: 'Reopen the set: Thrift hens, autumn set' }).click()
  // Nothing of it is open: it stays among those that are over, and can be closed again.
  await expect(page.getByTestId('history').getByRole('listitem')).toHaveCount(2)
  await page.goto('/#/sets/demo-thrift/hatch')
  await expect(page.getByRole('button', { name: 'Close the set: Thrift hens, autumn set' })).toBeVisible()
})
