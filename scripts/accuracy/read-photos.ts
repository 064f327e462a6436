// node --import tsx scripts/accuracy/read-photos.ts FOLDER FILE: measures and grades the photographs of a folder that has
// a truth.json (the form of fixtures/photos), and writes one JSON line each. Goes on where it stopped.
import { appendFile, readFile } from 'node:fs/promises'
import { join } from 'node:path'
import { figuresOfReading } from '../../src/core/measure/reading.ts'
import { readOne, type Line, type Truth } from './line.ts'

const [folder, file] = process.argv.slice(2)
if (!folder || !file) {
  console.error('Say a folder of photographs and a file for the readings.')
  process.exit(2)
}
const truths = JSON.parse(await readFile(join(folder, 'truth.json'), 'utf8')) as Truth[]
const before = await readFile(file, 'utf8').catch(() => '')
const done = new Set(
  before
    .split('\n')
    .filter(Boolean)
    .map((text) => (JSON.parse(text) as Line).truth.file),
)
for (const truth of truths) {
  if (done.has(truth.file)) continue
  const { record, egg } = await readOne(await readFile(join(folder, truth.file)), truth.file, truth)
  const line: Line = { truth, record, seen: egg && figuresOfReading(egg) }
  await appendFile(file, `${JSON.stringify(line)}\n`)
}
