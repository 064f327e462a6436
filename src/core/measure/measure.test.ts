import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { rowsOf, type RgbImage } from '../image/linear.ts'
import { bluntPole, containsPoint, smallPole } from '../geometry/egg-outline.ts'
import { simulatePhoto, type PhotoWish } from '../simulate/simulated-photo.ts'
import type { SimulatedTruth } from '../simulate/render.ts'
import { readPhoto } from './read-photo.ts'
import type { EggReading } from './reading.ts'
import { measured, pictured } from '../../testing/gallery.ts'
import { cases, THOROUGH } from '../../testing/cases.ts'

/** As small as the parts of an egg are still seen. */
const SIDE = 420
const PLAIN = {
  widthPx: SIDE,
  heightPx: SIDE,
  axisRad: -1.4,
  leanRad: 0.04,
  collar: 0,
  lamp: 'blunt',
  exposure: 0.9,
  electrons: 3000,
  defocusPx: 0.7,
} as const

function read(image: RgbImage): EggReading {
  const reading = readPhoto(rowsOf(image), { species: 'chicken' })
  if (reading.kind === 'rejected') throw new Error(reading.why)
  expect(reading.eggs).toHaveLength(1)
  return reading.eggs[0]!
}
function readSimulated(wish: PhotoWish): { egg: EggReading; truth: SimulatedTruth } {
  const plain: PhotoWish = { ...wish, shot: { ...PLAIN, ...wish.shot } }
  return { egg: measured(plain), truth: pictured(plain).truth }
}
/** Overlap of two outlines on a grid of points; resolution about a thousandth of the area. */
function overlap(a: EggReading['outline'], b: EggReading['outline']): number {
  const size = b.halfLengthPx * 1.2
  let both = 0
  let either = 0
  for (let i = 0; i < 200; i++) {
    for (let j = 0; j < 200; j++) {
      const p = { x: b.centre.x + size * (i / 100 - 1), y: b.centre.y + size * (j / 100 - 1) }
      const inA = containsPoint(a, p)
      const inB = containsPoint(b, p)
      if (inA && inB) both++
      if (inA || inB) either++
    }
  }
  return both / either
}
function nearerBlunt(egg: EggReading, truth: SimulatedTruth): boolean {
  const [b, s] = [bluntPole(truth.outline), smallPole(truth.outline)]
  return (
    Math.hypot(egg.bluntPole.x - b.x, egg.bluntPole.y - b.y) <
    Math.hypot(egg.bluntPole.x - s.x, egg.bluntPole.y - s.y)
  )
}

describe('outline and poles', () => {
  it.each([
    ['clear', { fate: { kind: 'clear' } }],
    ['seven days', { ageDays: 7 }],
    ['twelve days', { ageDays: 12, seed: 'twelve' }],
    ['small end to the lamp', { ageDays: 8, shot: { lamp: 'small' } }],
    ['behind a collar', { ageDays: 8, shot: { collar: 0.05 } }],
    ['brown shell, grainy', { shell: 'brown', ageDays: 9, shot: { electrons: 600 } }],
    ['speckled', { shell: 'speckled', ageDays: 9, seed: 'spots' }],
  ] as Array<[string, PhotoWish]>)('%s', (_, wish) => {
    const { egg, truth } = readSimulated(wish)
    expect(overlap(egg.outline, truth.outline)).toBeGreaterThan(0.975)
    expect(nearerBlunt(egg, truth)).toBe(true)
  })
})

describe('figures', () => {
  // Tolerances: a percent and a half of the length for the cell, six points for the shadow, as first light asks for the mean.
  it.each([
    ['clear', { fate: { kind: 'clear' } }],
    ['living at 7', { ageDays: 7 }],
    ['living at 10', { ageDays: 10, seed: 'ten' }],
    ['quitter', { ageDays: 14, fate: { kind: 'died', onDay: 9.5 }, seed: 'q' }],
  ] as Array<[string, PhotoWish]>)('%s: air cell and shadow are near the truth', (_, wish) => {
    const { egg, truth } = readSimulated(wish)
    expect(egg.airCell).not.toBeNull()
    expect(Math.abs(egg.airCell!.depth.value - truth.airCell.depth)).toBeLessThan(0.015)
    expect(Math.abs(egg.airCell!.volume.value - truth.airCell.volume)).toBeLessThan(0.02)
    expect(Math.abs(egg.shadow.area.value - truth.shadowArea)).toBeLessThan(0.06)
  })

  it('sees vessels in a living egg and none in a clear one', () => {
    expect(readSimulated({ ageDays: 8 }).egg.vessels.netLength).toBeGreaterThan(1)
    expect(readSimulated({ fate: { kind: 'clear' } }).egg.vessels.netLength).toBeLessThan(0.3)
  })

  it('sees a ring that stands alone, and none in a clear egg', () => {
    const ring = readSimulated({ fate: { kind: 'died', onDay: 4 }, ageDays: 9, seed: 'ring' }).egg.ring
    expect(ring.score.value).toBeGreaterThan(0.8)
    expect(ring.shareOfLines).toBeGreaterThan(0.4)
    expect(readSimulated({ fate: { kind: 'clear' } }).egg.ring.score.value).toBeLessThan(0.4)
  })
})

