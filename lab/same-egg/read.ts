// node --import tsx lab/same-egg/read.ts FILE FOLDER: measures the photographs of a folder of series (parts.jsonl says
// which egg each shows) and writes one JSON line each: the photograph, and what was measured, null where no single egg was
// found. Goes on where it stopped.
import { appendFile, readFile } from 'node:fs/promises'
import { join } from 'node:path'
import { measuredIn } from '../accuracy/line.ts'
import type { SeriesPhoto } from './series.ts'

const [file, folder] = process.argv.slice(2)
if (!file || !folder) {
  console.error('Say a file for the readings, then a folder of series.')
  process.exit(2)
}
const lines = async (path: string): Promise<string[]> =>
  (await readFile(path, 'utf8').catch(() => '')).split('\n').slice(0, -1)
const done = new Set(
  (await lines(file)).map((line) => (JSON.parse(line) as { photo: SeriesPhoto }).photo.file),
)
for (const line of await lines(join(folder, 'parts.jsonl'))) {
  const {
    file: name,
    set,
    egg,
    look,
    species,
    shell,
    day,
    f,
    grade,
    readable,
  } = JSON.parse(line) as SeriesPhoto
  if (done.has(name)) continue
  const photo: SeriesPhoto = { file: name, set, egg, look, species, shell, day, f, grade, readable }
  const measured = await measuredIn(await readFile(join(folder, name)), photo)
  await appendFile(file, `${JSON.stringify({ photo, seen: measured?.seen ?? null })}\n`)
}
