import { readFile } from 'node:fs/promises'
import { spawn } from 'node:child_process'
import { once } from 'node:events'
import { createServer, request, type Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import { createInterface } from 'node:readline'
import { startServer, type OwnServer } from '../../e2e/server.ts'
import { sensorReadingSchema } from '../../src/contracts/wire/sensor.ts'
import type { Findings, Trials } from './findings.ts'

const MOST_MEMORY_MB = 300
const LONGEST_STATUS_MS = 200
const HOSTILE = 50
const CLIENTS = 100
/** Loopback addresses from which the clients come, so that bounds by address do not spare the server most of them. */
const ADDRESSES = 10
const SAMPLE_EVERY_MS = 1000
const SAY_EVERY_MS = 2000

/** One that says a figure of its own each time, so that each can be looked for. */
function wellBehaved(): { server: Server; said: number[] } {
  const said: number[] = []
  const server = createServer((_request, response) => {
    response.writeHead(200, { 'Content-Type': 'text/event-stream' })
    const timer = setInterval(() => {
      const celsius = Number((20 + said.length * 0.01).toFixed(2))
      response.write(`data: {"celsius":${celsius}}\n\n`)
      said.push(celsius)
    }, SAY_EVERY_MS)
    response.on('close', () => clearInterval(timer))
  })
  return { server, said }
}

/** A page that listens; every second one never reads what it gets. Turned away, it comes again. */
function client(base: string, i: number, isOver: () => boolean): void {
  const asked = request(`${base}/api/sensors/readings?since=0`, {
    localAddress: `127.0.0.${2 + (i % ADDRESSES)}`,
  })
  const again = (): void => {
    if (!isOver()) setTimeout(() => client(base, i, isOver), SAMPLE_EVERY_MS)
  }
  asked.on('response', (response) => {
    response.on('close', again).on('error', () => undefined)
    if (response.statusCode !== 200 || i % 2 === 0) response.resume()
  })
  asked.on('error', again)
  asked.end()
}

/** What the server still knows of the well-behaved one. */
async function remembered(base: string, count: number): Promise<number[]> {
  const leave = new AbortController()
  const response = await fetch(`${base}/api/sensors/readings?since=0`, { signal: leave.signal })
  const got: number[] = []
  let rest = ''
  for await (const chunk of response.body!.pipeThrough(new TextDecoderStream())) {
    const events = (rest + chunk).split('\n\n')
    rest = events.pop()!
    for (const event of events) {
      const data = /^data: (.*)$/m.exec(event)?.[1]
      const reading = data ? sensorReadingSchema.parse(JSON.parse(data)) : null
      if (reading?.sensor === 'Good' && reading.celsius !== null) got.push(reading.celsius)
    }
    if (got.length >= count) break
  }
  leave.abort()
  return got
}

async function memoryMb({ pid }: OwnServer): Promise<number> {
  const status = await readFile(`/proc/${pid}/status`, 'utf8')
  return Number(/VmRSS:\s+(\d+)/.exec(status)![1]) / 1000
}

/** Minutes of fifty hostile sensors, a good one and a hundred clients. @param trials - `count` is minutes */
export async function soakServer({ count, onProgress }: Trials): Promise<Findings> {
  const findings: Findings = { tried: 0, refused: 0, slowestMs: 0, faults: [] }
  const hostile = spawn(process.execPath, ['--import', 'tsx', 'lab/soak/hostile-hosts.ts'], {
    stdio: ['ignore', 'pipe', 'inherit'],
  })
  const [line] = (await once(createInterface({ input: hostile.stdout }), 'line')) as [string]
  const { hosts, broker } = JSON.parse(line) as {
    hosts: Array<{ scheme: string; port: number }>
    broker: number
  }
  const good = wellBehaved()
  await new Promise<void>((ready) => good.server.listen(0, '127.0.0.1', ready))
  const probes = [
    `Good=events+http://127.0.0.1:${(good.server.address() as AddressInfo).port}/`,
    `Broker=mqtt://127.0.0.1:${broker}/oak`,
    ...Array.from({ length: HOSTILE - 1 }, (_, i) => {
      const { scheme, port } = hosts[i % hosts.length]!
      return `Hostile ${i}=${scheme}://127.0.0.1:${port}/${i}`
    }),
  ]
  const server = await startServer(probes.flatMap((probe) => ['--probe', probe]))
  let isOver = false
  const times: number[] = []
  let mostMb = 0
  try {
    // It is up, and has answered once.
    await fetch(`${server.base}/api/devices`)
    for (let i = 0; i < CLIENTS; i++) client(server.base, i, () => isOver)
    for (let minute = 1; minute <= count; minute++) {
      const until = Date.now() + 60_000
      while (Date.now() < until) {
        const start = performance.now()
        await (await fetch(`${server.base}/api/devices`)).json()
        times.push(performance.now() - start)
        mostMb = Math.max(mostMb, await memoryMb(server))
        await new Promise((resolve) => setTimeout(resolve, SAMPLE_EVERY_MS))
      }
      findings.slowestMs = Math.max(...times)
      const sorted = [...times].sort((a, b) => a - b)
      console.log(
        `  minute ${minute}: ${mostMb.toFixed(0)} MB at most; status ${sorted[sorted.length >> 1]!.toFixed(0)} ms in the middle, ${sorted.at(-1)!.toFixed(0)} at most`,
      )
      onProgress?.(++findings.tried, findings)
    }
    isOver = true
    const said = [...good.said]
    const kept = new Set(await remembered(server.base, said.length - 1))
    // The very last may be on its way.
    const lost = said.slice(0, -1).filter((celsius) => !kept.has(celsius))
    console.log(`  ${said.length} readings of the good one, ${lost.length} lost`)
    if (lost.length > 0)
      findings.faults.push(`${lost.length} of ${said.length} readings of a good sensor lost`)
    if (mostMb > MOST_MEMORY_MB) findings.faults.push(`${mostMb.toFixed(0)} MB of memory`)
    if (findings.slowestMs > LONGEST_STATUS_MS)
      findings.faults.push(`/api/devices took ${findings.slowestMs.toFixed(0)} ms`)
  } finally {
    isOver = true
    await server.stop()
    hostile.kill('SIGKILL')
    good.server.closeAllConnections()
    good.server.close()
  }
  return findings
}
