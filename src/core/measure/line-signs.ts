import { clamp } from '../clamp.ts'
import { toPicture, type Point } from '../geometry/egg-outline.ts'
import type { EggFrame } from './egg-frame.ts'
import {
  DIRECTIONS,
  findLongLines,
  lineColours,
  strongest,
  type LinePlace,
  type LongLines,
} from './long-lines.ts'
import { bloodLight } from './ridges.ts'
import { facing, placesOn, type SphereCircle } from './ring-circles.ts'
import { bestArc, findCircle, type CircleSearch } from './circle-search.ts'

/** What long lines say of the contents, whether they are vessels or a ring. */
export interface LineSigns {
  /** Line along the best circle on the egg’s ball, ÷ that of a well-seen half circle. */
  curve: number
  /** Mean strength along its best arc, standard deviations. */
  curveStrength: number
  /** Share of the circle that the arc takes. */
  curveShare: number
  /** Share of all long lines that lie along the arc. */
  curveAlone: number
  /** How much more line lies on the arc than runs beside it. */
  curveContrast: number
  /** Length of all long lines, egg lengths. */
  length: number
  /** Length of the lines that stand out clearly, egg lengths. */
  clearLength: number
  /** Share of line places beside which a line of another direction begins: branches. */
  branching: number
  /** Depth of the arc’s line in green less that in red, ÷ both: blood is well above nought, pigment about there. */
  curveBlood: number
  /** The same of all lines. */
  blood: number
  /** Log light by which a line that just stands out is darker. */
  faintest: number
}

/** How surely a line of whatever direction runs through each place, standard deviations; half the frame’s scale. */
export interface LineMap {
  widthPx: number
  heightPx: number
  strength: Float32Array
}

const SEARCH: CircleSearch = {
  samples: 48,
  closely: 24,
  polished: 4,
  arc: { addsFrom: 0.42, gap: 0.1, full: 0.29, leastVisible: 0 },
  moves: { first: 0.06, least: 0.012, shrink: 0.55, rounds: 8 },
}
/** Standard deviations that count as one unit of line. */
const UNIT_SD = 4
/** Strength of a place that is part of a line, and of one that clearly is. */
const LINE = 3.2
const CLEAR_LINE = 6
/** How far beside a circle its line may run, map pixels. */
const BESIDE = [-2, -1, 0, 1, 2] as const

/**
 * @param emptyLog - log red light of an empty egg at each pixel of the frame
 * @param usable - pixels of the frame in which lines can be seen
 */
export function readLines(
  frame: EggFrame,
  emptyLog: Float32Array,
  usable: Uint8Array,
): { signs: LineSigns; arc: Point[]; map: LineMap } {
  const light = bloodLight(frame)
  for (let at = 0; at < light.values.length; at++) light.values[at]! -= emptyLog[at]!
  const lines = findLongLines(light, usable)
  const strong = strongest(lines)
  const circle = findCircle(
    {
      rough: roughLine(frame, lines, strong.strength),
      along: (places) => strengths(frame, lines, places),
    },
    SEARCH,
  )
  const { arc, ...curve } = alongArc({ frame, lines, usable, strength: strong.strength }, circle)
  return {
    signs: { ...curve, ...ofAll(frame, lines, usable, strong), faintest: LINE * lines.unit },
    arc: arc.map((at) => inPicture(frame, lines, at)),
    map: { widthPx: lines.widthPx, heightPx: lines.heightPx, strength: strong.strength },
  }
}

/** A place of the map in the working picture. */
function inPicture({ outline, step, heightPx }: EggFrame, { widthPx }: LongLines, at: number): Point {
  const column = 2 * (at % widthPx) + 1
  const row = 2 * Math.floor(at / widthPx) + 1
  return toPicture(outline, outline.halfLengthPx - column * step, (row - heightPx / 2) * step)
}

/** How much line may lie at a sample of a circle, whatever way it runs there. */
function roughLine(
  { lengthPx, heightPx: frameHeightPx, radiusPx }: EggFrame,
  { widthPx, heightPx }: LongLines,
  strength: Float32Array,
): (u: number, v: number) => number {
  const near = new Float32Array(strength.length)
  for (let at = widthPx + 1; at < near.length - widthPx - 1; at++) {
    let most = 0
    for (let row = at - widthPx; row <= at + widthPx; row += widthPx)
      for (let k = row - 1; k <= row + 1; k++) if (strength[k]! > most) most = strength[k]!
    near[at] = Math.min(1.4, most / UNIT_SD)
  }
  return (u, v) => {
    const column = Math.min(lengthPx - 1, Math.floor(u * lengthPx))
    const row = Math.floor((frameHeightPx / 2 + v * radiusPx[column]!) / 2)
    return row >= 0 && row < heightPx ? near[row * widthPx + (column >> 1)]! : NaN
  }
}

/** Half-breadth at a share of the length, frame pixels. */
function radiusAt(radiusPx: Float32Array, share: number): number {
  return radiusPx[Math.min(radiusPx.length - 1, Math.max(0, Math.floor(share * radiusPx.length)))]!
}

/** Where a sample of a circle lies in the map; null where it cannot be seen. */
function placeOf(
  { lengthPx, heightPx, radiusPx }: EggFrame,
  lines: LongLines,
  places: Float32Array,
  i: number,
) {
  const u = places[4 * i]!
  if (Number.isNaN(u)) return null
  const x = (u * lengthPx) / 2
  const y = (heightPx / 2 + places[4 * i + 1]! * radiusAt(radiusPx, u)) / 2
  const outer = places[4 * i + 2]!
  const dx = (outer * lengthPx) / 2 - x
  const dy = (heightPx / 2 + places[4 * i + 3]! * radiusAt(radiusPx, outer)) / 2 - y
  const size = Math.sqrt(dx * dx + dy * dy)
  return size < 1e-6 || x < 0 || y < 0 || x >= lines.widthPx || y >= lines.heightPx
    ? null
    : { x, y, nx: dx / size, ny: dy / size }
}

