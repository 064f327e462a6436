import { expect, test as base } from '@playwright/test'

/** Each test ends on a page that has had no fault of its own: those are said in a line that is easily overlooked. */
export const test = base.extend<{ untroubled: void }>({
  untroubled: [
    async ({ page }, use) => {
      await use()
      if (!page.isClosed()) await expect(page.getByTestId('trouble')).toHaveCount(0, { timeout: 1000 })
    },
    { auto: true },
  ],
})
export { expect }
