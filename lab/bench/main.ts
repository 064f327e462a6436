// npm run bench: time per stage and per photograph, beside the time of decoding the same file alone; of planning; from
// an egg on the lamp to its verdict; how often movement is found. One part alone: npm run bench -- lamp
import { mkdtemp, readFile, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import sharp from 'sharp'
import { readEggs } from '../../src/cli/read-eggs.ts'
import { bootstrapInterval } from '../accuracy/intervals.ts'
import { benchBatch } from './batch.ts'
import { benchBook } from './book.ts'
import { benchClimate } from './climate.ts'
import { benchPractice } from './practice.ts'
import { benchPlanning } from './planning.ts'
import { benchLamp } from './lamp.ts'
import { benchMotion } from './motion.ts'
import { run } from '../../scripts/install.mjs'
import { simulatePhoto } from '../../src/core/simulate/simulated-photo.ts'

const FIXTURES = fileURLToPath(new URL('../../fixtures/photos/', import.meta.url))
const NAMES = ['p-0001', 'p-0009', 'p-0012', 'p-0020', 'p-0034', 'p-0043'].map(
  (name) => `${FIXTURES}${name}.jpg`,
)
const ROUNDS = 3
const MANY = 200

function median(values: number[]): number {
  const sorted = [...values].sort((a, b) => a - b)
  return sorted[sorted.length >> 1] ?? NaN
}

interface Times {
  /** Unpacking all pixels of the file: what any program has to do that wants them. */
  decode: number[]
  measure: number[]
  stages: Map<string, number[]>
}

/** @param rounds - how often each file is read; the first reading of the process warms up and is left out */
async function time(files: string[], rounds: number): Promise<Times> {
  const times: Times = { decode: [], measure: [], stages: new Map() }
  for (let round = 0; round <= rounds; round++) {
    for (const file of files) {
      const photo = await readFile(file)
      const stages: Array<[string, number]> = []
      const { elapsedMs } = await readEggs(photo, {
        clock: () => performance.now(),
        onStage: (stage, ms) => stages.push([stage, ms]),
      })
      if (round === 0) continue
      times.decode.push(elapsedMs.decode)
      times.measure.push(elapsedMs.measure)
      for (const [stage, ms] of stages) times.stages.set(stage, [...(times.stages.get(stage) ?? []), ms])
    }
  }
  return times
}

function report(title: string, { decode, measure, stages }: Times): void {
  const ratio = measure.map((value, i) => value / decode[i]!)
  const row = (name: string, value: string): void => console.log(`  ${name.padEnd(34)}${value}`)
  console.log(`\n${title} (medians of ${measure.length}, with 95 % intervals)`)
  const said = (values: number[], digits: number): string =>
    `${median(values).toFixed(digits).padStart(6)} (${bootstrapInterval(values, (set) => median([...set]))!
      .map((end) => end.toFixed(digits))
      .join(' to ')})`
  row('decoding all pixels, ms', said(decode, 0))
  row('measuring, ms', said(measure, 0))
  row('beyond decoding, ÷ that', `${said(ratio, 2)}; the target is 1.0 at 12 megapixels`)
  for (const [stage, values] of stages) row(`  ${stage}`, `${median(values).toFixed(1).padStart(6)} ms`)
}

/** Many photographs one after the other: whether memory grows with their number. */
async function reportMemory(files: string[], count: number): Promise<void> {
  const megabytes = (): number => process.memoryUsage().rss / 1e6
  let early = 0
  let most = 0
  const start = performance.now()
  for (let i = 0; i < count; i++) {
    await readEggs(await readFile(files[i % files.length]!), {})
    most = Math.max(most, megabytes())
    if (i === Math.floor(count / 10)) early = most
  }
  const seconds = (performance.now() - start) / 1000
  console.log(
    `\n${count} photographs in turn: ${(count / seconds).toFixed(1)} a second; memory at most ${early.toFixed(0)} MB in the first tenth, ${most.toFixed(0)} MB in all`,
  )
}

async function benchPhotographs(): Promise<void> {
  // One thread, as the target asks: the image library would share its work out.
  sharp.concurrency(1)
  const folder = await mkdtemp(join(tmpdir(), 'perlumen-bench-'))
  try {
    report('Photographs of about a megapixel', await time(NAMES, ROUNDS))
    const large = join(folder, 'large.jpg')
    await sharp(NAMES[0]).resize(3000, 4000, { fit: 'fill' }).jpeg({ quality: 92 }).toFile(large)
    report('The first of them at 12 megapixels', await time([large], 4 * ROUNDS))
    await reportMemory(NAMES, MANY)
    const render: number[] = []
    for (let i = 0; i < 5; i++) {
      const start = performance.now()
      simulatePhoto({ seed: `bench-${i}`, ageDays: 5 + 3 * i, shot: { widthPx: 1000, heightPx: 800 } })
      if (i > 0) render.push(performance.now() - start)
    }
    console.log(`\nSimulating a photograph of 0.8 megapixels: ${median(render).toFixed(0)} ms`)
  } finally {
    await rm(folder, { recursive: true })
  }
}

/** Films of dead eggs; as many are needed to tell a false alarm in a hundred from none. */
const DEAD_FILMS = 300
const printed = (lines: string[]): void => console.log(`\n${lines.join('\n')}`)
const PARTS: Readonly<Record<string, () => Promise<void>>> = {
  photographs: benchPhotographs,
  planning: async () => printed(await benchPlanning()),
  book: benchBook,
  climate: benchClimate,
  practice: benchPractice,
  batch: benchBatch,
  lamp: async () => printed(await benchLamp()),
  movement: async () => printed(await benchMotion(DEAD_FILMS)),
}

const asked = process.argv.slice(2)
const unknown = asked.filter((part) => !(part in PARTS))
if (unknown.length > 0) {
  console.error(`There is no ${unknown.join(', ')} to measure; there are ${Object.keys(PARTS).join(', ')}.`)
  process.exit(2)
}
if (run('npx', ['vite', 'build', '--logLevel', 'error']) !== 0) process.exit(1)
for (const part of asked.length > 0 ? asked : Object.keys(PARTS)) await PARTS[part]!()
