import type { AddressInfo } from 'node:net'
import { fileURLToPath } from 'node:url'
import { toString } from 'qrcode'
import type { LidTimes } from '../core/simulate/incubator-air.ts'
import { standInSensors } from '../devices/probes/stand-in-probes.ts'
import { createApp } from './createApp.ts'
import { houseNames } from './home/house.ts'
import { serveHome, type Home } from './home/serve-home.ts'
import { readOptions, type StartOptions } from './options.ts'
import { ProbeHub } from './probes/hub.ts'
import { sensorSource } from './probes/sources.ts'

async function start({ port, host, home, probes, app: appFolder, ...options }: StartOptions): Promise<void> {
  const hub = new ProbeHub()
  const lid: LidTimes[] = []
  const isSimulated = options.standIns.includes('probes') && probes.length === 0
  const sensors = isSimulated ? standInSensors({ nowMs: Date.now, lid }) : null
  const app = createApp({
    appFolder: appFolder ?? fileURLToPath(new URL('../../dist', import.meta.url)),
    ...options,
    names: home ? [...options.names, ...houseNames().names] : options.names,
    hub,
    lid,
    sensors: sensors?.routes,
  })
  if (home) {
    const served = await serveHome(app, {
      plainPort: port,
      securePort: home.port,
      keysFolder: home.keysFolder,
    })
    for (const probe of probes) hub.follow(probe)
    if (sensors) void followStandIns((served.plain.address() as AddressInfo).port)
    process.stdout.write(await homeWords(served))
    for (const signal of ['SIGINT', 'SIGTERM'] as const) {
      process.on(signal, () => {
        hub.close()
        sensors?.close()
        served.close()
      })
    }
    return
  }
  const server = app.listen(port, host, (error?: Error) => {
    if (error) {
      process.stderr.write(
        `Perlumen cannot start on port ${port}: ${error.message}\nAnother one: --port 4180\n`,
      )
      process.exitCode = 1
      return
    }
    for (const probe of probes) hub.follow(probe)
    if (sensors) void followStandIns((server.address() as AddressInfo).port)
    process.stdout.write(`Perlumen is ready at http://${host}:${(server.address() as AddressInfo).port}/\n`)
  })
  for (const signal of ['SIGINT', 'SIGTERM'] as const) {
    process.on(signal, () => {
      hub.close()
      sensors?.close()
      server.closeAllConnections()
      server.close()
    })
  }

  async function followStandIns(ownPort: number): Promise<void> {
    const reached = ['0.0.0.0', '::'].includes(host) ? '127.0.0.1' : host
    const base = `http://${reached.includes(':') ? `[${reached}]` : reached}:${ownPort}`
    for (const { name, address } of sensors!.addresses(base, await sensors!.broker()))
      hub.follow({ ...sensorSource(`${name}=${address}`), standIn: true })
  }
}

/** Where to go, for people; a phone's camera opens the first address. */
async function homeWords({ plain, doorsteps, program, fingerprint }: Home): Promise<string> {
  const here = `Perlumen is ready at http://127.0.0.1:${(plain.address() as AddressInfo).port}/
By HTTPS: ${program.join(' ')}
`
  const [first] = doorsteps
  if (first === undefined)
    return `${here}This computer has no address in a house’s network now; start again when it has one.\n`
  const code = await toString(first, { type: 'terminal', small: true })
  return `${here}A phone that comes for the first time begins at ${doorsteps.join(' ')}
${code}
It learns there to trust this computer, by this: ${fingerprint}
`
}

try {
  await start(readOptions(process.argv.slice(2), process.env))
} catch (error) {
  process.stderr.write(`Perlumen cannot start. ${(error as Error).message}\n`)
  process.exitCode = 2
}
