import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { EggOutline } from '../geometry/egg-outline.ts'
import type { Mask } from '../image/morphology.ts'
import { createPlane } from '../image/plane.ts'
import { doubtCell, measureAirCell, searchCellEdge } from './air-cell.ts'
import { findContents } from './contents.ts'
import { findCrack } from './crack.ts'
import { DRAWN_OUTLINE, drawEgg, emptyEgg, type Drawing } from './drawn-egg.ts'
import type { EggFrame } from './egg-frame.ts'
import { fitEmptyField } from './illumination-model.ts'
import { ridgeAt, scaleSpace, smooth } from './ridges.ts'
import { measureRing } from './ring.ts'
import { measureShadow } from './shadow.ts'
import { readSigns } from './signs.ts'
import { removeSpeckles } from './speckles.ts'
import { findDarkLines, measureVessels } from './vessels.ts'

/** Each stage alone on eggs drawn from a formula: known shapes in, known numbers out. */
const DEPTH = 0.18
const CURVE = { depth: DEPTH, slope: 0, bow: 0 }

/** Darkens a drawing by `depth` log units inside a disc; the disc's radius is in half-breadths. */
function withDisc(
  base: Drawing,
  at: { u: number; v: number; radius: number; depth: number; soft?: number },
): Drawing {
  const stretch = (2 * DRAWN_OUTLINE.halfLengthPx) / DRAWN_OUTLINE.halfBreadthPx
  return (u, v) => {
    const inside = at.radius - Math.hypot((u - at.u) * stretch, v - at.v)
    return base(u, v) * Math.exp(-at.depth / (1 + Math.exp(-inside / (at.soft ?? 0.03))))
  }
}

/** Lines as thin dark strokes: distance function in half-breadths. */
function withLine(
  base: Drawing,
  distance: (x: number, v: number) => number,
  depth = 0.4,
  width = 0.02,
): Drawing {
  const stretch = (2 * DRAWN_OUTLINE.halfLengthPx) / DRAWN_OUTLINE.halfBreadthPx
  return (u, v) =>
    base(u, v) * Math.exp(-depth * Math.exp(-((distance((u - 0.6) * stretch, v) / width) ** 2)))
}

function read(frame: EggFrame) {
  const contents = findContents(frame, CURVE)
  const field = fitEmptyField(frame, contents, CURVE)
  const scales = scaleSpace(frame)
  const picture = { frame, scales, contents }
  const shadow = measureShadow(picture, field)
  const unlit = {
    widthPx: frame.lengthPx,
    heightPx: frame.heightPx,
    values: new Uint8Array(contents.mask.length),
  }
  const lines = findDarkLines(picture, { unlit, hidden: shadow.hidden })
  const ring = measureRing(picture, { unlit, dark: shadow.mask, lines })
  return { contents, field, shadow, lines, ring, vessels: measureVessels(picture, lines, ring) }
}

describe('the ridge filter', () => {
  it('bends as much across a dark line as its formula says, and not along it, whatever way it runs', () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: Math.PI, noNaN: true }), (turn) => {
        const plane = createPlane(61, 61)
        const sigma = 3
        for (let y = 0; y < 61; y++) {
          for (let x = 0; x < 61; x++) {
            const d = (x - 30) * Math.sin(turn) - (y - 30) * Math.cos(turn)
            plane.values[y * 61 + x] = -Math.exp(-(d * d) / (2 * sigma * sigma))
          }
        }
        const { across, along } = ridgeAt(smooth(plane, sigma), 30 * 61 + 30)
        // A Gaussian of width s, blurred by as much: second derivative (s² / (2 s²)^1.5) · s, times s².
        expect(across).toBeCloseTo(1 / Math.SQRT2 / 2, 1)
        expect(Math.abs(along)).toBeLessThan(0.03)
      }),
      { numRuns: 20 },
    )
  })
})

