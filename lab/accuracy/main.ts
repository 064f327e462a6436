// npm run accuracy [-- N]: first, how grading does on kinds of pictures that it was not fitted on, from kept readings; then
// the sample photographs, and N simulated ones (240 unless said), scored by the same rules side by side. Writes reports/accuracy/index.html with the worst cases as pictures.
import { spawn } from 'node:child_process'
import { mkdir, mkdtemp, readFile, rm } from 'node:fs/promises'
import { availableParallelism, tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { acrossKinds, sayAcross } from './across.ts'
import { bootstrapInterval } from './intervals.ts'
import { keptReadings } from './kept.ts'
import { readOne, type Line, type Truth } from './line.ts'
import { writeReport, type Row } from './report.ts'
import { ruleCosts, sayRules } from './rules.ts'
import { FIGURES, scoreOne, type Scored } from './score.ts'
import { simulateCase } from './simulated-set.ts'
import { sayNotEggs } from '../not-eggs/judge.ts'
import { sayLamps } from '../lamp/score.ts'
import { sayIdentity } from '../same-egg/say.ts'

const FIXTURES = fileURLToPath(new URL('../../fixtures/photos/', import.meta.url))
const COLLECT = fileURLToPath(new URL('collect.ts', import.meta.url))
const REPORT = fileURLToPath(new URL('../../reports/accuracy/', import.meta.url))
const SET = 'accuracy'
const NOT_EGGS_EACH = 12

async function scoreSample(): Promise<Scored[]> {
  const truths = JSON.parse(await readFile(`${FIXTURES}truth.json`, 'utf8')) as Truth[]
  const scored: Scored[] = []
  for (const truth of truths) {
    const { record } = await readOne(await readFile(FIXTURES + truth.file), truth.file, truth)
    scored.push(scoreOne(truth, record))
  }
  return scored
}

async function scoreSimulated(count: number, folder: string): Promise<Scored[]> {
  const parts = Math.min(count, availableParallelism())
  const files = await Promise.all(
    Array.from({ length: parts }, (_, part) => {
      const file = join(folder, `${part}.jsonl`)
      return collect(Math.round((count * part) / parts), Math.round((count * (part + 1)) / parts), file).then(
        () => file,
      )
    }),
  )
  const texts = await Promise.all(files.map((file) => readFile(file, 'utf8')))
  return texts
    .flatMap((text) => text.trim().split('\n'))
    .map((text) => {
      const { truth, record } = JSON.parse(text) as Line
      return scoreOne(truth, record)
    })
}

function collect(from: number, to: number, file: string): Promise<void> {
  return new Promise((resolve, reject) => {
    const child = spawn(process.execPath, ['--import', 'tsx', COLLECT, SET, String(from), String(to), file], {
      stdio: 'inherit',
    })
    child.on('error', reject)
    child.on('exit', (code) => {
      if (code === 0) resolve()
      else reject(new Error(`Simulating ended with code ${code}.`))
    })
  })
}

async function photoOf(file: string): Promise<Buffer> {
  if (!file.startsWith(`${SET}-`)) return readFile(FIXTURES + file)
  const { photo } = await simulateCase(SET, Number.parseInt(file.slice(SET.length + 1), 10))
  return photo
}

function missed({ target, better }: Row['figure'], value: number | null): boolean {
  return target !== undefined && value !== null && (better === 'high' ? value < target : value > target)
}

const kept = keptReadings()
console.log(`${sayAcross(acrossKinds(kept))}\n`)
console.log(`${sayRules(ruleCosts(kept))}\n`)
console.log(`${await sayNotEggs(NOT_EGGS_EACH)}\n`)
console.log(`${await sayIdentity()}\n`)
console.log(`${await sayLamps()}\n`)

const count = Number(process.argv[2] ?? 240)
const folder = await mkdtemp(join(tmpdir(), 'perlumen-accuracy-'))
try {
  const sample = await scoreSample()
  const simulated = await scoreSimulated(count, folder)
  const rows: Row[] = FIGURES.map((figure) => ({
    figure,
    ...(Object.fromEntries(
      (
        [
          ['sample', sample],
          ['simulated', simulated],
        ] as const
      ).map(([name, set]) => {
        const value = figure.of(set)
        return [name, { value, interval: bootstrapInterval(set, figure.of), missed: missed(figure, value) }]
      }),
    ) as Pick<Row, 'sample' | 'simulated'>),
  }))
  const cell = ({ value, interval, missed: isMissed }: Row['sample'], digits: number): string =>
    value === null
      ? '–'
      : `${value.toFixed(digits)} (${interval!.map((end) => end.toFixed(digits)).join('…')})${isMissed ? ' ✗' : '  '}`
  console.log(
    `${''.padEnd(44)}${'target'.padStart(8)}${`sample (${sample.length})`.padStart(28)}${`simulated (${simulated.length})`.padStart(28)}`,
  )
  for (const { figure, sample: a, simulated: b } of rows) {
    console.log(
      `${figure.name.padEnd(44)}${String(figure.target ?? '').padStart(8)}${cell(a, figure.digits).padStart(28)}${cell(b, figure.digits).padStart(28)}`,
    )
  }
  console.log('In brackets the 95 % interval; ✗ misses its target.')
  await mkdir(REPORT, { recursive: true })
  await writeReport(REPORT, rows, { sample, simulated }, photoOf)
  console.log(`By stratum, and the worst cases as pictures: ${join(REPORT, 'index.html')}`)
} finally {
  await rm(folder, { recursive: true })
}
