import { expect, test as base, type BrowserContext } from '@playwright/test'
import { emptyBrowser } from './kept-books.ts'
import { STAND_INS, startServer } from './server.ts'
import { StandInHand } from './stand-in-hand.ts'

/** Each worker has a server of its own: what lies on a stand-in's lamp is one worker's business. For tests with browsers of their own. */
export const serverTest = base.extend<object, { server: string }>({
  server: [
    // Fixtures name what they need by destructuring; this one needs nothing.
    // oxlint-disable-next-line no-empty-pattern
    async ({}, use) => {
      const server = await startServer(STAND_INS)
      await use(server.base)
      await server.stop()
    },
    { scope: 'worker' },
  ],
  baseURL: ({ server }, use) => use(`${server}/`),
})

/** A new browser for each test, for those that set something of their own: a time zone, a clock, what it keeps. */
export const ownBrowserTest = serverTest.extend<{ untroubled: void }>({
  /** Each test ends on a page that has had no fault of its own: those are said in a line that is easily overlooked. */
  untroubled: [
    async ({ page }, use) => {
      await use()
      if (!page.isClosed()) expect(await page.getByTestId('trouble').count()).toBe(0)
    },
    { auto: true },
  ],
})

/** The lamp of the simulated camera is cleared, and its series of pictures begins anew. */
const CLEARED = {
  method: 'PUT',
  headers: { 'content-type': 'application/json', connection: 'close' },
  body: JSON.stringify({ bare: true }),
}

/**
 * All tests of a worker share one browser, emptied for each: what it has compiled once stays compiled, and a book that
 * one test has opened lies ready for the next (`kept-books.ts`).
 */
export const test = ownBrowserTest.extend<{ hand: StandInHand }, { sharedContext: BrowserContext }>({
  sharedContext: [
    async ({ browser, server }, use, { project }) => {
      const { viewport } = project.use
      const context = await browser.newContext({ baseURL: `${server}/`, serviceWorkers: 'block', viewport })
      // A clock that one test sets would go on for all that come after it.
      context.clock.install = context.clock.setFixedTime = () =>
        Promise.reject(
          new Error('A test with a clock of its own needs a browser of its own: ownBrowserTest.'),
        )
      await use(context)
      await context.close()
    },
    { scope: 'worker' },
  ],
  context: async ({ sharedContext, server, actionTimeout, navigationTimeout }, use) => {
    // What tests before have photographed changes no picture of this one.
    expect((await fetch(`${server}/api/stand-in/lamp`, CLEARED)).ok).toBe(true)
    sharedContext.setDefaultTimeout(actionTimeout!)
    sharedContext.setDefaultNavigationTimeout(navigationTimeout!)
    const page = await sharedContext.newPage()
    await emptyBrowser(page)
    await page.close()
    await use(sharedContext)
    for (const one of sharedContext.pages()) await one.close()
  },

  /** The simulated hand at the lamp, held: it moves when the test says so, and at no other time. */
  hand: async ({ request }, use) => {
    const hand = new StandInHand(request)
    await hand.hold()
    await use(hand)
    await hand.letGo()
  },
})
export { expect }
