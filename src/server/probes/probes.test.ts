import { connect, createServer as createSocketServer } from 'node:net'
import { createServer, type Server, type ServerResponse } from 'node:http'
import type { AddressInfo } from 'node:net'
import { Aedes } from 'aedes'
import mqtt from 'mqtt'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { HOUR_MS, DAY_MS } from '../../core/time/durations.ts'
import type { SensorReading } from '../../contracts/wire/sensor.ts'
import { standInSensors } from '../../devices/probes/stand-in-probes.ts'
import { createApp } from '../createApp.ts'
import { readOptions } from '../options.ts'
import { ProbeHub, type Heard } from './hub.ts'
import { eventSensor, polledSensor, sensorSource } from './sources.ts'

const closers: Array<() => void> = []
afterEach(() => {
  for (const close of closers.splice(0).reverse()) close()
})

async function listen(server: Server): Promise<string> {
  closers.push(() => {
    server.closeAllConnections()
    server.close()
  })
  await new Promise<void>((ready) => server.listen(0, '127.0.0.1', ready))
  return `http://127.0.0.1:${(server.address() as AddressInfo).port}`
}
function newHub(nowMs?: () => number): ProbeHub {
  const hub = new ProbeHub(nowMs)
  closers.push(() => hub.close())
  return hub
}
/** A broker on a port of its own, or on that one again. */
async function startBroker(port = 0): Promise<{ address: string; port: number; stop: () => Promise<void> }> {
  const broker = await Aedes.createBroker()
  const server = createSocketServer((socket) => void broker.handle(socket))
  await new Promise<void>((ready) => server.listen(port, '127.0.0.1', ready))
  const own = (server.address() as AddressInfo).port
  const stop = (): Promise<void> =>
    new Promise((done) => broker.close(() => (server.listening ? server.close(() => done()) : done())))
  closers.push(() => void stop().catch(() => undefined))
  return { address: `mqtt://127.0.0.1:${own}`, port: own, stop }
}
const until = async (isSo: () => void | Promise<void>): Promise<void> =>
  vi.waitFor(isSo, { timeout: 120_000, interval: 50 })

/** As a page does that was away: what is kept first. */
function hearFrom(hub: ProbeHub, sinceMs: number, listener: (reading: Heard) => void): () => void {
  for (const reading of hub.heardSince(sinceMs)) listener(reading)
  return hub.listen(listener)
}

/** What a listener on our own stream gets. */
async function followed(base: string, since = 0): Promise<{ got: SensorReading[]; stop: () => void }> {
  const leave = new AbortController()
  closers.push(() => leave.abort())
  const response = await fetch(`${base}/api/sensors/readings?since=${since}`, { signal: leave.signal })
  expect(response.headers.get('content-type')).toMatch(/^text\/event-stream/)
  const got: SensorReading[] = []
  void (async () => {
    let rest = ''
    for await (const chunk of response.body!.pipeThrough(new TextDecoderStream())) {
      const events = (rest + chunk).split('\n\n')
      rest = events.pop()!
      for (const event of events) {
        const data = /^data: (.*)$/m.exec(event)?.[1]
        if (data) got.push(JSON.parse(data) as SensorReading)
      }
    }
  })().catch(() => undefined)
  return { got, stop: () => leave.abort() }
}

