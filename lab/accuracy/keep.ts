// node --import tsx lab/accuracy/keep.ts KIND NAME "HOW THEY WERE MADE" READINGS.jsonl …: keeps readings in the repository.
import { readFileSync } from 'node:fs'
import { keepReadings, lessonOf } from './kept.ts'
import type { Line } from './line.ts'

const [kind, name, made, ...files] = process.argv.slice(2)
if (!kind || !name || !made || files.length === 0) {
  console.error('Say the kind, a name, how the pictures were made, and files of readings.')
  process.exit(2)
}
const lessons = files
  .flatMap((file) => readFileSync(file, 'utf8').trim().split('\n'))
  .map((text) => lessonOf(JSON.parse(text) as Pick<Line, 'truth' | 'seen'>))
keepReadings(name, { kind, made, lessons })
console.log(`${lessons.length} readings kept as ${name}.`)
