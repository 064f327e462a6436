import sharp from 'sharp'
import type { Page } from '@playwright/test'
import { expect, test } from './test.ts'
import { beginSession, candleByKey, look, openSession, photographed } from './evening.ts'
import { openBeacon } from './hatchery.ts'
import type { StandInHand } from './stand-in-hand.ts'

/** Relative luminance (white is 1) that no area of this side may pass on the dark bench, and the whole screen's mean. */
const AREA_PX = 16
const BRIGHTEST_AREA = 0.3
const MEAN = 0.04

/** Linear light of a screenshot: the brightest square area and the mean. @see IEC 61966-2-1 */
async function luminance(png: Buffer): Promise<{ brightest: number; mean: number }> {
  const { data, info } = await sharp(png).removeAlpha().raw().toBuffer({ resolveWithObject: true })
  const linear = Float32Array.from({ length: 256 }, (_, i) =>
    i / 255 <= 0.04045 ? i / 255 / 12.92 : ((i / 255 + 0.055) / 1.055) ** 2.4,
  )
  let brightest = 0
  let sum = 0
  let areas = 0
  for (let top = 0; top + AREA_PX <= info.height; top += AREA_PX) {
    for (let left = 0; left + AREA_PX <= info.width; left += AREA_PX) {
      let area = 0
      for (let y = top; y < top + AREA_PX; y++) {
        for (let x = left; x < left + AREA_PX; x++) {
          const at = 3 * (y * info.width + x)
          area +=
            0.2126 * linear[data[at]!]! + 0.7152 * linear[data[at + 1]!]! + 0.0722 * linear[data[at + 2]!]!
        }
      }
      brightest = Math.max(brightest, area / AREA_PX ** 2)
      sum += area / AREA_PX ** 2
      areas++
    }
  }
  return { brightest, mean: sum / areas }
}

async function expectDark(png: Buffer, where: string): Promise<void> {
  const { brightest, mean } = await luminance(png)
  expect(brightest, `brightest area, ${where}`).toBeLessThan(BRIGHTEST_AREA)
  expect(mean, `mean, ${where}`).toBeLessThan(MEAN)
}

test('the dark bench stays dark: ready, live, judged, black, and while it loads', async ({ page, hand }) => {
  await openBeacon(page)
  await openSession(page)
  await expectDark(await page.screenshot(), 'making ready')
  await beginSession(page)
  await hand.lay(1)
  await photographed(page)
  await expectDark(await page.screenshot(), 'judged')
  await page.keyboard.press('b')
  await expect(page.getByTestId('essential')).toBeVisible()
  const black = await luminance(await page.screenshot())
  expect(black.brightest).toBeLessThan(0.1)
  expect(black.mean).toBeLessThan(0.01)
  await page.keyboard.press('b')

  // Every frame that the browser paints through a reload and two changes of page.
  const frames: Buffer[] = []
  const devtools = await page.context().newCDPSession(page)
  devtools.on('Page.screencastFrame', ({ data, sessionId }) => {
    frames.push(Buffer.from(data, 'base64'))
    void devtools.send('Page.screencastFrameAck', { sessionId }).catch(() => undefined)
  })
  await devtools.send('Page.startScreencast', { format: 'png', everyNthFrame: 1 })
  await page.reload()
  await expect(page.getByTestId('session')).toBeVisible()
  await page.goto('/#/sets/demo-beacon/removal')
  await expect(page.getByTestId('remaining')).toBeVisible()
  await page.goto('/#/sets/demo-beacon/candle')
  await expect(page.getByTestId('session')).toBeVisible()
  await expect.poll(() => frames.length).toBeGreaterThan(3)
  await devtools.send('Page.stopScreencast')
  for (const [i, frame] of frames.entries())
    await expectDark(frame, `frame ${i} of ${frames.length} while loading`)
})

/** Developing, clear, blood ring, developing. */
const EGGS = 4

