// node --import tsx lab/variety/make.ts FOLDER SET FROM TO: makes photographs of the third kind, with photos.csv and
// truth.json as fixtures/photos has them. Goes on where it stopped.
import { mkdir, readFile, writeFile } from 'node:fs/promises'
import { join } from 'node:path'
import type { Truth } from '../accuracy/line.ts'
import { anyPicture } from './picture.ts'

const [folder, set, from = '0', to = '0'] = process.argv.slice(2)
if (!folder || !set) {
  console.error('Say a folder, a name of the set, and the first and last number.')
  process.exit(2)
}
await mkdir(folder, { recursive: true })
const truths: Truth[] = await readFile(join(folder, 'truth.json'), 'utf8').then(
  (text) => JSON.parse(text) as Truth[],
  () => [],
)
for (let index = Number(from); index < Number(to); index++) {
  if (truths.some(({ file }) => file === `${set}-${index}.jpg`)) continue
  const { photo, truth } = await anyPicture(set, index)
  await writeFile(join(folder, truth.file), photo)
  truths.push(truth)
  if (truths.length % 20 === 0 || index === Number(to) - 1) {
    await writeFile(join(folder, 'truth.json'), JSON.stringify(truths))
    const rows = truths.map(({ file, species, day, shell }) => `${file},${species},${day},${shell}`)
    await writeFile(join(folder, 'photos.csv'), `file,species,day,shell\n${rows.join('\n')}\n`)
  }
}
