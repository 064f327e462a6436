import { mkdtemp, rm, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { Page } from '@playwright/test'
import { bookOnDisk } from '../../e2e/book-on-disk.ts'
import { createRandom } from '../../src/core/random/random.ts'
import type { Findings, Trials } from './findings.ts'
import { manySets } from './huge-books.ts'
import { onStage, type Stage } from './stage.ts'

const SETTLE_MS = 60_000

async function repeat(
  { seed, from, count, onProgress }: Trials,
  once: (name: string, cut: () => void) => Promise<string | null>,
): Promise<Findings> {
  const findings: Findings = { tried: 0, refused: 0, slowestMs: 0, faults: [] }
  for (let i = from; i < from + count; i++) {
    const start = performance.now()
    const fault = await once(`${seed}/${i}`, () => findings.refused++).catch(
      (error: unknown) => (error as Error).stack ?? String(error),
    )
    if (fault) findings.faults.push(`${seed}/${i}: ${fault}`)
    findings.slowestMs = Math.max(findings.slowestMs, performance.now() - start)
    onProgress?.(++findings.tried, findings)
  }
  return findings
}

/** What a browser that starts again finds on the disk. */
async function foundAfter({ base, start }: Stage): ReturnType<typeof bookOnDisk> {
  const { page, kill } = await start()
  await page.goto(`${base}#/records`)
  await page.locator('h1').waitFor()
  const disk = await bookOnDisk(page)
  await kill()
  return disk
}

/** The browser is killed at a random moment of a Replace: the book is the old one whole or the new one whole, never less. */
export function killDuringImports(trials: Trials): Promise<Findings> {
  return onStage(async ({ base, start }) => {
    const folder = await mkdtemp(join(tmpdir(), 'perlumen-bundles-'))
    // Two books that differ in size, brought in in turn.
    const books = await Promise.all(
      [60, 90].map(async (sets) => {
        const file = join(folder, `${sets}.zip`)
        await writeFile(file, await manySets(sets))
        return { file, sets }
      }),
    )
    let now = 0
    let longestMs = 2500
    return repeat(trials, async (name, cut) => {
      const random = createRandom(`kill/${name}`)
      const browser = await start()
      const { page } = browser
      await page.goto(`${base}#/records`)
      const before = now
      const next = books.find(({ sets }) => sets !== before) ?? books[0]!
      await page.getByTestId('bundle-input').setInputFiles(next.file)
      const began = Date.now()
      if (before > 0) {
        await page.getByRole('radio', { name: /^Replace/ }).check({ timeout: SETTLE_MS })
        await page.getByRole('button', { name: 'Replace' }).click()
      }
      const acknowledged = page
        .getByTestId('records-message')
        .getByText('imported')
        .waitFor({ timeout: SETTLE_MS })
        .then(
          () => Date.now(),
          () => null,
        )
      const killAtMs = random.between(0, longestMs)
      const done = await Promise.race([
        acknowledged,
        new Promise<null>((resolve) => setTimeout(() => resolve(null), killAtMs)),
      ])
      await browser.kill()
      if (done === null) cut()
      else longestMs = Math.max(300, 1.15 * (done - began))
      const disk = await foundAfter({ base, start })
      now = disk.sets.length
      if (now !== before && now !== next.sets)
        return `${now} sets: neither the old ${before} nor the new ${next.sets}`
      if (disk.eggs.length !== 2 * now) return `${disk.eggs.length} eggs for ${now} sets`
      if (done !== null && now !== next.sets) return 'acknowledged, but the old book is there'
      return disk.others > 0 ? `${disk.others} left-over databases` : null
    }).finally(() => rm(folder, { recursive: true, force: true }))
  })
}

/** The browser is killed at a random moment while two books are brought together: it is the old one whole or both, never less. */
export function killDuringMerges(trials: Trials): Promise<Findings> {
  return onStage(async ({ base, start }) => {
    const [few, many] = [await manySets(40), await manySets(90)]
    const zip = (buffer: Buffer) => ({ name: 'book.zip', mimeType: 'application/zip', buffer })
    const said = (page: Page, words: string): Promise<void> =>
      page.getByTestId('records-message').getByText(words).waitFor({ timeout: SETTLE_MS })
    let longestMs = 4000
    let isFull = false
    return repeat(trials, async (name, cut) => {
      const random = createRandom(`merge/${name}`)
      const { page, kill } = await start()
      await page.goto(`${base}#/records`)
      const sizes = await page
        .getByText(/\d+ sets?, \d+ eggs?/)
        .first()
        .innerText({ timeout: SETTLE_MS })
      if (isFull || sizes.startsWith('0 sets')) {
        await page.getByTestId('bundle-input').setInputFiles(zip(few))
        const replace = page.getByRole('radio', { name: /^Replace/ })
        if (isFull) {
          await replace.check({ timeout: SETTLE_MS })
          await page.getByRole('button', { name: 'Replace' }).click()
        }
        await said(page, '40 sets')
      }
      await page.getByTestId('bundle-input').setInputFiles(zip(many))
      await page.getByRole('button', { name: 'Merge' }).click({ timeout: SETTLE_MS })
      const began = Date.now()
      const acknowledged = said(page, 'Merged:').then(
        () => Date.now(),
        () => null,
      )
      const wait = new Promise<null>((resolve) =>
        setTimeout(() => resolve(null), random.between(0, longestMs)),
      )
      const done = await Promise.race([acknowledged, wait])
      await kill()
      if (done === null) cut()
      else longestMs = Math.max(300, 1.15 * (done - began))
      const disk = await foundAfter({ base, start })
      isFull = disk.sets.length === 90
      if (!isFull && disk.sets.length !== 40)
        return `${disk.sets.length} sets: neither the old 40 nor both, 90`
      if (disk.eggs.length !== 2 * disk.sets.length)
        return `${disk.eggs.length} eggs for ${disk.sets.length} sets`
      if (done !== null && !isFull) return 'acknowledged, but the old book is there'
      return disk.others > 0 ? `${disk.others} left-over databases` : null
    })
  })
}

/**
 * The browser is killed at a random moment of a backup: what was acknowledged lies there whole, nothing that lay there
 * before is lost, and the next backup clears away what was cut off.
 */
export function killDuringBackups(trials: Trials): Promise<Findings> {
  return onStage(async ({ base, start }) => {
    const book = { name: 'book.zip', mimeType: 'application/zip', buffer: await manySets(2000) }
    let longestMs = 4000
    let isFull = false
    let good = new Set<string>()
    return repeat(trials, async (name, cut) => {
      const random = createRandom(`backup/${name}`)
      const open = async (): ReturnType<typeof start> => {
        const browser = await start()
        // The browser's own private folder stands in for one that a person would choose; leave for it needs no asking.
        await browser.page.addInitScript(`globalThis.showDirectoryPicker = async () =>
          (await navigator.storage.getDirectory()).getDirectoryHandle('backups', { create: true })`)
        await browser.page.goto('about:blank')
        await browser.page.goto(`${base}#/records`)
        return browser
      }
      const first = await open()
      if (!isFull) {
        await first.page.getByTestId('bundle-input').setInputFiles(book)
        await first.page.getByTestId('records-message').getByText('imported').waitFor({ timeout: SETTLE_MS })
        await first.page.getByRole('button', { name: 'Choose a folder' }).click()
        await first.page.getByText('1 backup kept').waitFor({ timeout: SETTLE_MS })
        good = new Set(Object.keys(await wholeBackups(first.page)))
        isFull = true
      }
      const before = String(await first.page.evaluate(`localStorage.getItem('perlumen-backup-last')`))
      const began = Date.now()
      const button = first.page.getByRole('button', { name: 'Back up now' })
      // It is killed while the click is still under way, too.
      const clicked = button.click({ timeout: SETTLE_MS }).catch(() => undefined)
      const acknowledged = first.page
        .waitForFunction(`String(localStorage.getItem('perlumen-backup-last')) !== '${before}'`, null, {
          timeout: SETTLE_MS,
        })
        .then(
          () => Date.now(),
          () => null,
        )
      const wait = new Promise<null>((resolve) =>
        setTimeout(() => resolve(null), random.between(0, longestMs)),
      )
      const done = await Promise.race([acknowledged, wait])
      await first.kill()
      await clicked
      if (done === null) cut()
      else longestMs = Math.max(300, 1.15 * (done - began))
      const again = await open()
      const sizes = await wholeBackups(again.page)
      const whole = Object.keys(sizes).filter((file) => sizes[file]! > 0)
      // Of one day the last is enough, so that a good one may go only where a newer whole one stands.
      if (whole.length === 0) return `no whole backup is left of ${good.size}`
      const torn = Object.keys(sizes).filter((file) => sizes[file]! <= 0)
      console.log(
        `  ${whole.length} whole, ${torn.length} cut off, ${done === null ? 'killed' : 'acknowledged'}`,
      )
      await again.page.getByRole('button', { name: 'Back up now' }).click({ timeout: SETTLE_MS })
      await again.page.getByText('1 backup kept').waitFor({ timeout: SETTLE_MS })
      const left = await wholeBackups(again.page)
      good = new Set(Object.keys(left))
      await again.kill()
      const bad = Object.keys(left).filter((file) => left[file]! <= 0)
      return bad.length > 0 ? `${bad.join(', ')} still lies there` : null
    })
  })
}

/** Backups in the folder with their bytes; -1 where one has bytes and cannot be read as a ZIP to its end. */
async function wholeBackups(page: Page): Promise<Record<string, number>> {
  return (await page.evaluate(`(async () => {
    const folder = await (await navigator.storage.getDirectory()).getDirectoryHandle('backups', { create: true })
    const found = {}
    for await (const [name, handle] of folder.entries()) {
      const file = await handle.getFile()
      const end = new Uint8Array(await file.slice(-22).arrayBuffer())
      const isWhole = end.length === 22 && end[0] === 0x50 && end[1] === 0x4b && end[2] === 5 && end[3] === 6
      found[name] = file.size === 0 ? 0 : isWhole ? file.size : -1
    }
    return found
  })()`)) as Record<string, number>
}

/** The browser is killed at a random moment at the bench: every look and grade that the screen acknowledged is there. */
export function killAtTheBench(trials: Trials): Promise<Findings> {
  return onStage(async ({ base, start }) => {
    const known = new Map<string, string | null>()
    let ready = false
    return repeat(trials, async (name, cut) => {
      const random = createRandom(`bench/${name}`)
      const browser = await start()
      const { page } = browser
      if (!ready) {
        await page.getByRole('button', { name: 'Open the demo hatchery' }).click()
        await page.getByRole('heading', { name: 'Freckle quail' }).waitFor()
        ready = true
      }
      await page.goto(`${base}#/sets/demo-beacon/bench`)
      await page.getByTestId('current-egg').waitFor()
      const stop = new AbortController()
      // Some things done and acknowledged first, and then at any moment of the next.
      const wanted = Math.floor(random.between(0, 4))
      let enough = (): void => undefined
      const acknowledged = new Promise<void>((resolve) => {
        enough = resolve
      })
      let done = 0
      if (wanted === 0) enough()
      const working = work(page, random.fork('work'), known, stop.signal, () => {
        if (++done >= wanted) enough()
      }).catch(() => undefined)
      await Promise.race([acknowledged, new Promise((resolve) => setTimeout(resolve, SETTLE_MS))])
      await new Promise((resolve) => setTimeout(resolve, random.between(0, 1500)))
      stop.abort()
      if (
        (
          await page
            .getByTestId('status')
            .innerText()
            .catch(() => '')
        ).endsWith('…')
      )
        cut()
      await browser.kill()
      await working
      const again = await start()
      await again.page.locator('h1').waitFor()
      const disk = await bookOnDisk(again.page)
      await again.kill()
      const looks = new Map(disk.looks.map((look) => [look.id, look]))
      for (const [id, own] of known) {
        const look = looks.get(id)
        if (!look?.photo)
          return `the look ${id} that was shown as saved is ${look ? 'without its photograph' : 'gone'}`
        if (own !== null && look.own !== own) return `the grade ${own} that was shown as saved is ${look.own}`
      }
      console.log(`  ${known.size} looks acknowledged so far, all there`)
      return disk.orphans > 0 ? `${disk.orphans} photographs that nothing shows` : null
    })
  })
}

/** Photographs, grades and retakes; notes what the screen acknowledges. A retake or a grade that is under way may become either. */
async function work(
  page: Page,
  random: ReturnType<typeof createRandom>,
  known: Map<string, string | null>,
  signal: AbortSignal,
  saved: () => void,
): Promise<void> {
  const shown = page.locator('main[data-look]')
  const status = page.getByTestId('status')
  while (!signal.aborted) {
    const look = await shown.getAttribute('data-look')
    if (!look) {
      await page.keyboard.press(' ')
      await page.waitForFunction(
        () => document.querySelector('main[data-look]')?.getAttribute('data-look') !== '',
      )
    } else if (random.uniform() < 0.3) {
      await page.keyboard.press('r')
      await page.waitForFunction(
        (before) => document.querySelector('main[data-look]')?.getAttribute('data-look') !== before,
        look,
      )
    } else {
      const key = random.pick(['1', '2', '3', '4', '5'])
      known.set(look, null)
      await page.keyboard.press(key)
      await page
        .waitForFunction(
          (before) => document.querySelector('main[data-look]')?.getAttribute('data-look') !== before,
          look,
          { timeout: 3000 },
        )
        .catch(() => undefined)
      if ((await shown.getAttribute('data-look')) !== look)
        known.set(look, ['developing', 'clear', 'blood-ring', 'quitter', 'unsure'][Number(key) - 1]!)
    }
    await status.getByText('Saved').waitFor()
    const now = await shown.getAttribute('data-look')
    if (now && !known.has(now)) known.set(now, null)
    saved()
  }
}
