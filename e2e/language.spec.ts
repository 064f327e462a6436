import { readFile } from 'node:fs/promises'
import type { Page } from '@playwright/test'
import { expect, test } from './test.ts'
import { readBundle } from '../src/contracts/files/read-bundle.ts'
import { SPECIES } from '../src/core/species/species.ts'
import { withBackupFolder } from './backup-folder.ts'
import { openDemo } from './hatchery.ts'

const PAGES = [
  '/',
  '/sets/demo-beacon',
  '/sets/demo-beacon/bench',
  '/sets/demo-beacon/candle',
  '/sets/demo-beacon/removal',
  '/sets/demo-beacon/water',
  '/sets/demo-beacon/weigh',
  '/sets/demo-beacon/hatch',
  '/sets/demo-beacon/report',
  '/sets/demo-beacon/hand-over',
  '/sets/demo-lantern/eggs/demo-lantern-2',
  '/lamp',
  '/sets/demo-beacon/wall',
  '/sets/demo-beacon/labels',
  '/incubators/demo-cabinet',
  '/incubators/demo-cabinet/round',
  '/look',
  '/plan',
  '/hatchery',
  '/arrived',
  '/eggs',
  '/practice',
  '/practice/days',
  '/practice/class',
  '/practice/sealed',
  '/records',
  '/rightness',
  '/results',
  '/history',
]
/** What is no language: units, formats, keys of the keyboard, the name of the program, and days by the browser's own calendar. */
const NO_LANGUAGE =
  /^(Perlumen|CSV|ZIP|PNG|SVG|JSON|COCO|USB|Space|Enter|Esc|Tab|Shift|Mon|Tue|Wed|Thu|Fri|Sat|Sun|Jan|Feb|Mar|Apr|May|Jun|Jul|Aug|Sep|Sept|Oct|Nov|Dec|(Mon|Tues|Wednes|Thurs|Fri|Satur|Sun)day|January|February|March|April|June|July|August|September|October|November|December|UTC|Europe|localhost|min|mmHg)$/

test('in the pseudo-language every page has all of its words from a table, and none is cut off', async ({
  page,
}) => {
  const names = await namesInDemo()
  await withBackupFolder(page)
  await openDemo(page)
  // What is said of backups and of other tablets shows where a folder was chosen.
  await page.goto('/#/records')
  await page.getByRole('button', { name: 'Choose a folder' }).click()
  await expect(page.getByTestId('folder-state')).toContainText('Looked at')
  await page.evaluate(() => localStorage.setItem('perlumen-language', 'pseudo'))
  const found: string[] = []
  for (const path of PAGES) {
    await page.goto(`/#${path}`)
    // Words are taken from their table as a part of the program is loaded.
    await page.reload()
    for (const [width, height] of [
      [1280, 800],
      [390, 844],
    ] as const) {
      await page.setViewportSize({ width, height })
      await expect(page.getByRole('heading', { level: 1 })).toBeVisible()
      await page.waitForLoadState('networkidle')
      for (const said of await saidOn(page))
        for (const word of said.match(/[A-Za-z]{3,}/g) ?? [])
          if (!NO_LANGUAGE.test(word) && !names.has(word)) found.push(`${path}: “${said}” (${word})`)
      found.push(...(await cutOff(page)).map((what) => `${path} at ${width}: cut off: ${what}`))
    }
  }
  expect([...new Set(found)]).toEqual([])
})

/** What stands in the book, birds, and names that the program gives at the start: the same in every language. */
async function namesInDemo(): Promise<ReadonlySet<string>> {
  const { records } = await readBundle(new Blob([await readFile('src/app/data/made-up-hatchery.zip')]), 'UTC')
  const texts = [
    'Incubator, Simulated air sensor, backups',
    JSON.stringify(records),
    ...Object.values(SPECIES).map(({ label }) => label),
  ]
  return new Set(texts.flatMap((text) => text.match(/[A-Za-z]{3,}/g) ?? []))
}

/** All that the page says, also to a screen reader. */
function saidOn(page: Page): Promise<string[]> {
  return page.evaluate(() => {
    const said: string[] = []
    const walker = document.createTreeWalker(document.body, NodeFilter.SHOW_ELEMENT | NodeFilter.SHOW_TEXT)
    for (let node = walker.nextNode(); node; node = walker.nextNode()) {
      if (node instanceof Text && !node.parentElement?.closest('script, style, .key, textarea'))
        said.push(node.data)
      if (node instanceof HTMLElement)
        for (const name of ['aria-label', 'title', 'placeholder', 'alt'])
          said.push(node.getAttribute(name) ?? '')
    }
    return said.map((text) => text.replace(/\s+/g, ' ').trim()).filter((text) => text !== '')
  })
}

/** Buttons, headings and cells that are narrower than their words, and pages that are wider than the screen. */
function cutOff(page: Page): Promise<string[]> {
  return page.evaluate(() => {
    const cut: string[] = []
    const { scrollWidth } = document.documentElement
    if (scrollWidth > innerWidth + 1) {
      const widest = [...document.querySelectorAll<HTMLElement>('body *')].filter(
        (element) => element.getBoundingClientRect().right > innerWidth + 1,
      )
      cut.push(`the page is ${scrollWidth} wide, as is “${widest.at(-1)?.innerText.slice(0, 60)}”`)
    }
    for (const element of document.querySelectorAll<HTMLElement>(
      'button, a, label, h1, h2, h3, p, li, td, th',
    )) {
      // What is for screen readers alone has no width.
      if (element.clientWidth <= 1) continue
      const style = getComputedStyle(element)
      if (
        style.overflowX !== 'visible' &&
        style.overflowX !== 'auto' &&
        element.scrollWidth > element.clientWidth + 1
      )
        cut.push(element.innerText.slice(0, 60))
    }
    return cut
  })
}
