import { mkdtemp, rm, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { chromium } from '@playwright/test'
import { expect, serverTest as test } from './test.ts'
import { simulatePhoto } from '../src/core/simulate/simulated-photo.ts'
import { beginSession, openSession } from './evening.ts'
import { openBench, openBeacon, photograph } from './hatchery.ts'

/** A film of one frame for Chromium's fake camera: YUV4MPEG2, 4:2:0, BT.601 video range. */
function toY4m(image: { widthPx: number; heightPx: number; data: Uint8Array | Uint8ClampedArray }): Buffer {
  const { widthPx: w, heightPx: h, data } = image
  const planes = [Buffer.alloc(w * h), Buffer.alloc((w * h) / 4), Buffer.alloc((w * h) / 4)]
  for (let y = 0; y < h; y++) {
    for (let x = 0; x < w; x++) {
      const [r, g, b] = [0, 1, 2].map((c) => data[3 * (y * w + x) + c]! / 255) as [number, number, number]
      planes[0]![y * w + x] = 16 + 65.481 * r + 128.553 * g + 24.966 * b
      if (x % 2 || y % 2) continue
      const at = (y / 2) * (w / 2) + x / 2
      planes[1]![at] = 128 - 37.797 * r - 74.203 * g + 112 * b
      planes[2]![at] = 128 + 112 * r - 93.786 * g - 18.214 * b
    }
  }
  return Buffer.concat([Buffer.from(`YUV4MPEG2 W${w} H${h} F10:1 Ip C420jpeg\nFRAME\n`), ...planes])
}

test('this device’s camera takes the picture', async ({ baseURL }, info) => {
  const folder = await mkdtemp(join(tmpdir(), 'perlumen-film-'))
  const film = join(folder, 'egg.y4m')
  const { image } = simulatePhoto({
    seed: 'film',
    shell: 'tinted',
    ageDays: 8,
    shot: { widthPx: 640, heightPx: 480, axisRad: -1.5, fill: 0.8 },
  })
  await writeFile(film, toY4m(image))
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
    await page.getByLabel('This device’s camera').check()
    await expect
      .poll(() => page.locator('video').evaluate((video: HTMLVideoElement) => video.videoWidth))
      .toBe(640)
    await photograph(page)
    await expect(page.getByTestId('suggestion')).toHaveText('Developing')
  } finally {
    await browser.close()
    await rm(folder, { recursive: true })
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
    await page.getByLabel('By the key or the pedal').check()
    await beginSession(page)
    await expect(page.getByRole('button', { name: /^Photograph/ })).toBeVisible()
    await page.keyboard.press('t')
    await expect(page.getByTestId('listening')).toContainText('Listening, 1 s')
    await page.keyboard.press('t')
    await expect(page.getByTestId('marks')).toContainText('1 spoken note')
    // The egg goes by and takes its word with it.
    await page.keyboard.press('t')
    await expect(page.getByTestId('listening')).toContainText('Listening, 1 s')
    await page.keyboard.press('s')
    await expect(page.getByTestId('listening')).toBeHidden()
    await page.goto('/#/sets/demo-beacon')
    await page.getByRole('button', { name: /^A1/ }).click()
    const spoken = page.getByTestId('spoken').locator('audio')
    await expect(spoken).toHaveCount(2)
    await expect
      .poll(() => spoken.first().evaluate((audio: HTMLAudioElement) => audio.readyState))
      .toBeGreaterThan(1)
    await page.keyboard.press('u')
    await expect(spoken).toHaveCount(1)
  } finally {
    await browser.close()
  }
})
