// node --import tsx lab/same-egg/keep.ts NAME FILE: keeps of a file of readings (see read.ts) what is asked of an
// egg's form in data/same-egg/NAME.jsonl.gz.
import { mkdir, readFile, writeFile } from 'node:fs/promises'
import { gzipSync } from 'node:zlib'
import { formReadingOf } from '../../src/core/identity/form-reading.ts'
import type { EggFigures } from '../../src/core/measure/reading.ts'
import type { KeptLook } from './score.ts'
import type { SeriesPhoto } from './series.ts'

const [name, file] = process.argv.slice(2)
if (!name || !file) {
  console.error('Say a name, and a file of readings.')
  process.exit(2)
}
const rounded = (_: string, value: unknown): unknown =>
  typeof value === 'number' ? Number(value.toPrecision(6)) : value
const lines = (await readFile(file, 'utf8')).split('\n').slice(0, -1)
const kept = lines.map((line): string => {
  const { photo, seen } = JSON.parse(line) as { photo: SeriesPhoto; seen: EggFigures | null }
  const { set, egg, look } = photo
  const reading = seen && formReadingOf(seen)
  return `${JSON.stringify({ set, egg, look, reading } satisfies KeptLook, rounded)}\n`
})
const folder = new URL('../../data/same-egg/', import.meta.url)
await mkdir(folder, { recursive: true })
await writeFile(new URL(`${name}.jsonl.gz`, folder), gzipSync(kept.join('')))
