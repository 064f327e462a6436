import { expect, type Page } from '@playwright/test'

export async function openSession(page: Page): Promise<void> {
  await page.goto('/#/sets/demo-beacon/candle')
  await expect(page.getByText('Before the first egg')).toBeVisible()
}

/** Ready, begun, tray out, lid on: the same key eight times. @param first - egg that waits for its picture */
export async function beginSession(page: Page, first = 'A1'): Promise<void> {
  await openSession(page)
  const steps = page.getByRole('list', { name: 'Get ready' }).locator('button[aria-pressed]')
  const count = await steps.count()
  for (let done = 0; done < count; done++) {
    await expect(steps.and(page.getByRole('button', { pressed: true }))).toHaveCount(done)
    await page.keyboard.press(' ')
  }
  for (const word of ['Begin', 'Lid off', 'Lid on']) {
    await expect(page.getByTestId('go-on')).toContainText(word)
    await page.keyboard.press(' ')
  }
  await expect(page.getByTestId('current-egg')).toHaveText(first)
}

export const look = (page: Page): Promise<string | null> =>
  page.getByTestId('session').getAttribute('data-look')
export async function photographed(page: Page): Promise<void> {
  await expect.poll(() => look(page), { intervals: [100] }).not.toBe('')
}

/** The egg on the lamp is photographed and agreed with, by one key; then the next is at hand. */
export async function candleByKey(page: Page, next: string): Promise<void> {
  await page.keyboard.press(' ')
  await photographed(page)
  await page.keyboard.press(' ')
  await expect(page.getByTestId('current-egg')).toHaveText(next)
}
