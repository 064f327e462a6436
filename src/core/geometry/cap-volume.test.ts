import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { capVolumeFraction } from './cap-volume.ts'
import type { EggOutline } from './egg-outline.ts'

const sphere: EggOutline = {
  centre: { x: 0, y: 0 },
  axisRad: 0,
  halfLengthPx: 100,
  halfBreadthPx: 100,
  taper: 0,
  bulge: 0,
}
const hen: EggOutline = { ...sphere, halfBreadthPx: 75, taper: 0.13, bulge: -0.03 }

describe('capVolumeFraction', () => {
  // Cap of a sphere of radius 1 and height h: πh²(3 − h)/3, of 4π/3; here h = 2·depth.
  it.each([0, 0.1, 0.23, 0.5, 0.8, 1])('is a sphere’s cap at depth %f', (depthFraction) => {
    const h = 2 * depthFraction
    expect(capVolumeFraction(sphere, { depthFraction })).toBeCloseTo((h * h * (3 - h)) / 4, 3)
  })

  it('does not depend on the breadth of an ellipsoid', () => {
    for (const depthFraction of [0.1, 0.3]) {
      expect(capVolumeFraction({ ...sphere, halfBreadthPx: 60 }, { depthFraction })).toBeCloseTo(
        capVolumeFraction(sphere, { depthFraction }),
        9,
      )
    }
  })

  it('halves the sphere through the centre at any tilt', () => {
    fc.assert(
      fc.property(fc.double({ min: -0.6, max: 0.6, noNaN: true }), (tiltRad) => {
        expect(capVolumeFraction(sphere, { depthFraction: 0.5, tiltRad })).toBeCloseTo(0.5, 3)
      }),
    )
  })

  it('grows with depth and is the same for tilt to either side', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.02, max: 0.5, noNaN: true }),
        fc.double({ min: 0, max: 0.35, noNaN: true }),
        (depthFraction, tiltRad) => {
          const here = capVolumeFraction(hen, { depthFraction, tiltRad })
          expect(capVolumeFraction(hen, { depthFraction: depthFraction + 0.02, tiltRad })).toBeGreaterThan(
            here,
          )
          expect(capVolumeFraction(hen, { depthFraction, tiltRad: -tiltRad })).toBeCloseTo(here, 9)
        },
      ),
    )
  })

  it('makes a cell of some 23 % of the length about 15 % of a hen egg’s volume', () => {
    expect(capVolumeFraction(hen, { depthFraction: 0.23 })).toBeGreaterThan(0.13)
    expect(capVolumeFraction(hen, { depthFraction: 0.23 })).toBeLessThan(0.19)
  })

  it('refuses a depth beyond the egg', () => {
    expect(() => capVolumeFraction(hen, { depthFraction: 1.2 })).toThrow(RangeError)
  })
})