describe('the server hears', () => {
  it('a publisher of the common MQTT client, by one topic or two, and hands it on', async () => {
    const { address } = await startBroker()
    const hub = newHub()
    hub.follow(sensorSource(`Oak=${address}/hatchery/oak/%2B`))
    const base = await listen(createServer(createApp({ hub })))
    const { got } = await followed(base)
    const publisher = await mqtt.connectAsync(address)
    closers.push(() => publisher.end(true))
    // Until the server has subscribed nothing is handed on.
    await until(() => {
      publisher.publish('hatchery/oak/all', '{"temperature":37.6,"humidity":49}')
      expect(got.length).toBeGreaterThan(0)
    })
    expect(got[0]).toMatchObject({ sensor: 'Oak', celsius: 37.6, rhPercent: 49 })
    await publisher.publishAsync('hatchery/oak/humidity', '51', { qos: 1 })
    await until(() => expect(got.at(-1)).toMatchObject({ celsius: null, rhPercent: 51 }))
    await publisher.publishAsync('hatchery/oak/humidity', 'wet', { qos: 1 })
    await until(() => expect(hub.list()[0]!.trouble).toBe('It sent “wet”, which is not a reading.'))
  })

  it('again when a broker was away, and says so meanwhile', { timeout: 30_000 }, async () => {
    const first = await startBroker()
    const hub = newHub()
    hub.follow(sensorSource(`Oak=${first.address}/oak`))
    const say = async (celsius: number): Promise<void> => {
      const publisher = await mqtt.connectAsync(first.address)
      await publisher.publishAsync('oak', JSON.stringify({ celsius }), { qos: 1, retain: true })
      await publisher.endAsync()
    }
    await say(37.1)
    const heard: number[] = []
    hearFrom(hub, 0, ({ celsius }) => heard.push(celsius!))
    await until(() => expect(heard).toContain(37.1))
    await first.stop()
    await until(() => expect(hub.list()[0]!.trouble).toMatch(/does not answer/))
    await startBroker(first.port)
    await say(37.2)
    await until(() => expect(heard).toContain(37.2))
    expect(hub.list()[0]!.trouble).toBeNull()
  })

  it('a sensor that answers questions, and says what is wrong with one that does not', async () => {
    let answers = '{"temperature":37.4}'
    const sensor = await listen(createServer((_request, response) => response.end(answers)))
    const hub = newHub()
    hub.follow(polledSensor('Shelf', new URL(sensor), 50))
    await until(() => expect(hub.list()[0]).toMatchObject({ trouble: null }))
    await until(() => expect(hub.list()[0]!.heardMs).not.toBeNull())
    answers = '<p>log in</p>'
    await until(() => expect(hub.list()[0]!.trouble).toMatch(/not a reading/))
    hub.follow(polledSensor('Gone', new URL('http://127.0.0.1:9/'), 50))
    await until(() => expect(hub.list()[1]!.trouble).toMatch(/does not answer/))
  })

  it('sensors that want a name and a password, and says so where they are wrong', async () => {
    const wanted = `Basic ${Buffer.from('keeper:warm & dry').toString('base64')}`
    const sensor = await listen(
      createServer(({ headers, url }, response) => {
        if (headers.authorization !== wanted) return response.writeHead(401).end()
        if (url === '/answer') return response.end('{"temperature":37.4}')
        response.writeHead(200, { 'content-type': 'text/event-stream' })
        return response.write('data: {"temperature":37.6}\n\n')
      }),
    )
    const at = (who: string, path: string): URL => new URL(sensor.replace('//', `//${who}`) + path)
    const hub = newHub()
    hub.follow(polledSensor('Shelf', at('keeper:warm%20%26%20dry@', '/answer'), 50))
    hub.follow(eventSensor('Loft', at('keeper:warm%20%26%20dry@', '/events'), [100]))
    hub.follow(polledSensor('Wrong', at('keeper:cold@', '/answer'), 50))
    hub.follow(eventSensor('None', at('', '/events'), [100]))
    await until(() => {
      const [shelf, loft, wrong, none] = hub.list()
      expect([shelf!.heardMs, loft!.heardMs]).not.toContain(null)
      expect([shelf!.trouble, loft!.trouble]).toEqual([null, null])
      expect(wrong!.trouble).toMatch(/needs a user name and password/)
      expect(none!.trouble).toMatch(/needs a user name and password/)
    })
  })

  it('a sensor that sends events, also after its connection broke', { timeout: 30_000 }, async () => {
    const open = new Set<ServerResponse>()
    let celsius = 37
    const sensor = await listen(
      createServer((_request, response) => {
        response.writeHead(200, { 'content-type': 'text/event-stream' })
        response.write(`retry: 100\ndata: {"celsius":${(celsius += 0.1).toFixed(1)}}\n\n`)
        open.add(response)
      }),
    )
    const hub = newHub()
    hub.follow(eventSensor('Loft', new URL(sensor), [100]))
    const heard: number[] = []
    hearFrom(hub, 0, (reading) => heard.push(reading.celsius!))
    await until(() => expect(heard).toEqual([37.1]))
    for (const response of open) response.destroy()
    await until(() => expect(heard).toEqual([37.1, 37.2]))
  })

  it('the stand-ins, by the ways of real ones', async () => {
    const hub = newHub()
    const standIns = standInSensors({ nowMs: Date.now, everyMs: 100 })
    closers.push(() => standIns.close())
    const base = await listen(createServer(createApp({ hub, sensors: standIns.routes })))
    for (const { name, address } of standIns.addresses(base, await standIns.broker()))
      hub.follow({ ...sensorSource(`${name}=${address}`), standIn: true })
    await until(() => {
      const list = hub.list()
      expect(list.map(({ way }) => way).sort()).toEqual(['events', 'mqtt', 'mqtt', 'polled'])
      for (const { heardMs, trouble } of list) expect([heardMs === null, trouble]).toEqual([false, null])
    })
  })
})

