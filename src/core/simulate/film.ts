import type { RgbImage } from '../image/linear.ts'
import { createRandom, type Random } from '../random/random.ts'
import type { EggState } from './egg-model.ts'
import { AT_REST, type Moment } from './growth.ts'
import { renderEgg } from './render.ts'
import { scaleOf, type Shot } from './shot.ts'

/** What lives in the egg while it is filmed. */
export interface Life {
  /** How far the embryo swings to each side, half-breadths; about 0.05 (a millimetre in a hen's egg) is ordinary. */
  bob: number
  /** Heartbeats a second, and how far they darken the vessels, ÷ their blood. */
  heart: { hz: number; depth: number } | null
}

/** What the hand and the light do to a film of an egg, standing still or not. */
export interface Handling {
  /** Quick shake of the hand, standard deviation, ÷ egg length. */
  shake: number
  /** Slow drift of the hand, standard deviation, ÷ egg length. */
  drift: number
  /** Turn in the picture and about the long axis, standard deviation, radians. */
  turnRad: number
  rollRad: number
  /** Change of exposure from frame to frame, standard deviation, ÷ light. */
  flicker: number
  /** How far loose contents lag behind a roll, half-breadths per radian. */
  looseness: number
}

export const USUAL_HANDLING: Handling = {
  shake: 0.003,
  drift: 0.008,
  turnRad: 0.008,
  rollRad: 0.02,
  flicker: 0.015,
  looseness: 0.35,
}

export interface FilmOptions {
  framesPerSecond: number
  frameCount: number
  life: Life
  handling: Handling
}

export interface FilmFrame {
  image: RgbImage
  atMs: number
}

/** Smooth random walk about zero with the given standard deviation and memory. */
function wander(random: Random, sd: number, memorySeconds: number, stepSeconds: number): () => number {
  const keep = Math.exp(-stepSeconds / memorySeconds)
  let value = random.normal(0, sd)
  return () => (value = keep * value + random.normal(0, sd * Math.sqrt(1 - keep * keep)))
}

/** An embryo's swing at a time, −1…1: two slow rhythms, and spells of rest. */
function swing(random: Random): (seconds: number) => number {
  const [a, b] = [random.between(0.35, 0.8), random.between(0.8, 1.4)]
  const [p, q, r] = [random.between(0, 6.28), random.between(0, 6.28), random.between(0, 6.28)]
  const spells = random.between(0.08, 0.2)
  return (t) => {
    const awake = Math.min(1, Math.max(0, 1.2 + 2.2 * Math.sin(2 * Math.PI * spells * t + r)))
    return awake * (0.65 * Math.sin(2 * Math.PI * a * t + p) + 0.35 * Math.sin(2 * Math.PI * b * t + q))
  }
}

/** Frames of a hand-held egg, one at a time. Deterministic. A dead egg has no life but what the hand gives it. */
export function* filmEgg(
  state: EggState,
  shot: Shot,
  { framesPerSecond, frameCount, life, handling }: FilmOptions,
): Generator<FilmFrame> {
  const random = createRandom(`film/${shot.seed}`)
  const step = 1 / framesPerSecond
  const lengthPx = 2 * scaleOf(state.model, shot).halfLengthPx
  const drift = [
    wander(random, handling.drift, 1.5, step),
    wander(random, handling.drift, 1.5, step),
  ] as const
  const turn = wander(random, handling.turnRad, 0.8, step)
  const roll = wander(random, handling.rollRad, 1, step)
  const lag = Math.exp(-step / 0.4)
  const at = swing(random.fork('swing'))
  const alive = state.grade === 'developing'
  const heading = random.between(0, 2 * Math.PI)
  let loose = 0
  for (let i = 0; i < frameCount; i++) {
    const seconds = i * step
    const rollRad = roll()
    loose = lag * loose + (1 - lag) * rollRad
    const moved = alive ? life.bob * at(seconds) : 0
    const moment: Moment = {
      rollRad,
      bodyShift: {
        ...AT_REST.bodyShift,
        x: moved * Math.cos(heading),
        y: moved * Math.sin(heading) + (alive ? 0.2 : 1) * handling.looseness * (loose - rollRad),
      },
      pulse:
        alive && life.heart
          ? 1 + life.heart.depth * Math.max(0, Math.sin(2 * Math.PI * life.heart.hz * seconds))
          : 1,
    }
    const [x, y] = [
      drift[0]() + random.normal(0, handling.shake),
      drift[1]() + random.normal(0, handling.shake),
    ]
    const frame: Shot = {
      ...shot,
      seed: `${shot.seed}/${i}`,
      axisRad: shot.axisRad + turn(),
      exposure: shot.exposure * (1 + random.normal(0, handling.flicker)),
      centre: {
        x: shot.centre.x + (x * lengthPx) / shot.widthPx,
        y: shot.centre.y + (y * lengthPx) / shot.heightPx,
      },
    }
    yield { image: renderEgg(state, frame, moment).image, atMs: 1000 * seconds }
  }
}
