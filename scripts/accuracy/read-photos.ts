// node --import tsx scripts/accuracy/read-photos.ts FILE FOLDER, or FILE SET FROM TO: measures the photographs of a folder
// that has a truth.json (the form of fixtures/photos), or simulated ones of a set, and writes one JSON line each, without
// grading: what models are fitted on must not hang on a model. Goes on where it stopped.
import { appendFile, readFile } from 'node:fs/promises'
import { join } from 'node:path'
import type { Lesson } from './kept.ts'
import { seenIn, truthOf, type Truth } from './line.ts'
import { simulateCase } from './simulated-set.ts'

const [file, source, from, to] = process.argv.slice(2)
if (!file || !source) {
  console.error(
    'Say a file for the readings, then a folder of photographs, or a simulated set and its numbers.',
  )
  process.exit(2)
}
const before = await readFile(file, 'utf8').catch(() => '')
const done = new Set(
  before
    .split('\n')
    .filter(Boolean)
    .map((text) => (JSON.parse(text) as Lesson).truth.file),
)

async function keep(photo: Buffer, truth: Truth): Promise<void> {
  const lesson: Lesson = { truth, seen: await seenIn(photo, truth) }
  await appendFile(file!, `${JSON.stringify(lesson)}\n`)
}

if (from === undefined) {
  const truths = JSON.parse(await readFile(join(source, 'truth.json'), 'utf8')) as Truth[]
  for (const truth of truths)
    if (!done.has(truth.file)) await keep(await readFile(join(source, truth.file)), truth)
} else
  for (let index = Number(from); index < Number(to ?? from); index++) {
    const name = `${source}-${index}.jpg`
    if (done.has(name)) continue
    const simulated = await simulateCase(source, index)
    await keep(simulated.photo, truthOf(simulated, name))
  }
