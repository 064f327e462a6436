// Sensors that mean no good, in a process of their own: what they burn must not be taken for the server's time.
// Prints the ports of the hosts and of the broker, and goes on until it is ended.
import { createServer, type IncomingMessage, type Server, type ServerResponse } from 'node:http'
import { createServer as createSocketServer, type AddressInfo } from 'node:net'
import { Aedes } from 'aedes'
import mqtt from 'mqtt'

const SAY_EVERY_MS = 2000
const MEGABYTE = 1_000_000

type Answer = (request: IncomingMessage, response: ServerResponse) => void

/** Goes on as fast as it is read, until the other side has gone. */
function forEver(response: ServerResponse, part: () => string): void {
  const write = (): void => {
    while (!response.destroyed && response.write(part())) if (response.writableNeedDrain) break
    if (!response.destroyed) response.once('drain', () => setImmediate(write))
  }
  write()
}
const asEvents = (response: ServerResponse): ServerResponse =>
  response.writeHead(200, { 'Content-Type': 'text/event-stream' })

/** What sensors could do that mean no good, or are broken; by the scheme under which the server asks for them. */
const HOSTILE_HOSTS: ReadonlyArray<{ scheme: 'http' | 'events+http'; answer: Answer }> = [
  { scheme: 'http', answer: (_request, response) => forEver(response, () => ' '.repeat(65_536)) },
  { scheme: 'http', answer: () => undefined },
  { scheme: 'http', answer: (_request, response) => response.end('['.repeat(16_000)) },
  { scheme: 'http', answer: (request) => request.socket.destroy() },
  {
    scheme: 'events+http',
    answer: (_request, response) => forEver(asEvents(response), () => 'data: '.concat('x'.repeat(65_536))),
  },
  {
    scheme: 'events+http',
    answer: (_request, response) => {
      asEvents(response)
      const flood = setInterval(
        () => response.write('data: {"celsius":37,"rhPercent":50}\n\n'.repeat(20)),
        20,
      )
      response.on('close', () => clearInterval(flood))
    },
  },
  { scheme: 'events+http', answer: (_request, response) => asEvents(response).end('retry: 1\n\n') },
  {
    scheme: 'events+http',
    answer: (_request, response) => response.writeHead(302, { Location: 'http://127.0.0.1:9/' }).end(),
  },
]

async function listening(server: Server | ReturnType<typeof createSocketServer>): Promise<number> {
  await new Promise<void>((ready) => server.listen(0, '127.0.0.1', ready))
  return (server.address() as AddressInfo).port
}

/** A broker of which every message is far larger than a sensor's. */
async function hugeBroker(): Promise<number> {
  const broker = await Aedes.createBroker()
  const server = createSocketServer((socket) => void broker.handle(socket))
  const port = await listening(server)
  const publisher = await mqtt.connectAsync(`mqtt://127.0.0.1:${port}`)
  const message = 'x'.repeat(8 * MEGABYTE)
  setInterval(() => publisher.publish('oak', message), SAY_EVERY_MS)
  return port
}

const hosts = await Promise.all(
  HOSTILE_HOSTS.map(async ({ scheme, answer }) => ({ scheme, port: await listening(createServer(answer)) })),
)
process.stdout.write(`${JSON.stringify({ hosts, broker: await hugeBroker() })}\n`)
