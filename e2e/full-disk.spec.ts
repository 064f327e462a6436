import type { CDPSession, Page } from '@playwright/test'
import { withBackupFolder } from './backup-folder.ts'
import { beginSession, look, openSession } from './evening.ts'
import { openBeacon, exportBundle } from './hatchery.ts'
import { expect, test } from './test.ts'

/** The browser's own limit of what the program may keep: so much more than lies there now. */
async function leaveRoom(page: Page, protocol: CDPSession, bytes: number): Promise<void> {
  const used = await page.evaluate(async () => (await navigator.storage.estimate()).usage ?? 0)
  const { origin } = new URL(page.url())
  await protocol.send('Storage.overrideQuotaForOrigin', { origin, quotaSize: used + bytes })
  // What a browser found free some moments ago it goes on giving away: the limit holds once it has refused something.
  await expect.poll(() => page.evaluate(takes, bytes + 1_000_000)).toBe(false)
}

/** In the page: whether the browser takes so many bytes more. Nothing of them stays. */
async function takes(bytes: number): Promise<boolean> {
  const opening = indexedDB.open('room', 1)
  opening.onupgradeneeded = () => opening.result.createObjectStore('room')
  const opened = await new Promise<IDBDatabase>((resolve) => {
    opening.onsuccess = () => resolve(opening.result)
  })
  const writing = opened.transaction('room', 'readwrite')
  const filling = new Uint8Array(bytes)
  for (let at = 0; at < bytes; at += 65_536) crypto.getRandomValues(filling.subarray(at, at + 65_536))
  writing.objectStore('room').put(new Blob([filling]), 0)
  const taken = await new Promise<boolean>((resolve) => {
    writing.oncomplete = () => resolve(true)
    writing.onabort = () => resolve(false)
  })
  opened.close()
  const removing = indexedDB.deleteDatabase('room')
  await new Promise((resolve) => {
    removing.onsuccess = resolve
  })
  return taken
}

async function makeRoom(page: Page, protocol: CDPSession): Promise<void> {
  await protocol.send('Storage.overrideQuotaForOrigin', { origin: new URL(page.url()).origin })
}

test('a browser that runs full says so in the evening, at a merge and at a backup; what was saved stays, and it goes on once there is room', async ({
  page,
}) => {
  await withBackupFolder(page)
  const protocol = await page.context().newCDPSession(page)
  await openBeacon(page)
  const bundle = await exportBundle(page)
  await page.getByRole('button', { name: 'Choose a folder' }).click()
  await expect(page.getByText('1 backup kept')).toBeVisible()

  await openSession(page)
  await page.getByRole('radio', { name: 'With the key or the pedal' }).check()
  await beginSession(page)
  // A few eggs' worth, and never enough for all twelve.
  await leaveRoom(page, protocol, 300_000)
  const problem = page.getByTestId('problem')
  const progress = page.getByTestId('progress')
  // An egg held badly before the camera is photographed again; only the disk ends the evening.
  const isFull = problem.getByText('storage is full')
  while (!(await isFull.isVisible())) {
    await expect(progress).not.toContainText('12 of 12')
    const before = await look(page)
    await page.keyboard.press(' ')
    await expect
      .poll(async () => (await problem.isVisible()) || (await look(page)) !== before, { intervals: [100] })
      .toBe(true)
  }
  const saved = (await progress.innerText()).match(/\d+ of 12/)![0]
  await page.reload()
  await expect(progress).toContainText(saved)

  await page.goto('/#/records')
  await leaveRoom(page, protocol, 10_000)
  await page.getByTestId('bundle-input').setInputFiles(bundle)
  await page.getByRole('button', { name: 'Merge' }).click()
  await expect(page.getByTestId('records-message')).toContainText('Nothing was changed')
  await page.getByRole('button', { name: 'Back up now' }).click()
  await expect(page.getByRole('alert').filter({ hasText: 'The backup did not work' })).toBeVisible()

  await makeRoom(page, protocol)
  await page.getByRole('button', { name: 'Back up now' }).click()
  await expect(page.getByTestId('backup-age')).toContainText('less than a day old')
  await page.goto('/#/sets/demo-beacon/candle')
  await expect(progress).toContainText(saved)
})
