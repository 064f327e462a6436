import { createRandom } from '../random/random.ts'
import { createEgg, eggAt, type EggModel, type Fate } from '../simulate/egg-model.ts'
import { takeShot, type Shot } from '../simulate/shot.ts'
import { usualTimetable } from '../planning/incubation/timetable.ts'
import type { Shell, SpeciesName } from '../species/species.ts'
import type { Confusion } from './confusions.ts'

/** What fixes a card: equal wishes give the same egg in the same light. */
export interface CardWish {
  seed: string
  confusion: Confusion
  /** 0 plain to see … 1 as hard as it comes. */
  hardness: number
  species: SpeciesName
  shell: Shell
}

/** An egg to practise on; what is true of it is known. */
export interface EggCard {
  egg: EggModel
  ageDays: number
  shot: Shot
  truth: 'developing' | 'clear' | 'blood-ring' | 'quitter'
}

/** 0.8 megapixels: what a phone's screen shows. */
export const CARD_PX = 896

/** The egg of a card. Each confusion has both its sides, as likely as each other. */
export function eggCard({ seed, confusion, hardness, species, shell }: CardWish): EggCard {
  const random = createRandom(`card/${seed}`)
  const { incubationDays } = usualTimetable(species)
  const days = (from: number, to: number): number => random.between(from, to) * incubationDays
  const other = random.uniform() < 0.5
  const ofKind = ((): { fate: Fate; ageDays: number; shell?: Shell } => {
    switch (confusion) {
      case 'ring-or-vein': {
        const ageDays = days(0.24, 0.34)
        return other ? { fate: { kind: 'died', onDay: days(0.11, 0.2) }, ageDays } : { fate: LIVING, ageDays }
      }
      case 'yolk-or-embryo':
        // The earlier, the smaller the body.
        return {
          fate: other ? { kind: 'clear' } : LIVING,
          ageDays: days(0.2, 0.24) + 0.1 * (1 - hardness) * incubationDays,
        }
      case 'quitter-or-living': {
        const ageDays = days(0.58, 0.8)
        // Dead for long it has faded; dead since yesterday it looks alive.
        const dead = 1 + (1 - hardness) * 0.25 * incubationDays
        return other
          ? { fate: { kind: 'died', onDay: Math.max(0.4 * incubationDays, ageDays - dead) }, ageDays }
          : { fate: LIVING, ageDays }
      }
      case 'dark-shell':
        return {
          fate: other ? { kind: 'clear' } : LIVING,
          ageDays: days(0.3, 0.4) + 0.15 * (1 - hardness) * incubationDays,
          shell: random.pick(['dark', 'brown']),
        }
      case 'plain':
        return random.pick([
          { fate: LIVING, ageDays: days(0.34, 0.6) },
          { fate: { kind: 'clear' } as const, ageDays: days(0.34, 0.6) },
          { fate: { kind: 'died', onDay: days(0.12, 0.2) } as const, ageDays: days(0.28, 0.36) },
          { fate: { kind: 'died', onDay: days(0.4, 0.45) } as const, ageDays: days(0.62, 0.75) },
        ])
    }
  })()
  const made = createEgg(seed, { species, shell: ofKind.shell ?? shell, fate: ofKind.fate })
  const nature = natureFor(made, confusion, hardness)
  const egg: EggModel = {
    ...made,
    vigourDays: 0,
    nature: { ...nature, falloff: nature.falloff * LAMP_NEAR },
  }
  const shot = takeShot(seed, {
    widthPx: CARD_PX,
    heightPx: CARD_PX,
    // Mostly upright, as at a lamp on the bench; hands hold it otherwise as well.
    axisRad: -Math.PI / 2 + random.normal(0, 0.25) + (random.uniform() < 0.35 ? random.between(0.8, 3.6) : 0),
    exposure: confusion === 'dark-shell' ? 0.85 - 0.45 * hardness : 0.9 - 0.25 * hardness * random.uniform(),
    electrons: 3600 - 2200 * hardness,
  })
  return { egg, ageDays: ofKind.ageDays, shot, truth: eggAt(egg, ofKind.ageDays).grade }
}

/** Small lamps stand close: light falls off faster than from a large one. */
const LAMP_NEAR = 1.7
const LIVING: Fate = { kind: 'developing' }

/** What is to be told apart is fainter the harder it is to be. */
function natureFor({ nature }: EggModel, confusion: Confusion, hardness: number): EggModel['nature'] {
  const between = (easy: number, hard: number): number => easy + (hard - easy) * hardness
  switch (confusion) {
    case 'ring-or-vein':
      return { ...nature, ring: between(1.9, 0.7), vessels: between(1.9, 0.75), stains: 0 }
    case 'yolk-or-embryo':
      return {
        ...nature,
        vessels: between(1.7, 0.7),
        tint: between(1, 2.6),
        softness: between(0.8, 2),
        stains: 0,
      }
    case 'quitter-or-living':
      return { ...nature, decay: between(0.9, 0.1), vessels: between(1.8, 0.8), stains: 0 }
    case 'dark-shell':
      return { ...nature, stains: 0 }
    case 'plain':
      return { ...nature, opacity: 0.9, softness: 1, vessels: 1.6, ring: 1.7, stains: 0 }
  }
}
