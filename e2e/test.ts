import { expect, test as base } from '@playwright/test'
import { STAND_INS, startServer } from './server.ts'

/** Each worker has a server of its own: what lies on a stand-in's lamp is one worker's business. For tests with browsers of their own. */
export const serverTest = base.extend<object, { server: string }>({
  server: [
    // Fixtures name what they need by destructuring; this one needs nothing.
    async ({}, use) => {
      const server = await startServer(STAND_INS)
      await use(server.base)
      await server.stop()
    },
    { scope: 'worker' },
  ],
  baseURL: ({ server }, use) => use(`${server}/`),
})

/** Each test ends on a page that has had no fault of its own: those are said in a line that is easily overlooked. */
export const test = serverTest.extend<{ untroubled: void }>({
  untroubled: [
    async ({ page }, use) => {
      await use()
      if (!page.isClosed()) expect(await page.getByTestId('trouble').count()).toBe(0)
    },
    { auto: true },
  ],
})
export { expect }
