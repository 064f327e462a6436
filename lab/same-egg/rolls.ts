// node --import tsx lab/same-egg/rolls.ts NAME READINGS FOLDER: how well speckles tell by how much an egg was rolled
// between two looks, on a folder of series whose parts.jsonl says the roll (rollRad), measured before (see read.ts). Writes
// a line for each pair into data/same-egg/rolls-NAME.csv.gz and says what they come to.
import { readFile, writeFile } from 'node:fs/promises'
import { join } from 'node:path'
import { gzipSync } from 'node:zlib'
import Papa from 'papaparse'
import { decodePhoto } from '../../src/cli/decode.ts'
import { filmLook, lightForFilm } from '../../src/core/growth/film-look.ts'
import { rollBetween, type ShellMarks } from '../../src/core/growth/shell-marks.ts'
import { commonForm } from '../../src/core/growth/upright.ts'
import { rowsOf } from '../../src/core/image/linear.ts'
import type { EggFigures } from '../../src/core/measure/reading.ts'
import type { SeriesPhoto } from './series.ts'

const FILM_HEIGHT_PX = 720
/** A look at more of another side than this has too little in common with the first. */
const SHARES_RAD = (70 * Math.PI) / 180
const RIGHT_RAD = (8 * Math.PI) / 180

const [name, readings, folder] = process.argv.slice(2)
if (!name || !readings || !folder) {
  console.error('Say a name, a file of readings, then the folder of their photographs.')
  process.exit(2)
}
const linesOf = async <T>(path: string): Promise<T[]> =>
  (await readFile(path, 'utf8'))
    .split('\n')
    .slice(0, -1)
    .map((line) => JSON.parse(line) as T)

interface Marked {
  photo: SeriesPhoto
  rollRad: number
  marks: ShellMarks
}
const rolls = new Map(
  (await linesOf<{ file: string; rollRad: number }>(join(folder, 'parts.jsonl'))).map((part) => [
    part.file,
    part.rollRad,
  ]),
)
const marked: Marked[] = []
for (const { photo, seen } of await linesOf<{ photo: SeriesPhoto; seen: EggFigures | null }>(readings)) {
  if (!seen) continue
  const { outline } = seen
  const rows = rowsOf(await decodePhoto(await readFile(join(folder, photo.file))))
  const source = { outline, shapes: { cellEdge: [], shadow: [] } }
  const { marks } = filmLook(lightForFilm(rows, outline, FILM_HEIGHT_PX), source, {
    form: commonForm([outline]),
    heightPx: FILM_HEIGHT_PX,
  })
  marked.push({ photo, marks, rollRad: rolls.get(photo.file)! })
}

const around = (rad: number): number => Math.atan2(Math.sin(rad), Math.cos(rad))
const pairs = marked.flatMap((a, i) =>
  marked.slice(i + 1).flatMap((b) => {
    if (a.photo.set !== b.photo.set) return []
    const found = rollBetween(a.marks, b.marks)
    return {
      same: a.photo.egg === b.photo.egg,
      shell: a.photo.shell,
      contrast: Math.min(a.marks.contrast, b.marks.contrast).toFixed(3),
      rolledRad: around(b.rollRad - a.rollRad).toFixed(3),
      foundRad: found ? found.rollRad.toFixed(3) : '',
      agreement: found ? found.agreement.toFixed(2) : '',
    }
  }),
)
await writeFile(
  new URL(`../../data/same-egg/rolls-${name}.csv.gz`, import.meta.url),
  gzipSync(`${Papa.unparse(pairs, { newline: '\n' })}\n`),
)
const own = pairs.filter(({ same }) => same)
const found = own.filter(({ foundRad }) => foundRad !== '')
/** Painters differ in which way they turn: the sign that fits more of them is theirs. */
const rightWith = (sign: number): number =>
  found.filter(
    ({ foundRad, rolledRad }) => Math.abs(around(Number(foundRad) - sign * Number(rolledRad))) < RIGHT_RAD,
  ).length
const sharing = own.filter(
  ({ rolledRad, contrast }) => Math.abs(Number(rolledRad)) < SHARES_RAD && Number(contrast) >= 0.2,
)
const others = pairs.filter(({ same }) => !same)
console.log(
  `${name}: ${found.length} of ${own.length} pairs of one egg found, ${Math.max(rightWith(1), rightWith(-1))} of them within 8°; ` +
    `${sharing.filter(({ foundRad }) => foundRad !== '').length} of ${sharing.length} speckled ones that share a side; ` +
    `${others.filter(({ foundRad }) => foundRad !== '').length} of ${others.length} pairs of two eggs agree`,
)
