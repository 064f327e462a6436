import { createEgg, eggAt, type Fate } from './egg-model.ts'
import { renderEgg, type SimulatedPhoto } from './render.ts'
import { takeShot, type Shot } from './shot.ts'
import type { Shell, SpeciesName } from '../species/species.ts'

export interface PhotoWish {
  seed?: string
  species?: SpeciesName
  shell?: Shell
  fate?: Fate
  ageDays?: number
  cracked?: boolean
  shot?: Partial<Shot>
}

/** One photograph of an egg made to order: a thriving white hen's egg of ten days unless said otherwise. */
export function simulatePhoto(wish: PhotoWish = {}): SimulatedPhoto {
  const {
    seed = 'plain',
    species = 'chicken',
    shell = 'white',
    fate = { kind: 'developing' },
    ageDays = 10,
    cracked = false,
    shot = {},
  } = wish
  const egg = createEgg(seed, { species, shell, fate, cracked })
  return renderEgg(eggAt({ ...egg, vigourDays: 0 }, ageDays), takeShot(seed, shot))
}
