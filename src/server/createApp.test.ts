import { mkdir, mkdtemp, rm, writeFile } from 'node:fs/promises'
import { type IncomingMessage, createServer, get, type Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import sharp from 'sharp'
import { afterEach, describe, expect, it } from 'vitest'
import { freshMassG } from '../core/planning/intake/egg-figures.ts'
import { parseGaugeLine } from '../core/planning/intake/gauge-reading.ts'
import { STAND_IN_KINDS } from '../contracts/wire/devices.ts'
import { createApp, type ServerOptions } from './createApp.ts'
import { readOptions } from './options.ts'

const servers: Server[] = []
afterEach(() => {
  for (const server of servers.splice(0)) {
    server.closeAllConnections()
    server.close()
  }
})

async function listen(server: Server): Promise<string> {
  servers.push(server)
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve))
  return `http://127.0.0.1:${(server.address() as AddressInfo).port}`
}
const start = (options: ServerOptions = {}): Promise<string> =>
  listen(createServer(createApp({ standIns: STAND_IN_KINDS, ...options })))

async function put(base: string, body: unknown): Promise<Response> {
  return fetch(`${base}/api/stand-in/lamp`, {
    method: 'PUT',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
  })
}
async function still(base: string): Promise<Buffer> {
  const response = await fetch(`${base}/api/camera/still.jpg`)
  expect(response.status).toBe(200)
  expect(response.headers.get('content-type')).toBe('image/jpeg')
  return Buffer.from(await response.arrayBuffer())
}
async function meanRed(jpeg: Buffer): Promise<number> {
  return (await sharp(jpeg).stats()).channels[0]!.mean
}

describe('the stand-in camera', () => {
  it('photographs the egg on the lamp, anew each time', async () => {
    const base = await start()
    expect((await put(base, { basket: 'freckle', number: 1, ageDays: 2 })).status).toBe(204)
    const [first, second] = [await still(base), await still(base)]
    expect(await sharp(first).metadata()).toMatchObject({ format: 'jpeg', width: 900, height: 900 })
    expect(first.equals(second)).toBe(false)
  })

  it('sees another egg when another is put there: a late one is darker', async () => {
    const base = await start()
    await put(base, { basket: 'beacon', number: 7, ageDays: 3 })
    const early = await meanRed(await still(base))
    await put(base, { basket: 'beacon', number: 7, ageDays: 17 })
    expect(await meanRed(await still(base))).toBeLessThan(early)
  })

  it.each([
    {},
    { basket: 'beacon', number: 0, ageDays: 3 },
    { basket: 'nowhere', number: 1, ageDays: 3 },
    { basket: 'beacon', number: 1, ageDays: 900 },
  ])('refuses %j', async (body) => {
    expect((await put(await start(), body)).status).toBe(400)
  })

  it('streams JPEG frames and stops when the reader leaves', async () => {
    const base = await start()
    const leave = new AbortController()
    const response = await fetch(`${base}/api/camera/stream.mjpg`, { signal: leave.signal })
    expect(response.headers.get('content-type')).toMatch(/^multipart\/x-mixed-replace/)
    const { value } = await response.body!.getReader().read()
    expect(new TextDecoder('latin1').decode(value)).toMatch(/^--perlumen-frame\r\nContent-Type: image\/jpeg/)
    leave.abort()
  })
})

describe('the stand-in scale and calliper', () => {
  const reading = async (base: string, gauge: string) =>
    parseGaugeLine(await (await fetch(`${base}/api/${gauge}/reading`)).text(), 'g')!
  const lay = (base: string, species: string, seed: string) =>
    fetch(`${base}/api/stand-in/pan`, {
      method: 'PUT',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ species, seed }),
    })

  it('weigh and measure the egg that lies there: length, then breadth, and a mass that fits them', async () => {
    const base = await start()
    for (const [species, seed] of [
      ['chicken', 'a'],
      ['goose', 'b'],
      ['quail', 'c'],
    ] as const) {
      expect((await lay(base, species, seed)).status).toBe(204)
      const [mass, length, breadth] = [
        await reading(base, 'scale'),
        await reading(base, 'calliper'),
        await reading(base, 'calliper'),
      ]
      expect([mass.quantity, length.quantity]).toEqual(['mass', 'length'])
      expect(length.value).toBeGreaterThan(breadth.value)
      expect(mass.value / freshMassG({ lengthMm: length.value, breadthMm: breadth.value })).toBeCloseTo(1, 1)
    }
  })
  it('refuse an egg of no known bird', async () => {
    expect((await lay(await start(), 'dragon', 'x')).status).toBe(400)
  })
})

