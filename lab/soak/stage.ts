import { createServer, type Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import { mkdtemp, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { startBrowser, type RealBrowser } from '../../e2e/real-browser.ts'
import { STAND_IN_KINDS } from '../../src/contracts/wire/devices.ts'
import { createApp } from '../../src/server/createApp.ts'
import type { Findings } from './findings.ts'

export const LAUNCH = [
  '--headless',
  '--no-sandbox',
  '--disable-gpu',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
]

export interface Stage {
  base: string
  start: () => Promise<RealBrowser>
}

/** A server and one browser profile that outlives every kill. */
export async function onStage(work: (stage: Stage) => Promise<Findings>): Promise<Findings> {
  const server: Server = createServer(
    createApp({ standIns: STAND_IN_KINDS, appFolder: fileURLToPath(new URL('../../dist', import.meta.url)) }),
  )
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve))
  const base = `http://127.0.0.1:${(server.address() as AddressInfo).port}/`
  const folder = await mkdtemp(join(tmpdir(), 'perlumen-kills-'))
  const open: RealBrowser[] = []
  try {
    return await work({
      base,
      start: async () => {
        for (const browser of open.splice(0)) await browser.kill()
        // What a killed browser leaves would be taken for signs of a living one.
        for (const name of ['DevToolsActivePort', 'SingletonLock', 'SingletonCookie', 'SingletonSocket'])
          await rm(join(folder, 'profile', name), { force: true })
        const browser = await startBrowser(join(folder, 'profile'), base, [], LAUNCH)
        open.push(browser)
        return browser
      },
    })
  } finally {
    for (const browser of open) await browser.kill()
    server.closeAllConnections()
    server.close()
    await rm(folder, { recursive: true, force: true, maxRetries: 5 })
  }
}
