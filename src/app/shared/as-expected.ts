import { usualTimetable } from '../../core/planning/incubation/timetable.ts'
import { createEgg, type EggModel } from '../../core/simulate/egg-model.ts'
import { takeShot } from '../../core/simulate/shot.ts'
import type { Shell, SpeciesName } from '../../core/species/species.ts'
import type { ToRender } from '../../workers/protocol.ts'

const SIDE_PX = 360

/** How the living egg that others are compared with is drawn: still, sharp, well lit. */
export const EXPECTED_SHOT = takeShot('as-expected', {
  widthPx: SIDE_PX,
  heightPx: SIDE_PX,
  axisRad: -1.5,
  leanRad: 0,
  fill: 0.86,
  centre: { x: 0.5, y: 0.5 },
  lamp: 'blunt',
  exposure: 0.9,
  electrons: 4000,
})

/** An ordinary living egg of a kind. */
export function expectedEgg(species: SpeciesName, shell: Shell): EggModel {
  const egg = createEgg('as-expected', { species, shell, fate: { kind: 'developing' } })
  return {
    ...egg,
    vigourDays: 0,
    cellTiltRad: 0.05,
    nature: { ...egg.nature, stains: 0, opacity: 0.9, softness: 1.2, vessels: 1.2 },
  }
}

/** Its picture at a fraction of incubation: a new drawing each half day. */
export function expectedPicture(species: SpeciesName, shell: Shell, stage: number): ToRender {
  return {
    egg: expectedEgg(species, shell),
    ageDays: Math.round(stage * usualTimetable(species).incubationDays * 2) / 2,
    shot: EXPECTED_SHOT,
  }
}
