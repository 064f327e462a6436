import { clamp } from '../clamp.ts'
import { toPicture, type Point } from '../geometry/egg-outline.ts'
import { components, distanceTo, type Mask } from '../image/morphology.ts'
import type { Plane } from '../image/plane.ts'
import type { Contents, EggPicture } from './contents.ts'
import type { EggFrame } from './egg-frame.ts'
import { facing, placesOn, type SphereCircle } from './ring-circles.ts'
import { bestArc, findCircle, type CircleSearch } from './circle-search.ts'
import { secondDerivative, clutterOf, MIDDLE, ridgeAt, type SmoothPlane } from './ridges.ts'

export interface Ring {
  /** 0–1: strength of evidence for one smooth, unbranched closed curve, arc or line. */
  score: number
  scoreSd: number
  /** Share of the circle that is seen as a dark line. */
  visibleShare: number
  /** Sum of line along the best arc, ÷ that of a well-seen half circle. */
  support: number
  /** Share of all dark lines in the contents that lie on this curve; a ring stands alone, a vessel does not. */
  shareOfLines: number
  /** Dark-line pixels of the frame that lie on it. */
  lineMask: Uint8Array
  /** Points of the seen curve in the working picture. */
  points: Point[]
}

interface Traced {
  support: number
  share: number
  points: Array<{ column: number; row: number }>
}

/** Circles from the rough look that are looked at closely, and of these how many are moved to where they fit best. */
const SEARCH: CircleSearch = {
  samples: 56,
  closely: 40,
  polished: 6,
  arc: { addsFrom: 0.5, gap: 0.12, full: 0.25, leastVisible: 1 / 5.6 },
  moves: { first: 0.08, least: 0.008, shrink: 0.6, rounds: 14 },
}
/**
 * Bend of log light that counts as one unit of line: this multiple of the curvature that mottling and grain cause in this picture, within
 * bounds. A faint ring shows on a clean shell and not on a mottled one.
 */
const LINE_TO_CLUTTER = 4
const LINE_UNIT = { least: 0.02, most: 0.06 } as const

/**
 * A blood ring lies on the yolk's upper surface, so in the picture it is a circle on the egg's ball, seen from
 * any side: round in the middle, a narrow ellipse or a straight line at the limb. All such circles are tried,
 * and the dark line along each is weighed against the lines that cross it or run beside it.
 */
export function measureRing(
  { frame, scales, contents }: EggPicture,
  { unlit, dark, lines }: { unlit: Mask; dark: Mask; lines: Mask },
): Ring {
  const usable = usablePixels(frame, contents, unlit, dark)
  const clutter = clutterOf(scales.lines[MIDDLE]!, usable)
  const unit = clamp(LINE_TO_CLUTTER * clutter, LINE_UNIT.least, LINE_UNIT.most)
  const light: RingLight = { frame, lines: scales.lines[MIDDLE]!, usable, unit }
  const map = lineMap(light)
  const circle = findCircle(
    { rough: roughLine(light, map), along: (places) => lineAlong(light, places) },
    SEARCH,
  )
  const traced = trace(light, circle)
  const { mask } = linesOn(lines, traced)
  const { share } = linesOn(clearLines(map), traced)
  const logOdds = clamp((traced.support - 0.6) / 0.08, -6, 6) + clamp((share - 0.28) / 0.04, -5, 3)
  const score = traced.points.length === 0 ? 0 : 1 / (1 + Math.exp(-clamp(logOdds, -8, 8)))
  return {
    score,
    scoreSd: 0.02 + 0.5 * score * (1 - score),
    visibleShare: traced.share,
    support: traced.support,
    shareOfLines: share,
    lineMask: mask,
    points: traced.points.map(({ column, row }) => frameToPicture(frame, column, row)),
  }
}

interface RingLight {
  frame: EggFrame
  lines: SmoothPlane
  usable: Uint8Array
  /** {@link LINE_UNIT} of this picture. */
  unit: number
}

/** Strength from which a pixel is clearly part of a line, and the fewest of them that are one. */
const CLEAR_LINE = 0.9
const FEWEST_PX = 7