describe('without stand-ins', () => {
  it('nothing simulated is served, and the list of devices says so', async () => {
    const base = await start({ standIns: [] })
    expect(await (await fetch(`${base}/api/devices`)).json()).toEqual({
      demo: false,
      camera: 'absent',
      scale: 'absent',
      calliper: 'absent',
      air: 'absent',
    })
    for (const path of [
      'camera/still.jpg',
      'camera/stream.mjpg',
      'scale/reading',
      'calliper/reading',
      'air/reading',
      'stand-in/logger.csv',
    ])
      expect((await fetch(`${base}/api/${path}`)).status, path).toBe(404)
    for (const what of ['lamp', 'pan', 'lid'])
      expect(
        (
          await fetch(`${base}/api/stand-in/${what}`, {
            method: 'PUT',
            headers: { 'content-type': 'application/json' },
            body: JSON.stringify({ empty: true, bare: true, open: true }),
          })
        ).status,
        what,
      ).toBe(404)
  })

  it('one is simulated where it is named, and no other', async () => {
    const base = await start({ standIns: ['scale'] })
    expect((await fetch(`${base}/api/scale/reading`)).status).toBe(200)
    expect((await fetch(`${base}/api/calliper/reading`)).status).toBe(404)
    expect(readOptions(['--stand-in', 'scale'], {}).standIns).toEqual(['scale'])
    expect(readOptions(['--demo'], {}).standIns).toEqual([...STAND_IN_KINDS])
    expect(readOptions([], {}).standIns).toEqual([])
    expect(() => readOptions(['--stand-in', 'hen'], {})).toThrow(/“hen” cannot be simulated/)
  })
})

describe('a real network camera', () => {
  it('takes the stand-in’s place', async () => {
    const camera = await listen(
      createServer((_request, response) => {
        response.setHeader('content-type', 'image/jpeg')
        response.end(Buffer.from([0xff, 0xd8, 0xff]))
      }),
    )
    const base = await start({ camera: { stillUrl: new URL(camera) } })
    expect(await (await fetch(`${base}/api/devices`)).json()).toMatchObject({ camera: 'real', demo: false })
    expect((await still(base)).length).toBe(3)
    expect((await put(base, { basket: 'beacon', number: 1, ageDays: 3 })).status).toBe(404)
  })

  it('that is off or sends no picture gives a sentence', async () => {
    const page = await listen(
      createServer((_request, response) =>
        response.setHeader('content-type', 'text/html').end('<p>log in</p>'),
      ),
    )
    for (const stillUrl of [page, 'http://127.0.0.1:9/']) {
      const response = await fetch(
        `${await start({ camera: { stillUrl: new URL(stillUrl) } })}/api/camera/still.jpg`,
      )
      expect(response.status).toBe(502)
      expect(((await response.json()) as { message: string }).message).toMatch(/^The camera/)
    }
  })
})

const pictures = { 'content-type': 'image/jpeg' }
async function refusalOf(stillUrl: URL, patienceMs?: number): Promise<string> {
  const response = await fetch(`${await start({ camera: { stillUrl, patienceMs } })}/api/camera/still.jpg`)
  expect(response.status).toBe(502)
  return ((await response.json()) as { message: string }).message
}

describe('a network camera that is not to be trusted', () => {
  it('is not followed elsewhere', async () => {
    let asked = 0
    const other = await listen(
      createServer((_request, response) => response.writeHead(200, pictures).end(String(asked++))),
    )
    const camera = await listen(
      createServer((_request, response) => response.writeHead(302, { location: other }).end()),
    )
    expect(await refusalOf(new URL(camera))).toMatch(/redirects to another address/)
    expect(asked).toBe(0)
  })

  it('is given up when it hangs, before and in the middle of a picture', async () => {
    const silent = await listen(createServer(() => undefined))
    expect(await refusalOf(new URL(silent), 200)).toMatch(/does not answer/)
    const half = await listen(
      createServer((_request, response) => response.writeHead(200, pictures).write('half')),
    )
    const response = await fetch(
      `${await start({ camera: { stillUrl: new URL(half), patienceMs: 200 } })}/api/camera/still.jpg`,
    )
    await expect(response.arrayBuffer()).rejects.toThrow()
  })

  it('gets the name and password of its address', async () => {
    const camera = await listen(
      createServer((request, response) => {
        const known = request.headers.authorization === `Basic ${Buffer.from('hen:w@rm').toString('base64')}`
        response.writeHead(known ? 200 : 401, pictures).end('jpeg')
      }),
    )
    const withName = new URL(camera.replace('http://', 'http://hen:w%40rm@'))
    expect((await still(await start({ camera: { stillUrl: withName } }))).toString()).toBe('jpeg')
    expect(await refusalOf(new URL(camera))).toMatch(/name and password/)
  })

  it('may not send drawings, which can hold scripts', async () => {
    const camera = await listen(
      createServer((_request, response) =>
        response.writeHead(200, { 'content-type': 'image/svg+xml' }).end('<svg/>'),
      ),
    )
    expect(await refusalOf(new URL(camera))).toMatch(/no picture/)
  })
})

