import { spawnSync } from 'node:child_process'
import { mkdtemp, readFile, rm, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { beforeAll, describe, expect, it } from 'vitest'
import { cases } from '../../src/testing/cases.ts'
import { lineOf, readOne, type Truth } from './line.ts'
import { FIGURES, scoreOne, type Scored } from './score.ts'
import { simulateCase } from './simulated-set.ts'

const FIXTURES = fileURLToPath(new URL('../../fixtures/photos/', import.meta.url))
/** A small fixed part of what npm run accuracy scores: some of the sample photographs and some simulated ones. */
const EVERY = cases(6, 6, 3)
const SIMULATED = cases(5, 5, 10)

/** Recorded floors, a little looser than what was reached when they were written: a change that falls below is a step back. */
const FLOORS: Readonly<Record<string, { sample: number; simulated: number }>> = {
  'outline overlap (IoU), mean': { sample: 0.995, simulated: 0.995 },
  'blunt end right, %': { sample: 100, simulated: 100 },
  'axis angle error, 95th percentile, °': { sample: 0.3, simulated: 0.3 },
  'air cell depth error, mean, % of length': { sample: 0.65, simulated: 0.6 },
  'air cell volume error, mean, points': { sample: 0.8, simulated: 0.6 },
  'shadow error, mean, points': { sample: 1.4, simulated: 1.4 },
  'grade right, %': { sample: 87, simulated: 80 },
  'living eggs marked for removal': { sample: 0, simulated: 0 },
}

let sample: Scored[] = []
let simulated: Scored[] = []
beforeAll(async () => {
  const truths = (JSON.parse(await readFile(`${FIXTURES}truth.json`, 'utf8')) as Truth[]).filter(
    (_, i) => i % EVERY === 0,
  )
  sample = []
  for (const truth of truths)
    sample.push(
      scoreOne(truth, (await readOne(await readFile(FIXTURES + truth.file), truth.file, truth)).record),
    )
  simulated = []
  for (let i = 0; i < SIMULATED; i++) {
    const { truth, record } = await lineOf(await simulateCase('floors', i), `floors-${i}.jpg`)
    simulated.push(scoreOne(truth, record))
  }
})

describe.each(FIGURES.filter(({ name }) => name in FLOORS))('$name', ({ name, of, better }) => {
  it.each(['sample', 'simulated'] as const)('does not fall behind on the %s', (which) => {
    const value = of(which === 'sample' ? sample : simulated)!
    const floor = FLOORS[name]![which]
    if (better === 'high') expect(value).toBeGreaterThanOrEqual(floor)
    else expect(value).toBeLessThanOrEqual(floor)
  })
})

it('the figures are those of the scorer that came with the photographs', async () => {
  const folder = await mkdtemp(join(tmpdir(), 'perlumen-floors-'))
  try {
    const [pred, truth] = [join(folder, 'pred.json'), join(folder, 'truth.json')]
    await writeFile(pred, JSON.stringify(sample.map((item) => item.record)))
    await writeFile(truth, JSON.stringify(sample.map((item) => item.truth)))
    const { stdout } = spawnSync(process.execPath, [`${FIXTURES}score.mjs`, pred, truth, '--json'], {
      encoding: 'utf8',
      maxBuffer: 1 << 26,
    })
    const { total } = JSON.parse(stdout) as { total: Record<string, Record<string, number>> }
    const own = (name: string): number => FIGURES.find((figure) => figure.name === name)!.of(sample)!
    expect(own('outline overlap (IoU), mean')).toBeCloseTo(total['outline']!['iouMean']!, 3)
    expect(own('air cell depth error, mean, % of length')).toBeCloseTo(
      total['airCell']!['depthMAE_pctLength']!,
      6,
    )
    expect(own('shadow error, mean, points')).toBeCloseTo(total['shadow']!['MAE_points']!, 6)
    expect(own('grade right, %')).toBeCloseTo(total['grade']!['accuracy']!, 6)
    expect(own('calibration error (ECE)')).toBeCloseTo(total['probability']!['ECE']!, 6)
  } finally {
    await rm(folder, { recursive: true })
  }
})