/** Lines as strong as a ring is looked for here: a faint ring may stand alone where nothing counts as a vessel. */
function clearLines(map: Plane): Mask {
  const strong = new Uint8Array(map.values.length)
  for (let at = 0; at < strong.length; at++) if (map.values[at]! > CLEAR_LINE) strong[at] = 1
  const { widthPx, heightPx } = map
  const values = new Uint8Array(strong.length)
  for (const piece of components({ widthPx, heightPx, values: strong }, FEWEST_PX))
    for (const at of piece.pixels) values[at] = 1
  return { widthPx, heightPx, values }
}

/** How near a dark-line pixel must be to the curve to be part of it, frame pixels. */
const ON_CURVE_PX = 4
const FARTHEST_JOINED_PX = 33

function linesOn(lines: Mask, traced: Traced): { mask: Uint8Array; share: number } {
  const near = nearPolyline(lines, traced.points)
  const mask = new Uint8Array(lines.values.length)
  let on = 0
  let all = 0
  for (let at = 0; at < mask.length; at++) {
    if (!lines.values[at]) continue
    all++
    if (!near[at]) continue
    mask[at] = 1
    on++
  }
  // Where no dark line was found at all, what was traced is mottling rather than a ring.
  return { mask, share: all > 20 ? on / all : 0.2 }
}

/** Pixels within {@link ON_CURVE_PX} of the chords between neighbouring points; points far apart are not joined. */
function nearPolyline({ widthPx, heightPx }: Mask, points: Traced['points']): Uint8Array {
  const near = new Uint8Array(widthPx * heightPx)
  for (let i = 1; i < points.length; i++) {
    const a = points[i - 1]!
    const dx = points[i]!.column - a.column
    const dy = points[i]!.row - a.row
    const square = Math.max(1e-6, dx * dx + dy * dy)
    if (square > FARTHEST_JOINED_PX ** 2) continue
    const top = Math.max(0, Math.floor(Math.min(a.row, a.row + dy) - ON_CURVE_PX))
    const bottom = Math.min(heightPx - 1, Math.ceil(Math.max(a.row, a.row + dy) + ON_CURVE_PX))
    const left = Math.max(0, Math.floor(Math.min(a.column, a.column + dx) - ON_CURVE_PX))
    const right = Math.min(widthPx - 1, Math.ceil(Math.max(a.column, a.column + dx) + ON_CURVE_PX))
    for (let row = top; row <= bottom; row++) {
      for (let column = left; column <= right; column++) {
        const x = column + 0.5 - a.column
        const y = row + 0.5 - a.row
        const t = Math.max(0, Math.min(1, (x * dx + y * dy) / square))
        if ((x - t * dx) ** 2 + (y - t * dy) ** 2 < ON_CURVE_PX ** 2) near[row * widthPx + column] = 1
      }
    }
  }
  return near
}

function frameToPicture(frame: EggFrame, column: number, row: number): Point {
  return toPicture(
    frame.outline,
    frame.outline.halfLengthPx - column * frame.step,
    (row - frame.heightPx / 2) * frame.step,
  )
}

/** The edge of a shadow, and of a finger before the egg, bends the light like a line; it and what is dark are left out. */
export function usablePixels(frame: EggFrame, contents: Contents, unlit: Mask, dark: Mask): Uint8Array {
  const fromShadow = distanceTo(dark, 1)
  const clear = Math.round(0.022 * frame.lengthPx)
  const usable = new Uint8Array(contents.mask.length)
  for (let row = 5; row < frame.heightPx - 5; row++) {
    for (let column = clear; column < frame.lengthPx - 5; column++) {
      const at = row * frame.lengthPx + column
      if (
        contents.mask[at] &&
        contents.mask[at - clear] &&
        !unlit.values[at] &&
        fromShadow[at]! > 5.4 &&
        Math.abs(row + 0.5 - frame.heightPx / 2) < 0.975 * frame.radiusPx[column]!
      )
        usable[at] = 1
    }
  }
  return usable
}

/** How far beside the circle its line may run, frame pixels. */
const BESIDE_PX = [-2.7, -1.35, 0, 1.35, 2.7] as const

