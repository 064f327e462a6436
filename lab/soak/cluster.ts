import { spawnSync } from 'node:child_process'
import { mkdirSync, mkdtempSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { performance } from 'node:perf_hooks'
import { setTimeout as wait } from 'node:timers/promises'
import { fileURLToPath } from 'node:url'
import Papa from 'papaparse'
import { createRandom, type Random } from '../../src/core/random/random.ts'
import { simulatePhoto } from '../../src/core/simulate/simulated-photo.ts'
import { SHELLS } from '../../src/core/species/species.ts'
import { squeeze } from '../accuracy/simulated-set.ts'
import { rowsOfParquet } from './parquet-rows.ts'
import { missingPrograms, startBatchSystem, type BatchSystem } from './batch-system.ts'

/** Parts that the manifest is split into: several times what the node has room for. */
const PARTS = 12
/** Times that the power is cut while the array runs. */
const CUTS = 6
/** One file in so many is none that can be read. */
const BROKEN_EVERY = 97
const PICTURE_PX = 480

const PERLUMEN = fileURLToPath(new URL('../../bin/perlumen.mjs', import.meta.url))

export interface ClusterRun {
  photographs: number
  cuts: number
  /** Parts that were begun more than once. */
  begunAgain: number
  aloneSeconds: number
  clusterSeconds: number
  bytes: Record<'jsonl' | 'csv' | 'parquet', number>
  /** What differs from one process on its own; nothing may. */
  faults: string[]
}

/**
 * Grades photographs by one process and by a job array whose node loses its power, and compares.
 * @throws Error where the batch system is not installed
 */
export async function soakCluster(
  { seed, count }: { seed: string; count: number },
  say: (line: string) => void,
): Promise<ClusterRun> {
  const missing = missingPrograms()
  if (missing.length > 0)
    throw new Error(`${missing.join(', ')} not found: install Debian’s slurm-wlm and munge.`)
  const folder = mkdtempSync(join(tmpdir(), 'perlumen-array-'))
  try {
    const random = createRandom(`${seed}/cluster`)
    const manifest = await makePhotographs(folder, count, random)
    say(`${count} photographs made`)
    const alone = timed(() =>
      perlumen('grade', '--manifest', manifest, '--format', 'jsonl', '--out', join(folder, 'alone.jsonl')),
    )
    say(`graded by one command in ${alone.toFixed(0)} s`)
    const parts = join(folder, 'parts')
    perlumen('array', '--for', 'slurm', '--parts', String(PARTS), '--to', parts, manifest)
    const system = await startBatchSystem()
    const begin = performance.now()
    let cuts = 0
    try {
      system.run('sbatch', join(parts, 'array.sbatch'))
      cuts = await untilDone(system, random, alone, say)
    } finally {
      await system.stop()
    }
    const clusterSeconds = (performance.now() - begin) / 1000
    return {
      photographs: count,
      cuts,
      aloneSeconds: alone,
      clusterSeconds,
      ...(await compared(folder, parts, manifest)),
    }
  } finally {
    rmSync(folder, { recursive: true, force: true })
  }
}

async function makePhotographs(folder: string, count: number, random: Random): Promise<string> {
  mkdirSync(join(folder, 'photos'))
  const rows: object[] = []
  for (let k = 0; k < count; k++) {
    const file = `photos/egg-${String(k).padStart(5, '0')}.jpg`
    const day = Math.round(random.between(4, 18) * 10) / 10
    const shell = random.pick(SHELLS)
    rows.push({ file, species: 'chicken', day, shell, flock: `house ${1 + (k % 7)}` })
    if (k % BROKEN_EVERY === BROKEN_EVERY - 1) {
      writeFileSync(join(folder, file), 'no photograph')
      continue
    }
    const kind = random.pick(['developing', 'developing', 'clear', 'died'] as const)
    const { image } = simulatePhoto({
      seed: `${count}/${k}/${random.uniform()}`,
      ageDays: day,
      shell,
      fate: kind === 'died' ? { kind, onDay: day * random.between(0.3, 0.9) } : { kind },
      shot: { widthPx: PICTURE_PX, heightPx: PICTURE_PX },
    })
    writeFileSync(join(folder, file), await squeeze(image, 88))
  }
  const manifest = join(folder, 'photos.csv')
  writeFileSync(manifest, `${Papa.unparse(rows, { newline: '\n' })}\n`)
  return manifest
}

/** @returns how often the power was cut */
async function untilDone(
  { run, cutPower }: BatchSystem,
  random: Random,
  expectedSeconds: number,
  say: (line: string) => void,
): Promise<number> {
  let cuts = 0
  const isDone = (): boolean => run('squeue', '--noheader') === ''
  let nextCutMs = 0
  const plan = (): void => {
    nextCutMs = performance.now() + random.between(0.4, 1.2) * ((1000 * expectedSeconds) / (CUTS + 1))
  }
  for (plan(); !isDone(); await wait(1000)) {
    const runs = run('squeue', '--noheader', '--states=RUNNING') !== ''
    if (cuts >= CUTS || performance.now() < nextCutMs || !runs) continue
    await cutPower()
    startWaiting(run)
    say(`power cut ${++cuts}; ${run('squeue', '--noheader', '--array').split('\n').length} parts left`)
    plan()
  }
  return cuts
}

/** What was cut off waits two minutes by this batch system’s habit; here it need not. */
function startWaiting(run: BatchSystem['run']): void {
  for (const id of run('squeue', '--noheader', '--array', '--format=%i').split('\n').filter(Boolean)) {
    try {
      run('scontrol', 'update', `jobid=${id}`, 'starttime=now')
    } catch {
      // It ended, or runs already.
    }
  }
}

async function compared(
  folder: string,
  parts: string,
  manifest: string,
): Promise<Pick<ClusterRun, 'begunAgain' | 'bytes' | 'faults'>> {
  const files = Array.from({ length: PARTS }, (_, k) => join(parts, `part-${k + 1}.jsonl`))
  const out = {
    jsonl: join(folder, 'all.jsonl'),
    csv: join(folder, 'all.csv'),
    parquet: join(folder, 'all.parquet'),
  }
  for (const [format, file] of Object.entries(out))
    perlumen('join', '--format', format, '--out', file, ...files)
  perlumen('report', '--manifest', manifest, '--out', join(folder, 'report.html'), ...files)
  const [alone, all] = [linesOf(join(folder, 'alone.jsonl')), linesOf(out.jsonl)]
  const faults: string[] = []
  if (alone.length !== all.length)
    faults.push(`${all.length} results by the array, ${alone.length} by one command`)
  for (const [i, line] of alone.entries())
    if (line !== all[i]) faults.push(`${line.slice(0, 120)} | ${all[i]?.slice(0, 120)}`)
  const table = Papa.parse<Record<string, string>>(readFileSync(out.csv, 'utf8').trimEnd(), {
    header: true,
  }).data
  const rows = await rowsOfParquet(readFileSync(out.parquet))
  if (rows.length !== table.length) faults.push(`${rows.length} rows in Parquet, ${table.length} in CSV`)
  for (const [i, row] of rows.entries())
    for (const [name, value] of Object.entries(row))
      if (table[i]?.[name] !== String(value ?? ''))
        faults.push(`row ${i}, ${name}: ${String(value)} in Parquet, ${table[i]?.[name]} in CSV`)
  const page = readFileSync(join(folder, 'report.html'), 'utf8')
  if (!page.includes('house 7')) faults.push('the report lacks a flock')
  const begun = files.map((file) => readFileSync(file.replace('.jsonl', '.log'), 'utf8'))
  return {
    begunAgain: begun.filter((log) => /were graded before/.test(log)).length,
    bytes: {
      jsonl: statSync(out.jsonl).size,
      csv: statSync(out.csv).size,
      parquet: statSync(out.parquet).size,
    },
    faults: faults.slice(0, 20),
  }
}

/** Without their times, in the order of their photographs. */
function linesOf(file: string): string[] {
  return readFileSync(file, 'utf8')
    .trimEnd()
    .split('\n')
    .map((line) => line.replace(/"elapsedMs":\{[^}]*\}/, ''))
    .sort()
}

