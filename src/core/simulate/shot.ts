import type { EggOutline } from '../geometry/egg-outline.ts'
import { createRandom } from '../random/random.ts'
import type { EggModel } from './egg-model.ts'

/** How one photograph was taken. */
export interface Shot {
  seed: string
  widthPx: number
  heightPx: number
  /** Direction of the blunt pole in the picture, radians from +x toward +y. */
  axisRad: number
  /** Lean of the axis toward the camera, radians. */
  leanRad: number
  /** Egg's length ÷ the picture's short side. */
  fill: number
  /** Centre of the egg, fractions of width and height. */
  centre: { x: number; y: number }
  lamp: 'blunt' | 'small' | 'below'
  /** Where a lamp below stands along the axis: −1 at the small pole, 1 at the blunt one. */
  lampAlong: number
  /** How far a lamp's collar reaches over the pole, ÷ length; 0 for none in view. */
  collar: number
  /** Brightest red in the picture as a multiple of saturation; 0.9 is well exposed. */
  exposure: number
  /** Electrons at saturation: fewer are grainier. */
  electrons: number
  defocusPx: number
  /** Standard deviation of the hand's shake, along the picture's rows. */
  shakePx: number
  /** Fingers that hold the egg and hide some of it. */
  fingers: number
  /** Linear light of the room behind the egg. */
  room: readonly [number, number, number]
  /** Camera's gain for red, green, blue. */
  whiteBalance: readonly [number, number, number]
}

/** An ordinary, hand-held, fairly careful photograph; `changes` overrides what matters to the caller. */
export function takeShot(seed: string, changes: Partial<Shot> = {}): Shot {
  const random = createRandom(`shot/${seed}`)
  const lit = random.uniform() < 0.3
  const brightness = random.between(0.001, 0.006)
  return {
    seed,
    widthPx: 900,
    heightPx: 900,
    axisRad: -Math.PI / 2 + random.normal(0, 0.25),
    leanRad: random.normal(0, 0.1),
    fill: random.between(0.62, 0.8),
    centre: { x: random.between(0.46, 0.54), y: random.between(0.46, 0.54) },
    lamp: 'blunt',
    lampAlong: 0,
    collar: random.uniform() < 0.4 ? random.between(0.01, 0.05) : 0,
    exposure: random.between(0.75, 1.05),
    electrons: random.between(900, 4000),
    defocusPx: random.between(0.4, 1.1),
    shakePx: 0,
    fingers: 0,
    room: lit ? [brightness * 0.7, brightness * 0.85, brightness * 1.3] : [0.0002, 0.0002, 0.0003],
    whiteBalance: [1, random.between(0.92, 1.08), random.between(0.8, 1.3)],
    ...changes,
  }
}

/** A shot from anywhere in the range that people really take, for tests and accuracy figures. */
export function takeAnyShot(seed: string, changes: Partial<Shot> = {}): Shot {
  const random = createRandom(`any/${seed}`)
  const portrait = random.uniform() < 0.6
  return takeShot(seed, {
    widthPx: portrait ? 800 : 1066,
    heightPx: portrait ? 1066 : 800,
    axisRad: random.between(-Math.PI, Math.PI),
    leanRad: random.normal(0, 0.14),
    fill: random.between(0.5, 0.86),
    lamp: random.pick([
      'blunt',
      'blunt',
      'blunt',
      'blunt',
      'blunt',
      'blunt',
      'blunt',
      'blunt',
      'blunt',
      'small',
      'below',
    ]),
    collar: random.uniform() < 0.4 ? random.between(0.01, 0.11) : 0,
    exposure: random.pick([0.15, 0.3, 0.6, 0.8, 0.9, 0.9, 1, 1, 1.3, 1.9]),
    electrons: random.between(400, 4000),
    defocusPx: random.uniform() < 0.15 ? random.between(2, 3.5) : random.between(0.4, 1.4),
    shakePx: random.uniform() < 0.08 ? random.between(2, 5) : 0,
    fingers: random.uniform() < 0.15 ? 1 + Math.floor(2 * random.uniform()) : 0,
    whiteBalance: [1, random.between(0.75, 1.25), random.between(0.6, 1.6)],
    lampAlong: random.between(-0.6, 0.6),
    ...changes,
  })
}

/** Where the egg's edge is in a shot. */
export function outlineOf(model: EggModel, shot: Shot): EggOutline {
  const { halfLengthPx, halfBreadthPx } = scaleOf(model, shot)
  return {
    centre: { x: shot.centre.x * shot.widthPx, y: shot.centre.y * shot.heightPx },
    axisRad: shot.axisRad,
    halfLengthPx,
    halfBreadthPx,
    taper: model.taper,
    bulge: model.bulge,
  }
}

/** Pixels per half-breadth and the outline's proportions for an egg in a shot. */
export function scaleOf(
  model: EggModel,
  shot: Shot,
): { halfLengthPx: number; halfBreadthPx: number; pxPerMm: number } {
  const lengthPx = shot.fill * Math.min(shot.widthPx, shot.heightPx)
  const pxPerMm = lengthPx / model.lengthMm
  return { halfLengthPx: lengthPx / 2, halfBreadthPx: (model.breadthMm * pxPerMm) / 2, pxPerMm }
}
