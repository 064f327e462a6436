import sharp from 'sharp'
import type { RgbImage } from '../../src/core/image/linear.ts'
import { createRandom } from '../../src/core/random/random.ts'
import { createEgg, eggAt, type Fate } from '../../src/core/simulate/egg-model.ts'
import { renderEgg, type SimulatedTruth } from '../../src/core/simulate/render.ts'
import { takeAnyShot, type Shot } from '../../src/core/simulate/shot.ts'
import { usualTimetable } from '../../src/core/planning/incubation/timetable.ts'
import { SHELLS, SPECIES_NAMES, type Shell, type SpeciesName } from '../../src/core/species/species.ts'

export interface SimulatedCase {
  /** A JPEG file. */
  photo: Buffer
  truth: SimulatedTruth
  species: SpeciesName
  shell: Shell
  day: number
  shot: Shot
}

/**
 * One simulated photograph of a broad set: every fourth of each grade, all species and shells, from a sixth of
 * incubation to near lockdown, taken in any of the ways people do, and squeezed as JPEG.
 * @param set - name of the set; other names, other eggs
 */
export async function simulateCase(set: string, index: number): Promise<SimulatedCase> {
  const random = createRandom(`${set}/${index}`)
  const species = random.uniform() < 0.4 ? 'chicken' : random.pick(SPECIES_NAMES)
  const shell = random.pick(SHELLS)
  const { incubationDays } = usualTimetable(species)
  const day = random.between(0.17, 0.89) * incubationDays
  const stages: Fate[] = [
    { kind: 'developing' },
    { kind: 'clear' },
    { kind: 'died', onDay: Math.min(0.9 * day, random.between(0.1, 0.28) * incubationDays) },
    {
      kind: 'died',
      onDay: random.between(0.31, Math.max(0.32, day / incubationDays - 0.04)) * incubationDays,
    },
  ]
  const fate = stages[index % 4]!
  const egg = createEgg(`${set}/${index}`, { species, shell, fate, cracked: random.uniform() < 0.05 })
  // A quitter cannot be younger than its death.
  const seenOn = fate.kind === 'died' ? Math.max(day, fate.onDay + 0.03 * incubationDays) : day
  const shot = takeAnyShot(`${set}/${index}`)
  const { image, truth } = renderEgg(eggAt(egg, seenOn), shot)
  return {
    photo: await squeeze(image, Math.round(random.between(68, 95))),
    truth,
    species,
    shell,
    day: seenOn,
    shot,
  }
}

export function squeeze(image: RgbImage, quality: number): Promise<Buffer> {
  const raw = { width: image.widthPx, height: image.heightPx, channels: image.channels }
  return sharp(image.data, { raw }).jpeg({ quality }).toBuffer()
}