describe('invariance', () => {
  const turning: PhotoWish = { ageDays: 9, seed: 'turn', shot: PLAIN }
  const { image } = pictured(turning)
  const plain = measured(turning)

  function remap(width: number, height: number, from: (x: number, y: number) => number): RgbImage {
    const data = new Uint8Array(3 * width * height)
    for (let y = 0; y < height; y++)
      for (let x = 0; x < width; x++)
        for (let c = 0; c < 3; c++) data[3 * (y * width + x) + c] = image.data[3 * from(x, y) + c]!
    return { widthPx: width, heightPx: height, channels: 3, data }
  }
  function expectSame(egg: EggReading): void {
    expect(Math.abs(egg.lengthPx / plain.lengthPx - 1)).toBeLessThan(0.01)
    expect(Math.abs(egg.airCell!.depth.value - plain.airCell!.depth.value)).toBeLessThan(0.008)
    expect(Math.abs(egg.shadow.area.value - plain.shadow.area.value)).toBeLessThan(0.02)
  }

  /** The photograph turned by any angle, mirrored or not, and drawn larger or smaller, with light between its pixels. */
  function turned(angle: number, mirror: boolean, scale: number): RgbImage {
    const size = Math.round(SIDE * scale)
    const data = new Uint8Array(3 * size * size)
    const [c, s] = [Math.cos(angle) / scale, Math.sin(angle) / scale]
    for (let y = 0; y < size; y++) {
      for (let x = 0; x < size; x++) {
        const dx = (x + 0.5 - size / 2) * (mirror ? -1 : 1)
        const dy = y + 0.5 - size / 2
        const px = Math.min(SIDE - 1.01, Math.max(0, SIDE / 2 + c * dx - s * dy - 0.5))
        const py = Math.min(SIDE - 1.01, Math.max(0, SIDE / 2 + s * dx + c * dy - 0.5))
        const [ix, iy] = [Math.floor(px), Math.floor(py)]
        const [tx, ty] = [px - ix, py - iy]
        for (let k = 0; k < 3; k++) {
          const at = 3 * (SIDE * iy + ix) + k
          const top = image.data[at]! * (1 - tx) + image.data[at + 3]! * tx
          const bottom = image.data[at + 3 * SIDE]! * (1 - tx) + image.data[at + 3 * SIDE + 3]! * tx
          data[3 * (size * y + x) + k] = Math.round(top * (1 - ty) + bottom * ty)
        }
      }
    }
    return { widthPx: size, heightPx: size, channels: 3, data }
  }

  it('holds at any angle, in the mirror or not, at any size', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -Math.PI, max: Math.PI, noNaN: true }),
        fc.boolean(),
        fc.double({ min: 0.6, max: 1.5, noNaN: true }),
        (angle, mirror, scale) => {
          const egg = read(turned(angle, mirror, scale))
          expect(Math.abs(egg.lengthPx / scale / plain.lengthPx - 1)).toBeLessThan(0.012)
          expect(Math.abs(egg.breadthPx / scale / plain.breadthPx - 1)).toBeLessThan(0.012)
          expect(Math.abs(egg.airCell!.depth.value - plain.airCell!.depth.value)).toBeLessThan(0.012)
          expect(Math.abs(egg.shadow.area.value - plain.shadow.area.value)).toBeLessThan(0.03)
          expect(Math.abs(Math.abs(egg.airCell!.tiltRad) - Math.abs(plain.airCell!.tiltRad))).toBeLessThan(
            0.04,
          )
        },
      ),
      { numRuns: cases(1, 2, 6), seed: 7 },
    )
  })

  it.runIf(THOROUGH)('holds under a quarter turn', () =>
    expectSame(read(remap(SIDE, SIDE, (x, y) => x * SIDE + (SIDE - 1 - y)))),
  )
  it.runIf(THOROUGH)('holds upside down', () =>
    expectSame(read(remap(SIDE, SIDE, (x, y) => (SIDE - 1 - y) * SIDE + (SIDE - 1 - x)))),
  )
  it('holds in the mirror', () => expectSame(read(remap(SIDE, SIDE, (x, y) => y * SIDE + (SIDE - 1 - x)))))

  it('holds at twice the pixels', () => {
    const egg = read(remap(2 * SIDE, 2 * SIDE, (x, y) => (y >> 1) * SIDE + (x >> 1)))
    expect(Math.abs(egg.lengthPx / plain.lengthPx - 2)).toBeLessThan(0.02)
    expect(Math.abs(egg.airCell!.depth.value - plain.airCell!.depth.value)).toBeLessThan(0.008)
  })
})

