// npm run bench -- batch: photographs a second on one core and on two, memory by their number, one from a cold start.
import { spawn, spawnSync } from 'node:child_process'
import { readdirSync, readFileSync } from 'node:fs'
import { availableParallelism } from 'node:os'
import { fileURLToPath } from 'node:url'
import { buildCli } from '../../scripts/build-cli.mjs'

const root = fileURLToPath(new URL('../..', import.meta.url))
const FIXTURES = `${root}fixtures/photos/`
const PHOTOS = readdirSync(FIXTURES)
  .filter((name) => name.endsWith('.jpg'))
  .map((name) => FIXTURES + name)
const COLD_STARTS = 7
const ROUND = 192
const ROUNDS = 3
const SIZES = [200, 2000]

interface Run {
  seconds: number
  /** Most memory that the process held, megabytes; null where the system does not tell. */
  peakMb: number | null
}

/** @param pin - what goes before the command, to hold it to one core */
function grade(count: number, options: readonly string[], pin: readonly string[] = []): Promise<Run> {
  const files = Array.from({ length: count }, (_, i) => PHOTOS[i % PHOTOS.length]!)
  const words = [
    ...pin,
    process.execPath,
    `${root}bin/perlumen.mjs`,
    'grade',
    '--day',
    '8',
    ...options,
    ...files,
  ]
  const start = performance.now()
  return new Promise((resolve, reject) => {
    const child = spawn(words[0]!, words.slice(1), { stdio: ['ignore', 'ignore', 'ignore'] })
    let peakMb: number | null = null
    const watch = setInterval(() => {
      try {
        const status = readFileSync(`/proc/${child.pid}/status`, 'utf8')
        const kb = Number(/VmHWM:\s+(\d+)/.exec(status)?.[1] ?? NaN)
        if (kb > 0) peakMb = kb / 1000
      } catch {
        // It has ended, or there is no such folder.
      }
    }, 50)
    child.on('error', reject)
    child.on('close', (code) => {
      clearInterval(watch)
      if (code === 0) resolve({ seconds: (performance.now() - start) / 1000, peakMb })
      else reject(new Error(`perlumen grade ended with ${code}`))
    })
  })
}

const median = (values: number[]): number => [...values].sort((a, b) => a - b)[values.length >> 1]!

export async function benchBatch(): Promise<void> {
  await buildCli()
  console.log('\nA whole season from the command line')
  const cold: number[] = []
  for (let i = 0; i < COLD_STARTS; i++) cold.push((await grade(1, [])).seconds)
  console.log(
    `  one photograph from a cold start, s  ${median(cold).toFixed(2)} (${Math.min(...cold).toFixed(2)} to ${Math.max(...cold).toFixed(2)}); the target is 0.8`,
  )
  const canPin = spawnSync('taskset', ['-c', '0', 'true']).status === 0
  if (!canPin || availableParallelism() < 2)
    console.log('  one core against two: cannot be told on this machine')
  else {
    // One core before and after, so that what else the machine does falls on both.
    const one: number[] = []
    const two: number[] = []
    // What the machine itself gives: two runs that know nothing of each other, each with a core of its own.
    const apart: number[] = []
    const alone = async (core: string): Promise<number> =>
      (await grade(ROUND, ['--jobs', '1'], ['taskset', '-c', core])).seconds
    for (let i = 0; i < ROUNDS; i++) {
      const before = await alone('0')
      two.push(ROUND / (await grade(ROUND, ['--jobs', '2'], ['taskset', '-c', '0,1'])).seconds)
      apart.push((2 * ROUND) / Math.max(...(await Promise.all(['0', '1'].map(alone)))))
      one.push((2 * ROUND) / (before + (await alone('0'))))
    }
    const against = (rates: readonly number[]): string => {
      const ratios = rates.map((rate, i) => rate / one[i]!)
      return `${median(ratios).toFixed(2)} (${ratios.map((ratio) => ratio.toFixed(2)).join(', ')})`
    }
    console.log(`  photographs a second on one core     ${median(one).toFixed(2)}`)
    console.log(`  photographs a second on two cores    ${median(two).toFixed(2)}`)
    console.log(`  two against one                      ${against(two)}; the target is 1.8`)
    console.log(`  two runs apart against one           ${against(apart)}: more the machine does not give`)
  }
  for (const size of SIZES) {
    const { seconds, peakMb } = await grade(size, [])
    console.log(
      `  ${String(size).padStart(5)} photographs                    ${(size / seconds).toFixed(2)} a second, most memory ${peakMb === null ? 'unknown' : `${peakMb.toFixed(0)} MB`}`,
    )
  }
}