describe('a broker', () => {
  it('that hands on many small messages at once loses none', async () => {
    const { address } = await startBroker()
    const publisher = await mqtt.connectAsync(address)
    closers.push(() => publisher.end(true))
    const padding = 'x'.repeat(300)
    for (let i = 0; i < 300; i++)
      await publisher.publishAsync(`hatchery/${i}`, JSON.stringify({ celsius: 37 + i / 1000, padding }), {
        retain: true,
      })
    const hub = newHub()
    hub.follow(sensorSource(`All=${address}/hatchery/#`))
    const heard = new Set<number>()
    hearFrom(hub, 0, ({ celsius }) => heard.add(celsius!))
    await until(() => expect(heard.size).toBe(300))
    expect(hub.list()[0]!.trouble).toBeNull()
  })

  it('that hands on a message of megabytes is broken off and said', async () => {
    const { address } = await startBroker()
    const publisher = await mqtt.connectAsync(address)
    closers.push(() => publisher.end(true))
    await publisher.publishAsync('hatchery/oak', 'x'.repeat(8_000_000), { retain: true })
    const troubles: string[] = []
    const heard: string[] = []
    closers.push(
      sensorSource(`Oak=${address}/hatchery/oak`).listen({
        heard: (message) => heard.push(message),
        trouble: (sentence) => troubles.push(sentence),
      }),
    )
    await until(() => expect(troubles).toContainEqual(expect.stringMatching(/far more than a sensor would/)))
    expect(heard).toEqual([])
  })
})

describe('listeners', () => {
  it('of one address are bounded, and one that leaves makes room', async () => {
    const base = await listen(createServer(createApp({ hub: newHub() })))
    const streams = await Promise.all(Array.from({ length: 12 }, () => followed(base)))
    expect((await fetch(`${base}/api/sensors/readings`)).status).toBe(503)
    streams[0]!.stop()
    await until(async () => {
      const leave = new AbortController()
      closers.push(() => leave.abort())
      expect((await fetch(`${base}/api/sensors/readings`, { signal: leave.signal })).status).toBe(200)
    })
  })

  it('that never read are let go', async () => {
    let nowMs = 0
    const hub = newHub(() => nowMs)
    let say: (text: string) => void = () => undefined
    hub.follow({
      name: 'Oak',
      way: 'mqtt',
      listen: ({ heard }) => {
        say = heard
        return () => undefined
      },
    })
    let isClosed = false
    const server = createServer(createApp({ hub }))
    server.on('connection', (own) => own.on('close', () => (isClosed = true)))
    const base = await listen(server)
    const socket = connect(Number(new URL(base).port), '127.0.0.1')
    closers.push(() => socket.destroy())
    socket.on('error', () => undefined)
    socket.write('GET /api/sensors/readings HTTP/1.1\r\nHost: 127.0.0.1\r\n\r\n')
    socket.pause()
    await until(() => {
      for (let i = 0; i < 20_000; i++) {
        nowMs += 1000
        say(JSON.stringify({ celsius: 37.5 }))
      }
      expect(isClosed).toBe(true)
    })
  })
})

