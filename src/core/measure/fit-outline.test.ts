import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  outlinePolygon,
  relativeRadius,
  toEggFrame,
  type EggOutline,
  type Point,
} from '../geometry/egg-outline.ts'
import type { LinearImage } from '../image/linear.ts'
import { createRandom } from '../random/random.ts'
import { findGlow } from './find-glow.ts'
import { isNearlySame, isPlain, proposeOutlines, refineOutline, type ShapePrior } from './fit-outline.ts'
import { edgePlanes } from './outline-edges.ts'
import { cases } from '../../testing/cases.ts'

/** Outlines alone, on silhouettes drawn from a formula: known curves in, the same curves out. */
const WIDTH = 240
const HEIGHT = 200
const PRIOR: ShapePrior = { aspect: 0.76, taper: 0.13, taperSd: 0.045 }
const BACKGROUND = 0.004
const GRAIN = 0.02

interface Scene {
  /** Light inside at a place of the egg: u from the blunt pole, 0…1. */
  light?: (u: number) => number
  /** What stands before the egg. */
  hides?: (x: number, y: number) => boolean
}

/** Each pixel the mean of nine places in it, as a camera's is. */
function drawn(egg: EggOutline | null, { light = () => 0.5, hides = () => false }: Scene = {}): LinearImage {
  const random = createRandom('outline grain')
  const red = new Float32Array(WIDTH * HEIGHT)
  const lightAt = (x: number, y: number): number => {
    if (!egg || hides(x, y)) return BACKGROUND
    const { along, across } = toEggFrame(egg, { x, y })
    const t = along / egg.halfLengthPx
    return Math.abs(across) < egg.halfBreadthPx * relativeRadius(egg, t) ? light((1 - t) / 2) : BACKGROUND
  }
  for (let y = 0; y < HEIGHT; y++)
    for (let x = 0; x < WIDTH; x++) {
      let sum = 0
      for (const dy of [1 / 6, 1 / 2, 5 / 6])
        for (const dx of [1 / 6, 1 / 2, 5 / 6]) sum += lightAt(x + dx, y + dy)
      red[y * WIDTH + x] = Math.max(0, (sum / 9) * (1 + GRAIN * random.normal()))
    }
  return {
    widthPx: WIDTH,
    heightPx: HEIGHT,
    red,
    green: red.map((value) => 0.4 * value),
    blue: red.map((value) => 0.1 * value),
    reduction: 1,
    originPx: { x: 0, y: 0 },
  }
}

function found(image: LinearImage, prior = PRIOR) {
  const glow = findGlow(image)
  const planes = edgePlanes(image, glow)
  const [patch] = glow.patches
  const proposals = patch ? proposeOutlines(planes, { patch }, prior) : []
  return { planes, proposals, fit: proposals[0] ? refineOutline(planes, proposals[0].outline, prior) : null }
}

/** Distances of one curve's points from the other curve, px, shortest first. */
function distances(from: EggOutline, to: EggOutline): number[] {
  const curve = outlinePolygon(to, 1440)
  const nearest = ({ x, y }: Point): number => Math.min(...curve.map((p) => Math.hypot(p.x - x, p.y - y)))
  return outlinePolygon(from, 90)
    .map(nearest)
    .sort((a, b) => a - b)
}

const eggs: fc.Arbitrary<EggOutline> = fc
  .record({
    x: fc.double({ min: 105, max: 135, noNaN: true }),
    y: fc.double({ min: 88, max: 112, noNaN: true }),
    axisRad: fc.double({ min: 0, max: 2 * Math.PI, noNaN: true }),
    halfLengthPx: fc.double({ min: 45, max: 75, noNaN: true }),
    aspect: fc.double({ min: 0.69, max: 0.83, noNaN: true }),
    taper: fc.double({ min: 0.05, max: 0.2, noNaN: true }),
    bulge: fc.double({ min: -0.08, max: 0.03, noNaN: true }),
  })
  .map(({ x, y, aspect, halfLengthPx, ...shape }) => ({
    centre: { x, y },
    halfLengthPx,
    halfBreadthPx: aspect * halfLengthPx,
    ...shape,
  }))
