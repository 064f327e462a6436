import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { allCircles, facing, neighboursOf, placesOn, type SphereCircle } from './ring-circles.ts'

const SAMPLES = 48
const middle: SphereCircle = { normal: [0, 0, 1], halfAngleRad: 0.4, stretch: 1 }
const angle = fc.double({ min: 0.15, max: 0.9, noNaN: true })

describe('circles on the egg’s ball', () => {
  it('in the middle is seen all round, as a circle of its own size about the middle', () => {
    const places = placesOn(middle, SAMPLES)
    expect(facing(places)).toBe(SAMPLES)
    for (let i = 0; i < places.length; i += 4) {
      const x = 1 - 2 * places[i]!
      const y = places[i + 1]! * Math.sqrt(1 - x * x)
      expect(Math.hypot(x, y)).toBeCloseTo(Math.sin(0.4), 5)
    }
  })

  it('at the limb is seen half, whatever its size', () => {
    fc.assert(
      fc.property(angle, (halfAngleRad) => {
        const seen = facing(placesOn({ normal: [0, 1, 0], halfAngleRad, stretch: 1 }, SAMPLES))
        expect(seen).toBeGreaterThan(0.4 * SAMPLES)
        expect(seen).toBeLessThan(0.6 * SAMPLES)
      }),
    )
  })

  it('behind the egg is not seen', () => {
    expect(facing(placesOn({ ...middle, normal: [0, 0, -1] }, SAMPLES))).toBe(0)
  })

  it('stretched is longer along the axis by so much, while it is small', () => {
    const extent = (stretch: number): number => {
      const places = placesOn({ normal: [0, 0, 1], halfAngleRad: 0.1, stretch }, SAMPLES)
      const us = Array.from({ length: SAMPLES }, (_, i) => places[4 * i]!)
      return Math.max(...us) - Math.min(...us)
    }
    expect(extent(1.3) / extent(1)).toBeCloseTo(1.3, 1)
  })

  it('lie inside the egg, whatever way they face', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -3, max: 3, noNaN: true }),
        fc.double({ min: 0, max: 1.5, noNaN: true }),
        angle,
        (turn, tilt, halfAngleRad) => {
          const normal = [
            Math.sin(tilt) * Math.cos(turn),
            Math.sin(tilt) * Math.sin(turn),
            Math.cos(tilt),
          ] as const
          const places = placesOn({ normal, halfAngleRad, stretch: 1.2 }, SAMPLES)
          for (let i = 0; i < places.length; i += 4) {
            if (Number.isNaN(places[i]!)) continue
            expect(places[i]!).toBeGreaterThanOrEqual(0)
            expect(places[i]!).toBeLessThanOrEqual(1)
            expect(Math.abs(places[i + 1]!)).toBeLessThanOrEqual(1.0001)
          }
        },
      ),
    )
  })

  it('are tried all over the near side, in sizes from a spot to half the ball', () => {
    const circles = allCircles()
    expect(circles.length).toBeGreaterThan(1500)
    expect(circles.every(({ circle }) => Math.abs(Math.hypot(...circle.normal) - 1) < 1e-9)).toBe(true)
    expect(allCircles()).toBe(circles)
  })

  it('have neighbours that differ in one figure each, both ways, with limits kept', () => {
    const near = neighboursOf(middle, 0.05)
    expect(near).toHaveLength(10)
    expect(near.every(({ normal }) => Math.abs(Math.hypot(...normal) - 1) < 1e-9)).toBe(true)
    const extreme = neighboursOf({ normal: [0, 0, 1], halfAngleRad: 0.12, stretch: 1.5 }, 0.08)
    expect(
      extreme.every(
        ({ halfAngleRad, stretch }) => halfAngleRad >= 0.12 && stretch <= 1.5 && stretch >= 1 / 1.5,
      ),
    ).toBe(true)
  })
})
