import { describe, expect, it } from 'vitest'
import { containsPoint, type EggOutline } from '../geometry/egg-outline.ts'
import type { LinearImage } from '../image/linear.ts'
import { createRandom } from '../random/random.ts'
import { findCovers } from './occlusion.ts'

const SIZE = 240
const OUTLINE: EggOutline = {
  centre: { x: 120, y: 120 },
  axisRad: 0.4,
  halfLengthPx: 85,
  halfBreadthPx: 63,
  taper: 0.12,
  bulge: -0.03,
}
const isFinger = (x: number, y: number): boolean => Math.abs(x - 120) < 16 && y < 95

/** A warm egg in a room of a given light, with a finger of twice that light before it. */
function picture(room: number, withFinger = true): LinearImage {
  const random = createRandom('room')
  const planes = [1, 0.5, 0.2].map((colour, channel) =>
    Float32Array.from({ length: SIZE * SIZE }, (_, at) => {
      const [x, y] = [(at % SIZE) + 0.5, Math.floor(at / SIZE) + 0.5]
      const light =
        withFinger && isFinger(x, y)
          ? room * [2, 1.4, 1.1][channel]!
          : containsPoint(OUTLINE, { x, y })
            ? 0.3 * colour
            : room
      return light * (1 + 0.02 * random.normal())
    }),
  )
  return {
    widthPx: SIZE,
    heightPx: SIZE,
    red: planes[0]!,
    green: planes[1]!,
    blue: planes[2]!,
    reduction: 1,
    originPx: { x: 0, y: 0 },
  }
}
const shareWithin = (mask: Uint8Array, holds: (x: number, y: number) => boolean): number => {
  let all = 0
  let on = 0
  for (let at = 0; at < mask.length; at++) {
    const [x, y] = [(at % SIZE) + 0.5, Math.floor(at / SIZE) + 0.5]
    if (!containsPoint(OUTLINE, { x, y }) || !holds(x, y)) continue
    all++
    on += mask[at]!
  }
  return on / all
}

describe('what stands before an egg', () => {
  it('in a lit room is followed from where the outline passes behind it, and no further', () => {
    const covers = findCovers(picture(0.03), OUTLINE)
    expect(shareWithin(covers, (x, y) => isFinger(x, y) && y < 88)).toBeGreaterThan(0.97)
    expect(shareWithin(covers, (x, y) => Math.abs(x - 120) > 24 || y > 105)).toBeLessThan(0.03)
  })

  it('is nothing where nothing stands there, nor in the dark, where all things look alike', () => {
    expect(findCovers(picture(0.03, false), OUTLINE).some(Boolean)).toBe(false)
    expect(findCovers(picture(0.0005), OUTLINE).some(Boolean)).toBe(false)
  })

  it('is no cover when it would be nearly all of the egg', () => {
    const same = picture(0.03, false)
    const even = Float32Array.from(same.red, () => 0.03)
    expect(findCovers({ ...same, red: even, green: even, blue: even }, OUTLINE).some(Boolean)).toBe(false)
  })
})