function directionOf(nx: number, ny: number): number {
  return (Math.round((Math.atan2(ny, nx) * DIRECTIONS) / Math.PI) + 2 * DIRECTIONS) % DIRECTIONS
}

/** Line at each sample of a circle, units within −0.5…1.4; NaN where it cannot be seen. */
function strengths(
  frame: EggFrame,
  lines: LongLines,
  places: Float32Array,
  found?: Array<LinePlace | null>,
): Float32Array {
  const out = new Float32Array(SEARCH.samples).fill(NaN)
  for (let i = 0; i < SEARCH.samples; i++) {
    found?.push(null)
    const place = placeOf(frame, lines, places, i)
    if (!place) continue
    const direction = directionOf(place.nx, place.ny)
    const values = lines.byDirection[direction]!
    let best = -Infinity
    for (const offset of BESIDE) {
      const column = Math.floor(place.x + offset * place.nx)
      const row = Math.floor(place.y + offset * place.ny)
      if (column < 0 || row < 0 || column >= lines.widthPx || row >= lines.heightPx) continue
      const value = values[row * lines.widthPx + column]! / UNIT_SD - 0.06 * Math.abs(offset)
      if (value > best) {
        best = value
        if (found) found[i] = { at: row * lines.widthPx + column, direction }
      }
    }
    if (best > -Infinity) out[i] = clamp(best, -0.5, 1.4)
  }
  return out
}

interface Lines {
  frame: EggFrame
  lines: LongLines
  usable: Uint8Array
  /** In whatever direction, at each place of the map. */
  strength: Float32Array
}

function alongArc({ frame, lines, usable, strength }: Lines, circle: SphereCircle) {
  const places = placesOn(circle, SEARCH.samples)
  const found: Array<LinePlace | null> = []
  const arc = bestArc(strengths(frame, lines, places, found), facing(places), SEARCH.arc)
  const near = new Set<number>()
  const sizes: number[] = []
  const onArc: LinePlace[] = []
  const beside: number[] = []
  for (let i = arc.from; i <= arc.to && arc.support > 0; i++) {
    const place = found[i % SEARCH.samples]
    const middle = placeOf(frame, lines, places, i % SEARCH.samples)
    if (!place || !middle) continue
    onArc.push(place)
    sizes.push(lines.byDirection[place.direction]![place.at]!)
    for (let dy = -2; dy <= 2; dy++)
      for (let dx = -2; dx <= 2; dx++) near.add(place.at + dy * lines.widthPx + dx)
    for (const offset of [-7, -5, 5, 7]) {
      const column = Math.floor(middle.x + offset * middle.nx)
      const row = Math.floor(middle.y + offset * middle.ny)
      if (column < 0 || row < 0 || column >= lines.widthPx || row >= lines.heightPx) continue
      const value = lines.byDirection[place.direction]![row * lines.widthPx + column]!
      if (value === value) beside.push(Math.max(0, value))
    }
  }
  let on = 0
  let all = 0
  for (let at = 0; at < strength.length; at++) {
    if (strength[at]! < LINE) continue
    all++
    if (near.has(at)) on++
  }
  const mean = (values: readonly number[]): number =>
    values.length === 0 ? 0 : values.reduce((sum, value) => sum + value, 0) / values.length
  return {
    /** Places of the map. */
    arc: onArc.map(({ at }) => at),
    curve: arc.support,
    curveStrength: mean(sizes),
    curveShare: sizes.length / SEARCH.samples,
    curveAlone: all > 12 ? on / all : 0.2,
    curveContrast: mean(sizes) - mean(beside),
    curveBlood: bloodiness(lineColours(frame, usable, onArc)),
  }
}

/** Map pixels that a line is wide. */
const LINE_WIDTH = 2.4

function ofAll(
  frame: EggFrame,
  lines: LongLines,
  usable: Uint8Array,
  { strength, direction }: ReturnType<typeof strongest>,
): Pick<LineSigns, 'length' | 'clearLength' | 'branching' | 'blood'> {
  const { widthPx } = lines
  const places: LinePlace[] = []
  let clear = 0
  let branches = 0
  for (let at = 3 * widthPx; at < strength.length - 3 * widthPx; at++) {
    if (strength[at]! < LINE) continue
    places.push({ at, direction: direction[at]! })
    if (strength[at]! > CLEAR_LINE) clear++
    for (const step of [-3, 3, -3 * widthPx, 3 * widthPx]) {
      if (strength[at + step]! < LINE) continue
      const turn = Math.abs(direction[at + step]! - direction[at]!)
      if (Math.min(turn, DIRECTIONS - turn) > 2) {
        branches++
        break
      }
    }
  }
  const perLength = 1 / (LINE_WIDTH * (frame.lengthPx / 2))
  return {
    length: places.length * perLength,
    clearLength: clear * perLength,
    branching: branches / Math.max(20, places.length),
    blood: bloodiness(lineColours(frame, usable, places)),
  }
}

/** Log light so small that no colour can be told. */
const COLOURLESS = 0.02

function bloodiness({ red, green }: { red: number; green: number }): number {
  return (green - red) / (Math.abs(green) + Math.abs(red) + COLOURLESS)
}
