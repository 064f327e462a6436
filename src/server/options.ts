import { homedir } from 'node:os'
import { join } from 'node:path'
import { parseArgs } from 'node:util'
import { STAND_IN_KINDS, type StandInKind } from '../contracts/wire/devices.ts'
import { cameraUrl, type NetworkCamera } from './camera-proxy.ts'
import { gaugeUrl, type NetworkGauge } from './network-gauge.ts'
import type { SensorSource } from './probes/hub.ts'
import { sensorSource } from './probes/sources.ts'

export interface StartOptions {
  port: number
  host: string
  /** Further names by which this computer is called. */
  names: string[]
  demo: boolean
  camera: NetworkCamera | undefined
  /** A real scale, a real calliper. */
  gauges: NetworkGauge[]
  /** What is simulated: all of it in the demo, else what is named. */
  standIns: readonly StandInKind[]
  /** Real sensors. */
  probes: SensorSource[]
  /** Where the house is served over HTTPS: on which port, and where its keys lie. */
  home: { port: number; keysFolder: string } | null
  /** Folder of the built app, where it is not the usual one. */
  app: string | undefined
}

const HIGHEST_PORT = 65_535
const HERE = '127.0.0.1'

function portOf(text: string): number {
  const port = /^\d+$/.test(text) ? Number(text) : NaN
  if (!(port <= HIGHEST_PORT))
    throw new Error(
      `“${text}” is not a port. Use a whole number from 0 to ${HIGHEST_PORT}, for example --port 4180.`,
    )
  return port
}

/** @throws Error with a sentence for people */
export function readOptions(
  args: readonly string[],
  env: Readonly<Record<string, string | undefined>>,
): StartOptions {
  const { values } = parseArgs({
    args: [...args],
    options: {
      port: { type: 'string', default: env['PORT'] ?? '4173' },
      host: { type: 'string', default: HERE },
      name: { type: 'string', multiple: true, default: [] },
      demo: { type: 'boolean', default: false },
      camera: { type: 'string' },
      'camera-stream': { type: 'string' },
      scale: { type: 'string' },
      calliper: { type: 'string' },
      probe: { type: 'string', multiple: true, default: [] },
      'stand-in': { type: 'string', multiple: true, default: [] },
      home: { type: 'boolean', default: false },
      'home-port': { type: 'string' },
      'home-keys': { type: 'string', default: join(homedir(), '.perlumen') },
      app: { type: 'string' },
    },
  })
  const port = portOf(values.port)
  if (values.home && values.host !== HERE)
    throw new Error('--home serves all addresses of this house; do not combine it with --host.')
  if (values['camera-stream'] !== undefined && values.camera === undefined)
    throw new Error('--camera-stream needs --camera, the address of the still picture.')
  const camera =
    values.camera === undefined
      ? undefined
      : {
          stillUrl: cameraUrl(values.camera),
          streamUrl: values['camera-stream'] === undefined ? undefined : cameraUrl(values['camera-stream']),
        }
  const probes = values.probe.map(sensorSource)
  const twice = probes.find(({ name }, i) => probes.findIndex((other) => other.name === name) < i)
  if (twice) throw new Error(`There are two probes called “${twice.name}”.`)
  return {
    port,
    host: values.host,
    home: values.home
      ? {
          port: values['home-port'] === undefined ? (port === 0 ? 0 : port + 1) : portOf(values['home-port']),
          keysFolder: values['home-keys'],
        }
      : null,
    names: values.name,
    demo: values.demo,
    camera,
    gauges: (['scale', 'calliper'] as const).flatMap((kind) => {
      const address = values[kind]
      return address === undefined ? [] : [{ kind, url: gaugeUrl(kind, address) }]
    }),
    standIns: values.demo ? STAND_IN_KINDS : values['stand-in'].map(standInKind),
    probes,
    app: values.app,
  }
}

function standInKind(text: string): StandInKind {
  const kind = STAND_IN_KINDS.find((one) => one === text)
  if (!kind) throw new Error(`“${text}” cannot be simulated. --stand-in takes ${STAND_IN_KINDS.join(', ')}.`)
  return kind
}
