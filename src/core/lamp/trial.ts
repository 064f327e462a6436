import { gradeEgg } from '../grade/grade.ts'
import { lightOf, rowsOf, type LinearImage } from '../image/linear.ts'
import type { EggReading } from '../measure/reading.ts'
import { readPhoto } from '../measure/read-photo.ts'
import { usualTimetable } from '../planning/incubation/timetable.ts'
import { createEgg, eggAt, type Fate } from '../simulate/egg-model.ts'
import { renderEgg } from '../simulate/render.ts'
import { takeShot, type Shot } from '../simulate/shot.ts'
import type { Shell, SpeciesName } from '../species/species.ts'

/** Signs that a candler looks for, and from which day a lamp shows them is asked of. */
export const SIGNS = ['body', 'ring', 'cell'] as const
export type Sign = (typeof SIGNS)[number]

/** Which eggs, in what light. */
export interface LampScene {
  species: SpeciesName
  shell: Shell
  /** What the photographs of the check settle of a shot. */
  shot: Partial<Shot>
}

/** One egg drawn in that light, and what Perlumen saw of it. */
export interface Trial {
  /** Fraction of incubation. */
  stage: number
  /** Graded as what it is. */
  graded: boolean
  /** The air cell's edge found where it is. */
  cell: boolean
}

/** Side of a drawn photograph, px: the egg in it is as large as measuring ever takes it. */
const SIDE_PX = 480
const FILL = 0.72
/** An early death leaves a ring, which is looked for from here on. */
const RING_DIED_AT = 0.19
/** Depth that a found edge may be off by, ÷ length. */
const CELL_TOLERANCE = 0.03

function shotIn({ shot }: LampScene, seed: string): Shot {
  return takeShot(seed, { widthPx: SIDE_PX, heightPx: SIDE_PX, fill: FILL, ...shot })
}

/** Draws an egg in the light of a scene, measures it and grades it, all as with any photograph. */
export function tryEgg(
  scene: LampScene,
  { sign, stage, seed }: { sign: Exclude<Sign, 'cell'>; stage: number; seed: string },
): Trial {
  const { species, shell } = scene
  const { incubationDays } = usualTimetable(species)
  const fate: Fate =
    sign === 'ring' ? { kind: 'died', onDay: RING_DIED_AT * incubationDays } : { kind: 'developing' }
  const ageDays = stage * incubationDays
  const { image, truth } = renderEgg(
    eggAt(createEgg(`lamp/${seed}`, { species, shell, fate }), ageDays),
    shotIn(scene, `lamp/${seed}`),
  )
  const reading = readPhoto(rowsOf(image), { species, stage })
  const egg = reading.kind === 'eggs' && reading.eggs.length === 1 ? reading.eggs[0]! : null
  const grade = egg && gradeEgg(egg, { species, shell, ageDays }).grade
  return {
    stage,
    graded: grade === (sign === 'ring' ? 'blood-ring' : 'developing'),
    cell: egg?.airCell != null && Math.abs(egg.airCell.depth.value - truth.airCell.depth) <= CELL_TOLERANCE,
  }
}

/** The fresh, empty egg of the check, drawn in the light of a scene; null where none is found in it. */
export function drawFreshEgg(scene: LampScene, seed: string): { egg: EggReading; image: LinearImage } | null {
  const { species, shell } = scene
  const model = createEgg(`lamp/${seed}`, { species, shell, fate: { kind: 'clear' } })
  const { image } = renderEgg(eggAt(model, 0), shotIn(scene, `lamp/${seed}`))
  const rows = rowsOf(image)
  const reading = readPhoto(rows, { species, stage: 0 })
  return reading.kind === 'eggs' ? { egg: reading.eggs[0]!, image: lightOf(rows) } : null
}
