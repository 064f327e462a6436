// npm run fit -- READINGS.jsonl …: fits the grading model on measured simulated eggs (scripts/accuracy/collect.ts)
// and writes src/core/grade/grading-model.ts. Prints what it reaches on eggs that it was not fitted on.
import { readFileSync, writeFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import type { Line } from './accuracy/line.ts'
import { FEATURES, featuresOf } from '../src/core/grade/features.ts'
import { logOdds, softmax, type GradingModel } from '../src/core/grade/softmax.ts'
import { GRADES, type Grade } from '../src/core/grade/types.ts'

interface Case {
  grade: Grade
  /** Null where the picture does not say. */
  features: Array<number | null>
}

const MODEL_FILE = fileURLToPath(new URL('../src/core/grade/grading-model.ts', import.meta.url))
/** Pull of every weight toward zero; chosen by the held-out log loss. */
const RIDGE = 0.002
const STEPS = 2000
const RATE = 0.3
const FOLDS = 5

function read(files: readonly string[]): Case[] {
  return files
    .flatMap((file) => readFileSync(file, 'utf8').trim().split('\n'))
    .flatMap((text) => {
      const { truth, seen } = JSON.parse(text) as Line
      // What is not in the picture cannot be learnt from it.
      return seen && truth.readable ? [{ grade: truth.grade, features: featuresOf(seen, truth.f) }] : []
    })
}

function fit(cases: readonly Case[]): GradingModel {
  const count = FEATURES.length
  const known = Array.from({ length: count }, (_, i) => cases.flatMap((item) => item.features[i] ?? []))
  const mean = known.map((values) => values.reduce((a, b) => a + b, 0) / values.length)
  const scale = known.map((values, i) =>
    Math.max(
      1e-6,
      Math.sqrt(values.reduce((sum, value) => sum + (value - mean[i]!) ** 2, 0) / values.length),
    ),
  )
  const z = cases.map((item) =>
    item.features.map((value, i) =>
      value === null ? 0 : Math.min(4, Math.max(-4, (value - mean[i]!) / scale[i]!)),
    ),
  )
  const classes = cases.map((item) => GRADES.indexOf(item.grade))
  const weights = GRADES.map(() => new Float64Array(count + 1))
  const speed = GRADES.map(() => new Float64Array(count + 1))
  // Gradient descent with momentum: the problem is convex, small and fitted once.
  for (let step = 0; step < STEPS; step++) {
    const gradient = weights.map((w) => w.map((value, i) => (i < count ? RIDGE * value : 0)))
    for (let n = 0; n < z.length; n++) {
      const logs = weights.map((w) => {
        let sum = w[count]!
        for (let i = 0; i < count; i++) sum += w[i]! * z[n]![i]!
        return sum
      })
      const top = Math.max(...logs)
      const e = logs.map((value) => Math.exp(value - top))
      const total = e.reduce((a, b) => a + b, 0)
      for (let k = 0; k < GRADES.length; k++) {
        const error = (e[k]! / total - (classes[n] === k ? 1 : 0)) / z.length
        for (let i = 0; i < count; i++) gradient[k]![i]! += error * z[n]![i]!
        gradient[k]![count]! += error
      }
    }
    for (let k = 0; k < GRADES.length; k++) {
      for (let i = 0; i <= count; i++) {
        speed[k]![i] = 0.9 * speed[k]![i]! - RATE * gradient[k]![i]!
        weights[k]![i]! += speed[k]![i]!
      }
    }
  }
  const round = (value: number): number => Number(value.toFixed(4))
  return {
    version: `${new Date().toISOString().slice(0, 10)}/${cases.length}`,
    mean: mean.map(round),
    scale: scale.map(round),
    bias: Object.fromEntries(
      GRADES.map((grade, k) => [grade, round(weights[k]![count]!)]),
    ) as GradingModel['bias'],
    weights: Object.fromEntries(
      GRADES.map((grade, k) => [grade, [...weights[k]!.slice(0, count)].map(round)]),
    ) as unknown as GradingModel['weights'],
  }
}

function judge(
  model: GradingModel,
  cases: readonly Case[],
): { right: number; decided: number; rightDecided: number; logLoss: number; calibration: number } {
  let right = 0
  let decided = 0
  let rightDecided = 0
  let logLoss = 0
  const bins = Array.from({ length: 10 }, () => ({ n: 0, sure: 0, right: 0 }))
  for (const item of cases) {
    const p = softmax(logOdds(model, item.features))
    const best = GRADES.reduce((a, b) => (p[b] > p[a] ? b : a))
    const bin = bins[Math.min(9, Math.floor(p[best] * 10))]!
    bin.n++
    bin.sure += p[best]
    if (best === item.grade) bin.right++
    if (best === item.grade) right++
    if (p[best] > 0.6) {
      decided++
      if (best === item.grade) rightDecided++
    }
    logLoss -= Math.log(Math.max(1e-9, p[item.grade]))
  }
  const n = cases.length
  const calibration = bins.reduce((sum, bin) => sum + Math.abs(bin.sure - bin.right) / n, 0)
  return {
    right: right / n,
    decided: decided / n,
    rightDecided: rightDecided / Math.max(1, decided),
    logLoss: logLoss / n,
    calibration,
  }
}

const cases = read(process.argv.slice(2).filter((name) => !name.startsWith('--')))
const held = Array.from({ length: FOLDS }, (_, fold) =>
  judge(
    fit(cases.filter((_c, i) => i % FOLDS !== fold)),
    cases.filter((_c, i) => i % FOLDS === fold),
  ),
)
const average = (key: keyof (typeof held)[number]): string =>
  (held.reduce((sum, item) => sum + item[key], 0) / FOLDS).toFixed(3)
console.log(
  `${cases.length} eggs; held out: right ${average('right')}, decided ${average('decided')}, right when decided ${average('rightDecided')}, log loss ${average('logLoss')}, calibration error ${average('calibration')}`,
)
const model = fit(cases)
writeFileSync(
  MODEL_FILE,
  `import type { GradingModel } from './softmax.ts'

/**
 * Fitted by scripts/fit-grading.ts on ${cases.length} simulated eggs of wide variation; not written by hand. The order of the
 * numbers is that of FEATURES.
 */
export const GRADING_MODEL: GradingModel = ${JSON.stringify(model, null, 1)
    .replace(/\[\n\s+([^\]]*?)\n\s+\]/g, (_, inner: string) => `[${inner.replace(/\n\s+/g, ' ')}]`)
    .replace(/"(\w+)":/g, '$1:')
    .replace(/"blood-ring":/g, "'blood-ring':")}
`,
)
console.log(`written: ${MODEL_FILE}`)
