import { spawn, type ChildProcess } from 'node:child_process'
import { mkdtemp, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { stripVTControlCharacters } from 'node:util'
import { root, run } from '../../scripts/install.mjs'

const BUSY_LOOPS = 2
/** How runners mark a test that failed, or that passed only when it was tried again. */
const FAILED = /^\s*(✘|×|❯ .*failed|\d+ flaky|FAIL )/

export interface SteadyRun {
  disturbed: boolean
  seconds: number
  passed: boolean
  /** Lines that name what failed, even once. */
  failed: string[]
}

/**
 * The whole suite, again and again, in a clone of what is committed, every second time beside busy loops.
 * @param onRun - told of each run as it ends
 */
export async function soakSteady(
  count: number,
  onRun: (run: SteadyRun, number: number) => void,
): Promise<SteadyRun[]> {
  const folder = await mkdtemp(join(tmpdir(), 'perlumen-steady-'))
  const clone = join(folder, 'clone')
  try {
    if (run('git', ['clone', '--quiet', root, clone]) !== 0)
      throw new Error('The project could not be cloned.')
    if (run('npm', ['ci', '--no-audit', '--no-fund', '--silent'], { cwd: clone }) !== 0)
      throw new Error('The packages could not be installed.')
    const runs: SteadyRun[] = []
    for (let number = 1; number <= count; number++) {
      run('git', ['clean', '-fdxq', '-e', 'node_modules'], { cwd: clone })
      const disturbed = number % 2 === 0
      const loops = disturbed ? Array.from({ length: BUSY_LOOPS }, busyLoop) : []
      try {
        const one = { disturbed, ...(await suite(clone)) }
        runs.push(one)
        onRun(one, number)
      } finally {
        for (const loop of loops) loop.kill('SIGKILL')
      }
    }
    return runs
  } finally {
    await rm(folder, { recursive: true, force: true })
  }
}

function busyLoop(): ChildProcess {
  return spawn(process.execPath, ['-e', 'for (;;);'], { stdio: 'ignore' })
}

function suite(folder: string): Promise<Pick<SteadyRun, 'seconds' | 'passed' | 'failed'>> {
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
        failed: printed.split('\n').filter((line) => FAILED.test(stripVTControlCharacters(line))),
      }),
    )
  })
}

/** The median of the quiet runs and of the disturbed ones, and how many failed. */
export function saySteady(runs: readonly SteadyRun[]): string {
  const median = (disturbed: boolean): string => {
    const seconds = runs
      .filter((one) => one.disturbed === disturbed)
      .map((one) => one.seconds)
      .sort((a, b) => a - b)
    return seconds.length === 0
      ? 'none'
      : `${seconds[seconds.length >> 1]} s (${seconds[0]} to ${seconds.at(-1)}, ${seconds.length} runs)`
  }
  const failed = runs.filter(({ passed }) => !passed).length
  return `quiet: ${median(false)}; beside ${BUSY_LOOPS} busy loops: ${median(true)}; ${failed} of ${runs.length} runs failed`
}
