// npm run fit: fits the grading model on the readings kept in data/readings, each kind of picture counting as much as
// another, and writes src/core/grade/grading-model.ts. Prints what grading reaches on kinds that took no part.
import { execFileSync } from 'node:child_process'
import { writeFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import type { GradingModel } from '../../src/core/grade/softmax.ts'
import { GRADES, perGrade } from '../../src/core/grade-names.ts'
import { NETWORK_MODEL } from '../../src/core/network/network-logits.ts'
import { acrossKinds, sayAcross } from './across.ts'
import { casesOf, fitOn } from './fit.ts'
import { byKind, keptReadings } from './kept.ts'

const MODEL_FILE = fileURLToPath(new URL('../../src/core/grade/grading-model.ts', import.meta.url))

const kept = keptReadings()
const kinds = byKind(kept)
const model: GradingModel = {
  version: `${new Date().toISOString().slice(0, 10)}/${casesOf([...kinds.values()]).length}`,
  ...fitOn(kinds),
  networkByAge: perGrade((grade) => {
    const [once, square] = NETWORK_MODEL.age[GRADES.indexOf(grade)]!
    return [once!, square!]
  }),
}
const data = kept.map(
  ({ made, lessons, measuring, hash }) =>
    ` * - ${made}: ${lessons.length} readings by measuring ${measuring}, SHA-256 ${hash.slice(0, 16)}`,
)
const text = `import type { GradingModel } from './softmax.ts'

/**
 * Fitted by lab/accuracy/fit-grading.ts; not written by hand. The order of the numbers is that of FEATURES. Each kind of
 * picture counts as much as another:
${data.join('\n')}
 */
export const GRADING_MODEL: GradingModel = ${JSON.stringify(model, null, 1)
  .replace(/\[\n\s+([^\]]*?)\n\s+\]/g, (_, inner: string) => `[${inner.replace(/\n\s+/g, ' ')}]`)
  .replace(/"(\w+)":/g, '$1:')
  .replace(/"blood-ring":/g, "'blood-ring':")}
`
// As the checks want it: what one command writes, another must not refuse.
writeFileSync(MODEL_FILE, text)
execFileSync('npx', ['oxfmt', MODEL_FILE])
console.log(`written: ${MODEL_FILE}`)
console.log(sayAcross(acrossKinds(kept, model)))