/** Either end may be taken for the blunt one: which it is, the air cell tells. */
const turned = (egg: EggOutline): EggOutline => ({
  ...egg,
  axisRad: egg.axisRad + Math.PI,
  taper: -egg.taper,
})
const CLEAR: EggOutline = {
  centre: { x: 120, y: 100 },
  axisRad: 0.5,
  halfLengthPx: 70,
  halfBreadthPx: 53,
  taper: 0.13,
  bulge: -0.03,
}
const NO_BELIEF: ShapePrior = { ...PRIOR, taper: 0, taperSd: 0.15 }

describe('the outline of an egg', () => {
  it('is found to a fraction of a pixel, wherever it lies and whatever its shape', () => {
    fc.assert(
      fc.property(eggs, (egg) => {
        const { fit } = found(drawn(egg), NO_BELIEF)
        const off = distances(fit!.outline, egg)
        expect(off[45]!).toBeLessThan(0.35)
        expect(off.at(-1)!).toBeLessThan(1.2)
        expect(isPlain(fit!)).toBe(true)
        expect(fit!.seenShare).toBeGreaterThan(0.95)
      }),
      { numRuns: cases(4, 8, 40), seed: 17 },
    )
  })

  it('says how unsure its taper is, and does not say too little', () => {
    let far = 0
    let runs = 0
    fc.assert(
      fc.property(eggs, (egg) => {
        const { outline, taperSd } = found(drawn(egg), NO_BELIEF).fit!
        const taper = Math.cos(outline.axisRad - egg.axisRad) > 0 ? outline.taper : -outline.taper
        runs++
        if (Math.abs(taper - egg.taper) > 2 * taperSd) far++
        expect(Math.abs(taper - egg.taper)).toBeLessThan(0.04)
      }),
      { numRuns: cases(5, 12, 40), seed: 18 },
    )
    expect(far / runs).toBeLessThan(0.1)
  })

  it('goes on behind a thumb: less of it is seen, and it lies where it lay', () => {
    const hides = (x: number, y: number): boolean => Math.hypot(x - 150, y - 165) < 40
    const { fit } = found(drawn(CLEAR, { hides }))
    const whole = found(drawn(CLEAR)).fit!
    expect(fit!.seenShare).toBeLessThan(whole.seenShare - 0.1)
    const off = distances(fit!.outline, CLEAR)
    expect(off[60]!).toBeLessThan(1)
    expect(off.at(-1)!).toBeLessThan(4)
  })

  it('of a nearly grown embryo, of which the air cell alone glows, is among what is proposed', () => {
    // Light fades to a tenth within the embryo, and its rim stays just above the room's darkness.
    const light = (u: number): number => (u < 0.3 ? 0.5 : 0.02)
    const { proposals } = found(drawn(CLEAR, { light }))
    const near = proposals.some(({ outline }) => distances(outline, CLEAR)[60]! < 4)
    expect(near).toBe(true)
  })

  it('is none where there is no egg: an empty room, a bar of light', () => {
    expect(found(drawn(null)).fit).toBeNull()
    const bar = drawn(CLEAR, {
      hides: (x, y) => Math.abs((x - 120) * Math.sin(0.5) - (y - 100) * Math.cos(0.5)) > 7,
    })
    const { fit } = found(bar)
    expect(fit === null || !isPlain(fit)).toBe(true)
  })
})

describe('two outlines', () => {
  it('are nearly the same when refining would end at one place, and an egg turned round is the same curve', () => {
    expect(isNearlySame(CLEAR, { ...CLEAR, centre: { x: 122, y: 101 } })).toBe(true)
    expect(isNearlySame(CLEAR, turned(CLEAR))).toBe(true)
    expect(distances(CLEAR, turned(CLEAR)).at(-1)!).toBeLessThan(0.3)
    for (const other of [
      { ...CLEAR, centre: { x: 130, y: 100 } },
      { ...CLEAR, halfLengthPx: 80 },
      { ...CLEAR, axisRad: 0.8 },
    ])
      expect(isNearlySame(CLEAR, other)).toBe(false)
  })
})
