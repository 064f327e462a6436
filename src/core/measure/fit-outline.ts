import { blur, sampleBilinear, type Plane } from '../image/plane.ts'
import type { LinearImage } from '../image/linear.ts'
import { NormalEquations } from '../geometry/linear-system.ts'
import { curvePoint, toPicture, type EggOutline } from '../geometry/egg-outline.ts'
import type { Glow, GlowPatch } from './find-glow.ts'

/** What is believed of the shape before looking. */
export interface ShapePrior {
  /** Breadth ÷ length. */
  aspect: number
  taper: number
  taperSd: number
}

export interface OutlineFit {
  outline: EggOutline
  /** Standard uncertainty of the edge's place along its normal, px. */
  edgeSdPx: number
  /** Standard uncertainty of the taper. */
  taperSd: number
  /** Share of the curve that lies on a seen edge. */
  seenShare: number
  /** Mean agreement of the picture with the curve, about −1…1. */
  score: number
  /** For each of {@link CURVE_POINTS} even steps of φ: was an edge seen there? */
  seen: boolean[]
}

/** Spread of breadth ÷ length among eggs of one species. */
const ASPECT_SD = 0.045
/** Bulge among kept birds' eggs; centre and spread. */
const BULGE = { mean: -0.03, sd: 0.05 }
export const CURVE_POINTS = 160
/** Linear light under which red counts as none; keeps quantisation noise out of the logarithm. */
const FLOOR = 0.0012

export interface EdgePlanes {
  /** Linear light, slightly blurred. */
  red: Plane
  blue: Plane
  /** Log red light of the background. */
  backgroundLog: number
  /** Some blue light in the background: the dark part of an egg may stand out against it. */
  roomIsLit: boolean
  /** From background to bright egg, log units; at least 1. */
  rangeLog: number
}

export function edgePlanes(image: LinearImage, glow: Glow): EdgePlanes {
  const { widthPx, heightPx } = image
  const backgroundLog = Math.log(glow.backgroundRed + FLOOR)
  return {
    red: blur({ widthPx, heightPx, values: image.red }, 1.2),
    blue: blur({ widthPx, heightPx, values: image.blue }, 1.6),
    backgroundLog,
    roomIsLit: glow.backgroundBlue > FLOOR,
    rangeLog: Math.max(1, Math.log(glow.brightRed + FLOOR) - backgroundLog),
  }
}

/**
 * Finds egg outlines that the trustworthy part of the edge allows. Many starts, because a late embryo leaves
 * only the air cell's end glowing and the rest must be inferred from the shape of eggs.
 * @param planes - of a small picture (some 200 px): this tries dozens of starts
 * @returns the likeliest few, best first; empty when no start settles on an edge
 */
export function proposeOutlines(planes: EdgePlanes, patch: GlowPatch, prior: ShapePrior): OutlineFit[] {
  return startingShapes(patch, prior)
    .map((start) => settle(planes, start, prior, { points: 48, gatePx: 0.3 * start.halfLengthPx, rounds: 8 }))
    .filter((fit): fit is OutlineFit => fit !== null)
    .sort((a, b) => b.score - a.score)
    .slice(0, 4)
}

/** Last rounds with a narrow gate, from a nearly right outline. */
export function refineOutline(planes: EdgePlanes, outline: EggOutline, prior: ShapePrior): OutlineFit | null {
  return settle(planes, outline, prior, { points: CURVE_POINTS, gatePx: 0.1 * outline.halfLengthPx, rounds: 10 })
}

