import { createHash, X509Certificate } from 'node:crypto'
import { mkdtemp, readFile, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { chromium, test } from '@playwright/test'
import { beginSession, openSession, photographed } from './evening.ts'
import { filmOfAnEgg } from './film.ts'
import { openBeacon } from './hatchery.ts'
import { startServer } from './server.ts'
import { expect } from './test.ts'

test('a phone in the house learns to trust this machine, opens the program over HTTPS, keeps it, and candles by its own camera without the network', async ({
  request,
}, info) => {
  const keys = await mkdtemp(join(tmpdir(), 'perlumen-keys-'))
  const server = await startServer(['--home', '--port', '0', '--home-keys', keys])
  const { film, remove } = await filmOfAnEgg()
  await expect.poll(() => server.said()).toMatch(/https:\/\/localhost:\d+\//)
  const said = server.said()
  // By a number of this machine that is not its own loopback, where it has one in a house's network.
  const program = /By HTTPS: (https:\/\/\S+\d)\//.exec(said)![1]!
  const [doorstep] = /begins at (http:\/\/\S+)\//.exec(said)?.slice(1) ?? []
  if (doorstep) {
    const words = await (await request.get(doorstep)).text()
    expect(words).toContain('What it means')
    expect(said).toContain(/[0-9A-F:]{95}/.exec(words)![0])
  }
  const fetched = doorstep ? await (await request.get(`${doorstep}/perlumen-of-this-house.crt`)).body() : null
  const options = info.project.use.launchOptions!
  // A browser that trusts nothing but the authority: without it the program is not opened.
  const doubtful = await chromium.launch(options)
  await expect((await doubtful.newPage()).goto(program)).rejects.toThrow(/ERR_CERT/)
  await doubtful.close()
  const authority = fetched ?? (await authorityOf(keys))
  const spki = createHash('sha256')
    .update(new X509Certificate(authority).publicKey.export({ type: 'spki', format: 'der' }))
    .digest('base64')
  const browser = await chromium.launch({
    ...options,
    args: [
      ...options.args!,
      `--ignore-certificate-errors-spki-list=${spki}`,
      '--use-fake-ui-for-media-stream',
      '--use-fake-device-for-media-stream',
      `--use-file-for-fake-video-capture=${film}`,
    ],
  })
  try {
    const context = await browser.newContext({ baseURL: program, serviceWorkers: 'allow' })
    const page = await context.newPage()
    await openBeacon(page, { eggs: 1 })
    expect(await page.evaluate(() => isSecureContext)).toBe(true)
    await page.evaluate(async () => {
      await navigator.serviceWorker.ready
    })
    await server.stop()
    await context.setOffline(true)
    await page.reload()
    await openSession(page)
    await beginSession(page)
    // Hands-free: the egg lies still before the camera, and is taken.
    await photographed(page)
    await expect(page.getByTestId('session')).not.toHaveAttribute('data-look', '')
  } finally {
    await browser.close()
    await server.stop()
    await remove()
    await rm(keys, { recursive: true })
  }
})

async function authorityOf(folder: string): Promise<string> {
  const text = await readFile(join(folder, 'authority.pem'), 'utf8')
  return text.slice(text.indexOf('-----BEGIN CERTIFICATE'))
}
