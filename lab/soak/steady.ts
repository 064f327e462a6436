import { spawn, type ChildProcess } from 'node:child_process'
import { cp, mkdtemp, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { stripVTControlCharacters } from 'node:util'
import { root, run } from '../../scripts/install.mjs'

const BUSY_LOOPS = 2
/** How long the processor is slow, and then quick, where it goes by turns. */
const TURN_MS = 10_000
/** How runners mark a test that failed, or that passed only when it was tried again. */
const FAILED = /^\s*(✘|×|❯ .*failed|\d+ flaky|FAIL )/

/** What else the machine does: nothing, busy loops all the time, or by turns twice as many and none. */
export const SURROUNDINGS = ['quiet', 'busy', 'turns'] as const
export type Surroundings = (typeof SURROUNDINGS)[number]

export interface SteadyRun {
  surroundings: Surroundings
  seconds: number
  passed: boolean
  /** Lines that name what failed, even once. */
  failed: string[]
  /** Everything that was printed. */
  printed: string
}

/**
 * `npm test` again and again in a bare clone of what is committed, packages and all.
 * @param order - what else the machine does, run by run
 * @param onRun - told of each run as it ends
 */
export async function soakSteady(
  order: readonly Surroundings[],
  onRun: (run: SteadyRun, number: number) => void,
): Promise<SteadyRun[]> {
  const folder = await mkdtemp(join(tmpdir(), 'perlumen-steady-'))
  const clone = join(folder, 'clone')
  try {
    if (run('git', ['clone', '--quiet', root, clone]) !== 0)
      throw new Error('The project could not be cloned.')
    const runs: SteadyRun[] = []
    for (const [i, surroundings] of order.entries()) {
      run('git', ['clean', '-fdxq'], { cwd: clone })
      const end = surround(surroundings)
      try {
        const one = { surroundings, ...(await suite(clone)) }
        runs.push(one)
        // What a page looked like when a test failed is known only here.
        if (!one.passed)
          await cp(join(clone, 'test-results'), `${folder}-failed-${i + 1}`, { recursive: true }).catch(
            () => null,
          )
        onRun(one, i + 1)
      } finally {
        end()
      }
    }
    return runs
  } finally {
    await rm(folder, { recursive: true, force: true })
  }
}

/** @returns what ends it */
function surround(surroundings: Surroundings): () => void {
  if (surroundings === 'quiet') return () => undefined
  const loops = Array.from({ length: surroundings === 'busy' ? BUSY_LOOPS : 2 * BUSY_LOOPS }, busyLoop)
  let isSlow = true
  const turning = setInterval(() => {
    isSlow = !isSlow
    if (surroundings === 'turns') for (const loop of loops) loop.kill(isSlow ? 'SIGCONT' : 'SIGSTOP')
  }, TURN_MS)
  return () => {
    clearInterval(turning)
    for (const loop of loops) loop.kill('SIGKILL')
  }
}

function busyLoop(): ChildProcess {
  return spawn(process.execPath, ['-e', 'for (;;);'], { stdio: 'ignore' })
}

function suite(folder: string): Promise<Omit<SteadyRun, 'surroundings'>> {
  const start = Date.now()
  const child = spawn('npm', ['test'], { cwd: folder, env: { ...process.env, CI: 'true' } })
  let printed = ''
  child.stdout.on('data', (text: Buffer) => (printed += text.toString()))
  child.stderr.on('data', (text: Buffer) => (printed += text.toString()))
  return new Promise((resolve, reject) => {
    child.once('error', reject)
    child.once('close', (code) =>
      resolve({
        seconds: Math.round((Date.now() - start) / 1000),
        passed: code === 0,
        printed,
        failed: printed.split('\n').filter((line) => FAILED.test(stripVTControlCharacters(line))),
      }),
    )
  })
}

/** Of each surroundings the median, and how many failed. */
export function saySteady(runs: readonly SteadyRun[]): string {
  return SURROUNDINGS.flatMap((surroundings) => {
    const those = runs.filter((one) => one.surroundings === surroundings)
    if (those.length === 0) return []
    const seconds = those.map((one) => one.seconds).sort((a, b) => a - b)
    const failed = those.filter(({ passed }) => !passed).length
    return `${surroundings}: median ${seconds[seconds.length >> 1]} s (${seconds.join(', ')}), ${failed} failed`
  }).join('\n')
}
