import type { AddressInfo } from 'node:net'
import { fileURLToPath } from 'node:url'
import type { LidTimes } from '../core/simulate/incubator-air.ts'
import { standInSensors } from '../devices/probes/stand-in-probes.ts'
import { createApp } from './createApp.ts'
import { readOptions, type StartOptions } from './options.ts'
import { ProbeHub } from './probes/hub.ts'
import { sensorSource } from './probes/sources.ts'

function start({ port, host, probes, app: appFolder, ...options }: StartOptions): void {
  const hub = new ProbeHub()
  const lid: LidTimes[] = []
  const standIns = probes.length > 0 ? null : standInSensors({ nowMs: Date.now, lid })
  const app = createApp({
    appFolder: appFolder ?? fileURLToPath(new URL('../../dist', import.meta.url)),
    ...options,
    hub,
    lid,
    sensors: standIns?.routes,
  })
  const server = app.listen(port, host, (error?: Error) => {
    if (error) {
      process.stderr.write(
        `Perlumen cannot start on port ${port}: ${error.message}\nAnother one: --port 4180\n`,
      )
      process.exitCode = 1
      return
    }
    for (const probe of probes) hub.follow(probe)
    if (standIns) void followStandIns((server.address() as AddressInfo).port)
    process.stdout.write(`Perlumen is ready at http://${host}:${(server.address() as AddressInfo).port}/\n`)
  })
  for (const signal of ['SIGINT', 'SIGTERM'] as const) {
    process.on(signal, () => {
      hub.close()
      standIns?.close()
      server.closeAllConnections()
      server.close()
    })
  }

  async function followStandIns(ownPort: number): Promise<void> {
    const reached = ['0.0.0.0', '::'].includes(host) ? '127.0.0.1' : host
    const base = `http://${reached.includes(':') ? `[${reached}]` : reached}:${ownPort}`
    for (const { name, address } of standIns!.addresses(base, await standIns!.broker()))
      hub.follow({ ...sensorSource(`${name}=${address}`), standIn: true })
  }
}

try {
  start(readOptions(process.argv.slice(2), process.env))
} catch (error) {
  process.stderr.write(`Perlumen cannot start. ${(error as Error).message}\n`)
  process.exitCode = 2
}
