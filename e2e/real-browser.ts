import { spawn, type ChildProcess } from 'node:child_process'
import { readFile } from 'node:fs/promises'
import { join } from 'node:path'
import { chromium, type Browser, type Page } from '@playwright/test'

/** A browser in a process of its own that can be killed as a power cut would. */
export interface RealBrowser {
  page: Page
  kill: () => Promise<void>
}

/** @param profile - folder of its data, which outlives it @param args - further switches */
export async function startBrowser(
  profile: string,
  baseURL: string,
  args: readonly string[],
  launchArgs: readonly string[],
): Promise<RealBrowser> {
  const child = spawn(
    process.env['CHROMIUM_PATH'] ?? 'chromium',
    [...launchArgs, ...args, `--user-data-dir=${profile}`, '--remote-debugging-port=0', 'about:blank'],
    { stdio: 'ignore', detached: true },
  )
  const browser = await connect(profile, child)
  const context = browser.contexts()[0]!
  const page = context.pages()[0] ?? (await context.newPage())
  await page.setViewportSize({ width: 1280, height: 800 })
  await page.goto(baseURL)
  return {
    page,
    kill: async () => {
      // The whole group at once: renderers and storage as well, with no time to say goodbye.
      const ended = new Promise((resolve) => child.once('exit', resolve))
      if (child.exitCode === null && child.signalCode === null && child.pid !== undefined) {
        process.kill(-child.pid, 'SIGKILL')
        await ended
      }
      await browser.close().catch(() => undefined)
    },
  }
}

async function connect(profile: string, child: ChildProcess): Promise<Browser> {
  for (let i = 0; i < 150; i++) {
    if (child.exitCode !== null) throw new Error(`the browser ended with ${child.exitCode}`)
    const port = (await readFile(join(profile, 'DevToolsActivePort'), 'utf8').catch(() => '')).split('\n')[0]
    if (port) {
      const browser = await chromium.connectOverCDP(`http://127.0.0.1:${port}`).catch(() => null)
      if (browser) return browser
    }
    await new Promise((resolve) => setTimeout(resolve, 100))
  }
  throw new Error('the browser did not open its debugging port')
}
