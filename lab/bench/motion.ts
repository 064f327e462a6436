// How often movement and heartbeats are found in films of living eggs, and how often where there are none.
import { fork } from 'node:child_process'
import { availableParallelism } from 'node:os'
import { fileURLToPath } from 'node:url'
import { createRandom } from '../../src/core/random/random.ts'
import type { FilmJob, FilmResult } from '../films/read-films.ts'

/** Five seconds tell a swing from a rest; a heartbeat needs eight. */
const FRAMES = 75
const BEAT_FRAMES = 122
/** Swing to each side, half-breadths: about a millimetre in a hen's egg, and half of that. */
const ORDINARY = 0.05
const WEAK = 0.025
/** Darkening of the vessels with each beat, ÷ their blood. */
const PULSE = 0.1

function jobs(kind: string, count: number, of: (i: number) => Omit<FilmJob, 'seed'>): FilmJob[] {
  return Array.from({ length: count }, (_, i) => ({ seed: `figures-${kind}-${i}`, ...of(i) }))
}

/** @param count - films of dead eggs; the other kinds get a share of it */
export async function benchMotion(count: number): Promise<string[]> {
  const still = { bob: 0, heart: null }
  const third = Math.ceil(count / 3)
  const all = [
    ...jobs('dead', count, () => ({
      frameCount: FRAMES,
      wish: { alive: false, life: still, stages: [0.22, 0.85] },
    })),
    ...jobs('ordinary', third, () => ({
      frameCount: FRAMES,
      wish: { alive: true, life: { bob: ORDINARY, heart: null }, stages: [0.25, 0.85] },
    })),
    ...jobs('weak', Math.ceil(count / 6), () => ({
      frameCount: FRAMES,
      wish: { alive: true, life: { bob: WEAK, heart: null }, stages: [0.25, 0.85] },
    })),
    ...jobs('beat', Math.ceil(count / 6), (i) => ({
      frameCount: BEAT_FRAMES,
      wish: {
        alive: true,
        life: { bob: 0, heart: { hz: createRandom(`beat/${i}`).between(2.4, 5), depth: PULSE } },
        stages: [0.17, 0.45],
      },
    })),
    ...jobs('no-beat', Math.ceil(count / 6), () => ({
      frameCount: BEAT_FRAMES,
      wish: { alive: false, life: still, stages: [0.17, 0.45] },
    })),
  ]
  const results = await readAll(all)
  const of = (kind: string): FilmResult[] => results.filter(({ seed }) => seed.startsWith(`figures-${kind}-`))
  const share = (
    title: string,
    list: FilmResult[],
    counts: (result: FilmResult) => boolean,
    target: string,
  ): string => {
    const hits = list.filter(counts).length
    return `  ${title.padEnd(50)}${((100 * hits) / Math.max(1, list.length)).toFixed(1).padStart(6)} % (${hits} of ${list.length}, ${wilson(hits, list.length)})${target}`
  }
  const reads = results.map(({ readMs }) => readMs).sort((a, b) => a - b)
  return [
    `Movement in films of ${(FRAMES / 15).toFixed(0)} s at 15 frames/s (hand's shake and roll, flicker, grain, loose contents included)`,
    share(
      'false alarms on dead and clear eggs',
      of('dead'),
      ({ moving }) => moving,
      '; the target is at most 1 %',
    ),
    share(
      'found in living eggs, ordinary strength',
      of('ordinary'),
      ({ moving }) => moving,
      '; the target is at least 90 %',
    ),
    share('found in living eggs, half that strength', of('weak'), ({ moving }) => moving, ''),
    `Heartbeat in films of ${(BEAT_FRAMES / 15).toFixed(0)} s`,
    share('false alarms', of('no-beat'), ({ heartbeat }) => heartbeat?.found ?? false, ''),
    share(
      'found in living eggs whose vessels darken by a tenth',
      of('beat'),
      ({ heartbeat }) => heartbeat?.found ?? false,
      '',
    ),
    `  reading one film, ms: middle ${reads[reads.length >> 1]!.toFixed(0)}, longest ${reads.at(-1)!.toFixed(0)}`,
  ]
}

/** 95 % interval of a share. @see Wilson (1927), J. Am. Stat. Assoc. 22, 209–212 */
function wilson(hits: number, of: number): string {
  const z = 1.96
  const p = hits / of
  const middle = (p + (z * z) / (2 * of)) / (1 + (z * z) / of)
  const half = (z / (1 + (z * z) / of)) * Math.sqrt((p * (1 - p)) / of + (z * z) / (4 * of * of))
  return `95 % interval ${(100 * Math.max(0, middle - half)).toFixed(1)} to ${(100 * Math.min(1, middle + half)).toFixed(1)}`
}

async function readAll(waiting: FilmJob[]): Promise<FilmResult[]> {
  const results: FilmResult[] = []
  const total = waiting.length
  await Promise.all(
    Array.from(
      { length: availableParallelism() },
      () =>
        new Promise<void>((resolve, reject) => {
          const child = fork(fileURLToPath(new URL('../films/read-films.ts', import.meta.url)), {
            execArgv: ['--import', 'tsx'],
          })
          const next = (): void => {
            const job = waiting.shift()
            if (job) child.send(job)
            else child.kill()
          }
          child.on('message', (result: FilmResult) => {
            results.push(result)
            if (results.length % 50 === 0) console.error(`  films read: ${results.length} of ${total}`)
            next()
          })
          child.on('exit', () => resolve())
          child.on('error', reject)
          next()
        }),
    ),
  )
  if (results.length !== total) throw new Error(`${total - results.length} films were not read`)
  return results
}
