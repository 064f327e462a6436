import { createServer as createPage, type Server as Page } from 'node:http'
import { createServer as createBridge, type AddressInfo, type Server } from 'node:net'
import { afterEach, describe, expect, it } from 'vitest'
import { createApp } from './createApp.ts'
import { gaugeUrl, type NetworkGauge } from './network-gauge.ts'
import { readOptions } from './options.ts'

const open: Array<Server | Page> = []
afterEach(() => {
  for (const server of open.splice(0)) server.close()
})
async function listen(server: Server | Page): Promise<string> {
  open.push(server)
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve))
  return `127.0.0.1:${(server.address() as AddressInfo).port}`
}
async function asked(gauge: NetworkGauge): Promise<{ status: number; said: string }> {
  const host = await listen(createPage(createApp({ gauges: [gauge] })))
  const answer = await fetch(`http://${host}/api/${gauge.kind}/reading`)
  return { status: answer.status, said: await answer.text() }
}
/** A bridge whose scale says these pieces to whoever connects. */
const bridge = async (...pieces: string[]): Promise<URL> =>
  gaugeUrl(
    'scale',
    `tcp://${await listen(
      createBridge((socket) => {
        socket.on('error', () => undefined)
        void (async () => {
          for (const piece of pieces) {
            socket.write(piece)
            await new Promise((resolve) => setImmediate(resolve))
          }
        })()
      }),
    )}`,
  )

describe('a real scale', () => {
  it('behind a serial bridge: the first whole line, never the tail of one', async () => {
    const url = await bridge('8.32 g\r\nST,+000', '58.32 g\r\nST')
    expect(await asked({ kind: 'scale', url })).toEqual({ status: 200, said: 'ST,+00058.32 g' })
  })

  it('that answers a page is passed on as it says it', async () => {
    const host = await listen(createPage((_request, response) => response.end('S S   58.4 g')))
    const url = gaugeUrl('scale', `http://${host}/weight`)
    expect(await asked({ kind: 'scale', url })).toEqual({ status: 200, said: 'S S   58.4 g' })
  })

  it('that wants a name and a password gets them, and says so where there are none', async () => {
    const wanted = `Basic ${Buffer.from('keeper:dry').toString('base64')}`
    const host = await listen(
      createPage(({ headers }, response) =>
        headers.authorization === wanted ? response.end('58.4 g') : response.writeHead(401).end(),
      ),
    )
    const asks = (who: string) => asked({ kind: 'scale', url: gaugeUrl('scale', `http://${who}${host}/`) })
    expect(await asks('keeper:dry@')).toEqual({ status: 200, said: '58.4 g' })
    expect((await asks('')).said).toContain('needs a user name and password')
  })

  it('is listed as real, beside nothing simulated, and wins over its stand-in', async () => {
    const url = await bridge('x\n1.00 g\n')
    const host = await listen(
      createPage(createApp({ gauges: [{ kind: 'scale', url }], standIns: ['scale', 'calliper'] })),
    )
    expect(await (await fetch(`http://${host}/api/devices`)).json()).toMatchObject({
      scale: 'real',
      calliper: 'stand-in',
    })
    expect(await (await fetch(`http://${host}/api/scale/reading`)).text()).toBe('1.00 g')
  })

  it('that is silent, floods, leads elsewhere or is not there is said in a sentence', async () => {
    const said = async (url: URL): Promise<string> => {
      const { status, said: text } = await asked({ kind: 'scale', url, patienceMs: 300 })
      expect(status).toBe(502)
      return (JSON.parse(text) as { message: string }).message
    }
    expect(await said(await bridge('58.32 g\r\n'))).toBe('The scale does not respond.')
    expect(await said(await bridge('9'.repeat(1000)))).toBe('The scale sent no lines.')
    const flood = await listen(createPage((_request, response) => response.end('9'.repeat(1000))))
    expect(await said(new URL(`http://${flood}/`))).toMatch(/more than one line/)
    const away = await listen(
      createPage((_request, response) => response.writeHead(302, { location: 'http://192.0.2.1/' }).end()),
    )
    expect(await said(new URL(`http://${away}/`))).toBe('The scale answered with 302 and no reading.')
    expect(await said(new URL('tcp://127.0.0.1:9'))).toBe('The scale does not answer.')
  })
})

describe('named at the start', () => {
  it('as --scale and --calliper', () => {
    expect(readOptions(['--scale', 'tcp://192.168.1.30:4001'], {}).gauges).toEqual([
      { kind: 'scale', url: new URL('tcp://192.168.1.30:4001') },
    ])
    expect(readOptions(['--calliper', 'http://calliper.local/mm'], {}).gauges[0]?.kind).toBe('calliper')
    expect(readOptions([], {}).gauges).toEqual([])
  })
  it('by an address that can be one', () => {
    expect(() => readOptions(['--scale', '/dev/ttyUSB0'], {})).toThrow(/is not the address of a scale/)
    expect(() => readOptions(['--calliper', 'tcp://192.168.1.30'], {})).toThrow(/has no port/)
  })
})
