import { describe, expect, it } from 'vitest'
import type { EggOutline } from '../geometry/egg-outline.ts'
import { createEgg, eggAt, type Fate } from '../simulate/egg-model.ts'
import { filmEgg, USUAL_HANDLING, type Handling, type Life } from '../simulate/film.ts'
import { scaleOf, takeShot } from '../simulate/shot.ts'
import { framesPerSecond, secondsOf, toClip, type Clip } from './clip.ts'
import { cases, THOROUGH } from '../../testing/cases.ts'
import { canShowHeartbeat, findHeartbeat } from './heartbeat.ts'
import { deviationsOfF, findMovement } from './movement.ts'
import { registerClip } from './register.ts'
import { dot, extend, settling, slowWaves, without } from './time-basis.ts'

const SIDE_PX = 88
const STEADY: Handling = { shake: 0, drift: 0, turnRad: 0, rollRad: 0, flicker: 0, looseness: 0 }

function film(wish: {
  fate?: Fate
  ageDays?: number
  life?: Partial<Life>
  handling?: Handling
  frameCount?: number
  seed?: string
}): { clip: Clip; outline: EggOutline } {
  const {
    fate = { kind: 'developing' },
    ageDays = 9,
    life = {},
    handling = USUAL_HANDLING,
    frameCount = 45,
    seed = 'film',
  } = wish
  const egg = createEgg(seed, { species: 'chicken', shell: 'white', fate })
  const shot = takeShot(seed, {
    widthPx: SIDE_PX,
    heightPx: SIDE_PX,
    fill: 0.8,
    exposure: 0.9,
    electrons: 4000,
  })
  const frames = [
    ...filmEgg(eggAt({ ...egg, vigourDays: 0 }, ageDays), shot, {
      framesPerSecond: 15,
      frameCount,
      life: { bob: 0, heart: null, ...life },
      handling,
    }),
  ]
  const { halfLengthPx, halfBreadthPx } = scaleOf(egg, shot)
  return {
    clip: toClip(
      frames.map(({ image, atMs }) => ({
        widthPx: SIDE_PX,
        heightPx: SIDE_PX,
        channels: 3,
        data: image.data,
        atMs,
      })),
    ),
    outline: {
      centre: { x: shot.centre.x * SIDE_PX, y: shot.centre.y * SIDE_PX },
      axisRad: shot.axisRad,
      halfLengthPx,
      halfBreadthPx,
      taper: egg.taper,
      bulge: egg.bulge,
    },
  }
}

describe('a clip', () => {
  it('knows its length and rate', () => {
    const clip = { atMs: [0, 100, 200, 300] }
    expect(secondsOf(clip)).toBeCloseTo(0.3)
    expect(framesPerSecond(clip)).toBeCloseTo(10)
    expect(framesPerSecond({ atMs: [5] })).toBe(0)
  })

  it('holds frames of one size only', () => {
    const frame = (widthPx: number) => ({
      widthPx,
      heightPx: 1,
      channels: 3 as const,
      data: new Uint8Array(3 * widthPx),
      atMs: 0,
    })
    expect(() => toClip([frame(2), frame(3)])).toThrow('received 3 × 1')
  })
})

describe('registration', () => {
  it('finds the shift and the exposure of a drifting hand, frame by frame', () => {
    const handling = { ...STEADY, drift: 0.02 }
    const { clip, outline } = film({ fate: { kind: 'clear' }, handling, frameCount: 8 })
    const registered = registerClip(clip, outline)!
    // What is left inside is grain: without registration the drift alone makes several times as much.
    const left = registered.residuals.map((frame) =>
      Math.sqrt(
        frame.reduce((sum, value, k) => sum + registered.weights[k]! * value * value, 0) / frame.length,
      ),
    )
    expect(Math.max(...left)).toBeLessThan(0.09)
    expect(Math.max(...registered.nuisance.map((state) => Math.hypot(state[0]!, state[1]!)))).toBeGreaterThan(
      0.5,
    )
  })

  it('follows a jump of exposure with its light, and with nothing else', () => {
    const { clip, outline } = film({ fate: { kind: 'clear' }, handling: STEADY, frameCount: 4 })
    const brighter = {
      ...clip,
      logLight: clip.logLight.map((frame, i) => (i === 2 ? frame.map((value) => value + 0.2) : frame)),
    }
    const { nuisance } = registerClip(brighter, outline)!
    expect(nuisance[2]![5]! - nuisance[1]![5]!).toBeCloseTo(0.2, 1)
    expect(Math.abs(nuisance[2]![0]! - nuisance[1]![0]!)).toBeLessThan(0.1)
  })

  it('gives up on a dark picture', () => {
    const dark: Clip = { widthPx: 16, heightPx: 16, logLight: [new Float32Array(256).fill(-6)], atMs: [0] }
    expect(
      registerClip(dark, {
        centre: { x: 8, y: 8 },
        axisRad: 0,
        halfLengthPx: 6,
        halfBreadthPx: 4,
        taper: 0.1,
        bulge: 0,
      }),
    ).toBeNull()
  })
})

