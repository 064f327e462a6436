import { parseArgs } from 'node:util'
import { STAND_IN_KINDS, type StandInKind } from '../contracts/devices.ts'
import { cameraUrl, type NetworkCamera } from './camera-proxy.ts'
import type { SensorSource } from './probes/hub.ts'
import { sensorSource } from './probes/sources.ts'

export interface StartOptions {
  port: number
  host: string
  /** Further names by which this computer is called. */
  names: string[]
  demo: boolean
  camera: NetworkCamera | undefined
  /** What is simulated: all of it in the demo, else what is named. */
  standIns: readonly StandInKind[]
  /** Real sensors. */
  probes: SensorSource[]
  /** Folder of the built app, where it is not the usual one. */
  app: string | undefined
}

const HIGHEST_PORT = 65_535

/** @throws Error with a sentence for people */
export function readOptions(
  args: readonly string[],
  env: Readonly<Record<string, string | undefined>>,
): StartOptions {
  const { values } = parseArgs({
    args: [...args],
    options: {
      port: { type: 'string', default: env['PORT'] ?? '4173' },
      host: { type: 'string', default: '127.0.0.1' },
      name: { type: 'string', multiple: true, default: [] },
      demo: { type: 'boolean', default: false },
      camera: { type: 'string' },
      'camera-stream': { type: 'string' },
      probe: { type: 'string', multiple: true, default: [] },
      'stand-in': { type: 'string', multiple: true, default: [] },
      app: { type: 'string' },
    },
  })
  const port = /^\d+$/.test(values.port) ? Number(values.port) : NaN
  if (!(port <= HIGHEST_PORT))
    throw new Error(
      `“${values.port}” is no port: a whole number from 0 to ${HIGHEST_PORT}, for example --port 4180.`,
    )
  if (values['camera-stream'] !== undefined && values.camera === undefined)
    throw new Error('--camera-stream goes with --camera, the address of the still picture.')
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
    names: values.name,
    demo: values.demo,
    camera,
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
