import type { Page } from '@playwright/test'
import { expect, serverTest as test } from './test.ts'
import { withBackupFolder } from './backup-folder.ts'
import { openBeacon } from './hatchery.ts'

const FOLDER = 'backups'

/** What lies in one tablet's view of the folder comes into another's: all of it, or of each file only a beginning. */
async function carry(from: Page, to: Page, bytes = Infinity): Promise<void> {
  const files = await from.evaluate(async (name) => {
    const folder = await (await navigator.storage.getDirectory()).getDirectoryHandle(name)
    const found: Array<[string, string]> = []
    for await (const [key, handle] of folder.entries()) {
      // An old backup may be tidied away meanwhile: a folder that is synchronised carries what is there.
      const file = await (handle as FileSystemFileHandle).getFile().catch(() => null)
      if (!file) continue
      const content = new Uint8Array(await file.arrayBuffer())
      found.push([key, btoa(Array.from(content, (byte) => String.fromCharCode(byte)).join(''))])
    }
    return found
  }, FOLDER)
  await to.evaluate(
    async ({ name, files: all, most }) => {
      const folder = await (await navigator.storage.getDirectory()).getDirectoryHandle(name, { create: true })
      const there: string[] = []
      for await (const key of folder.keys()) there.push(key)
      for (const [key, text] of all) {
        const content = Uint8Array.from(atob(text), (letter) => letter.charCodeAt(0)).slice(0, most)
        const handle = await folder.getFileHandle(key, { create: true })
        if (there.includes(key) && (await handle.getFile()).size >= content.length) continue
        const writing = await handle.createWritable()
        await writing.write(content)
        await writing.close()
      }
    },
    { name: FOLDER, files, most: Math.min(bytes, 1e9) },
  )
}

async function writeNotes(tablet: Page, text: string): Promise<void> {
  await tablet.goto('/#/sets/demo-beacon')
  const notes = tablet.getByLabel('Notes')
  await notes.fill(text)
  await notes.blur()
  // Only what was written is there when the page is opened again.
  await tablet.goto('/#/')
  await hasNotes(tablet, text)
}
async function hasNotes(tablet: Page, text: string): Promise<void> {
  await tablet.goto('/#/sets/demo-beacon')
  await expect(tablet.getByLabel('Notes')).toHaveValue(text)
}
const news = (tablet: Page) => tablet.getByTestId('folder-news')
const state = (tablet: Page) => tablet.getByTestId('folder-state')
async function toRecords(tablet: Page): Promise<void> {
  await tablet.goto('/#/records')
  await expect(state(tablet)).toContainText('Looked at')
}
async function lookNow(tablet: Page): Promise<void> {
  await tablet.getByRole('button', { name: 'Look now' }).click()
  await expect(tablet.getByRole('button', { name: 'Look now' })).toBeEnabled()
}

test('tablets that share a folder find each other: half a file waits, news comes on one yes or by itself, and a question is asked once', async ({
  browser,
  baseURL,
}) => {
  const tablet = async (name: string) => {
    const context = await browser.newContext({ baseURL: baseURL!, serviceWorkers: 'block' })
    const page = await context.newPage()
    await withBackupFolder(page)
    await openBeacon(page)
    await page.goto('/#/records')
    await page.getByRole('button', { name: 'Choose a folder' }).click()
    await page.getByLabel('This tablet is called').fill(name)
    await expect(state(page)).toContainText('No other tablet has written here yet')
    return page
  }
  const north = await tablet('North shed')
  const south = await tablet('South shed')
  const west = await tablet('West shed')

  // Half a file says so and changes nothing; whole it is one line and one yes.
  await writeNotes(north, 'Moved to the top shelf.')
  await north.goto('/#/records')
  await north.getByRole('button', { name: 'Back up now' }).click()
  await expect(north.getByRole('button', { name: 'Back up now' })).toBeEnabled()
  await carry(north, south, 500)
  await lookNow(south)
  await expect(news(south)).toContainText('the newest backup is not complete')
  await carry(north, south)
  await lookNow(south)
  await expect(news(south)).toContainText('North shed')
  await expect(news(south)).toContainText('1 set changes')
  // The same on any page at the desk.
  await south.goto('/#/')
  const line = south.getByTestId('folder-line')
  await expect(line).toContainText('North shed has news: 1 set changes')
  await line.getByRole('button', { name: 'Merge' }).click()
  await expect(line).toBeHidden()
  await hasNotes(south, 'Moved to the top shelf.')

  // Where somebody chose so it comes by itself, and what was merged already is no news.
  await north.getByLabel('Merge automatically').check()
  await writeNotes(south, 'Moved back to the middle.')
  await toRecords(south)
  await south.getByRole('button', { name: 'Back up now' }).click()
  await expect(south.getByRole('button', { name: 'Back up now' })).toBeEnabled()
  await carry(south, north)
  await lookNow(north)
  await expect(state(north)).toContainText('Merged with South shed')
  await hasNotes(north, 'Moved back to the middle.')
  await toRecords(north)
  await carry(north, south)
  await lookNow(south)
  await expect(state(south)).toContainText('Nothing new')

  // Both wrote the same field: that waits for a person, and is asked on one tablet alone.
  await writeNotes(north, 'North says: turn twice.')
  await writeNotes(south, 'South says: turn five times.')
  await toRecords(south)
  await south.getByRole('button', { name: 'Back up now' }).click()
  await expect(south.getByRole('button', { name: 'Back up now' })).toBeEnabled()
  await toRecords(north)
  await carry(south, north)
  await lookNow(north)
  await expect(news(north)).toContainText('1 thing to decide')
  await lookNow(north)
  await expect(news(north).getByRole('listitem')).toHaveCount(1)
  await news(north).getByRole('button', { name: 'Decide 1 question' }).click()
  await north.getByRole('radio', { name: /North says/ }).check()
  await north.getByRole('dialog').getByRole('button', { name: 'Merge' }).click()
  await expect(state(north)).toContainText('Merged with South shed')
  await expect(news(north).getByRole('listitem')).toHaveCount(0)
  await carry(north, south)
  await lookNow(south)
  await expect(news(south)).not.toContainText('to decide')
  await news(south).getByRole('button', { name: 'Merge' }).click()
  await expect(state(south)).toContainText('Merged with North shed')
  // A third that saw nothing of all this, and of each of them files of every age: it comes along without a question.
  await west.getByLabel('Merge automatically').check()
  await carry(south, west)
  await lookNow(west)
  await expect(state(west)).toContainText('Merged with')
  await expect(news(west).getByRole('listitem')).toHaveCount(0)
  for (const one of [north, south, west]) await hasNotes(one, 'North says: turn twice.')
})
