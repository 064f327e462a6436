// node --import tsx lab/accuracy/read-photos.ts FILE FOLDER, or FILE SET FROM TO: measures the photographs of a folder
// that has a truth.json (the form of fixtures/photos), or simulated ones of a set, and writes one JSON line each, without
// grading: what models are fitted on must not hang on a model. Beside it FILE.maps gets the maps that the network is
// trained on, one egg after the other, all nought where none was found. Goes on where it stopped.
import { appendFile, readFile, truncate, writeFile } from 'node:fs/promises'
import { join } from 'node:path'
import { MAP_HEIGHT, MAP_WIDTH, MAPS } from '../../src/core/network/egg-maps.ts'
import { lessonOf } from './kept.ts'
import { measuredIn, measuredInTray, truthOf, type Measured, type Truth } from './line.ts'
import { simulateCase } from './simulated-set.ts'

const [file, source, from, to] = process.argv.slice(2)
if (!file || !source) {
  console.error(
    'Say a file for the readings, then a folder of photographs, or a simulated set and its numbers.',
  )
  process.exit(2)
}
const MAPS_BYTES = MAPS.length * MAP_WIDTH * MAP_HEIGHT
const mapsFile = `${file}.maps`
const whole = (await readFile(file, 'utf8').catch(() => '')).split('\n').slice(0, -1)
const done = new Set(whole.map((text) => (JSON.parse(text) as { truth: { file: string } }).truth.file))
// What was being written when it stopped is written again.
await writeFile(file, whole.map((text) => `${text}\n`).join(''))
await appendFile(mapsFile, '')
await truncate(mapsFile, whole.length * MAPS_BYTES)

async function keep(truth: Truth, measured: Measured | null): Promise<void> {
  await appendFile(mapsFile, measured?.maps ?? new Uint8Array(MAPS_BYTES))
  await appendFile(file!, `${JSON.stringify(lessonOf({ truth, seen: measured?.seen ?? null }))}\n`)
}

if (from === undefined) {
  const truths = JSON.parse(await readFile(join(source, 'truth.json'), 'utf8')) as Truth[]
  for (const name of new Set(truths.map((truth) => truth.file))) {
    const eggs = truths.filter((truth) => truth.file === name)
    const photo = (): Promise<Buffer> => readFile(join(source, name))
    if (eggs.length === 1) {
      if (!done.has(name)) await keep(eggs[0]!, await measuredIn(await photo(), eggs[0]!))
      continue
    }
    const named = eggs.map((truth, i) => ({ ...truth, file: `${name} egg ${i + 1}` }))
    if (named.every((truth) => done.has(truth.file))) continue
    const measured = await measuredInTray(await photo(), named)
    for (const [i, truth] of named.entries()) if (!done.has(truth.file)) await keep(truth, measured[i]!)
  }
} else
  for (let index = Number(from); index < Number(to ?? from); index++) {
    const name = `${source}-${index}.jpg`
    if (done.has(name)) continue
    const simulated = await simulateCase(source, index)
    const truth = truthOf(simulated, name)
    await keep(truth, await measuredIn(simulated.photo, truth))
  }
