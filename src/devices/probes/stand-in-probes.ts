import { createServer, type Server } from 'node:net'
import { Router } from 'express'
import { Aedes } from 'aedes'
import { demoAir, type DemoSensor } from '../../core/simulate/demo-climate.ts'
import type { LidTimes } from '../../core/simulate/incubator-air.ts'

/** Simulated sensors say something this often. */
const EVERY_MS = 20_000
/** Two days of a simulated logger. */
const LOGGED_ROWS = 288
const LOGGED_EVERY_MS = 600_000

export interface StandInSensors {
  /** One answers questions, another sends events. */
  routes: Router
  /** Starts the stand-in broker and what publishes to it. @returns its address */
  broker: () => Promise<string>
  /** Where each is reached. @param base - address of the server that has the routes @param broker - of the broker */
  addresses: (base: string, broker: string) => Array<{ name: DemoSensor; address: string }>
  close: () => void
}

/** What a sensor says at this moment. */
type Saying = (sensor: DemoSensor) => { celsius: number; rhPercent: number }

const PATHS = {
  'Cabinet air': '/stand-in/sensors/cabinet',
  'Loft eggs': '/stand-in/sensors/loft-eggs',
} as const
/** Topics under which the stand-in broker hands on what its sensors say. */
const STAND_IN_TOPICS = { 'Hatcher air': 'hatchery/hatcher', 'Loft air': 'hatchery/loft' } as const

/**
 * A simulated sensor for each way by which the server hears real ones. Nothing else of the program knows that they are
 * simulated: they are reached over the network, as real ones are.
 */
export function standInSensors({
  nowMs,
  lid = [],
  everyMs = EVERY_MS,
}: {
  nowMs: () => number
  /** Openings of the cabinet. */
  lid?: readonly LidTimes[]
  everyMs?: number
}): StandInSensors {
  const openedMs = nowMs()
  const said: Saying = (sensor) => {
    const { celsius, rhPercent } = demoAir(sensor, nowMs(), {
      openedMs,
      lid: sensor === 'Cabinet air' ? lid : [],
    })
    return { celsius: Number(celsius.toFixed(2)), rhPercent: Number(rhPercent.toFixed(1)) }
  }
  const closers: Array<() => void> = []
  const routes = Router()
  routes.get(PATHS['Cabinet air'], (_request, response) => {
    const { celsius, rhPercent } = said('Cabinet air')
    response.set('Cache-Control', 'no-store').json({ temperature: celsius, humidity: rhPercent, unit: 'C' })
  })
  routes.get(PATHS['Loft eggs'], (_request, response) => {
    response.set({ 'Content-Type': 'text/event-stream', 'Cache-Control': 'no-store' })
    const tell = (): boolean => response.write(`data: ${JSON.stringify(said('Loft eggs'))}\n\n`)
    tell()
    const timer = setInterval(tell, everyMs)
    response.on('close', () => clearInterval(timer))
  })
  routes.get('/stand-in/logger.csv', (_request, response) => {
    response.type('text/csv').send(loggerFile(nowMs(), openedMs))
  })
  return {
    routes,
    broker: async () => {
      const { address, close } = await standInBroker(said, everyMs)
      closers.push(close)
      return address
    },
    addresses: (base, broker) => [
      { name: 'Cabinet air', address: `${base}/api${PATHS['Cabinet air']}` },
      { name: 'Loft eggs', address: `events+${base}/api${PATHS['Loft eggs']}` },
      ...Object.entries(STAND_IN_TOPICS).map(([name, topic]) => ({
        name: name as DemoSensor,
        address: `${broker}/${topic}`,
      })),
    ],
    close: () => closers.splice(0).forEach((close) => close()),
  }
}

/** A logger's file, as one in another language than the app's would write it. */
function loggerFile(nowMs: number, openedMs: number): string {
  const comma = (value: number): string => value.toFixed(1).replace('.', ',')
  const rows = Array.from({ length: LOGGED_ROWS }, (_, i) => {
    const atMs = nowMs - (LOGGED_ROWS - i) * LOGGED_EVERY_MS
    const { celsius, rhPercent } = demoAir('Cabinet air', atMs, { openedMs })
    return `${i + 1};${new Date(atMs).toISOString()};${comma(celsius - 0.1)};${comma(rhPercent + 2)};`
  })
  const head = [
    'Datenlogger 7',
    'Seriennummer: 00412',
    '',
    'Nr;Datum/Uhrzeit;Temperatur °C;Luftfeuchte %;Bemerkung',
  ]
  return `\uFEFF${[...head, ...rows].join('\r\n')}\r\n`
}

/** A broker on this machine, and what publishes to it. */
async function standInBroker(said: Saying, everyMs: number): Promise<{ address: string; close: () => void }> {
  const broker = await Aedes.createBroker()
  const server: Server = createServer((socket) => void broker.handle(socket))
  await new Promise<void>((ready, fail) => {
    server.on('error', fail)
    server.listen(0, '127.0.0.1', ready)
  })
  const publish = (): void => {
    for (const [sensor, topic] of Object.entries(STAND_IN_TOPICS)) {
      const { celsius, rhPercent } = said(sensor as DemoSensor)
      const payload = JSON.stringify({ temp_c: celsius, rh: rhPercent })
      broker.publish({ cmd: 'publish', topic, payload, qos: 1, retain: true, dup: false }, () => undefined)
    }
  }
  publish()
  const timer = setInterval(publish, everyMs)
  const address = server.address()
  return {
    address: `mqtt://127.0.0.1:${typeof address === 'object' && address ? address.port : 0}`,
    close: () => {
      clearInterval(timer)
      broker.close()
      server.close()
    },
  }
}
