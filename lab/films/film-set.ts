// Films of eggs as hands hold them, for the figures on movement and heartbeat. Wide on purpose: light, grain, shells, ages.
import type { EggOutline } from '../../src/core/geometry/egg-outline.ts'
import { createRandom, type Random } from '../../src/core/random/random.ts'
import { createEgg, eggAt, type EggState, type Fate } from '../../src/core/simulate/egg-model.ts'
import { filmEgg, USUAL_HANDLING, type FilmFrame, type Life } from '../../src/core/simulate/film.ts'
import { scaleOf, takeShot, type Shot } from '../../src/core/simulate/shot.ts'
import { usualTimetable } from '../../src/core/planning/incubation/timetable.ts'
import { SHELLS, SPECIES_NAMES } from '../../src/core/species/species.ts'

const SIDE_PX = 128
export const FRAMES_PER_SECOND = 15
/** The outline comes from the photograph just before: measuring errs, and the hand moves on. Half-lengths and radians. */
const OUTLINE_OFF = 0.01

export interface FilmCase {
  seed: string
  state: EggState
  shot: Shot
  life: Life
  outline: EggOutline
}

export interface FilmWish {
  alive: boolean
  life: Life
  /** Fractions of incubation between which the age is drawn. */
  stages: readonly [number, number]
}

/** What is filmed: a dead egg of any kind, or a living one with the given life, at a stage between the two given. */
export function drawFilmCase(seed: string, wish: FilmWish): FilmCase {
  const random = createRandom(`film-case/${seed}`)
  const species = random.pick(SPECIES_NAMES)
  const days = usualTimetable(species).incubationDays
  const ageDays = random.between(...wish.stages) * days
  const egg = createEgg(seed, {
    species,
    shell: random.pick(SHELLS),
    fate: wish.alive ? { kind: 'developing' } : deadFate(random, ageDays, days),
  })
  const shot = takeShot(seed, {
    widthPx: SIDE_PX,
    heightPx: SIDE_PX,
    axisRad: random.between(-Math.PI, Math.PI),
    fill: random.between(0.68, 0.85),
    exposure: random.pick([0.35, 0.6, 0.8, 0.9, 1, 1.2]),
    electrons: random.between(600, 8000),
    defocusPx: random.between(0.3, 0.7),
    lamp: random.pick(['blunt', 'blunt', 'blunt', 'small', 'below']),
    fingers: random.uniform() < 0.15 ? 1 : 0,
  })
  const size = scaleOf(egg, shot)
  const off = (sd: number): number => random.normal(0, sd)
  const [halfLengthPx, halfBreadthPx] = [
    size.halfLengthPx * (1 + off(OUTLINE_OFF)),
    size.halfBreadthPx * (1 + off(OUTLINE_OFF)),
  ]
  return {
    seed,
    shot,
    life: wish.life,
    state: eggAt(egg, ageDays),
    outline: {
      centre: {
        x: shot.centre.x * SIDE_PX + off(OUTLINE_OFF) * halfLengthPx,
        y: shot.centre.y * SIDE_PX + off(OUTLINE_OFF) * halfLengthPx,
      },
      axisRad: shot.axisRad + off(OUTLINE_OFF),
      halfLengthPx,
      halfBreadthPx,
      taper: egg.taper,
      bulge: egg.bulge,
    },
  }
}

function deadFate(random: Random, ageDays: number, days: number): Fate {
  if (random.uniform() < 0.3) return { kind: 'clear' }
  return { kind: 'died', onDay: Math.min(ageDays - 0.5, random.between(0.12, 0.75) * days) }
}

export function framesOf({ state, shot, life }: FilmCase, frameCount: number): Generator<FilmFrame> {
  return filmEgg(state, shot, {
    framesPerSecond: FRAMES_PER_SECOND,
    frameCount,
    life,
    handling: USUAL_HANDLING,
  })
}
