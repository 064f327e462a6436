import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  bluntPole,
  breadthPx,
  containsPoint,
  outlinePolygon,
  reversed,
  scaled,
  smallPole,
  toEggFrame,
  toPicture,
  type EggOutline,
} from './egg-outline.ts'

const outlines = fc
  .record({
    centre: fc.record({
      x: fc.double({ min: -500, max: 500, noNaN: true }),
      y: fc.double({ min: -500, max: 500, noNaN: true }),
    }),
    axisRad: fc.double({ min: -Math.PI, max: Math.PI, noNaN: true }),
    halfLengthPx: fc.double({ min: 20, max: 600, noNaN: true }),
    aspect: fc.double({ min: 0.6, max: 0.9, noNaN: true }),
    taper: fc.double({ min: -0.2, max: 0.2, noNaN: true }),
    bulge: fc.double({ min: -0.1, max: 0.06, noNaN: true }),
  })
  .map(({ aspect, ...rest }): EggOutline => ({ ...rest, halfBreadthPx: aspect * rest.halfLengthPx }))

describe('egg outline', () => {
  it('goes to the picture and back', () => {
    fc.assert(
      fc.property(
        outlines,
        fc.double({ min: -300, max: 300, noNaN: true }),
        fc.double({ min: -300, max: 300, noNaN: true }),
        (outline, along, across) => {
          const back = toEggFrame(outline, toPicture(outline, along, across))
          expect(back.along).toBeCloseTo(along, 6)
          expect(back.across).toBeCloseTo(across, 6)
        },
      ),
    )
  })

  it('is the same curve with the poles exchanged', () => {
    fc.assert(
      fc.property(outlines, (outline) => {
        const other = reversed(outline)
        expect(bluntPole(other).x).toBeCloseTo(smallPole(outline).x, 6)
        expect(breadthPx(other)).toBeCloseTo(breadthPx(outline), 4)
      }),
    )
  })

  it('has poles one length apart and holds its centre', () => {
    fc.assert(
      fc.property(outlines, (outline) => {
        const [a, b] = [bluntPole(outline), smallPole(outline)]
        expect(Math.hypot(a.x - b.x, a.y - b.y)).toBeCloseTo(2 * outline.halfLengthPx, 6)
        expect(containsPoint(outline, outline.centre)).toBe(true)
        expect(
          containsPoint(outline, { x: outline.centre.x + 3 * outline.halfLengthPx, y: outline.centre.y }),
        ).toBe(false)
      }),
    )
  })

  it('is an ellipse without taper and bulge', () => {
    const ellipse: EggOutline = {
      centre: { x: 10, y: 20 },
      axisRad: 0.3,
      halfLengthPx: 100,
      halfBreadthPx: 70,
      taper: 0,
      bulge: 0,
    }
    expect(breadthPx(ellipse)).toBeCloseTo(140, 6)
    for (const p of outlinePolygon(ellipse)) {
      const { along, across } = toEggFrame(ellipse, p)
      expect((along / 100) ** 2 + (across / 70) ** 2).toBeCloseTo(1, 9)
    }
  })

  it('scales as a whole', () => {
    fc.assert(
      fc.property(outlines, (outline) => {
        expect(breadthPx(scaled(outline, 2.5))).toBeCloseTo(2.5 * breadthPx(outline), 4)
        expect(bluntPole(scaled(outline, 2.5)).x).toBeCloseTo(2.5 * bluntPole(outline).x, 6)
      }),
    )
  })
})
