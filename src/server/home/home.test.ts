import { mkdtemp, rm, stat, writeFile } from 'node:fs/promises'
import { X509Certificate } from 'node:crypto'
import { createServer as createPlain } from 'node:http'
import { createServer, get } from 'node:https'
import type { AddressInfo } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { DAY_MS } from '../../core/time/durations.ts'
import { homeKeys, type HomeKeys } from './authority.ts'
import { AUTHORITY_FILE, createDoorstep, fingerprintOf } from './doorstep.ts'
import { houseNames, isOfTheHouse, isThisMachine } from './house.ts'
import { serveHome } from './serve-home.ts'
const NAMES = ['localhost', '127.0.0.1', 'egg-room.local']
let folder: string
beforeEach(async () => {
  folder = join(await mkdtemp(join(tmpdir(), 'perlumen-home-')), 'keys')
})
afterEach(() => rm(join(folder, '..'), { recursive: true, force: true }))

/** What a client that trusts the authority, and nothing else, gets. */
async function asked({ authority, certificate, key }: HomeKeys, servername: string): Promise<string> {
  const server = createServer({ cert: certificate, key }, (_request, response) => response.end('here'))
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve))
  const { port } = server.address() as AddressInfo
  try {
    return await new Promise((resolve, reject) => {
      get({ host: '127.0.0.1', port, ca: authority, servername }, (response) => {
        let text = ''
        response.on('data', (part: Buffer) => (text += part.toString()))
        response.on('end', () => resolve(text))
      }).on('error', reject)
    })
  } finally {
    server.closeAllConnections()
    server.close()
  }
}

describe('the certificate of a house', () => {
  it('is believed by whoever trusts its authority, for its own names alone', async () => {
    const keys = await homeKeys(folder, NAMES, Date.now())
    expect(await asked(keys, 'egg-room.local')).toBe('here')
    await expect(asked(keys, 'elsewhere.local')).rejects.toThrow(/altnames/)
    const other = await homeKeys(`${folder}-2`, NAMES, Date.now())
    await expect(asked({ ...keys, authority: other.authority }, 'localhost')).rejects.toThrow()
  })

  it('stays until a month before its end, or other names; the authority stays for years', async () => {
    const now = Date.now()
    const first = await homeKeys(folder, NAMES, now)
    expect(await homeKeys(folder, [...NAMES].reverse(), now + 300 * DAY_MS)).toEqual(first)
    const renewed = await homeKeys(folder, NAMES, now + 370 * DAY_MS)
    expect(renewed.certificate).not.toBe(first.certificate)
    expect(renewed.authority).toBe(first.authority)
    const moved = await homeKeys(folder, [...NAMES, '192.168.1.7'], now + 371 * DAY_MS)
    expect(moved.certificate).not.toBe(renewed.certificate)
    expect(moved.authority).toBe(first.authority)
    expect((await homeKeys(folder, NAMES, now + 3640 * DAY_MS)).authority).not.toBe(first.authority)
  })

  it('lies where only its owner reads it, and is made anew where it cannot be read', async () => {
    const first = await homeKeys(folder, NAMES, Date.now())
    expect([
      (await stat(folder)).mode & 0o777,
      (await stat(join(folder, 'server.pem'))).mode & 0o777,
    ]).toEqual([0o700, 0o600])
    await writeFile(join(folder, 'server.pem'), 'cut off')
    const again = await homeKeys(folder, NAMES, Date.now())
    expect(again.authority).toBe(first.authority)
    expect(await asked(again, 'localhost')).toBe('here')
  })
})

describe('a house that is served', () => {
  it('gives this machine the program, phones the doorstep, and says where both are', async () => {
    const home = await serveHome((_request, response) => response.end('the program'), {
      plainPort: 0,
      securePort: 0,
      keysFolder: folder,
    })
    try {
      const { port } = home.plain.address() as AddressInfo
      expect(await (await fetch(`http://127.0.0.1:${port}/`)).text()).toBe('the program')
      const { authority } = await homeKeys(folder, [], Date.now())
      expect(home.fingerprint).toBe(fingerprintOf(authority))
      expect(home.doorsteps.every((address) => address.endsWith(`:${port}/`))).toBe(true)
    } finally {
      home.close()
    }
  })

  it('has a doorstep with the certificate, its fingerprint and the way on, and nothing else', async () => {
    const { authority } = await homeKeys(folder, NAMES, Date.now())
    const server = createPlain(createDoorstep(authority, 4171))
    await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve))
    const base = `http://127.0.0.1:${(server.address() as AddressInfo).port}`
    try {
      const page = await fetch(`${base}/api/devices`)
      expect(page.url).toBe(`${base}/`)
      const words = await page.text()
      for (const wanted of [
        'https://127.0.0.1:4171/',
        fingerprintOf(authority),
        'take it back',
        'What it means',
      ])
        expect(words).toContain(wanted)
      expect(page.headers.get('content-security-policy')).toContain("default-src 'none'")
      const file = await fetch(`${base}/${AUTHORITY_FILE}`)
      expect(file.headers.get('content-type')).toContain('x-x509-ca-cert')
      expect(new X509Certificate(Buffer.from(await file.arrayBuffer())).ca).toBe(true)
    } finally {
      server.closeAllConnections()
      server.close()
    }
  })
})

describe('the house', () => {
  it.each([
    ['192.168.1.20', true],
    ['::ffff:10.3.2.1', true],
    ['172.31.0.4', true],
    ['fe80::1%eth0', true],
    ['fd12::7', true],
    ['::1', true],
    ['172.32.0.4', false],
    ['8.8.8.8', false],
    ['2001:db8::1', false],
    ['', false],
    [undefined, false],
  ])('%s is of it: %s', (address, is) => {
    expect(isOfTheHouse(address)).toBe(is)
  })
  it('knows this machine, and by which names it is called', () => {
    expect([isThisMachine('::ffff:127.0.0.1'), isThisMachine('::1'), isThisMachine('192.168.1.2')]).toEqual([
      true,
      true,
      false,
    ])
    for (const number of houseNames().numbers) expect(isOfTheHouse(number)).toBe(true)
  })
})
