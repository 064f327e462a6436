// node --import tsx lab/lamp/judge.ts FILE FOLDER: holds what the lamp check says of drawn hatcheries against what
// Perlumen sees in photographs of them. A folder has parts.jsonl: of each hatchery photographs of a fresh egg, and of living
// eggs at several ages in the same light. Writes a line for each hatchery into FILE; goes on where it stopped.
import { appendFile, readFile } from 'node:fs/promises'
import { join } from 'node:path'
import { decodePhoto } from '../../src/cli/decode.ts'
import { gradeEgg } from '../../src/core/grade/grade.ts'
import { lightOf, rowsOf } from '../../src/core/image/linear.ts'
import { seenDays, trialsFor } from '../../src/core/lamp/forecast.ts'
import { lampLight, type LampLight } from '../../src/core/lamp/lamp-light.ts'
import { meanLight, sceneOf } from '../../src/core/lamp/scene.ts'
import { asSeenElsewhere } from '../../src/core/lamp/seen-elsewhere.ts'
import { seenFrom } from '../../src/core/lamp/seen-from.ts'
import { tryEgg } from '../../src/core/lamp/trial.ts'
import type { LightReading } from '../../src/core/measure/reading.ts'
import { readPhoto } from '../../src/core/measure/read-photo.ts'
import { usualTimetable } from '../../src/core/planning/incubation/timetable.ts'
import type { Shell, SpeciesName } from '../../src/core/species/species.ts'

interface LampPhoto {
  file: string
  hatchery: number
  what: 'check' | 'living'
  species: SpeciesName
  shell: Shell
  f: number
  cell: number
}

const [file, folder] = process.argv.slice(2)
if (!file || !folder) {
  console.error('Say a file for the results, then a folder of hatcheries.')
  process.exit(2)
}
const lines = async (path: string): Promise<string[]> =>
  (await readFile(path, 'utf8').catch(() => '')).split('\n').slice(0, -1)
const done = new Set((await lines(file)).map((line) => (JSON.parse(line) as { hatchery: number }).hatchery))
const photos = (await lines(join(folder, 'parts.jsonl'))).map((line) => JSON.parse(line) as LampPhoto)
const WHOLE = 16
for (const hatchery of new Set(photos.map((photo) => photo.hatchery))) {
  const own = photos.filter((photo) => photo.hatchery === hatchery)
  if (done.has(hatchery) || own.length < WHOLE) continue
  const { species, shell } = own[0]!
  const { incubationDays } = usualTimetable(species)
  const lights: LampLight[] = []
  const seen: Array<{ stage: number; graded: boolean; cell: boolean; light: LightReading | null }> = []
  for (const photo of own) {
    const rows = rowsOf(await decodePhoto(await readFile(join(folder, photo.file))))
    const reading = readPhoto(rows, { species, stage: photo.f })
    const egg = reading.kind === 'eggs' && reading.eggs.length === 1 ? reading.eggs[0]! : null
    if (photo.what === 'check') {
      if (egg) lights.push(lampLight(lightOf(rows, 1200), egg.outline, egg.light))
      continue
    }
    const ageDays = photo.f * incubationDays
    seen.push({
      stage: photo.f,
      graded: egg !== null && gradeEgg(egg, { species, shell, ageDays }).grade === 'developing',
      cell: egg?.airCell != null && Math.abs(egg.airCell.depth.value - photo.cell) <= 0.03,
      light: egg && egg.light,
    })
  }
  const truth = {
    body: seenFrom(seen.map(({ stage, graded }) => ({ stage, seen: graded }))),
    cell: seenFrom(seen.map(({ stage, cell }) => ({ stage, seen: cell }))),
  }
  const light = lights.length > 0 ? meanLight(lights) : null
  const scene = light && sceneOf(light, { species, shell })
  const plans = scene ? trialsFor(scene, { ring: false }) : []
  const drawn =
    scene &&
    seenDays(
      plans,
      plans.map((plan) => tryEgg(plan.scene, plan)),
    )
  await appendFile(
    file,
    `${JSON.stringify({
      hatchery,
      species,
      shell,
      incubationDays,
      truth: {
        body: truth.body && truth.body * incubationDays,
        cell: truth.cell && truth.cell * incubationDays,
      },
      seen,
      drawn,
      said: drawn && light && asSeenElsewhere(drawn, { species, light }),
      light,
      shot: scene?.shot,
    })}\n`,
  )
}