describe('the hub', () => {
  const message = (celsius: number, at?: number): string => JSON.stringify({ celsius, at })
  /** A hub with one sensor that says what the test lets it say. */
  function withSensor(nowMs: () => number) {
    const hub = newHub(nowMs)
    let say: (text: string) => void = () => undefined
    hub.follow({
      name: 'Oak',
      way: 'mqtt',
      listen: ({ heard }) => {
        say = heard
        return () => undefined
      },
    })
    return { hub, say: (text: string) => say(text) }
  }

  it('tells a listener who slept what was said meanwhile, and then goes on', () => {
    let nowMs = 1000
    const { hub, say } = withSensor(() => nowMs)
    for (const celsius of [37.1, 37.2, 37.3]) {
      nowMs += 1000
      say(message(celsius))
    }
    const got: number[] = []
    const stop = hearFrom(hub, 3000, ({ celsius }) => got.push(celsius!))
    say(message(37.4))
    stop()
    say(message(37.5))
    expect(got).toEqual([37.2, 37.3, 37.4])
  })

  it('keeps of a sensor that says little as much as beside one that says much', () => {
    let nowMs = 0
    const hub = newHub(() => nowMs)
    const says: Record<string, (text: string) => void> = {}
    for (const name of ['slow', 'fast'])
      hub.follow({
        name,
        way: 'mqtt',
        listen: ({ heard }) => {
          says[name] = heard
          return () => undefined
        },
      })
    for (let second = 0; second < 60_000; second++) {
      nowMs += 1000
      says['fast']!(message(37.5))
      if (second % 60 === 0) says['slow']!(message(37.6))
    }
    const got: Record<string, number[]> = { slow: [], fast: [] }
    hearFrom(hub, 0, ({ sensor, heardMs }) => got[sensor]!.push(heardMs))
    expect(got['slow']).toHaveLength(1000)
    // The fast one is thinned, not forgotten: its first is there, and its last ones are all there.
    expect(got['fast']!.length).toBeLessThanOrEqual(20_000)
    expect(got['fast']![0]).toBe(1000)
    expect(got['fast']!.slice(-1000)).toEqual(
      Array.from({ length: 1000 }, (_, i) => nowMs - 1000 * (999 - i)),
    )
  })

  it('takes no more of a sensor than a thermometer has to say, and all of one that speaks as they do', () => {
    let nowMs = 0
    const { hub, say } = withSensor(() => nowMs)
    for (let second = 0; second < 60; second++) {
      nowMs += 1000
      for (let i = 0; i < 1500; i++) say(message(37.5))
    }
    // Four a second, and a thousand at once: what gathered in a broker while the server was away.
    expect(hub.heardSince(0)).toHaveLength(4 * 59 + 1000)
    nowMs += 300_000
    for (let i = 0; i < 1000; i++) say(message(37.6))
    expect(hub.heardSince(nowMs)).toHaveLength(1000)
  })

  it('hands a tablet that slept all that is kept, though it is far more than goes out at once', async () => {
    let nowMs = 0
    const { hub, say } = withSensor(() => nowMs)
    for (let i = 0; i < 30_000; i++) {
      nowMs += 1000
      say(message(37.5))
    }
    const { got } = await followed(await listen(createServer(createApp({ hub }))))
    await until(() => expect(got).toHaveLength(hub.heardSince(0).length))
    expect(got.length).toBeGreaterThan(20_000)
    say(message(37.7))
    await until(() => expect(got.at(-1)!.celsius).toBe(37.7))
  })

  it('believes a sensor’s own clock within reason', () => {
    const nowMs = Date.parse('2026-03-14T20:00:00Z')
    const { hub, say } = withSensor(() => nowMs)
    const at: number[] = []
    hearFrom(hub, 0, ({ atMs }) => at.push(atMs))
    say(message(37.5, nowMs - 60_000))
    say(message(37.5, nowMs + HOUR_MS))
    say(message(37.5, nowMs - 30 * DAY_MS))
    expect(at.map((one) => one - nowMs)).toEqual([-60_000, 0, 0])
  })
})

describe('probes are named at the start', () => {
  it('by name and address', () => {
    const { probes } = readOptions(
      ['--probe', 'Oak eggs=http://192.168.1.31/reading', '--probe', 'Loft=mqtt://broker.local/loft/#'],
      {},
    )
    expect(probes.map(({ name, way }) => [name, way])).toEqual([
      ['Oak eggs', 'polled'],
      ['Loft', 'mqtt'],
    ])
  })
  it.each([
    [['--probe', 'http://x/'], /is not a probe/],
    [['--probe', 'Oak=ftp://x/'], /is not a probe/],
    [['--probe', 'Oak=mqtt://x'], /has no topic/],
    [['--probe', 'Oak=http://x/', '--probe', 'Oak=http://y/'], /two probes called “Oak”/],
  ])('%j is refused in words', (args, sentence) => expect(() => readOptions(args, {})).toThrow(sentence))
})
