import { existsSync } from 'node:fs'
import { sep } from 'node:path'
import compression from 'compression'
import express, { type ErrorRequestHandler, type Express, type Request, type Router } from 'express'
import helmet, { type HelmetOptions } from 'helmet'
import type { DeviceList, StandInKind } from '../contracts/wire/devices.ts'
import { onlyKnownHosts } from './known-host.ts'
import { standInAirRoutes } from '../devices/air/stand-in-air.ts'
import { standInCameraRoutes } from '../devices/camera/stand-in-camera.ts'
import { standInGaugeRoutes } from '../devices/gauges/stand-in-gauges.ts'
import type { LidTimes } from '../core/simulate/incubator-air.ts'
import { networkCameraRoutes, type NetworkCamera } from './camera-proxy.ts'
import { networkGaugeRoutes, type NetworkGauge } from './network-gauge.ts'
import { ProbeHub } from './probes/hub.ts'
import { probeRoutes } from './probes/routes.ts'

export interface ServerOptions {
  /** Folder of the built app; left out, only the devices are served. */
  appFolder?: string
  /** A real network camera. */
  camera?: NetworkCamera
  /** A real scale, a real calliper. */
  gauges?: readonly NetworkGauge[]
  /** What is simulated where there is no real one; nothing else is. @default nothing */
  standIns?: readonly StandInKind[]
  /** Names by which this computer is called besides its numbers and localhost. */
  names?: readonly string[]
  /** Offer the made-up hatchery to an empty app. */
  demo?: boolean
  /** The clock of the stand-ins. @default Date.now */
  nowMs?: () => number
  /** What hears the sensors. @default one that hears none */
  hub?: ProbeHub
  /** Simulated sensors, where there are to be any. */
  sensors?: Router
  /** Openings of the stand-in incubator’s lid. */
  lid?: LidTimes[]
}

/** Files with a hash in their name never change. */
const HASHED = 'public, max-age=31536000, immutable'

/** Pages take scripts, workers and pictures from this server alone. */
const PROTECTION: HelmetOptions = {
  contentSecurityPolicy: {
    useDefaults: false,
    directives: {
      defaultSrc: ["'self'"],
      scriptSrc: ["'self'"],
      styleSrc: ["'self'"],
      imgSrc: ["'self'", 'blob:', 'data:'],
      mediaSrc: ["'self'", 'blob:'],
      fontSrc: ["'self'"],
      connectSrc: ["'self'"],
      workerSrc: ["'self'"],
      objectSrc: ["'none'"],
      baseUri: ["'none'"],
      formAction: ["'none'"],
      frameAncestors: ["'none'"],
    },
  },
  crossOriginEmbedderPolicy: { policy: 'require-corp' },
  // Plain HTTP on loopback or a home network: nothing to be strict about.
  strictTransportSecurity: false,
}

/** The web server: the app's static files, and the cameras. Listening is the caller's business. */
export function createApp({
  appFolder,
  camera,
  gauges = [],
  standIns = [],
  names = [],
  demo = false,
  nowMs = Date.now,
  hub = new ProbeHub(),
  sensors,
  lid = [],
}: ServerOptions): Express {
  const app = express()
  app.disable('x-powered-by')
  app.use(helmet(PROTECTION))
  app.use(onlyKnownHosts(names))
  app.use(express.json({ limit: '10kb' }))
  const isStandIn = (kind: StandInKind): boolean => standIns.includes(kind)
  const standInOf = (kind: StandInKind) => (isStandIn(kind) ? 'stand-in' : 'absent')
  const isReal = (kind: StandInKind): boolean => gauges.some((gauge) => gauge.kind === kind)
  const gaugeOf = (kind: 'scale' | 'calliper') => (isReal(kind) ? 'real' : standInOf(kind))
  app.get('/api/devices', (_request, response) => {
    const devices: DeviceList = {
      demo,
      camera: camera ? 'real' : standInOf('camera'),
      scale: gaugeOf('scale'),
      calliper: gaugeOf('calliper'),
      air: standInOf('air'),
    }
    response.set('Cache-Control', 'no-store').json(devices)
  })
  if (camera) app.use('/api', networkCameraRoutes(camera))
  else if (isStandIn('camera')) app.use('/api', standInCameraRoutes())
  for (const gauge of gauges) app.use('/api', networkGaugeRoutes(gauge))
  const simulated = (['scale', 'calliper'] as const).filter((kind) => isStandIn(kind) && !isReal(kind))
  if (simulated.length > 0) app.use('/api', standInGaugeRoutes(simulated))
  if (isStandIn('air')) app.use('/api', standInAirRoutes(nowMs, lid))
  app.use('/api', probeRoutes(hub))
  if (sensors) app.use('/api', sensors)
  app.use('/api', (_request, response) => {
    response.status(404).json({ message: 'There is nothing at this address.' })
  })
  if (appFolder && existsSync(appFolder)) serveFiles(app, appFolder)
  app.use(answerErrors)
  return app
}

/** The built app, for browsers. */
function serveFiles(app: Express, folder: string): void {
  // For phones and tablets; on this machine packing takes longer than it saves.
  app.use(
    compression({
      filter: (request, response) => !isFromHere(request) && compression.filter(request, response),
    }),
  )
  app.use(
    express.static(folder, {
      index: 'index.html',
      setHeaders: (response, path) =>
        response.setHeader('Cache-Control', path.includes(`${sep}assets${sep}`) ? HASHED : 'no-cache'),
    }),
  )
  app.use((_request, response) => {
    // A page in place of a script that an update has taken away would only fail later and without a word.
    response.status(404).type('text').send('There is nothing at this address.')
  })
}

const answerErrors: ErrorRequestHandler = (
  error: { status?: number; message?: string },
  _request,
  response,
  next,
) => {
  if (response.headersSent) {
    next(error)
    return
  }
  const status = error.status ?? 500
  response.status(status).json({
    message: status < 500 ? 'The request cannot be understood.' : 'The server failed to handle this.',
  })
}

/** Whether the browser runs on this machine, by the name under which it asks. */
function isFromHere({ hostname }: Request): boolean {
  return ['localhost', '127.0.0.1', '[::1]', '::1'].includes(hostname)
}
