// node --import tsx lab/accuracy/collect.ts SET FROM TO FILE: photographs simulated eggs, measures and grades
// them, and writes one JSON line each: for the accuracy report, and for fitting the grading model.
import { createWriteStream } from 'node:fs'
import { simulateCase } from './simulated-set.ts'
import { lineOf } from './line.ts'

const [set = 'fit', from = '0', to = '0', file = 'readings.jsonl'] = process.argv.slice(2)
const out = createWriteStream(file)
for (let index = Number(from); index < Number(to); index++) {
  const simulated = await simulateCase(set, index)
  out.write(`${JSON.stringify(await lineOf(simulated, `${set}-${index}.jpg`))}\n`)
}
out.end()