test('a whole evening with one hand on five keys', { tag: '@main' }, async ({ page }) => {
  const pressed = new Set<string>()
  const press = async (key: string): Promise<void> => {
    pressed.add(key)
    await page.keyboard.press(key)
  }
  await openBeacon(page, { eggs: EGGS })
  await openSession(page)
  await page.getByRole('radio', { name: 'With the key or the pedal' }).check()
  await beginSession(page)
  for (let egg = 1; egg <= EGGS; egg++) {
    await press(' ')
    await photographed(page)
    if (egg === 2) {
      // Held against its mates, judged otherwise, taken back, judged again.
      await press('c')
      await expect(page.getByTestId('comparison')).toHaveAttribute('data-kind', 'earlier')
      for (const kind of ['blink', 'mates', 'reference', 'living']) {
        await press('c')
        await expect(page.getByTestId('comparison')).toHaveAttribute('data-kind', kind)
      }
      await press('c')
      await expect(page.getByTestId('comparison')).toBeHidden()
      await press('x')
      await expect(page.getByTestId('go-on')).toContainText('My grade')
      await press(' ')
      await expect(page.getByTestId('current-egg')).toHaveText('A3')
      await press('z')
      await expect(page.getByTestId('current-egg')).toHaveText('A2')
    }
    if (egg === 3) {
      await press('v')
      await expect(page.getByRole('heading', { name: 'Paused' })).toBeVisible()
      await press('v')
      await expect(page.getByTestId('suggestion')).toBeVisible()
    }
    const at = await page.getByTestId('current-egg').innerText()
    await press(' ')
    if (egg < EGGS) await expect(page.getByTestId('current-egg')).not.toHaveText(at)
  }
  for (const step of ['return', 'close-lid', 'finish']) {
    await expect(page.getByTestId('step')).toHaveAttribute('data-step', step)
    await press(' ')
  }
  await expect(page.getByTestId('report')).toContainText(`${EGGS} in`)
  await expect(page.getByTestId('report')).toContainText('% before')
  await press(' ')
  await expect(page.getByRole('heading', { name: /To remove/ })).toBeVisible()
  expect([...pressed].sort()).toEqual([' ', 'c', 'v', 'x', 'z'])

  // The policy would leave a suspect in: the candler may act, and says why.
  await page
    .getByRole('button', { name: /anyway/ })
    .first()
    .click()
  await expect(page.getByRole('button', { name: 'Removed' })).toBeDisabled()
  await page.getByTestId('against-reason').fill('It smells')
  await page.getByRole('button', { name: 'Removed' }).click()
  await expect(page.getByRole('dialog')).toBeHidden()
  const remaining = Number.parseInt(await page.getByTestId('remaining').innerText(), 10)
  await page.getByTestId('counted').fill(String(remaining - 1))
  await expect(page.getByTestId('count-check')).toContainText('1 egg missing')
  await page.getByTestId('counted').fill(String(remaining))
  await expect(page.getByTestId('count-check')).toContainText('Correct')
  // Out by mistake: it goes back by itself, whatever was noted since.
  await page.getByRole('button', { name: /is back in its place/ }).click()
  await expect(page.getByTestId('remaining')).toContainText(`${remaining + 1} eggs`)
})

test('a second tab follows live, takes over, and goes on at the same egg', async ({
  page,
  context,
  hand,
}) => {
  await openBeacon(page)
  await beginSession(page)
  await candledByHand(page, hand, 1, 'A2')
  const second = await context.newPage()
  await second.goto('/#/sets/demo-beacon/candle')
  await expect(second.getByTestId('follows')).toBeVisible()
  await expect(second.getByTestId('current-egg')).toHaveText('A2')
  // A tab behind another gets few pictures of the camera: the one at work is in front.
  await page.bringToFront()
  await candledByHand(page, hand, 2, 'A3')
  await expect(second.getByTestId('progress')).toContainText('2 of 12')
  await expect(second.getByTestId('current-egg')).toHaveText('A3')
  await second.bringToFront()
  await second.getByRole('button', { name: 'Take over here' }).click()
  await expect(second.getByTestId('follows')).toBeHidden()
  await expect(page.getByTestId('follows')).toBeVisible()
  await candledByHand(second, hand, 3, 'A4')
  await expect(page.getByTestId('current-egg')).toHaveText('A4')
  // The lead comes back by itself when the other tab closes.
  await second.close()
  await expect(page.getByTestId('follows')).toBeHidden()
  await expect(page.getByTestId('progress')).toContainText('3 of 12')
})

