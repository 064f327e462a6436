import { toPicture, type Point } from '../geometry/egg-outline.ts'
import { distanceTo, type Mask } from '../image/morphology.ts'
import type { Contents } from './contents.ts'
import type { EggFrame } from './egg-frame.ts'
import { bendAlong, curvature, type Curvature } from './ridges.ts'

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

interface SphereCircle {
  /** Unit normal of the circle's plane; x toward the blunt pole, y across, z toward the camera. */
  normal: readonly [number, number, number]
  halfAngleRad: number
}

interface Traced {
  support: number
  share: number
  points: Array<{ column: number; row: number }>
}

const SAMPLES = 56
/** Bend of log light that counts as one unit of line. */
const LINE_UNIT = 0.045

/**
 * A blood ring lies on the yolk's upper surface, so in the picture it is a circle on the egg's ball, seen from
 * any side: round in the middle, a narrow ellipse or a straight line at the limb. All such circles are tried,
 * and the dark line along each is weighed against the lines that cross it or run beside it.
 */
export function measureRing(frame: EggFrame, contents: Contents, unlit: Mask, shadow: Mask, lines: Mask): Ring {
  const red = curvature(frame.redLog, 2.4)
  const green = curvature(frame.greenLog, 2.4)
  const usable = usablePixels(frame, contents, unlit, shadow)
  let best: { circle: SphereCircle; traced: Traced } | null = null
  for (const normal of hemisphere(17)) {
    for (let degrees = 9; degrees <= 52; degrees += 4) {
      const circle = { normal, halfAngleRad: (degrees * Math.PI) / 180 }
      const traced = trace(frame, usable, red, green, circle)
      if (!best || traced.support > best.traced.support) best = { circle, traced }
    }
  }
  if (!best) throw new Error('no circle was tried')
  best = polish(frame, usable, red, green, best)
  const { traced } = best
  const { mask, share } = linesOn(lines, traced)
  const logOdds = limit((traced.support - 0.6) / 0.08, 6) + Math.max(-5, Math.min(3, (share - 0.28) / 0.04))
  const score = traced.points.length === 0 ? 0 : 1 / (1 + Math.exp(-limit(logOdds, 8)))
  return {
    score, scoreSd: 0.02 + 0.5 * score * (1 - score), visibleShare: traced.share, support: traced.support,
    shareOfLines: share, lineMask: mask,
    points: traced.points.map(({ column, row }) => frameToPicture(frame, column, row)),
  }
}

function limit(value: number, size: number): number {
  return Math.max(-size, Math.min(size, value))
}

/** How near a dark-line pixel must be to the curve to be part of it, frame pixels. */
const ON_CURVE_PX = 6

function linesOn(lines: Mask, traced: Traced): { mask: Uint8Array; share: number } {
  const mask = new Uint8Array(lines.values.length)
  let on = 0
  let all = 0
  for (let at = 0; at < mask.length; at++) {
    if (!lines.values[at]) continue
    all++
    const x = (at % lines.widthPx) + 0.5
    const y = Math.floor(at / lines.widthPx) + 0.5
    // The gap between samples is wider than the reach: measure to the chord between neighbours.
    const points = traced.points
    for (let i = 1; i < points.length; i++) {
      const a = points[i - 1]!
      const b = points[i]!
      const dx = b.column - a.column
      const dy = b.row - a.row
      const square = dx * dx + dy * dy
      if (square > 2500) continue
      const t = Math.max(0, Math.min(1, ((x - a.column) * dx + (y - a.row) * dy) / Math.max(1e-6, square)))
      if (Math.hypot(x - a.column - t * dx, y - a.row - t * dy) < ON_CURVE_PX) {
        mask[at] = 1
        on++
        break
      }
    }
  }
  // Where no dark line was found at all, what was traced is mottling rather than a ring.
  return { mask, share: all > 40 ? on / all : 0.2 }
}

function frameToPicture(frame: EggFrame, column: number, row: number): Point {
  return toPicture(frame.outline, frame.outline.halfLengthPx - column * frame.step, (row - frame.heightPx / 2) * frame.step)
}

/** A shadow's own edge bends the light like a line; it and what is dark are left out. */
function usablePixels(frame: EggFrame, contents: Contents, unlit: Mask, shadow: Mask): Uint8Array {
  const fromShadow = distanceTo(shadow, 1)
  const clear = Math.round(0.022 * frame.lengthPx)
  const usable = new Uint8Array(contents.mask.length)
  for (let row = 8; row < frame.heightPx - 8; row++) {
    for (let column = clear; column < frame.lengthPx - 8; column++) {
      const at = row * frame.lengthPx + column
      if (contents.mask[at] && contents.mask[at - clear] && !unlit.values[at] && fromShadow[at]! > 8 &&
        Math.abs(row + 0.5 - frame.heightPx / 2) < 0.975 * frame.radiusPx[column]!) usable[at] = 1
    }
  }
  return usable
}

/** Directions on the half facing the camera, some `step` apart per quarter turn (Fibonacci lattice). */
function hemisphere(perQuarter: number): Array<readonly [number, number, number]> {
  const count = Math.round(perQuarter * perQuarter * 1.3)
  const golden = Math.PI * (3 - Math.sqrt(5))
  return Array.from({ length: count }, (_, i) => {
    const z = -0.12 + (1.12 * (i + 0.5)) / count
    const r = Math.sqrt(Math.max(0, 1 - z * z))
    return [r * Math.cos(golden * i), r * Math.sin(golden * i), z] as const
  })
}

