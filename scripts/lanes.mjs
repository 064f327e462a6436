// Runs steps in two lanes beside each other, one for each core. What a step prints comes whole; what failed is said
// last, and nothing after it. The first that fails ends all.
import { spawn } from 'node:child_process'
import { root } from './install.mjs'

/**
 * @param {Array<Array<[name: string, args: string[], environment?: Record<string, string>]>>} lanes - of two lanes their
 * own steps, in turn
 * @param {Array<[name: string, args: string[], environment?: Record<string, string>]>} shared - steps that whichever
 * lane is done takes next
 * @returns {Promise<never>}
 */
export async function runLanes(lanes, shared = []) {
  const running = new Set()
  let passed = 0
  /** What the step printed that failed first. */
  let failure = null

  /** @returns whether it passed */
  const step = ([name, args, environment = {}]) =>
    new Promise((resolve) => {
      const start = Date.now()
      const child = spawn('npx', args, {
        cwd: root,
        env: { ...process.env, ...environment },
        stdio: ['ignore', 'pipe', 'pipe'],
        shell: process.platform === 'win32',
        // A group of its own, so that its servers and browsers end with it.
        detached: process.platform !== 'win32',
      })
      running.add(child)
      const printed = []
      child.stdout.on('data', (part) => printed.push(part))
      child.stderr.on('data', (part) => printed.push(part))
      child.on('error', (error) => printed.push(Buffer.from(`${error.message}\n`)))
      child.on('close', (code) => {
        running.delete(child)
        const seconds = ((Date.now() - start) / 1000).toFixed(0)
        const how = code === 0 ? 'passed' : failure ? 'stopped' : 'failed'
        console.log(`\n== ${name}: ${how} after ${seconds} s`)
        const output = Buffer.concat(printed)
        if (how === 'passed') process.stdout.write(output)
        if (how === 'failed') failure = { name, output }
        resolve(code === 0)
      })
    })

  const stopAll = () => {
    for (const child of running) {
      try {
        if (process.platform === 'win32') child.kill()
        else process.kill(-child.pid, 'SIGTERM')
      } catch {
        // It has just ended by itself.
      }
    }
  }
  for (const signal of ['SIGINT', 'SIGTERM'])
    process.on(signal, () => {
      stopAll()
      process.exit(1)
    })

  const left = [...shared]
  await Promise.all(
    lanes.map(async (lane) => {
      const own = [...lane]
      for (let next = own.shift() ?? left.shift(); next && !failure; next = own.shift() ?? left.shift()) {
        if (await step(next)) passed++
        else stopAll()
      }
    }),
  )
  if (failure) {
    console.log(`\n== What failed: ${failure.name}`)
    process.stdout.write(failure.output)
  }
  console.log(`\nsteps: ${passed} passed, ${failure ? 1 : 0} failed`)
  process.exit(failure ? 1 : 0)
}
