// node --import tsx lab/not-eggs/fit.ts [FOLDER …]: fits what an egg before a lamp is told by, on eight kinds of
// other things and on photographs of each painter (simulated, varied, and folders with a truth.json), and prints the
// weights and what is refused of each kind by a fit without it. What it says is written into core/measure/likeness.ts.
import { readFile } from 'node:fs/promises'
import { basename, join } from 'node:path'
import { decodePhoto } from '../../src/cli/decode.ts'
import { NormalEquations } from '../../src/core/geometry/linear-system.ts'
import { lightOf, rowsOf } from '../../src/core/image/linear.ts'
import { findEggs } from '../../src/core/measure/find-eggs.ts'
import { likenessFigures } from '../../src/core/measure/likeness.ts'
import { expectedShape } from '../../src/core/measure/orient.ts'
import { simulateCase } from '../accuracy/simulated-set.ts'
import { anyPicture } from '../variety/picture.ts'
import { NOT_EGGS, notAnEgg } from './picture.ts'

const EACH = 60
const OF_FOLDER = 200
const LEAST = -2.5

/** A picture’s figures with the constant; whether it is an egg. */
interface Sample {
  kind: string
  isEgg: boolean
  row: Float64Array
}

async function sampleOf(kind: string, isEgg: boolean, photo: Buffer): Promise<Sample[]> {
  const found = findEggs(lightOf(rowsOf(await decodePhoto(photo)), 560), expectedShape())
  if (typeof found === 'string' || found.length !== 1) return []
  const figures = likenessFigures(found[0]!.linear, found[0]!.fit.outline)
  return figures ? [{ kind, isEgg, row: Float64Array.of(figures.colours, figures.dome, 1) }] : []
}

/** Logistic regression by Newton’s steps; each kind counts as much as another of its class. */
function fit(samples: readonly Sample[]): Float64Array {
  const kinds = new Map<string, number>()
  for (const { kind } of samples) kinds.set(kind, (kinds.get(kind) ?? 0) + 1)
  const kindsOf = (isEgg: boolean): number =>
    new Set(samples.filter((one) => one.isEgg === isEgg).map(({ kind }) => kind)).size
  let weights = new Float64Array(3)
  for (let round = 0; round < 40; round++) {
    const equations = new NormalEquations(3)
    for (const { kind, isEgg, row } of samples) {
      const odds = odd(weights, row)
      const p = 1 / (1 + Math.exp(-odds))
      const curve = Math.max(1e-4, p * (1 - p))
      equations.add(row, odds + ((isEgg ? 1 : 0) - p) / curve, curve / kinds.get(kind)! / kindsOf(isEgg))
    }
    for (const k of [0, 1]) equations.addPrior(k, 0, 0.002)
    weights = Float64Array.from(equations.solve() ?? weights)
  }
  return weights
}

function odd(weights: Float64Array, row: Float64Array): number {
  return row.reduce((sum, value, k) => sum + value * weights[k]!, 0)
}

const samples: Sample[] = []
for (const kind of NOT_EGGS)
  for (let i = 0; i < EACH; i++)
    samples.push(...(await sampleOf(`no egg: ${kind}`, false, await notAnEgg(kind, i))))
for (let i = 0; i < EACH; i++) {
  samples.push(...(await sampleOf('own', true, (await simulateCase('like', i)).photo)))
  samples.push(...(await sampleOf('variety', true, (await anyPicture('like', i)).photo)))
}
for (const folder of process.argv.slice(2)) {
  const truths = JSON.parse(await readFile(join(folder, 'truth.json'), 'utf8')) as Array<{ file: string }>
  for (const { file } of truths.slice(0, OF_FOLDER))
    samples.push(...(await sampleOf(basename(folder), true, await readFile(join(folder, file)))))
}
console.log('colours, dome, bias:', [...fit(samples)].map((value) => value.toFixed(3)).join(', '))
for (const kind of new Set(samples.map((one) => one.kind))) {
  const weights = fit(samples.filter((one) => one.kind !== kind))
  const own = samples.filter((one) => one.kind === kind)
  const refused = own.filter(({ row }) => odd(weights, row) < LEAST).length
  console.log(`${kind.padEnd(20)} refused ${refused} of ${own.length}, by a fit without them`)
}
