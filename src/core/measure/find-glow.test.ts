import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { LinearImage } from '../image/linear.ts'
import { createRandom } from '../random/random.ts'
import { findGlow, findGlowAtLevels } from './find-glow.ts'
import { type Ellipse } from './glow-ellipse.ts'
import { cases } from '../../testing/cases.ts'

/** Patches of light alone, on ellipses drawn from a formula. */
const WIDTH = 180
const HEIGHT = 140

interface Lit extends Ellipse {
  red: number
  blue: number
}

function drawn(lit: readonly Lit[], room: { red: number; blue: number }): LinearImage {
  const random = createRandom('glow grain')
  const red = new Float32Array(WIDTH * HEIGHT)
  const blue = new Float32Array(WIDTH * HEIGHT)
  for (let y = 0; y < HEIGHT; y++)
    for (let x = 0; x < WIDTH; x++) {
      let light = room
      for (const one of lit) {
        const [c, s] = [Math.cos(one.axisRad), Math.sin(one.axisRad)]
        const [dx, dy] = [x + 0.5 - one.centre.x, y + 0.5 - one.centre.y]
        const [a, b] = one.halfAxesPx
        if (((dx * c + dy * s) / a) ** 2 + ((-dx * s + dy * c) / b) ** 2 < 1) light = one
      }
      const grain = 1 + 0.03 * random.normal()
      red[y * WIDTH + x] = Math.max(0, light.red * grain)
      blue[y * WIDTH + x] = Math.max(0, light.blue * grain)
    }
  return { widthPx: WIDTH, heightPx: HEIGHT, red, green: red, blue, reduction: 1, originPx: { x: 0, y: 0 } }
}
const glowing = (x: number, y: number, own: Partial<Lit> = {}): Lit => ({
  centre: { x, y },
  halfAxesPx: [28, 21],
  axisRad: 0.6,
  red: 0.4,
  blue: 0.03,
  ...own,
})
const DARK = { red: 0.002, blue: 0.001 }
const distance = (a: Ellipse, b: Ellipse): number =>
  Math.hypot(a.centre.x - b.centre.x, a.centre.y - b.centre.y)
/** Angle between two axes, of which neither has a direction. */
const apart = (a: number, b: number): number => Math.abs(Math.sin(a - b))

describe('what glows in the dark', () => {
  it('is one patch, with the place, the size and the lie of what was drawn', () => {
    fc.assert(
      fc.property(
        fc.record({
          x: fc.double({ min: 60, max: 120, noNaN: true }),
          y: fc.double({ min: 55, max: 85, noNaN: true }),
          long: fc.double({ min: 22, max: 45, noNaN: true }),
          aspect: fc.double({ min: 0.65, max: 0.85, noNaN: true }),
          axisRad: fc.double({ min: 0, max: Math.PI, noNaN: true }),
          red: fc.double({ min: 0.05, max: 0.9, noNaN: true }),
        }),
        ({ x, y, long, aspect, axisRad, red }) => {
          const egg = glowing(x, y, { halfAxesPx: [long, aspect * long], axisRad, red })
          const { patches } = findGlow(drawn([egg], DARK))
          expect(patches).toHaveLength(1)
          const [patch] = patches
          expect(distance(patch!, egg)).toBeLessThan(0.3)
          // Glow is counted where it is above what parts it from the dark, a little beyond the half of its edge.
          expect(patch!.halfAxesPx[0] / long).toBeGreaterThan(0.98)
          expect(patch!.halfAxesPx[0] - long).toBeLessThan(4)
          expect(apart(patch!.axisRad, axisRad)).toBeLessThan(0.06)
          // A small one is a staircase of pixels, and its hull is not.
          expect(patch!.solidity).toBeGreaterThan(0.94)
          expect(distance(patch!.hull, egg)).toBeLessThan(0.3)
        },
      ),
      { numRuns: cases(8, 15, 60), seed: 4 },
    )
  })

  it('is as many patches as there are eggs, the largest first, and specks are none', () => {
    const eggs = [
      glowing(40, 40, { halfAxesPx: [24, 18] }),
      glowing(120, 60, { halfAxesPx: [34, 26] }),
      glowing(50, 105, { halfAxesPx: [20, 15], red: 0.1 }),
      glowing(160, 125, { halfAxesPx: [3, 3] }),
    ]
    const { patches } = findGlow(drawn(eggs, DARK))
    expect(patches.map(({ centre }) => [Math.round(centre.x / 10), Math.round(centre.y / 10)])).toEqual([
      [12, 6],
      [4, 4],
      [5, 11],
    ])
  })

  it('is nothing in an empty room', () => {
    const { patches, brightRed } = findGlow(drawn([], { red: 0, blue: 0 }))
    expect(patches).toEqual([])
    expect(brightRed).toBe(0)
  })

  it('is told from the room by the light along the border', () => {
    const { backgroundRed, backgroundUpperRed, backgroundBlue, brightRed, thresholdRed } = findGlow(
      drawn([glowing(90, 70)], { red: 0.01, blue: 0.02 }),
    )
    expect(backgroundRed).toBeCloseTo(0.01, 3)
    expect(backgroundUpperRed).toBeGreaterThan(backgroundRed)
    expect(backgroundBlue).toBeCloseTo(0.02, 3)
    expect(brightRed).toBeCloseTo(0.4, 1)
    expect(thresholdRed).toBeGreaterThan(0.011)
    expect(thresholdRed).toBeLessThan(0.38)
  })
})