function perlumen(...words: string[]): void {
  const { status, stderr } = spawnSync(process.execPath, [PERLUMEN, ...words], {
    encoding: 'utf8',
    maxBuffer: 1e9,
  })
  // 1: some of the files are none that can be read, on purpose.
  if (status === null || status > 1) throw new Error(`perlumen ${words[0]}: ${stderr.slice(-2000)}`)
}

function timed(work: () => void): number {
  const begin = performance.now()
  work()
  return (performance.now() - begin) / 1000
}

export function sayCluster({
  photographs,
  cuts,
  begunAgain,
  aloneSeconds,
  clusterSeconds,
  bytes,
  faults,
}: ClusterRun): string {
  const size = (name: keyof ClusterRun['bytes']): string => `${name} ${(bytes[name] / 1e6).toFixed(2)} MB`
  return [
    `cluster: ${photographs} photographs, ${cuts} power cuts, ${begunAgain} parts begun again`,
    `  one command ${aloneSeconds.toFixed(0)} s, the array ${clusterSeconds.toFixed(0)} s; ${size('jsonl')}, ${size('csv')}, ${size('parquet')}`,
    `  ${faults.length === 0 ? 'the same but for times' : `${faults.length} faults`}`,
    ...faults.map((fault) => `  ${fault}`),
  ].join('\n')
}
