import { chromium } from '@playwright/test'
import { expect, serverTest as test } from './test.ts'
import { openBench, openBeacon, verdictShown } from './hatchery.ts'
import { holdBefore, withShownCamera } from './shown-camera.ts'

test('two tablets read each other’s codes, and both books are together on both', async ({
  baseURL,
}, info) => {
  const options = info.project.use.launchOptions!
  // In this test's room nobody answers for local names; on real tablets the network does.
  const browser = await chromium.launch({
    ...options,
    args: [...options.args!, '--disable-features=WebRtcHideLocalIpsWithMdns'],
  })
  const page = async (photo: string) => {
    const context = await browser.newContext({ baseURL: baseURL!, serviceWorkers: 'block' })
    const one = await context.newPage()
    await withShownCamera(one)
    await openBeacon(one)
    await openBench(one)
    await one.getByRole('radio', { name: 'Files' }).check()
    await one.getByTestId('file-input').setInputFiles(`fixtures/photos/${photo}.jpg`)
    await verdictShown(one)
    await one.goto('/#/records')
    return one
  }
  const [first, second] = [await page('p-0043'), await page('p-0005')]
  await first.getByRole('button', { name: 'Show my code' }).click()
  await expect(first.getByTestId('qr')).toBeVisible()
  await second.getByRole('button', { name: 'Read its code' }).click()
  await holdBefore(second, first.getByTestId('qr'))
  await expect(second.getByTestId('qr')).toBeVisible()
  const readAnswer = first.getByRole('button', { name: 'Read its answer' })
  // Its own code by mistake: that is said, and the right one still counts.
  await readAnswer.click()
  await holdBefore(first, first.getByTestId('qr'))
  await expect(first.getByRole('alert')).toContainText('This is not the other tablet’s answer')
  // Held there before the camera looks: it would read the first one again.
  await holdBefore(first, second.getByTestId('qr'))
  await readAnswer.click()
  await expect(first.getByText('This is not the other tablet’s answer')).toBeHidden()
  for (const tablet of [first, second]) {
    await expect(tablet.getByTestId('what-changes')).toContainText('1 look comes')
    await tablet.getByRole('button', { name: 'Merge' }).click()
    await expect(tablet.getByTestId('records-message')).toContainText('Merged:')
    await expect(tablet.locator('main h1 + p')).toContainText('2 looks')
  }
  await browser.close()
})