function startingShapes(patch: GlowPatch, prior: ShapePrior): EggOutline[] {
  const starts: EggOutline[] = []
  const push = (axisRad: number, halfLengthPx: number, shiftAlong: number): void => {
    starts.push({
      centre: {
        x: patch.centre.x + shiftAlong * Math.cos(axisRad),
        y: patch.centre.y + shiftAlong * Math.sin(axisRad),
      },
      axisRad,
      halfLengthPx,
      halfBreadthPx: halfLengthPx * prior.aspect,
      taper: prior.taper,
      bulge: BULGE.mean,
    })
  }
  const areaLength = Math.sqrt(patch.areaPx / (Math.PI * prior.aspect))
  for (let k = 0; k < 12; k++) push(patch.axisRad + (k * Math.PI) / 6, areaLength, 0)
  for (let k = 0; k < 16; k++) {
    const axisRad = patch.axisRad + (k * Math.PI) / 8
    for (const growth of [1.25, 1.6]) push(axisRad, areaLength * growth, -areaLength * (growth - 1))
  }
  return starts
}

interface SettleOptions {
  points: number
  gatePx: number
  rounds: number
}

/** Gauss–Newton on edge offsets along the normals, with Tukey weights and a narrowing gate. */
function settle(planes: EdgePlanes, start: EggOutline, prior: ShapePrior, options: SettleOptions): OutlineFit | null {
  let outline = start
  let gate = options.gatePx
  let edgeSdPx = 1
  let taperSd = prior.taperSd
  const tightest = Math.max(3, 0.018 * start.halfLengthPx)
  for (let round = 0; round < options.rounds; round++) {
    const edges = findEdges(planes, outline, options.points, gate)
    const spread = robustSpread(edges)
    edgeSdPx = Math.max(0.35, spread)
    const step = newtonStep(outline, edges, prior, edgeSdPx, Math.max(tightest / 2, 3 * spread, 0.7 * gate))
    if (!step) return null
    outline = step.outline
    taperSd = step.taperSd
    if (!isPlausible(outline, planes.red)) return null
    gate = Math.max(tightest, gate * 0.62)
  }
  return { outline, edgeSdPx, taperSd, ...scoreOutline(planes, outline) }
}

function isPlausible(outline: EggOutline, plane: Plane): boolean {
  const longest = Math.max(plane.widthPx, plane.heightPx)
  const aspect = outline.halfBreadthPx / outline.halfLengthPx
  return (
    outline.halfLengthPx > 12 && outline.halfLengthPx < 0.9 * longest && aspect > 0.5 && aspect < 0.97 &&
    Math.abs(outline.taper) < 0.4 && Math.abs(outline.bulge) < 0.25 &&
    outline.centre.x > 0 && outline.centre.y > 0 && outline.centre.x < plane.widthPx && outline.centre.y < plane.heightPx
  )
}

interface CurveEdge {
  phiRad: number
  /** Unit normal, outward, in the egg's frame. */
  normalAlong: number
  normalAcross: number
  offsetPx: number
  /** 0…1: how sure that this is the silhouette. */
  trust: number
}

/** Point and unit outward normal at φ, from the curve's derivative. */
function curveNormal(outline: EggOutline, phiRad: number): { along: number; across: number; na: number; nc: number } {
  const t = Math.cos(phiRad)
  const s = Math.sin(phiRad)
  const { halfLengthPx: a, halfBreadthPx: b, taper, bulge } = outline
  const swell = 1 + taper * t + bulge * t * t
  const ta = -a * s
  const tc = b * (t * swell - s * s * (taper + 2 * bulge * t))
  const size = Math.hypot(ta, tc)
  return { along: a * t, across: b * s * swell, na: tc / size, nc: -ta / size }
}

