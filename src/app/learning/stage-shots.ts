import { createEgg, type EggModel, type Fate } from '../../core/simulate/egg-model.ts'
import { takeShot, type Shot } from '../../core/simulate/shot.ts'
import { usualTimetable } from '../../core/planning/incubation/timetable.ts'
import type { Shell, SpeciesName } from '../../core/species/species.ts'

/** Four eggs set side by side on the same day. */
export const FATES = ['living', 'clear', 'ring', 'quitter'] as const
export type StageFate = (typeof FATES)[number]
/** When the two that die stop, fractions of incubation. */
export const DIED_AT = { ring: 0.17, quitter: 0.5 } as const

/** An egg of ordinary nature, so that days are held against each other and not eggs. */
export function stageEgg(
  fate: StageFate,
  { species, shell }: { species: SpeciesName; shell: Shell },
): EggModel {
  const days = usualTimetable(species).incubationDays
  const became: Fate =
    fate === 'living'
      ? { kind: 'developing' }
      : fate === 'clear'
        ? { kind: 'clear' }
        : { kind: 'died', onDay: DIED_AT[fate] * days }
  const egg = createEgg('days-of-an-egg', { species, shell, fate: became })
  return {
    ...egg,
    vigourDays: 0,
    cellTiltRad: 0.05,
    nature: { ...egg.nature, stains: 0, opacity: 0.9, softness: 1.1, vessels: 1.3, ring: 1.5, decay: 0.35 },
  }
}

/** The same steady light for all. */
export function stageShot(sidePx: number): Shot {
  return takeShot('days-of-an-egg', {
    widthPx: sidePx,
    heightPx: sidePx,
    axisRad: -Math.PI / 2,
    leanRad: 0,
    fill: 0.88,
    centre: { x: 0.5, y: 0.5 },
    lamp: 'blunt',
    collar: 0,
    exposure: 0.9,
    electrons: 4000,
    room: [0.0002, 0.0002, 0.0003],
    whiteBalance: [1, 1, 1],
  })
}