/** The hand lays an egg down and lifts it when its picture is kept; then the next is at hand. */
async function candledByHand(tab: Page, hand: StandInHand, number: number, next: string): Promise<void> {
  await hand.lay(number)
  await photographed(tab)
  await hand.lift()
  await expect(tab.getByTestId('current-egg')).toHaveText(next)
}

test('a full disk loses nothing and is said; with room again it goes on', async ({ page }) => {
  await openBeacon(page)
  await openSession(page)
  await page.getByRole('radio', { name: 'With the key or the pedal' }).check()
  await beginSession(page)
  await page.keyboard.press(' ')
  await photographed(page)
  await page.keyboard.press(' ')
  await expect(page.getByTestId('current-egg')).toHaveText('A2')
  // What a browser does when there is no room; Chromium's own switch for it spares small writes.
  await page.evaluate(() => {
    const { put } = IDBObjectStore.prototype
    Object.assign(globalThis, {
      makeRoom: () => {
        IDBObjectStore.prototype.put = put
      },
    })
    IDBObjectStore.prototype.put = () => {
      throw new DOMException('No room.', 'QuotaExceededError')
    }
  })
  await page.keyboard.press(' ')
  await expect(page.getByTestId('problem')).toContainText('storage is full')
  expect(await look(page)).toBe('')
  await page.evaluate(() => (globalThis as unknown as { makeRoom: () => void }).makeRoom())
  await page.keyboard.press(' ')
  await photographed(page)
  await page.reload()
  await expect(page.getByTestId('progress')).toContainText('2 of 12')
})

test('a reload in the middle goes on at the same egg, with its clocks running on', async ({ page }) => {
  await openBeacon(page)
  await openSession(page)
  await page.getByRole('radio', { name: 'With the key or the pedal' }).check()
  await beginSession(page)
  for (const next of ['A2', 'A3']) await candleByKey(page, next)
  const trayOutSeconds = async (): Promise<number> => {
    const words = await page.getByLabel('Time out of the incubator').innerText()
    const [, minutes, seconds] = /(\d+):(\d\d)\s+tray out/.exec(words)!
    return 60 * Number(minutes) + Number(seconds)
  }
  await expect.poll(trayOutSeconds).toBeGreaterThan(0)
  const before = await trayOutSeconds()
  await page.reload()
  await expect(page.getByTestId('current-egg')).toHaveText('A3')
  expect(await trayOutSeconds()).toBeGreaterThanOrEqual(before)
  await expect.poll(trayOutSeconds).toBeGreaterThan(before)
  await page.goto('/#/')
  await expect(page.getByRole('link', { name: 'Go on' })).toBeVisible()
})

test('on a phone grade, what to do and its reason stand above the keys, whatever is scrolled', async ({
  page,
}) => {
  await openBeacon(page, { eggs: EGGS })
  await openSession(page)
  await page.getByRole('radio', { name: 'With the key or the pedal' }).check()
  await beginSession(page)
  await candleByKey(page, 'A2')
  await page.keyboard.press(' ')
  await photographed(page)
  const keys = page.getByRole('group', { name: 'Keys' })
  for (const [width, height] of [
    [390, 844],
    [360, 640],
  ] as const) {
    await page.setViewportSize({ width, height })
    for (const part of ['suggestion', 'action', 'pencil'])
      await expect(page.getByTestId('verdict').getByTestId(part)).toBeInViewport({ ratio: 1 })
    await page.getByTestId('film').or(page.getByText('Air cell depth')).last().scrollIntoViewIfNeeded()
    await expect
      .poll(async () => {
        const [verdict, below] = await Promise.all([
          page.getByTestId('verdict').boundingBox(),
          keys.boundingBox(),
        ])
        return (
          verdict!.y >= 0 && verdict!.y + verdict!.height <= below!.y && below!.y + below!.height <= height
        )
      })
      .toBe(true)
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(width)
  }
})
