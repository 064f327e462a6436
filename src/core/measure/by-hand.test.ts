import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { bluntPole, smallPole, toEggFrame, toPicture, type EggOutline } from '../geometry/egg-outline.ts'
import {
  cellCurve,
  figuresOf,
  linesOf,
  newShadow,
  onSilhouette,
  pencilLine,
  smoothCurve,
  throughSide,
  withCellMiddle,
  withPoles,
} from './by-hand.ts'

const OUTLINE: EggOutline = {
  centre: { x: 300, y: 280 },
  axisRad: -1.2,
  halfLengthPx: 200,
  halfBreadthPx: 150,
  taper: 0.13,
  bulge: -0.02,
}
const sd = 0.01

function reading(depth: number, tiltRad: number, contour = newShadow(OUTLINE)) {
  return {
    outline: OUTLINE,
    airCell: { depth: { value: depth, sd }, volume: { value: 0.1, sd }, tiltRad, edge: [] },
    shadow: { area: { value: 0.1, sd }, darkness: 1, edgeSlope: 0.1, contours: [smoothCurve(contour)] },
  }
}

describe('lines moved by hand', () => {
  it('start from what was measured and say the same', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.1, max: 0.35, noNaN: true }),
        fc.double({ min: -0.25, max: 0.25, noNaN: true }),
        (depth, tiltRad) => {
          const figures = figuresOf(linesOf(reading(depth, tiltRad)))
          expect(figures.airCell!.depth).toBeCloseTo(depth, 2)
          expect(figures.airCell!.tiltRad).toBeCloseTo(tiltRad, 2)
          expect(figures.lengthPx).toBe(400)
        },
      ),
    )
  })

  it('give the area of a drawn disc, less what lies in the air cell', () => {
    const disc = (radius: number, along: number) =>
      Array.from({ length: 10 }, (_, i) =>
        toPicture(
          OUTLINE,
          along + radius * Math.cos((i * Math.PI) / 5),
          radius * Math.sin((i * Math.PI) / 5),
        ),
      )
    const whole = figuresOf({ outline: OUTLINE, cell: null, shadow: disc(60, -40) }).shadowArea
    // The silhouette's area is about π · 200 · 150 · (1 + bulge/4).
    expect(whole).toBeCloseTo((60 * 60) / (200 * 150 * 0.995), 2)
    expect(
      figuresOf({ outline: OUTLINE, cell: { left: 0.3, right: 0.3, bow: 0 }, shadow: disc(30, 160) })
        .shadowArea,
    ).toBe(0)
    expect(figuresOf({ outline: OUTLINE, cell: null, shadow: [] }).shadowArea).toBe(0)
  })

  it('do not care how the egg lies', () => {
    const turned = { ...OUTLINE, axisRad: 2.4 }
    const at = (outline: EggOutline) =>
      figuresOf({ outline, cell: { left: 0.15, right: 0.22, bow: 0.02 }, shadow: newShadow(outline) })
    expect(at(turned).airCell!.volume).toBeCloseTo(at(OUTLINE).airCell!.volume, 9)
    expect(at(turned).shadowArea).toBeCloseTo(at(OUTLINE).shadowArea, 2)
  })

  it('keep the egg’s proportions when a pole moves, and refuse an egg without length', () => {
    const moved = withPoles(
      OUTLINE,
      { x: bluntPole(OUTLINE).x + 10, y: bluntPole(OUTLINE).y - 20 },
      smallPole(OUTLINE),
    )
    expect(moved.halfBreadthPx / moved.halfLengthPx).toBeCloseTo(0.75, 9)
    expect(bluntPole(moved).x).toBeCloseTo(bluntPole(OUTLINE).x + 10, 6)
    expect(withPoles(OUTLINE, smallPole(OUTLINE), smallPole(OUTLINE))).toBe(OUTLINE)
  })

  it('let the side pass through a point', () => {
    const wider = throughSide(OUTLINE, toPicture(OUTLINE, 0, 160))
    expect(wider.halfBreadthPx).toBeCloseTo(160, 6)
    expect(throughSide(OUTLINE, toPicture(OUTLINE, 0, 5))).toBe(OUTLINE)
  })

  it('draw the edge through both ends and its middle, whose bow moves no figure', () => {
    const cell = { left: 0.2, right: 0.26, bow: 0 }
    const to = toPicture(OUTLINE, 0.4 * OUTLINE.halfLengthPx, 0)
    const bowed = withCellMiddle(OUTLINE, cell, to)
    const curve = cellCurve(OUTLINE, bowed)
    expect(curve[0]!.x).toBeCloseTo(onSilhouette(OUTLINE, 0.2, 'left').x, 6)
    expect(curve.at(-1)!.y).toBeCloseTo(onSilhouette(OUTLINE, 0.26, 'right').y, 6)
    expect(bowed.bow).toBeCloseTo(0.3 - 0.23, 6)
    const figures = (which: typeof cell) => figuresOf({ outline: OUTLINE, cell: which, shadow: [] }).airCell
    expect(figures(bowed)).toEqual(figures(cell))
  })

  it('place the ends of the cell’s edge on the silhouette', () => {
    const end = onSilhouette(OUTLINE, 0.5, 'right')
    expect(Math.hypot(end.x - OUTLINE.centre.x, end.y - OUTLINE.centre.y)).toBeCloseTo(150, 6)
  })
})

describe('the pencil line of an earlier look', () => {
  it('lies in this look’s outline as deep and as tilted as it was, from side to side', () => {
    const [depth, tiltRad] = [0.16, 0.2]
    const line = pencilLine(OUTLINE, { depth, tiltRad })
    const deep = ({ x, y }: { x: number; y: number }): number => {
      const { along } = toEggFrame(OUTLINE, { x, y })
      return (1 - along / OUTLINE.halfLengthPx) / 2
    }
    const [first, last] = [toEggFrame(OUTLINE, line[0]!), toEggFrame(OUTLINE, line.at(-1)!)]
    const tilt = Math.atan2(first.along - last.along, last.across - first.across)
    expect(Math.abs(Math.abs(tilt) - tiltRad)).toBeLessThan(0.01)
    expect((deep(line[0]!) + deep(line.at(-1)!)) / 2).toBeCloseTo(depth, 1)
    expect(Math.sign(first.across)).toBe(-Math.sign(last.across))
  })
})