describe('the air cell', () => {
  it.each([
    [0.1, 0],
    [0.18, 0],
    [0.26, 0.02],
    [0.22, -0.04],
  ])('at depth %d, slope %d', (depth, slope) => {
    const frame = drawEgg(emptyEgg(depth, slope))
    const cell = measureAirCell(frame, searchCellEdge(frame))!
    expect(Math.abs(cell.depth - depth)).toBeLessThan(0.008)
    expect(Math.sign(cell.slope) === Math.sign(slope) || Math.abs(slope) < 0.01).toBe(true)
    expect(cell.volume).toBeGreaterThan(0)
    expect(cell.volume).toBeLessThan(depth)
  })

  it('does not care how the egg lies in the picture', () => {
    const depthAt = (axisRad: number): number => {
      const outline: EggOutline = { ...DRAWN_OUTLINE, axisRad }
      const frame = drawEgg(emptyEgg(DEPTH), { outline })
      return measureAirCell(frame, searchCellEdge(frame))!.depth
    }
    const flat = depthAt(0)
    for (const turn of [0.7, 1.9, -2.6]) expect(Math.abs(depthAt(turn) - flat)).toBeLessThan(0.006)
  })

  it('is not made up where there is no edge', () => {
    const frame = drawEgg((u, v) => 0.6 * Math.exp(-1.5 * u - 0.15 * v * v))
    expect(measureAirCell(frame, searchCellEdge(frame))).toBeNull()
  })

  it('is doubted where an embryo lies against its edge, and on a spotted shell', () => {
    const frame = drawEgg(emptyEgg(DEPTH))
    const cell = measureAirCell(frame, searchCellEdge(frame))!
    const none = new Uint8Array(frame.lengthPx * frame.heightPx)
    expect(doubtCell(frame, cell, none, 0).depthSd).toBeCloseTo(cell.depthSd, 9)
    expect(doubtCell(frame, cell, none.fill(1), 0).depthSd).toBeGreaterThan(2 * cell.depthSd)
    expect(doubtCell(frame, cell, new Uint8Array(none.length), 200).volumeSd).toBeGreaterThan(cell.volumeSd)
  })
})

describe('the light of the empty egg', () => {
  it('is found under a body that hides a third of it', () => {
    const empty = read(drawEgg(emptyEgg(DEPTH)))
    const filled = read(drawEgg(withDisc(emptyEgg(DEPTH), { u: 0.65, v: 0, radius: 0.55, depth: 2.5 })))
    const at = Math.floor(filled.contents.mask.length / 2) + 147
    expect(Math.abs(filled.field.redLog[at]! - empty.field.redLog[at]!)).toBeLessThan(0.25)
    expect(empty.field.spread).toBeLessThan(0.08)
    expect(filled.field.lamp).toBe('blunt')
  })
})

describe('the light of an egg that is dark all through', () => {
  it('is held up to the air cell’s, so that a grown embryo is a shadow and no dim egg', () => {
    const grown: Drawing = (u, v) => emptyEgg(DEPTH)(u, v) * (u > DEPTH + 0.02 ? 0.16 : 1)
    const { shadow } = read(drawEgg(grown))
    expect(shadow.area).toBeGreaterThan(0.8)
  })

  it('from the small end falls the other way', () => {
    const { field, shadow } = read(
      drawEgg((u, v) => 0.6 * Math.exp(-1.5 * (1 - u) - 0.15 * v * v - (u > DEPTH ? 0.3 : 0))),
    )
    expect(field.lamp).toBe('small')
    expect(shadow.area).toBeLessThan(0.02)
  })
})

describe('weak signs', () => {
  const signsOf = (red: Drawing, green: (u: number) => number = () => 0) => {
    const frame = drawEgg(red)
    // Green is drawn as half of red: what more it loses is put in here.
    for (let row = 0; row < frame.heightPx; row++) {
      for (let column = 0; column < frame.lengthPx; column++)
        frame.greenLog.values[row * frame.lengthPx + column]! -= green((column + 0.5) / frame.lengthPx)
    }
    const { contents, field, shadow } = read(frame)
    return readSigns({ frame, contents, field, shadow, cell: CURVE })
  }

  it('contents that take more green than the air cell are redder by just that, whatever shell is before both', () => {
    for (const shell of [0, 1.2]) {
      const signs = signsOf(emptyEgg(DEPTH), (u) => shell + (u > DEPTH ? 0.6 : 0))
      expect(signs.reddening).toBeCloseTo(0.6, 1)
    }
    expect(Math.abs(signsOf(emptyEgg(DEPTH)).reddening!)).toBeLessThan(0.05)
  })

  it('a murky body that hides less than half of the light is faint, and no shadow', () => {
    const murky = withDisc(emptyEgg(DEPTH), { u: 0.62, v: 0, radius: 0.5, depth: 0.42 })
    expect(read(drawEgg(murky)).shadow.area).toBeLessThan(0.01)
    expect(signsOf(murky).faintShadow).toBeGreaterThan(0.12)
    expect(signsOf(emptyEgg(DEPTH)).faintShadow).toBeLessThan(0.01)
  })

  it('are not read from an air cell that is burnt out', () => {
    expect(signsOf((u, v) => (u < DEPTH ? 1 : emptyEgg(DEPTH)(u, v))).reddening).toBeNull()
  })
})

describe('a lamp at the side', () => {
  it('is told from one at an end, and makes no shadow', () => {
    const sideLit: Drawing = (u, v) =>
      0.6 *
      Math.exp(
        0.9 * v - 0.15 * v * v - 0.3 * Math.exp(-(((u - DEPTH) / 0.006) ** 2)) - (u > DEPTH ? 0.35 : 0),
      )
    const { field, shadow } = read(drawEgg(sideLit))
    expect(field.lamp).toBe('side')
    expect(shadow.area).toBeLessThan(0.02)
    expect(read(drawEgg(emptyEgg(DEPTH))).field.lamp).toBe('blunt')
  })
})