describe('movement', () => {
  it('is seen where an embryo swings, though the hand shakes', () => {
    const { clip, outline } = film({ life: { bob: 0.05 }, frameCount: 75 })
    const movement = findMovement(registerClip(clip, outline)!, clip, outline)!
    expect(movement.moving).toBe(true)
    expect(movement.places.length).toBeGreaterThan(0)
    expect(movement.seconds).toBeCloseTo(74 / 15)
  })

  const still = [
    ['a quitter whose body hangs loose', { fate: { kind: 'died', onDay: 10 } as const, ageDays: 13 }],
    ['a clear egg', { fate: { kind: 'clear' } as const, ageDays: 9 }],
  ] as const
  it.each(still.slice(0, cases(1, 2)))('is not seen in %s in a shaking hand', (_, wish) => {
    const { clip, outline } = film({ ...wish, frameCount: 75 })
    expect(findMovement(registerClip(clip, outline)!, clip, outline)!.moving).toBe(false)
  })

  it('is not asked of a clip that is too short', () => {
    const { clip, outline } = film({ frameCount: 12 })
    expect(findMovement(registerClip(clip, outline)!, clip, outline)).toBeNull()
  })

  it.each([
    [1, 10, 30, 0, 0.6],
    [4, 10, 30, 2.5, 4],
    [20, 10, 30, 5, 9],
  ])('an F ratio of %d is some %d deviations', (ratio, d1, d2, from, to) => {
    expect(deviationsOfF(ratio, d1, d2)).toBeGreaterThanOrEqual(from)
    expect(deviationsOfF(ratio, d1, d2)).toBeLessThan(to)
  })
})

describe('a heartbeat', () => {
  it('is looked for only in a long, quick film of a young egg', () => {
    const atMs = Array.from({ length: 130 }, (_, i) => (i * 1000) / 15)
    expect(canShowHeartbeat({ atMs }, 0.3)).toBe(true)
    expect(canShowHeartbeat({ atMs }, 0.7)).toBe(false)
    expect(canShowHeartbeat({ atMs: atMs.slice(0, 100) }, 0.3)).toBe(false)
    expect(canShowHeartbeat({ atMs: atMs.filter((_, i) => i % 2 === 0) }, 0.3)).toBe(false)
  })

  it.runIf(cases(0, 1) > 0)('is found at its rate', () => {
    const { clip, outline } = film({ ageDays: 6, life: { heart: { hz: 3.6, depth: 0.12 } }, frameCount: 122 })
    const found = findHeartbeat(registerClip(clip, outline)!, clip)!
    expect(found.found).toBe(true)
    expect(found.hz).toBeCloseTo(3.6, 1)
  })

  it.runIf(THOROUGH)('is not found where none beats', () => {
    const { clip, outline } = film({ fate: { kind: 'clear' }, ageDays: 6, frameCount: 122 })
    expect(findHeartbeat(registerClip(clip, outline)!, clip)!.found).toBe(false)
  })
})

describe('time series', () => {
  const atMs = Array.from({ length: 40 }, (_, i) => i * 66)

  it('a basis is orthonormal, and takes nothing twice', () => {
    const basis = settling(atMs)
    const before = basis.length
    expect(extend(basis, [Float64Array.from(atMs, (at) => 3 * at + 2)])).toBe(0)
    expect(extend(basis, slowWaves(atMs, 2))).toBeGreaterThan(3)
    for (const [i, a] of basis.entries())
      for (const [j, b] of basis.entries()) expect(dot(a, b)).toBeCloseTo(i === j ? 1 : 0, 6)
    expect(basis.length).toBeGreaterThan(before)
  })

  it('what the basis holds goes, what it does not stays', () => {
    const basis = settling(atMs)
    const quick = Float64Array.from(atMs, (_, i) => (i % 2 === 0 ? 1 : -1))
    const rest = without(
      quick.map((value, i) => value + 0.01 * atMs[i]!),
      basis,
    )
    expect(Math.max(...rest.map((value, i) => Math.abs(value - quick[i]!)))).toBeLessThan(0.2)
  })
})
