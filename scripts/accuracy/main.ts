// npm run accuracy [-- N]: the sample photographs, and N simulated ones (60 unless said), scored by the same rules side by side.
import { spawnSync } from 'node:child_process'
import { mkdtemp, readFile, rm, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { decodePhoto } from '../src/cli/decode.ts'
import { toErrorRecord, toGradeRecord, type GradeRecord } from '../src/contracts/grade-record.ts'
import { bluntPole, breadthPx, outlinePolygon, smallPole } from '../src/core/geometry/egg-outline.ts'
import { gradeEgg } from '../src/core/grade/grade.ts'
import type { RgbImage } from '../src/core/image/linear.ts'
import { measurePhotograph } from '../src/core/measure/measure.ts'
import type { SimulatedTruth } from '../src/core/simulate/render.ts'
import { SPECIES, stageOf, type Shell, type SpeciesName } from '../src/core/species/species.ts'
import { simulateCase } from './simulated-set.ts'

const FIXTURES = fileURLToPath(new URL('../fixtures/photos/', import.meta.url))
const SCORER = join(FIXTURES, 'score.mjs')

interface Known {
  species: SpeciesName
  day: number
  shell: Shell
}

function gradeImage(file: string, image: RgbImage, known: Known): GradeRecord {
  const elapsedMs = { decode: 0, measure: 0 }
  const reading = measurePhotograph(image, { species: known.species })
  if (reading.kind === 'rejected') return toErrorRecord(file, reading.rejection.message, elapsedMs)
  const verdict = gradeEgg(reading.egg, { species: known.species, ageDays: known.day, shell: known.shell })
  return toGradeRecord({ file, egg: reading.egg, verdict, elapsedMs })
}

/** In the scorer's own terms. The simulator does not judge readability: all count as readable. */
function describeTruth(file: string, truth: SimulatedTruth, known: Known, lamp: string): unknown {
  const point = ({ x, y }: { x: number; y: number }): [number, number] => [x, y]
  return {
    file, ...known, f: stageOf(known.species, known.day), grade: truth.grade, readable: true, lamp, conditions: [],
    outline: outlinePolygon(truth.outline).map(point), bluntPole: point(bluntPole(truth.outline)), smallPole: point(smallPole(truth.outline)),
    lengthPx: 2 * truth.outline.halfLengthPx, breadthPx: breadthPx(truth.outline), lengthMm: SPECIES[known.species].lengthMm,
    airCell: { depth: truth.airCell.depth, volume: truth.airCell.volume, tiltDeg: (truth.airCell.tiltRad * 180) / Math.PI, visible: true },
    shadow: { area: truth.shadowArea }, vessels: { coverage: truth.vesselCoverage },
    ring: { present: truth.ringVisibleShare > 0, visibleFraction: truth.ringVisibleShare },
  }
}

interface Score {
  outline: Record<string, number>
  airCell: Record<string, number>
  shadow: Record<string, number>
  grade: Record<string, number>
  action: Record<string, number>
  probability: Record<string, number>
  unreadable: Record<string, number>
}

async function score(folder: string, name: string, records: GradeRecord[], truthFile: string): Promise<Score> {
  const pred = join(folder, `${name}.json`)
  await writeFile(pred, JSON.stringify(records))
  const { stdout, status, stderr } = spawnSync(process.execPath, [SCORER, pred, truthFile, '--json'], { encoding: 'utf8', maxBuffer: 1 << 26 })
  if (status !== 0) throw new Error(stderr)
  return (JSON.parse(stdout) as { total: Score }).total
}

const count = Number(process.argv[2] ?? 60)
const folder = await mkdtemp(join(tmpdir(), 'perlumen-accuracy-'))
try {
  const truth = JSON.parse(await readFile(`${FIXTURES}truth.json`, 'utf8')) as Array<Known & { file: string }>
  const sample: GradeRecord[] = []
  for (const known of truth) sample.push(gradeImage(known.file, await decodePhoto(FIXTURES + known.file), known))
  const onSample = await score(folder, 'sample', sample, `${FIXTURES}truth.json`)

  const simulated: GradeRecord[] = []
  const truths: unknown[] = []
  for (let i = 0; i < count; i++) {
    const { image, truth: own, shot, ...known } = await simulateCase('accuracy', i)
    const file = `sim-${i}.jpg`
    simulated.push(gradeImage(file, image, known))
    truths.push(describeTruth(file, own, known, shot.lamp))
    if (process.stderr.isTTY) process.stderr.write(`\rsimulated ${i + 1}/${count}`)
  }
  if (process.stderr.isTTY) process.stderr.write('\n')
  await writeFile(join(folder, 'truth.json'), JSON.stringify(truths))
  const onSimulated = await score(folder, 'simulated', simulated, join(folder, 'truth.json'))

  const rows: Array<[string, (s: Score) => number | null | undefined]> = [
    ['outline overlap (IoU), mean', (s) => s.outline['iouMean']], ['outline overlap, 5th percentile', (s) => s.outline['iouP5']],
    ['blunt end right, %', (s) => s.outline['bluntRight']], ['axis error, 95th percentile, °', (s) => s.outline['axisP95']],
    ['air cell measured, %', (s) => s.airCell['measured']], ['air cell depth error, mean, % of length', (s) => s.airCell['depthMAE_pctLength']],
    ['air cell depth error, 95th percentile', (s) => s.airCell['depthP95_pctLength']], ['air cell volume error, mean, points', (s) => s.airCell['volumeMAE_points']],
    ['depth within two stated sd, %', (s) => s.airCell['depthWithin2u']],
    ['shadow error, mean, points', (s) => s.shadow['MAE_points']], ['shadow within two stated sd, %', (s) => s.shadow['within2u']],
    ['grade right, %', (s) => s.grade['accuracy']], ['grade right when decided, %', (s) => s.grade['accuracyDecided']],
    ['not sure, %', (s) => s.grade['unsure']], ['calibration error (ECE)', (s) => s.probability['ECE']],
    ['living eggs marked for removal', (s) => s.action['falsePulls']], ['living eggs', (s) => s.action['developing']],
    ['readable taken for unreadable, %', (s) => s.unreadable['readableCalledUnreadable']],
  ]
  console.log(`${''.padEnd(42)}${'sample'.padStart(10)}${'simulated'.padStart(12)}`)
  /** Half-width of the 95 % interval of a share in per cent, by Agresti and Coull (1998), The American Statistician 52, 119–126. */
  const margin = (percent: number, n: number): number => {
    const p = (percent * n / 100 + 2) / (n + 4)
    return 196 * Math.sqrt((p * (1 - p)) / (n + 4))
  }
  const cell = (value: number | null | undefined): string => (value === null || value === undefined ? '–' : value.toFixed(value < 1.5 ? 4 : 2))
  for (const [name, pick] of rows) console.log(`${name.padEnd(42)}${cell(pick(onSample)).padStart(10)}${cell(pick(onSimulated)).padStart(12)}`)
  for (const [name, s, n] of [['sample', onSample, truth.length], ['simulated', onSimulated, count]] as const) {
    console.log(`95 % interval of “grade right” on the ${name}: ±${margin(s.grade['accuracy'] ?? 0, n).toFixed(1)} points`)
  }
  console.log(`${'photographs'.padEnd(42)}${String(truth.length).padStart(10)}${String(count).padStart(12)}`)
} finally {
  await rm(folder, { recursive: true })
}