describe('a patch of which a part is hidden', () => {
  it('has a hull that still has the egg’s place, though its own middle has moved', () => {
    const egg = glowing(90, 70, { halfAxesPx: [40, 30], axisRad: 0 })
    // A dark spot within: an embryo, open to one side.
    const shadow = { ...egg, centre: { x: 90, y: 88 }, halfAxesPx: [12, 13] as const, ...DARK }
    const [patch] = findGlow(drawn([egg, shadow], DARK)).patches
    expect(patch!.solidity).toBeLessThan(0.95)
    expect(distance(patch!.hull, egg)).toBeLessThan(distance(patch!, egg))
    expect(distance(patch!.hull, egg)).toBeLessThan(1)
  })
})

describe('glow in a lit room', () => {
  it('is found at some level of warm light, where the room is brighter than the egg', () => {
    const egg = glowing(80, 70, { red: 0.3, blue: 0.05 })
    const image = drawn([egg], { red: 0.35, blue: 0.35 })
    const glow = findGlow(image)
    const near = findGlowAtLevels(image, glow).filter(
      (ellipse) => distance(ellipse, egg) < 2 && Math.abs(ellipse.halfAxesPx[0] - 28) < 4,
    )
    expect(near.length).toBeGreaterThan(0)
    // At Otsu's level alone it is not.
    expect(glow.patches.some((patch) => distance(patch, egg) < 2)).toBe(false)
  })

  it('whose two halves an embryo parts is found whole among what is proposed', () => {
    const egg = glowing(90, 70, { halfAxesPx: [42, 31], axisRad: 0 })
    const image = drawn([egg, { ...egg, halfAxesPx: [9, 32], ...DARK }], DARK)
    const glow = findGlow(image)
    expect(glow.patches).toHaveLength(2)
    const whole = findGlowAtLevels(image, glow).some(
      (ellipse) => distance(ellipse, egg) < 2 && Math.abs(ellipse.halfAxesPx[0] - 42) < 4,
    )
    expect(whole).toBe(true)
  })

  it('never names one ellipse twice, nor stripes, nor the whole room', () => {
    const image = drawn([glowing(90, 70), glowing(30, 20, { halfAxesPx: [28, 3] })], {
      red: 0.03,
      blue: 0.03,
    })
    const found = findGlowAtLevels(image, findGlow(image))
    for (const [i, a] of found.entries()) {
      expect(a.halfAxesPx[1] / a.halfAxesPx[0]).toBeGreaterThan(0.4)
      expect((Math.PI * a.halfAxesPx[0] * a.halfAxesPx[1]) / (WIDTH * HEIGHT)).toBeLessThan(0.5)
      for (const b of found.slice(0, i))
        expect(
          distance(a, b) + Math.abs(a.halfAxesPx[0] - b.halfAxesPx[0]) > 0.05 * a.halfAxesPx[0] ||
            Math.abs(a.halfAxesPx[1] - b.halfAxesPx[1]) > 0.05 * a.halfAxesPx[0],
        ).toBe(true)
    }
  })
})
