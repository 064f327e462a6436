import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { breadthPx, type EggOutline } from '../geometry/egg-outline.ts'
import { lightOf, linearToSrgb, rowsOf, type LinearImage } from '../image/linear.ts'
import { createRandom } from '../random/random.ts'
import { toPhotograph } from './cut-out.ts'
import { findEggs } from './find-eggs.ts'
import { cases } from '../../testing/cases.ts'

const PRIOR = { aspect: 0.76, taper: 0, taperSd: 0.15 }

interface Glowing {
  outline: EggOutline
  light: number
}

/** Evenly glowing eggs on a dark ground, with a little grain. */
function photograph(widthPx: number, heightPx: number, eggs: readonly Glowing[]): LinearImage {
  const data = new Uint8Array(3 * widthPx * heightPx)
  const random = createRandom('glow')
  for (let y = 0; y < heightPx; y++) {
    for (let x = 0; x < widthPx; x++) {
      let light = 0.0006
      for (const { outline, light: own } of eggs) {
        const [c, s] = [Math.cos(outline.axisRad), Math.sin(outline.axisRad)]
        const [dx, dy] = [x + 0.5 - outline.centre.x, y + 0.5 - outline.centre.y]
        const t = (dx * c + dy * s) / outline.halfLengthPx
        if (Math.abs(t) >= 1) continue
        const half =
          outline.halfBreadthPx * Math.sqrt(1 - t * t) * (1 + outline.taper * t + outline.bulge * t * t)
        const share = Math.min(1, Math.max(0, half - Math.abs(-dx * s + dy * c) + 0.5))
        light += share * own * (0.8 + 0.2 * t)
      }
      const at = 3 * (widthPx * y + x)
      for (const [k, gain] of [1, 0.5, 0.2].entries())
        data[at + k] = Math.round(
          255 * Math.min(1, linearToSrgb(gain * light * (1 + 0.02 * random.normal()))),
        )
    }
  }
  return lightOf(rowsOf({ widthPx, heightPx, channels: 3, data }))
}
const egg = (x: number, y: number, halfLengthPx: number, axisRad = -1.4): EggOutline => ({
  centre: { x, y },
  axisRad,
  halfLengthPx,
  halfBreadthPx: 0.74 * halfLengthPx,
  taper: 0.12,
  bulge: -0.03,
})

function found(image: LinearImage): EggOutline[] {
  const eggs = findEggs(image, PRIOR)
  if (typeof eggs === 'string') throw new Error(eggs)
  return eggs.map((own) => toPhotograph(own.fit.outline, own.linear))
}

describe('eggs in a picture', () => {
  it('one is placed to a fraction of a per cent, however large it is and wherever it lies', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 60, max: 190, noNaN: true }),
        fc.double({ min: -3, max: 3, noNaN: true }),
        fc.double({ min: -20, max: 20, noNaN: true }),
        (size, axisRad, shift) => {
          const truth = egg(260 + shift, 250 - shift, size, axisRad)
          const [own, ...others] = found(photograph(520, 500, [{ outline: truth, light: 0.5 }]))
          expect(others).toEqual([])
          expect(Math.abs(own!.halfLengthPx / size - 1)).toBeLessThan(0.012)
          expect(Math.abs(breadthPx(own!) / breadthPx(truth) - 1)).toBeLessThan(0.012)
          expect(Math.hypot(own!.centre.x - truth.centre.x, own!.centre.y - truth.centre.y)).toBeLessThan(
            0.012 * size,
          )
        },
      ),
      { numRuns: cases(2, 4, 12), seed: 3 },
    )
  })

  it('are all found, the largest glow first, each in photograph pixels', () => {
    const truths = [egg(150, 150, 100), egg(420, 160, 92), egg(160, 420, 96, -1.7), egg(430, 430, 90)]
    const eggs = found(
      photograph(
        580,
        580,
        truths.map((outline, i) => ({ outline, light: 0.3 + 0.1 * i })),
      ),
    )
    expect(eggs).toHaveLength(4)
    for (const truth of truths) {
      expect(
        Math.min(
          ...eggs.map((own) => Math.hypot(own.centre.x - truth.centre.x, own.centre.y - truth.centre.y)),
        ),
      ).toBeLessThan(2)
    }
  })

  it('lie where they lie in the photograph when that was drawn down while it was unpacked', () => {
    const image = photograph(400, 400, [{ outline: egg(190, 210, 130), light: 0.5 }])
    const [own] = found({ ...image, reduction: 5 })
    expect(own!.centre.x).toBeCloseTo(5 * 190, -1)
    expect(own!.halfLengthPx).toBeCloseTo(5 * 130, -1)
  })

  it('are not made of other light beside one: a small lamp, a lit strip', () => {
    const image = photograph(520, 400, [
      { outline: egg(180, 200, 130), light: 0.5 },
      { outline: egg(450, 60, 16, 0), light: 0.9 },
    ])
    for (let y = 250; y < 262; y++)
      for (let x = 360; x < 510; x++)
        for (const plane of [image.red, image.green, image.blue]) plane[520 * y + x] = 0.46
    expect(found(image)).toHaveLength(1)
  })

  it('that run out of the picture are named so', () => {
    expect(findEggs(photograph(400, 400, [{ outline: egg(200, 360, 140), light: 0.5 }]), PRIOR)).toBe(
      'egg-cut-off',
    )
    expect(findEggs(photograph(300, 300, []), PRIOR)).toBe('no-egg')
  })
})