describe('the shadow', () => {
  it('of an empty egg is nothing', () => {
    expect(read(drawEgg(emptyEgg(DEPTH))).shadow.area).toBeLessThan(0.004)
  })

  it.each([0.25, 0.4, 0.6])('of a disc of radius %d half-breadths has its area', (radius) => {
    const { shadow, contents } = read(drawEgg(withDisc(emptyEgg(DEPTH), { u: 0.6, v: 0, radius, depth: 2 })))
    const half = 120 * (DRAWN_OUTLINE.halfBreadthPx / DRAWN_OUTLINE.halfLengthPx)
    // The rows are half-breadths of the swelling egg: the drawn disc is a little wider in the picture.
    const expected = (Math.PI * (radius * half) ** 2) / contents.areaPx
    expect(Math.abs(shadow.area - expected)).toBeLessThan(0.03)
    expect(shadow.darkness).toBeGreaterThan(1.2)
  })

  it('tells a sharp edge from a blurred one', () => {
    const slopeOf = (soft: number): number =>
      read(drawEgg(withDisc(emptyEgg(DEPTH), { u: 0.6, v: 0, radius: 0.4, depth: 2, soft }))).shadow.edgeSlope
    expect(slopeOf(0.03)).toBeGreaterThan(2 * slopeOf(0.15))
  })

  it('of a grown embryo is not taken for a finger, sharp and dark as it is', () => {
    const grown: Drawing = (u, v) => (u > 0.35 ? 0.0005 : emptyEgg(DEPTH)(u, v))
    const { shadow } = read(drawEgg(grown))
    expect(shadow.hidden.values.includes(1)).toBe(false)
    expect(shadow.area).toBeGreaterThan(0.7)
  })

  it('does not count a finger before the egg', () => {
    const finger: Drawing = (u, v) => (v > 0.45 && Math.abs(u - 0.6) < 0.09 ? 0.0005 : emptyEgg(DEPTH)(u, v))
    const { shadow } = read(drawEgg(finger))
    expect(shadow.area).toBeLessThan(0.01)
    expect(shadow.hidden.values.reduce((a, b) => a + b, 0)).toBeGreaterThan(450)
    // Its place is unknown: the figure is less certain for it.
    expect(shadow.areaSd).toBeGreaterThan(read(drawEgg(emptyEgg(DEPTH))).shadow.areaSd)
  })
})

describe('dark lines', () => {
  it('a circle is a ring that stands alone, and no vessel', () => {
    const { ring, vessels } = read(drawEgg(withLine(emptyEgg(DEPTH), (x, v) => Math.hypot(x, v) - 0.35)))
    expect(ring.score).toBeGreaterThan(0.9)
    expect(ring.visibleShare).toBeGreaterThan(0.7)
    expect(vessels.netLength).toBeLessThan(0.5)
  })

  it.each([
    [0.8, 0],
    [1.25, 0],
    [1.1, 0.35],
  ])('an oval %d times as long as wide, off the middle by %d, is a ring all round', (stretch, off) => {
    const oval = (x: number, v: number): number =>
      0.3 * (Math.hypot(x / (0.3 * stretch), (v - off) / 0.3) - 1)
    const { ring } = read(drawEgg(withLine(emptyEgg(DEPTH), oval)))
    expect(ring.score).toBeGreaterThan(0.9)
    expect(ring.visibleShare).toBeGreaterThan(0.6)
    expect(ring.shareOfLines).toBeGreaterThan(0.5)
  })

  it('a faint ring is seen on a clean shell and not on a mottled one', () => {
    const faint = withLine(emptyEgg(DEPTH), (x, v) => Math.hypot(x, v) - 0.35, 0.12)
    const mottled: Drawing = (u, v) =>
      faint(u, v) * Math.exp(0.2 * Math.sin(55 * u) * Math.sin(23 * v + 40 * u))
    expect(read(drawEgg(faint)).ring.score).toBeGreaterThan(0.9)
    expect(read(drawEgg(mottled)).ring.score).toBeLessThan(0.5)
  })

  it('beside a crack or a finger are none', () => {
    const cracked = drawEgg(
      withLine(emptyEgg(DEPTH), (x, v) => (Math.abs(x) < 0.5 ? v - 0.25 * Math.sin(3 * x) : 1), -0.7, 0.012),
    )
    const crack = findCrack(cracked, scaleSpace(cracked), findContents(cracked, CURVE))
    expect(crack.points.length).toBeGreaterThan(0)
    const contents = findContents(cracked, CURVE)
    const none: Mask = { ...crack.mask, values: new Uint8Array(crack.mask.values.length) }
    const count = (hidden: Mask): number =>
      findDarkLines(
        { frame: cracked, scales: scaleSpace(cracked), contents },
        { unlit: none, hidden },
      ).values.reduce((a, b) => a + b, 0)
    expect(count(none)).toBeGreaterThan(100)
    expect(count(crack.mask)).toBe(0)
  })

  it('a star of lines is vessels; two spokes in line are no ring that stands alone', () => {
    const star = (x: number, v: number): number => {
      const angle = Math.atan2(v, x)
      const radius = Math.hypot(x, v)
      const spoke = (Math.abs(Math.sin(4 * angle)) * radius) / 4
      return radius < 0.1 || radius > 0.65 ? 1 : spoke
    }
    const { ring, vessels } = read(drawEgg(withLine(emptyEgg(DEPTH), star)))
    expect(vessels.netLength).toBeGreaterThan(1)
    expect(ring.shareOfLines).toBeLessThan(0.4)
  })

  it('an even glow has neither', () => {
    const { ring, vessels } = read(drawEgg(emptyEgg(DEPTH)))
    expect(ring.score).toBeLessThan(0.2)
    expect(vessels.netLength).toBe(0)
  })
})

