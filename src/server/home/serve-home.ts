import { createServer as createPlain, type Server } from 'node:http'
import { createServer as createSecure } from 'node:https'
import type { AddressInfo, Server as NetServer } from 'node:net'
import type { RequestListener } from 'node:http'
import { homeKeys } from './authority.ts'
import { createDoorstep, fingerprintOf } from './doorstep.ts'
import { houseNames, isOfTheHouse, isThisMachine } from './house.ts'

/** By all addresses of this machine, of both kinds where there are both. */
const ALL = '::'
const ALL_OLD = '0.0.0.0'

export interface Home {
  /** Over plain HTTP: the program for this machine, the doorstep for all others. */
  plain: Server
  secure: Server
  /** Addresses for phones: where they begin, and where they go on. */
  doorsteps: string[]
  program: string[]
  fingerprint: string
  close: () => void
}

/**
 * Serves the house: the program over HTTPS, with a certificate of this machine’s own authority; over plain HTTP only
 * the way there. Nobody from outside of the house’s network is answered.
 * @param app - the program, which goes by the names of {@link houseNames}
 */
export async function serveHome(
  app: RequestListener,
  { plainPort, securePort, keysFolder }: { plainPort: number; securePort: number; keysFolder: string },
): Promise<Home> {
  const { numbers, names } = houseNames()
  const keys = await homeKeys(keysFolder, ['localhost', '127.0.0.1', '::1', ...names, ...numbers], Date.now())
  const secure = createSecure({ cert: `${keys.certificate}\n${keys.authority}`, key: keys.key }, app)
  await listening(secure, securePort)
  const port = portOf(secure)
  const doorstep = createDoorstep(keys.authority, port)
  const plain = createPlain((request, response) =>
    (isThisMachine(request.socket.remoteAddress) ? app : doorstep)(request, response),
  )
  await listening(plain, plainPort).catch((error: unknown) => {
    secure.close()
    throw error
  })
  const address = (scheme: string, name: string, at: number): string =>
    `${scheme}://${name.includes(':') ? `[${name}]` : name}:${at}/`
  return {
    plain,
    secure,
    doorsteps: numbers.map((number) => address('http', number, portOf(plain))),
    program: [...numbers, ...names, 'localhost'].map((name) => address('https', name, port)),
    fingerprint: fingerprintOf(keys.authority),
    close: () => {
      for (const server of [plain, secure]) {
        server.closeAllConnections()
        server.close()
      }
    },
  }
}

async function listening(server: Server, port: number): Promise<void> {
  const onlyTheHouse = server as NetServer
  onlyTheHouse.prependListener('connection', (socket) => {
    if (!isOfTheHouse(socket.remoteAddress)) socket.destroy()
  })
  const listen = (host: string): Promise<void> =>
    new Promise((resolve, reject) => {
      server.once('error', reject)
      server.listen(port, host, () => {
        server.off('error', reject)
        resolve()
      })
    })
  // A machine without addresses of the newer kind has the others alone.
  await listen(ALL).catch((error: NodeJS.ErrnoException) => {
    if (error.code !== 'EAFNOSUPPORT' && error.code !== 'EADDRNOTAVAIL') throw error
    return listen(ALL_OLD)
  })
}

function portOf(server: Server): number {
  return (server.address() as AddressInfo).port
}
