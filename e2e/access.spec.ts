import { expect, test } from './test.ts'
import { violations } from './accessible.ts'
import { openBeacon, openBench, openDemo, photograph } from './hatchery.ts'

test('every view can be read by a screen reader and keeps its contrast in both rooms', async ({ page }) => {
  await openDemo(page)
  expect(await violations(page)).toEqual([])
  await openBench(page)
  await page.keyboard.press('+')
  expect(await violations(page)).toEqual([])
  await photograph(page)
  expect(await violations(page)).toEqual([])
  for (const path of [
    '/#/sets/demo-beacon',
    '/#/sets/demo-beacon/removal',
    '/#/sets/demo-beacon/candle',
    '/#/sets/demo-beacon/water',
    '/#/sets/demo-beacon/weigh',
    '/#/sets/demo-beacon/hatch',
    '/#/incubators/demo-cabinet',
    '/#/incubators/demo-cabinet/round',
    '/#/sets/demo-lantern/eggs/demo-lantern-2',
    '/#/sets/demo-beacon/wall',
    '/#/sets/demo-beacon/labels',
    '/#/look',
    '/#/lamp',
    '/#/plan',
    '/#/hatchery',
    '/#/results',
    '/#/history',
    '/#/eggs',
    '/#/practice',
    '/#/practice/sealed',
    '/#/records',
  ]) {
    await page.goto(path)
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible()
    expect(await violations(page)).toEqual([])
  }
})

test(
  'bench and desk fit a phone; at the bench the photograph comes first',
  { tag: '@main' },
  async ({ page }) => {
    await page.setViewportSize({ width: 390, height: 844 })
    await openBeacon(page)
    await openBench(page)
    await photograph(page)
    const wide = (): Promise<number> => page.evaluate(() => document.documentElement.scrollWidth)
    expect(await wide()).toBeLessThanOrEqual(390)
    await expect(page.getByRole('button', { name: /^Confirm/ })).toBeInViewport()
    // The tray lies below the words, not over them.
    const [words, tray] = await Promise.all([
      page.getByTestId('reasons').boundingBox(),
      page.getByRole('group', { name: /^Tray 1/ }).boundingBox(),
    ])
    expect(tray!.y).toBeGreaterThanOrEqual(words!.y + words!.height)
    // Every page is within two taps.
    for (const name of ['Hatchery', 'Accuracy', 'Today']) {
      await page.getByRole('button', { name: 'Pages' }).click()
      await page.getByRole('link', { name, exact: true }).click()
      await expect(page.getByRole('button', { name: 'Pages' })).toHaveAttribute('aria-expanded', 'false')
    }
    for (const path of [
      '/#/',
      '/#/sets/demo-beacon',
      '/#/sets/demo-beacon/candle',
      '/#/sets/demo-beacon/water',
      '/#/sets/demo-beacon/weigh',
      '/#/incubators/demo-cabinet',
      '/#/incubators/demo-cabinet/round',
      '/#/sets/demo-beacon/wall',
      '/#/eggs',
      '/#/plan',
      '/#/hatchery',
    ]) {
      await page.goto(path)
      await expect(page.getByRole('heading', { level: 1 }).first()).toBeVisible()
      if (path === '/#/plan') await page.getByRole('button', { name: 'Add to basket' }).click()
      expect(await wide(), path).toBeLessThanOrEqual(390)
    }
  },
)
