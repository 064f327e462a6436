// node --import tsx lab/same-egg/make.ts FOLDER own|variety SETS EGGS: photographs of eggs that are looked at three
// times each, with other light, camera and hand every time, and parts.jsonl that says which egg each shows. Goes on where
// it stopped.
import { appendFile, mkdir, readFile, writeFile } from 'node:fs/promises'
import { join } from 'node:path'
import { usualTimetable } from '../../src/core/planning/incubation/timetable.ts'
import { createRandom } from '../../src/core/random/random.ts'
import { createEgg, eggAt, type Fate } from '../../src/core/simulate/egg-model.ts'
import { AT_REST } from '../../src/core/simulate/growth.ts'
import { renderEgg } from '../../src/core/simulate/render.ts'
import { takeAnyShot } from '../../src/core/simulate/shot.ts'
import { squeeze } from '../accuracy/simulated-set.ts'
import { anyPicture } from '../variety/picture.ts'
import { anyShape } from '../variety/shape.ts'
import { drawSeries, type SeriesPhoto } from './series.ts'

const [folder, painter, sets = '6', eggs = '8'] = process.argv.slice(2)
if (!folder || (painter !== 'own' && painter !== 'variety')) {
  console.error('Say a folder, own or variety, the number of sets, and that of eggs in each.')
  process.exit(2)
}
await mkdir(folder, { recursive: true })
const parts = join(folder, 'parts.jsonl')
const done = new Set(
  (await readFile(parts, 'utf8').catch(() => ''))
    .split('\n')
    .slice(0, -1)
    .map((line) => (JSON.parse(line) as SeriesPhoto).file),
)
for (let set = 0; set < Number(sets); set++) {
  const random = createRandom(`same-egg/${painter}/${set}`)
  const { species, shell, looks } = drawSeries(random, Number(eggs))
  const { incubationDays } = usualTimetable(species)
  for (const { egg, look, fate, stage, grade, rollRad } of looks) {
    const file = `s${set}-e${egg}-l${look}.jpg`
    if (done.has(file)) continue
    const seed = `same-egg/${set}/${egg}`
    const day = stage * incubationDays
    const fates: Record<string, Fate> = {
      developing: { kind: 'developing' },
      clear: { kind: 'clear' },
      ring: { kind: 'died', onDay: 0.2 * incubationDays },
      quitter: { kind: 'died', onDay: 0.45 * incubationDays },
    }
    if (painter === 'own') {
      const model = createEgg(seed, { species, shell, fate: fates[fate]! })
      // A turn by more shows shell that the painter does not know.
      const moment = { ...AT_REST, rollRad: 0.5 * Math.sin(rollRad) }
      const { image, truth } = renderEgg(eggAt(model, day), takeAnyShot(`${seed}/${look}`), moment)
      await writeFile(join(folder, file), await squeeze(image, 85))
      await note({ grade: truth.grade, readable: truth.readable })
    } else {
      const { aspect, taper, bulge, power } = anyShape(createRandom(`${seed}/form`), 600, 800)
      const form = { aspect, taper, bulge, power }
      const { photo, truth } = await anyPicture(`${seed}/look`, look, { species, shell, grade, stage, form })
      await writeFile(join(folder, file), photo)
      await note({ grade, readable: truth.readable })
    }

    async function note(seen: Pick<SeriesPhoto, 'grade' | 'readable'>): Promise<void> {
      const line: SeriesPhoto = { file, set, egg, look, species, shell, day, f: stage, ...seen }
      await appendFile(parts, `${JSON.stringify(line)}\n`)
    }
  }
}
