import { defineConfig } from '@playwright/test'

/** A state is waited for so long: what hangs is known in a minute, and a slow machine is not taken for a hanging one. */
const STATE_MS = 60_000
/** A journey goes through many states. */
const JOURNEY_MS = 900_000

export default defineConfig({
  testDir: 'e2e',
  timeout: JOURNEY_MS,
  expect: { timeout: STATE_MS, toPass: { timeout: STATE_MS } },
  workers: 1,
  // What fails once has a cause, and the cause is looked for.
  retries: 0,
  reporter: [['list']],
  use: {
    browserName: 'chromium',
    // Only the test of the program without a network lets it be kept on the device.
    serviceWorkers: 'block',
    viewport: { width: 1280, height: 800 },
    actionTimeout: STATE_MS,
    navigationTimeout: STATE_MS,
    launchOptions: {
      executablePath: process.env['CHROMIUM_PATH'],
      args: [
        '--headless',
        '--no-sandbox',
        '--disable-gpu',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
      ],
    },
  },
})
