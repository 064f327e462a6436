import sharp from 'sharp'
import { PhotoFileError } from '../../src/contracts/files/photo-file.ts'
import { gradeEgg } from '../../src/core/grade/grade.ts'
import { createRandom } from '../../src/core/random/random.ts'
import { simulatePhoto } from '../../src/core/simulate/simulated-photo.ts'
import { readEggs } from '../../src/cli/read-eggs.ts'
import { toGradeRecord, gradeRecordSchema } from '../../src/contracts/files/grade-record.ts'
import { runTrials, type Findings, type Trials } from './findings.ts'
import { mutateBytes } from './mutate.ts'

const WIDE_PX = 200
const HIGH_PX = 240

/** Small photographs of each kind, so that thousands of damages to them can be tried. */
async function basePhotos(): Promise<Buffer[]> {
  const { image } = simulatePhoto({
    seed: 'soak',
    ageDays: 9,
    shot: { widthPx: WIDE_PX, heightPx: HIGH_PX, fill: 0.8 },
  })
  const picture = sharp(image.data, { raw: { width: WIDE_PX, height: HIGH_PX, channels: 3 } })
  return Promise.all([
    picture.clone().jpeg({ quality: 85 }).withMetadata({ orientation: 6 }).toBuffer(),
    picture.clone().jpeg({ progressive: true }).toBuffer(),
    picture.clone().png().toBuffer(),
    picture.clone().webp().toBuffer(),
    picture.clone().avif({ effort: 0 }).toBuffer(),
  ])
}

/** Damaged photographs through all that the command line does with one: a sentence or a whole record, and nothing else. */
export async function soakPictures(trials: Trials): Promise<Findings> {
  const bases = await basePhotos()
  return runTrials(trials, async (name) => {
    const random = createRandom(`picture/${name}`)
    const bytes = Buffer.from(mutateBytes(random.pick(bases), random, bases))
    try {
      const { reading, elapsedMs } = await readEggs(bytes, {
        species: random.pick([undefined, 'duck', 'quail']),
      })
      if (reading.kind === 'rejected') return true
      for (const egg of reading.eggs) {
        const verdict = gradeEgg(egg, {
          species: 'duck',
          ageDays: random.between(0, 30),
          shell: 'blue',
          policy: 'first-sight',
        })
        gradeRecordSchema.parse(toGradeRecord({ file: name, egg, verdict, elapsedMs }))
      }
      return false
    } catch (error) {
      if (error instanceof PhotoFileError && /^[A-Z].*\.$/.test(error.message)) return true
      throw error
    }
  })
}