describe('pictures that cannot be measured', () => {
  const flat = (widthPx: number, heightPx: number, value: number): RgbImage => ({
    widthPx,
    heightPx,
    channels: 3,
    data: new Uint8Array(3 * widthPx * heightPx).fill(value),
  })
  it.each([
    ['one pixel', flat(1, 1, 200), 'too-small'],
    ['night', flat(400, 400, 0), 'no-egg'],
    ['a white wall', flat(400, 400, 255), 'no-egg'],
    ['grey', flat(400, 400, 90), 'no-egg'],
  ] as const)('%s', (_, image, code) => {
    expect(readPhoto(rowsOf(image))).toMatchObject({ kind: 'rejected', why: code })
  })

  it('an egg of which much lies outside of the picture', () => {
    const { image } = simulatePhoto({ ageDays: 7, shot: { ...PLAIN, centre: { x: 0.5, y: 1.1 } } })
    expect(readPhoto(rowsOf(image))).toMatchObject({ kind: 'rejected', why: 'egg-cut-off' })
  })

  it('a bright bar is no egg', () => {
    const bar = flat(400, 400, 2)
    for (let y = 180; y < 215; y++)
      for (let x = 10; x < 390; x++) bar.data.fill(220, 3 * (y * 400 + x), 3 * (y * 400 + x) + 3)
    expect(readPhoto(rowsOf(bar)).kind).toBe('rejected')
  })
})

describe('an egg that the picture cuts', () => {
  it('is measured where it is in it, and said to be cut', () => {
    const whole = pictured({ ageDays: 7, shot: PLAIN })
    const cut = simulatePhoto({ ageDays: 7, shot: { ...PLAIN, centre: { x: 0.5, y: 0.7 } } })
    const reading = readPhoto(rowsOf(cut.image))
    if (reading.kind !== 'eggs') throw new Error(reading.why)
    const [egg] = reading.eggs
    expect(egg!.reasons).toContain('cut-by-picture')
    expect(Math.abs(egg!.lengthPx / (2 * cut.truth.outline.halfLengthPx) - 1)).toBeLessThan(0.04)
    expect(Math.abs(egg!.shadow.area.value - whole.truth.shadowArea)).toBeLessThan(0.06)
  })
})

describe('several eggs in one picture', () => {
  it('are each measured as if alone, in the order of the tray', () => {
    const photos = [7, 0.2, 9, 5].map((ageDays, i) =>
      simulatePhoto({ ageDays, seed: `tray ${i}`, shot: { ...PLAIN, widthPx: 320, heightPx: 400 } }),
    )
    const data = new Uint8Array(3 * 640 * 800)
    for (const [i, { image }] of photos.entries()) {
      for (let y = 0; y < 400; y++) {
        data.set(
          image.data.subarray(3 * y * 320, 3 * (y + 1) * 320),
          3 * ((400 * (i >> 1) + y) * 640 + 320 * (i % 2)),
        )
      }
    }
    const image: RgbImage = { widthPx: 640, heightPx: 800, channels: 3, data }
    const reading = readPhoto(rowsOf(image), { species: 'chicken' })
    if (reading.kind !== 'eggs') throw new Error(reading.why)
    expect(reading.eggs).toHaveLength(4)
    for (const [i, { truth }] of photos.entries()) {
      const outline = {
        ...truth.outline,
        centre: { x: truth.outline.centre.x + 320 * (i % 2), y: truth.outline.centre.y + 400 * (i >> 1) },
      }
      expect(overlap(reading.eggs[i]!.outline, outline)).toBeGreaterThan(0.97)
      expect(Math.abs(reading.eggs[i]!.airCell!.depth.value - truth.airCell.depth)).toBeLessThan(0.02)
    }
  })
})

describe('a crack', () => {
  const crackOf = (wish: PhotoWish) => readSimulated({ ageDays: 0.2, ...wish }).egg.crack
  it('is a bright hairline: found in the picture of the first day, and shown', () => {
    const crack = crackOf({ seed: 'c1', shell: 'tinted', cracked: true })
    expect(crack.score).toBeGreaterThan(0.7)
    expect(crack.points.length).toBeGreaterThan(5)
  })
  it.each(['white', 'brown', 'speckled'] as const)('is not seen in a sound %s shell', (shell) => {
    expect(crackOf({ seed: 'sound', shell }).score).toBeLessThan(0.3)
  })
})
