import { defineConfig } from '@playwright/test'

/** Another port lets a second run go on beside the first. */
const port = Number(process.env['PERLUMEN_PORT'] ?? 4317)

export default defineConfig({
  testDir: 'e2e',
  timeout: 180_000,
  expect: { timeout: 20_000 },
  workers: 1,
  // On a shared machine a browser may be held up for seconds. What passes only the second time is printed as flaky.
  retries: process.env['CI'] ? 1 : 0,
  reporter: [['list']],
  use: {
    browserName: 'chromium',
    baseURL: `http://127.0.0.1:${port}/`,
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
  webServer: {
    command: `node --import tsx src/server/main.ts --port ${port}`,
    url: `http://127.0.0.1:${port}/api/status`,
    reuseExistingServer: false,
  },
})
