import { defineConfig } from '@playwright/test'

/** Only what hangs is ended: machines are slow and shared, and a state comes when it comes. */
const NEVER_MS = 900_000
const LONG_MS = 300_000

export default defineConfig({
  testDir: 'e2e',
  timeout: NEVER_MS,
  expect: { timeout: LONG_MS, toPass: { timeout: LONG_MS } },
  workers: 1,
  // What fails once has a cause, and the cause is looked for.
  retries: 0,
  reporter: [['list']],
  use: {
    browserName: 'chromium',
    // Only the test of the program without a network lets it be kept on the device.
    serviceWorkers: 'block',
    viewport: { width: 1280, height: 800 },
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