describe('marks on the shell', () => {
  const spotted = (count: number): Drawing => {
    const spots = Array.from({ length: count }, (_, i) => ({
      u: 0.25 + 0.6 * ((i * 0.7548777) % 1),
      v: 1.4 * ((i * 0.5698403) % 1) - 0.7,
    }))
    return (u, v) =>
      emptyEgg(DEPTH)(u, v) *
      (spots.some((spot) => Math.hypot((u - spot.u) * 2.67, v - spot.v) < 0.035) ? 0.35 : 1)
  }
  it('many small spots are pigment and are bridged', () => {
    const before = drawEgg(spotted(30))
    const { frame, count } = removeSpeckles(before)
    expect(count).toBeGreaterThan(20)
    const darkest = (plane: EggFrame): number =>
      Math.min(
        ...plane.redLog.values.filter((_, at) => at % plane.lengthPx > 67 && at % plane.lengthPx < 187),
      )
    expect(darkest(frame)).toBeGreaterThan(darkest(before) + 0.5)
  })
  it('a net on a spotted shell outlives the bridging of its spots', () => {
    const net = (base: Drawing): Drawing =>
      withLine(
        base,
        (x, v) => Math.min(Math.abs(v - 0.5 * x), Math.abs(v + 0.4 * x)) + (Math.abs(x) > 0.9 ? 1 : 0),
      )
    const lengthOf = (drawing: Drawing): number =>
      read(removeSpeckles(drawEgg(drawing)).frame).vessels.netLength
    expect(lengthOf(spotted(30))).toBeLessThan(0.4)
    expect(lengthOf(net(spotted(30)))).toBeGreaterThan(0.5 * lengthOf(net(emptyEgg(DEPTH))))
  })

  it('one spot may be an embryo and stays', () => {
    const before = drawEgg(spotted(1))
    expect(removeSpeckles(before).frame).toBe(before)
  })
  it('grain on a plain shell is no pigment, and a ring in it stays', () => {
    const ringed = withLine(emptyEgg(DEPTH), (x, v) => Math.hypot(x - 0.05, v) - 0.45, 0.35, 0.03)
    for (const grain of [0.08, 0.15, 0.25]) {
      const before = drawEgg(ringed, { grain })
      expect(removeSpeckles(before).frame, `grain ${grain}`).toBe(before)
    }
    expect(read(drawEgg(ringed, { grain: 0.15 })).ring.score).toBeGreaterThan(0.8)
  })
  it('spots are found in grain as well', () => {
    expect(removeSpeckles(drawEgg(spotted(30), { grain: 0.1 })).count).toBeGreaterThan(20)
  })

  it('a bright hairline is a crack, a dark one is not', () => {
    const bright = drawEgg(
      withLine(emptyEgg(DEPTH), (x, v) => (Math.abs(x) < 0.5 ? v - 0.1 * Math.sin(9 * x) : 1), -0.7, 0.012),
    )
    expect(findCrack(bright, scaleSpace(bright), findContents(bright, CURVE)).score).toBeGreaterThan(0.8)
    const dark = drawEgg(
      withLine(emptyEgg(DEPTH), (x, v) => (Math.abs(x) < 0.5 ? v - 0.1 * Math.sin(9 * x) : 1), 0.7, 0.012),
    )
    expect(findCrack(dark, scaleSpace(dark), findContents(dark, CURVE))).toMatchObject({ points: [] })
  })
})