function findEdges(planes: EdgePlanes, outline: EggOutline, count: number, gatePx: number): CurveEdge[] {
  const edges: CurveEdge[] = []
  const reach = Math.ceil(gatePx)
  const margin = 4
  const size = 2 * (reach + margin) + 1
  const red = new Float32Array(size)
  const blue = new Float32Array(size)
  const cosine = Math.cos(outline.axisRad)
  const sine = Math.sin(outline.axisRad)
  for (let i = 0; i < count; i++) {
    const phiRad = (2 * Math.PI * i) / count
    const { along, across, na, nc } = curveNormal(outline, phiRad)
    const from = toPicture(outline, along, across)
    const nx = na * cosine - nc * sine
    const ny = na * sine + nc * cosine
    for (let k = 0; k < size; k++) {
      const offset = k - reach - margin
      const x = from.x + offset * nx
      const y = from.y + offset * ny
      red[k] = inside(planes.red, x, y) ? sampleBilinear(planes.red, x, y) : NaN
      if (planes.roomIsLit) blue[k] = sampleBilinear(planes.blue, x, y)
    }
    const trust = edgeTrusts(planes, red, blue, margin)
    let best = -1
    let bestWeight = 0
    for (let k = margin; k < size - margin; k++) {
      const weight = trust[k]! * Math.exp(-0.5 * ((k - reach - margin) / (0.6 * gatePx + 1)) ** 2)
      if (weight > bestWeight) {
        bestWeight = weight
        best = k
      }
    }
    if (bestWeight < 0.03) continue
    edges.push({
      phiRad, normalAlong: na, normalAcross: nc, trust: bestWeight,
      offsetPx: steepestFall(red, best) - reach - margin,
    })
  }
  return edges
}

/** Where light falls fastest within two pixels of k, to a part of a pixel; the trust itself peaks further out. */
function steepestFall(red: Float32Array, k: number): number {
  const fall = (at: number): number => red[at - 1]! - red[at + 1]!
  let best = k
  for (let at = k - 2; at <= k + 2; at++) if (fall(at) > fall(best)) best = at
  const bend = fall(best - 1) - 2 * fall(best) + fall(best + 1)
  if (fall(best) <= 0 || !(bend < 0)) return k
  const shift = (0.5 * (fall(best - 1) - fall(best + 1))) / bend
  return best + Math.max(-0.5, Math.min(0.5, shift))
}

function inside(plane: Plane, x: number, y: number): boolean {
  return x >= 0 && y >= 0 && x < plane.widthPx && y < plane.heightPx
}

/**
 * How much each position of a profile (inside first) looks like the silhouette, 0…1: light falls outward to
 * about the background, by much of the brightest light on this very profile (so that bloom does not count,
 * yet the faint rim of a dark embryo does); or, where the room is lit and the egg is not, light rises outward.
 */
function edgeTrusts(planes: EdgePlanes, red: Float32Array, blue: Float32Array, margin: number): Float32Array {
  let brightest = 0
  for (const value of red) if (value > brightest) brightest = value
  const trust = new Float32Array(red.length)
  for (let k = margin - 1; k <= red.length - margin; k++) {
    const inner = (red[k - 1]! + red[k - 2]! + red[k - 3]!) / 3
    const outer = (red[k + 1]! + red[k + 2]! + red[k + 3]!) / 3
    if (Number.isNaN(inner) || Number.isNaN(outer)) continue
    const outerLog = Math.log(outer + FLOOR) - planes.backgroundLog
    const fall = (inner - outer) / (brightest + 2 * FLOOR)
    const glowOutside = Math.max(0, outerLog - 0.7) / planes.rangeLog
    const falling = Math.max(0, fall - 0.04) * Math.exp(-2.5 * glowOutside)
    let rising = 0
    if (planes.roomIsLit && Math.log(inner + FLOOR) < planes.backgroundLog + 0.3 && outerLog < 0.5) {
      const innerBlue = (blue[k - 1]! + blue[k - 2]! + blue[k - 3]!) / 3
      const outerBlue = (blue[k + 1]! + blue[k + 2]! + blue[k + 3]!) / 3
      rising = 0.5 * Math.max(0, (outerBlue - innerBlue) / (outerBlue + FLOOR) - 0.1)
    }
    trust[k] = Math.min(1, Math.max(falling, rising))
  }
  return trust
}

function robustSpread(edges: CurveEdge[]): number {
  if (edges.length === 0) return 1
  const sizes = edges.map((edge) => Math.abs(edge.offsetPx)).sort((a, b) => a - b)
  return 1.4826 * sizes[sizes.length >> 1]!
}

