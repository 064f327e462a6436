// node --import tsx scripts/accuracy/read-photos.ts FILE FOLDER, or FILE SET FROM TO: measures the photographs of a folder
// that has a truth.json (the form of fixtures/photos), or simulated ones of a set, and writes one JSON line each, without
// grading: what models are fitted on must not hang on a model. Goes on where it stopped.
import { appendFile, readFile } from 'node:fs/promises'
import { join } from 'node:path'
import type { Lesson } from './kept.ts'
import { seenIn, seenInTray, truthOf, type Truth } from './line.ts'
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

async function keep(lesson: Lesson): Promise<void> {
  await appendFile(file!, `${JSON.stringify(lesson)}\n`)
}

if (from === undefined) {
  const truths = JSON.parse(await readFile(join(source, 'truth.json'), 'utf8')) as Truth[]
  for (const name of new Set(truths.map((truth) => truth.file))) {
    const eggs = truths.filter((truth) => truth.file === name)
    const photo = (): Promise<Buffer> => readFile(join(source, name))
    if (eggs.length === 1) {
      if (!done.has(name)) await keep({ truth: eggs[0]!, seen: await seenIn(await photo(), eggs[0]!) })
      continue
    }
    const named = eggs.map((truth, i) => ({ ...truth, file: `${name} egg ${i + 1}` }))
    if (named.every((truth) => done.has(truth.file))) continue
    const seen = await seenInTray(await photo(), named)
    for (const [i, truth] of named.entries()) await keep({ truth, seen: seen[i]! })
  }
} else
  for (let index = Number(from); index < Number(to ?? from); index++) {
    const name = `${source}-${index}.jpg`
    if (done.has(name)) continue
    const simulated = await simulateCase(source, index)
    const truth = truthOf(simulated, name)
    await keep({ truth, seen: await seenIn(simulated.photo, truth) })
  }
