import { chromium } from '@playwright/test'
import { expect, serverTest as test } from './test.ts'
import { beginSession, openSession } from './evening.ts'
import { filmOfAnEgg } from './film.ts'
import { openBench, openBeacon, photograph } from './hatchery.ts'

test('this device’s camera takes the picture', async ({ baseURL }, info) => {
  const { film, remove } = await filmOfAnEgg()
  const options = info.project.use.launchOptions!
  const browser = await chromium.launch({
    ...options,
    args: [
      ...options.args!,
      '--use-fake-ui-for-media-stream',
      '--use-fake-device-for-media-stream',
      `--use-file-for-fake-video-capture=${film}`,
    ],
  })
  try {
    const page = await browser.newPage({ baseURL: baseURL!, viewport: { width: 1280, height: 800 } })
    await openBeacon(page)
    await openBench(page)
    await page.getByRole('radio', { name: 'This device’s camera' }).check()
    await expect
      .poll(() => page.locator('video').evaluate((video: HTMLVideoElement) => video.videoWidth))
      .toBe(640)
    await photograph(page)
    await expect(page.getByTestId('suggestion')).toHaveText('Developing')
  } finally {
    await browser.close()
    await remove()
  }
})

test('a few words spoken at the lamp are kept with the egg and played at the desk', async ({
  baseURL,
}, info) => {
  const options = info.project.use.launchOptions!
  const browser = await chromium.launch({
    ...options,
    args: [...options.args!, '--use-fake-ui-for-media-stream', '--use-fake-device-for-media-stream'],
  })
  try {
    const page = await browser.newPage({ baseURL: baseURL!, viewport: { width: 1280, height: 800 } })
    await openBeacon(page)
    await openSession(page)
    await page.getByRole('radio', { name: 'With the key or the pedal' }).check()
    await beginSession(page)
    await expect(page.getByRole('button', { name: /^Photograph/ })).toBeVisible()
    await page.keyboard.press('t')
    await expect(page.getByTestId('listening')).toContainText(/Listening, [1-9]/)
    await page.keyboard.press('t')
    await expect(page.getByTestId('marks')).toContainText('1 spoken note')
    // The egg goes by and takes its word with it.
    await page.keyboard.press('t')
    await expect(page.getByTestId('listening')).toContainText(/Listening, [1-9]/)
    await page.keyboard.press('s')
    await expect(page.getByTestId('listening')).toBeHidden()
    await page.goto('/#/sets/demo-beacon')
    await page.getByRole('button', { name: /^A1/ }).click()
    const spoken = page.getByTestId('spoken').locator('audio')
    await expect(spoken).toHaveCount(2)
    await expect
      .poll(() => spoken.first().evaluate((audio: HTMLAudioElement) => audio.readyState))
      .toBeGreaterThan(1)
    await page.keyboard.press('z')
    await expect(spoken).toHaveCount(1)
  } finally {
    await browser.close()
  }
})