const PARAMETERS = 7 // centre along, centre across, axis, half-length, half-breadth, breadth·taper, breadth·bulge

function newtonStep(
  outline: EggOutline, edges: CurveEdge[], prior: ShapePrior, edgeSdPx: number, cutPx: number,
): { outline: EggOutline; taperSd: number } | null {
  const equations = new NormalEquations(PARAMETERS)
  // Neighbouring edge points share their errors (blur, mottling), so each counts for less than one.
  const weight = 0.35 / (edgeSdPx * edgeSdPx)
  for (const edge of edges) {
    const t = Math.cos(edge.phiRad)
    const s = Math.sin(edge.phiRad)
    const { along, across } = curvePoint(outline, edge.phiRad)
    const { normalAlong: na, normalAcross: nc } = edge
    const r = Math.abs(edge.offsetPx) / cutPx
    if (r >= 1) continue
    const tukey = (1 - r * r) ** 2
    equations.add([na, nc, -across * na + along * nc, t * na, s * nc, s * t * nc, s * t * t * nc],
      edge.offsetPx, weight * tukey * Math.min(1, edge.trust * 2))
  }
  const b = outline.halfBreadthPx
  const a = outline.halfLengthPx
  // Unknowns are steps, so a belief about a value is a belief about what is missing to it.
  const aspect = prior.aspect * 0.99
  const row = new Float64Array(PARAMETERS)
  row[3] = -aspect
  row[4] = 1
  equations.add(row, aspect * a - b, 1 / (ASPECT_SD * a) ** 2)
  equations.addPrior(5, b * (prior.taper - outline.taper), 1 / (b * prior.taperSd) ** 2)
  equations.addPrior(6, b * (BULGE.mean - outline.bulge), 1 / (b * BULGE.sd) ** 2)
  for (const index of [0, 1, 3]) equations.addPrior(index, 0, 1 / (0.5 * a) ** 2)
  equations.addPrior(2, 0, 1 / 0.5 ** 2)
  const step = equations.solve()
  if (!step) return null
  const halfBreadthPx = b + step[4]!
  return {
    outline: {
      centre: toPicture(outline, step[0]!, step[1]!),
      axisRad: outline.axisRad + Math.max(-0.4, Math.min(0.4, step[2]!)),
      halfLengthPx: a + step[3]!,
      halfBreadthPx,
      taper: (b * outline.taper + step[5]!) / halfBreadthPx,
      bulge: (b * outline.bulge + step[6]!) / halfBreadthPx,
    },
    taperSd: Math.sqrt(equations.variance(5)) / b,
  }
}

function scoreOutline(planes: EdgePlanes, outline: EggOutline): Pick<OutlineFit, 'score' | 'seenShare' | 'seen'> {
  const gate = 3
  const edges = findEdges(planes, outline, CURVE_POINTS, gate)
  const seen = new Array<boolean>(CURVE_POINTS).fill(false)
  let score = 0
  for (const edge of edges) {
    if (edge.trust > 0.12) seen[Math.round((edge.phiRad / (2 * Math.PI)) * CURVE_POINTS) % CURVE_POINTS] = true
    score += edge.trust
  }
  // Glow just outside the curve means that the egg goes on there.
  for (let i = 0; i < CURVE_POINTS; i++) {
    const { along, across, na, nc } = curveNormal(outline, (2 * Math.PI * i) / CURVE_POINTS)
    const reach = 0.06 * outline.halfLengthPx
    const p = toPicture(outline, along + reach * na, across + reach * nc)
    const glow = (Math.log(sampleBilinear(planes.red, p.x, p.y) + FLOOR) - planes.backgroundLog) / planes.rangeLog
    score -= 0.8 * Math.max(0, glow - 0.45)
  }
  return { score: score / CURVE_POINTS, seenShare: seen.filter(Boolean).length / CURVE_POINTS, seen }
}