/** Strength of a dark line at each place, −0.8…1.2; NaN where it cannot be seen. Fills `found` with where it ran. */
function lineAlong(
  { frame, lines: light, usable, unit }: RingLight,
  places: Float32Array,
  found?: Array<{ column: number; row: number } | null>,
): Float32Array {
  const { lengthPx, heightPx, radiusPx } = frame
  const lines = new Float32Array(places.length / 4).fill(NaN)
  for (let i = 0; i < lines.length; i++) {
    const u = places[4 * i]!
    found?.push(null)
    if (Number.isNaN(u)) continue
    const column = u * lengthPx
    const row =
      heightPx / 2 + places[4 * i + 1]! * radiusPx[Math.min(lengthPx - 1, Math.max(0, Math.floor(column)))]!
    const outerColumn = places[4 * i + 2]! * lengthPx
    const outerRow =
      heightPx / 2 +
      places[4 * i + 3]! * radiusPx[Math.min(lengthPx - 1, Math.max(0, Math.floor(outerColumn)))]!
    const size = Math.sqrt((outerColumn - column) ** 2 + (outerRow - row) ** 2)
    if (size < 1e-6) continue
    const dx = (outerColumn - column) / size
    const dy = (outerRow - row) / size
    let strongest = -Infinity
    for (const offset of BESIDE_PX) {
      const x = column + offset * dx
      const y = row + offset * dy
      const at = Math.floor(y) * lengthPx + Math.floor(x)
      if (x < 0 || x >= lengthPx || y < 0 || y >= heightPx || !usable[at]) continue
      const line =
        (secondDerivative(light, at, dx, dy) - 0.7 * Math.abs(secondDerivative(light, at, -dy, dx))) / unit -
        0.09 * Math.abs(offset)
      if (line > strongest) {
        strongest = line
        if (found) found[i] = { column: x, row: y }
      }
    }
    if (strongest > -Infinity) lines[i] = clamp(strongest, -0.8, 1.2)
  }
  return lines
}

/** How much line may lie at a sample of a circle: whatever way the lines run, so that it is cheap. */
function roughLine(
  { frame: { lengthPx, heightPx, radiusPx } }: RingLight,
  map: Plane,
): (u: number, v: number) => number {
  const nearLine = highestAround(map)
  return (u, v) => {
    const column = Math.min(lengthPx - 1, Math.floor(u * lengthPx))
    const row = Math.floor(heightPx / 2 + v * radiusPx[column]!)
    return row >= 0 && row < heightPx ? nearLine.values[row * lengthPx + column]! : NaN
  }
}

/** Strength of a dark line at each usable pixel, −0.8…1.2; NaN elsewhere. */
function lineMap({ frame, lines, usable, unit }: RingLight): Plane {
  const map: Plane = {
    widthPx: frame.lengthPx,
    heightPx: frame.heightPx,
    values: new Float32Array(usable.length).fill(NaN),
  }
  for (let at = 0; at < usable.length; at++) {
    if (!usable[at]) continue
    const { across, along } = ridgeAt(lines, at)
    map.values[at] = clamp((across - 0.7 * Math.abs(along)) / unit, -0.8, 1.2)
  }
  return map
}

/** Highest value within two pixels along rows and columns; NaN where there is none. */
function highestAround({ widthPx, heightPx, values }: Plane): Plane {
  const pass = (from: Float32Array, step: number): Float32Array => {
    const out = new Float32Array(from.length).fill(NaN)
    for (let at = 2 * widthPx; at < from.length - 2 * widthPx; at++) {
      let highest = -Infinity
      for (let k = -2; k <= 2; k++) if (from[at + k * step]! > highest) highest = from[at + k * step]!
      if (highest > -Infinity) out[at] = highest
    }
    return out
  }
  return { widthPx, heightPx, values: pass(pass(values, 1), widthPx) }
}

function trace(light: RingLight, circle: SphereCircle): Traced {
  const found: Array<{ column: number; row: number } | null> = []
  const places = placesOn(circle, SEARCH.samples)
  const { support, from, to } = bestArc(lineAlong(light, places, found), facing(places), SEARCH.arc)
  const points: Array<{ column: number; row: number }> = []
  for (let i = from; i <= to && support > 0; i++) {
    const point = found[i % SEARCH.samples]
    if (point) points.push(point)
  }
  return { support, share: points.length / SEARCH.samples, points }
}