describe('starting', () => {
  it('reads its options', () => {
    expect(
      readOptions(['--port', '0', '--demo', '--name', 'barn.local', '--camera', 'http://cam/still.jpg'], {}),
    ).toMatchObject({ port: 0, demo: true, names: ['barn.local'], host: '127.0.0.1' })
    expect(readOptions([], { PORT: '4180' }).port).toBe(4180)
  })
  it.each([
    [['--port', 'abc'], /“abc” is not a port/],
    [['--port', '70000'], /not a port/],
    [['--port', ''], /not a port/],
    [['--camera', 'cam/still.jpg'], /not a camera address/],
    [['--camera', 'file:///etc/passwd'], /not a camera address/],
    [['--camera-stream', 'http://cam/'], /needs --camera/],
    [['--spin'], /--spin/],
  ])('refuses %j in words', (args, sentence) => {
    expect(() => readOptions(args, {})).toThrow(sentence)
  })
})

/** A request whose Host is not the address it goes to, which fetch would not make. */
function answerTo(base: string, host: string, path: string): Promise<IncomingMessage> {
  const { hostname, port } = new URL(base)
  const headers = { host, 'accept-encoding': 'gzip' }
  return new Promise((resolve, reject) => {
    get({ hostname, port, path, headers }, (response) => resolve(response.resume())).on('error', reject)
  })
}

async function asking(base: string, host: string, path = '/api/devices'): Promise<number> {
  return (await answerTo(base, host, path)).statusCode ?? 0
}

describe('the server', () => {
  it('answers only to its own names: no page from elsewhere looks through the camera', async () => {
    const base = await start({ names: ['barn.local'] })
    const statuses = await Promise.all(
      [
        'localhost:1',
        '127.0.0.1',
        '[::1]:4173',
        '192.168.1.7:4173',
        'barn.local',
        'evil.example',
        'localhost.evil.example:4173',
      ].map((host) => asking(base, host)),
    )
    expect(statuses).toEqual([200, 200, 200, 200, 200, 421, 421])
  })

  it('serves what has a hash in its name compressed and for good, and no page in place of what is missing', async () => {
    const folder = await mkdtemp(join(tmpdir(), 'perlumen-'))
    await mkdir(join(folder, 'assets'))
    await writeFile(join(folder, 'index.html'), '<p>app</p>')
    await writeFile(join(folder, 'assets', 'a-1234.js'), `export const egg = "${'shell '.repeat(2000)}"`)
    const base = await start({ appFolder: folder })
    const packed = async (host: string): Promise<unknown[]> => {
      const { headers } = await answerTo(base, host, '/assets/a-1234.js')
      return [headers['cache-control'], headers['content-encoding']]
    }
    // A phone gets it packed; on this machine that takes longer than it saves.
    expect(await packed('192.168.1.7:4173')).toEqual([
      'public, max-age=31536000, immutable',
      expect.stringMatching(/^(br|gzip)$/) as string,
    ])
    expect(await packed('127.0.0.1:4173')).toEqual(['public, max-age=31536000, immutable', undefined])
    const page = await fetch(`${base}/`)
    expect([page.headers.get('cache-control'), await page.text()]).toEqual(['no-cache', '<p>app</p>'])
    const gone = await fetch(`${base}/assets/a-0000.js`)
    expect([gone.status, gone.headers.get('content-type')]).toEqual([
      404,
      expect.stringMatching(/^text\/plain/) as string,
    ])
    await rm(folder, { recursive: true })
  })

  it('lets pages load nothing from elsewhere', async () => {
    const response = await fetch(`${await start({ demo: true })}/api/devices`)
    const policy = response.headers.get('content-security-policy') ?? ''
    expect(policy).toContain("default-src 'self'")
    expect(policy).toContain("connect-src 'self'")
    expect(policy).not.toMatch(/https?:|\*|unsafe/)
    expect(response.headers.get('x-powered-by')).toBeNull()
  })

  it('answers nonsense with a sentence and no stack', async () => {
    const base = await start()
    expect((await fetch(`${base}/api/nothing`)).status).toBe(404)
    const broken = await fetch(`${base}/api/stand-in/lamp`, {
      method: 'PUT',
      headers: { 'content-type': 'application/json' },
      body: '{',
    })
    expect(broken.status).toBe(400)
    expect(await broken.text()).not.toMatch(/at .*\.(ts|js)/)
  })
})