function trace(frame: EggFrame, usable: Uint8Array, red: Curvature, green: Curvature, circle: SphereCircle): Traced {
  const [nx, ny, nz] = circle.normal
  const c = Math.cos(circle.halfAngleRad)
  const s = Math.sin(circle.halfAngleRad)
  // Two unit vectors across the normal.
  const flat = Math.hypot(nx, ny)
  const [ax, ay, az] = flat > 1e-6 ? [-ny / flat, nx / flat, 0] : [1, 0, 0]
  const bx = ny * az - nz * ay
  const by = nz * ax - nx * az
  const bz = nx * ay - ny * ax
  const lines = new Float32Array(SAMPLES).fill(NaN)
  const points: Array<{ column: number; row: number } | null> = []
  for (let i = 0; i < SAMPLES; i++) {
    const phi = (2 * Math.PI * i) / SAMPLES
    const cp = Math.cos(phi) * s
    const sp = Math.sin(phi) * s
    const x = nx * c + ax * cp + bx * sp
    const y = ny * c + ay * cp + by * sp
    const z = nz * c + az * cp + bz * sp
    points.push(null)
    if (z < 0.02) continue
    const here = toFrame(frame, x, y)
    // The line's normal in the picture, from a slightly wider circle.
    const wider = 0.03
    const there = toFrame(frame, x * (1 - wider) + nx * wider * c, y * (1 - wider) + ny * wider * c)
    const size = Math.hypot(there.column - here.column, there.row - here.row)
    if (size < 1e-6) continue
    const dx = (there.column - here.column) / size
    const dy = (there.row - here.row) / size
    let strongest = -Infinity
    let place = here
    let allowed = false
    for (let offset = -4; offset <= 4; offset += 2) {
      const column = here.column + offset * dx
      const row = here.row + offset * dy
      const at = Math.floor(row) * frame.lengthPx + Math.floor(column)
      if (column < 0 || column >= frame.lengthPx || row < 0 || row >= frame.heightPx || !usable[at]) continue
      allowed = true
      const across = Math.min(bendAlong(red, at, dx, dy), bendAlong(green, at, dx, dy) * 1.3)
      const along = Math.abs(bendAlong(red, at, -dy, dx))
      const line = (across - 0.7 * along) / LINE_UNIT - 0.06 * Math.abs(offset)
      if (line > strongest) {
        strongest = line
        place = { column, row }
      }
    }
    if (!allowed) continue
    lines[i] = Math.min(1.2, Math.max(-0.8, strongest))
    points[i] = place
  }
  return longestArc(lines, points)
}

/** Ball coordinates to the frame: along the axis as it is, across in shares of the local half-breadth. */
function toFrame(frame: EggFrame, x: number, y: number): { column: number; row: number } {
  const column = ((1 - x) / 2) * frame.lengthPx
  const radius = frame.radiusPx[Math.min(frame.lengthPx - 1, Math.max(0, Math.floor(column)))]!
  return { column, row: frame.heightPx / 2 + (y / Math.sqrt(Math.max(1e-4, 1 - x * x))) * radius }
}

/**
 * The run of samples with the largest sum of (line − ½), round the circle; gaps cost, so scattered crossings
 * of vessels do not add up. Support is that sum ÷ what half the circle would give.
 */
function longestArc(lines: Float32Array, points: Array<{ column: number; row: number } | null>): Traced {
  let best = 0
  let bestFrom = 0
  let bestTo = 0
  let sum = 0
  let from = 0
  let visible = 0
  for (const line of lines) if (!Number.isNaN(line)) visible++
  if (visible < 10) return { support: 0, share: 0, points: [] }
  for (let i = 0; i < 2 * SAMPLES; i++) {
    const line = lines[i % SAMPLES]!
    sum += Number.isNaN(line) ? -0.12 : line - 0.5
    if (sum <= 0 || i - from >= SAMPLES) {
      sum = 0
      from = i + 1
    } else if (sum > best) {
      best = sum
      bestFrom = from
      bestTo = i
    }
  }
  const run: Array<{ column: number; row: number }> = []
  for (let i = bestFrom; i <= bestTo; i++) {
    const point = points[i % SAMPLES]
    if (point) run.push(point)
  }
  return { support: best / (0.25 * SAMPLES), share: run.length / SAMPLES, points: run }
}

function polish(
  frame: EggFrame, usable: Uint8Array, red: Curvature, green: Curvature, start: { circle: SphereCircle; traced: Traced },
): { circle: SphereCircle; traced: Traced } {
  let best = start
  let step = 0.06
  for (let round = 0; round < 4; round++, step *= 0.55) {
    const [x, y, z] = best.circle.normal
    for (const dx of [-step, 0, step]) {
      for (const dy of [-step, 0, step]) {
        for (const dAngle of [-step, 0, step]) {
          const size = Math.hypot(x + dx, y + dy, z)
          const circle = {
            normal: [(x + dx) / size, (y + dy) / size, z / size] as const,
            halfAngleRad: Math.max(0.12, best.circle.halfAngleRad + dAngle),
          }
          const traced = trace(frame, usable, red, green, circle)
          if (traced.support > best.traced.support) best = { circle, traced }
        }
      }
    }
  }
  return best
}
