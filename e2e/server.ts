import { spawn } from 'node:child_process'
import { once } from 'node:events'
import { STAND_IN_KINDS } from '../src/contracts/wire/devices.ts'

export interface OwnServer {
  /** Its address, without a slash at the end. */
  base: string
  pid: number
  /** What it has written for people so far. */
  said: () => string
  /** At once, as a power cut would. */
  stop: () => Promise<void>
}

/** All that the made-up hatchery stands on, without it being offered by itself. */
export const STAND_INS: readonly string[] = STAND_IN_KINDS.flatMap((kind) => ['--stand-in', kind])

/** A server in a process of its own, on a port that is free. @param args - of its command line */
export async function startServer(args: readonly string[] = []): Promise<OwnServer> {
  const server = spawn(process.execPath, ['--import', 'tsx', 'src/server/main.ts', '--port', '0', ...args], {
    stdio: ['ignore', 'pipe', 'inherit'],
  })
  const over = once(server, 'exit')
  let said = ''
  const base = await new Promise<string>((resolve, reject) => {
    server.stdout.on('data', (text: Buffer) => {
      said += text.toString()
      const address = /http:\/\/[^\s/]+/.exec(said)?.[0]
      if (address) resolve(address)
    })
    server.once('error', reject)
    server.once('exit', (code) => reject(new Error(`the server ended with ${code}`)))
  })
  return {
    base,
    pid: server.pid!,
    said: () => said,
    stop: async () => {
      server.kill('SIGKILL')
      await over
    },
  }
}
