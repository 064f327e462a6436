import { MAD_TO_SD } from '../statistics/robust.ts'
import { blur, sampleBilinear, sampleLine, type Plane } from '../image/plane.ts'
import type { LinearImage } from '../image/linear.ts'
import { NormalEquations } from '../geometry/linear-system.ts'
import { curveNormal, curvePoint, toPicture, type EggOutline } from '../geometry/egg-outline.ts'
import type { Ellipse, Glow, GlowPatch } from './find-glow.ts'

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
}

/** Spread of breadth ÷ length among eggs of one species. */
const ASPECT_SD = 0.045
/** Bulge among kept birds' eggs; centre and spread. */
const BULGE = { mean: -0.03, sd: 0.05 }
const CURVE_POINTS = 120
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
  /** Red ÷ blue of the background: what is redder glows. */
  neutral: number
  /** From background to bright egg, log units; at least 1. */
  rangeLog: number
}

export function edgePlanes(image: LinearImage, glow: Glow): EdgePlanes {
  const { widthPx, heightPx } = image
  const backgroundLog = Math.log(Math.min(glow.backgroundUpperRed, 12 * glow.backgroundRed + 0.003) + FLOOR)
  const roomIsLit = glow.backgroundBlue > FLOOR
  const blue: Plane = { widthPx, heightPx, values: image.blue }
  return {
    red: blur({ widthPx, heightPx, values: image.red }, 1.15),
    blue: roomIsLit ? blur(blue, 1.4) : blue,
    backgroundLog,
    roomIsLit,
    neutral: roomIsLit ? (glow.backgroundRed + FLOOR) / (glow.backgroundBlue + FLOOR) : 0.5,
    rangeLog: Math.max(1, Math.log(glow.brightRed + FLOOR) - backgroundLog),
  }
}

/** An outline found from the plain start that is as good as this needs no other start. */
const PLAIN = { seenShare: 0.92, score: 0.3 }
/** Starts that are followed to the end. */
const FOLLOWED = 8

/**
 * Finds egg outlines that the trustworthy part of the edge allows. Many starts, because a late embryo leaves
 * only the air cell's end glowing and the rest must be inferred from the shape of eggs; of these the best are
 * followed after a few rough rounds.
 * @param planes - of a small picture (some 200 px): this tries dozens of starts
 * @param others - more that may be the egg, asked for only where the patch alone is not plainly one
 * @returns the likeliest few, best first; empty when no start settles on an edge
 */
export function proposeOutlines(
  planes: EdgePlanes,
  { patch, others }: { patch: GlowPatch; others?: () => readonly Ellipse[] },
  prior: ShapePrior,
): OutlineFit[] {
  const { plain, all } = startingShapes(patch, prior)
  const first = settle(planes, plain, prior, { points: 48, gatePx: 0.3 * plain.halfLengthPx, rounds: 8 })
  if (first && isPlain(first)) return [first]
  const elsewhere = others ? proposeFromEach(planes, others(), prior) : []
  if (elsewhere.some(isPlain)) return elsewhere
  const rough = all
    .map((start) => settle(planes, start, prior, { points: 24, gatePx: 0.3 * start.halfLengthPx, rounds: 4 }))
    .filter((fit): fit is OutlineFit => fit !== null)
    .sort((a, b) => b.score - a.score)
    .slice(0, FOLLOWED)
  const followed = rough.map(({ outline }) =>
    settle(planes, outline, prior, { points: 48, gatePx: 0.12 * outline.halfLengthPx, rounds: 5 }),
  )
  return bestFew([first, ...elsewhere, ...followed])
}

/** Is the outline so well seen that nothing else need be tried? */
export function isPlain({ seenShare, score }: OutlineFit): boolean {
  return seenShare > PLAIN.seenShare && score > PLAIN.score
}

/** What each of many ellipses settles on when it is taken for the egg; the best few, best first. */
function proposeFromEach(planes: EdgePlanes, ellipses: readonly Ellipse[], prior: ShapePrior): OutlineFit[] {
  return bestFew(
    ellipses.map(({ centre, halfAxesPx: [long, short], axisRad }) => {
      const halfLengthPx = Math.sqrt((long * short) / prior.aspect)
      const start: EggOutline = {
        centre,
        axisRad,
        halfLengthPx,
        halfBreadthPx: halfLengthPx * prior.aspect,
        taper: prior.taper,
        bulge: BULGE.mean,
      }
      return settle(planes, start, prior, { points: 48, gatePx: 0.25 * halfLengthPx, rounds: 7 })
    }),
  )
}

/** What each of many shapes settles on that are near the truth, roughly; those that differ, best first. */
export function settleEach(
  planes: EdgePlanes,
  starts: readonly EggOutline[],
  prior: ShapePrior,
): OutlineFit[] {
  return differing(
    starts.map((start) =>
      settle(planes, start, prior, { points: 32, gatePx: 0.3 * start.halfLengthPx, rounds: 6 }),
    ),
  )
}

function bestFew(fits: ReadonlyArray<OutlineFit | null>): OutlineFit[] {
  return differing(fits).slice(0, 4)
}

/** Those that differ, best first. */
function differing(fits: ReadonlyArray<OutlineFit | null>): OutlineFit[] {
  return fits
    .filter((fit): fit is OutlineFit => fit !== null)
    .sort((a, b) => b.score - a.score)
    .filter((fit, i, all) => !all.slice(0, i).some((other) => isNearlySame(other.outline, fit.outline)))
}

/** Close enough that refining both would end at the same place. */
export function isNearlySame(a: EggOutline, b: EggOutline): boolean {
  const near = 0.06 * a.halfLengthPx
  return (
    Math.hypot(a.centre.x - b.centre.x, a.centre.y - b.centre.y) < near &&
    Math.abs(a.halfLengthPx - b.halfLengthPx) < near &&
    Math.abs(a.halfBreadthPx - b.halfBreadthPx) < near &&
    Math.abs(Math.sin(a.axisRad - b.axisRad)) < 0.12
  )
}

/** Last rounds with a narrow gate, from a nearly right outline. */
export function refineOutline(planes: EdgePlanes, outline: EggOutline, prior: ShapePrior): OutlineFit | null {
  return settle(planes, outline, prior, { points: 96, gatePx: 0.08 * outline.halfLengthPx, rounds: 7 })
}

/** The patch's own ellipse, and shapes of which the patch is a part, at all angles. */
function startingShapes(patch: GlowPatch, prior: ShapePrior): { plain: EggOutline; all: EggOutline[] } {
  const start = (axisRad: number, halfLengthPx: number, shiftAlong: number): EggOutline => ({
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
  const areaLength = Math.sqrt(patch.areaPx / (Math.PI * prior.aspect))
  const all: EggOutline[] = []
  // Without a belief about the blunt end both directions of an axis are one start.
  for (let k = 1; k < 6; k++) all.push(start(patch.axisRad + (k * Math.PI) / 6, areaLength, 0))
  for (let k = 0; k < 16; k++) {
    const axisRad = patch.axisRad + (k * Math.PI) / 8
    for (const growth of [1.25, 1.6])
      all.push(start(axisRad, areaLength * growth, -areaLength * (growth - 1)))
  }
  return { plain: start(patch.axisRad, areaLength, 0), all }
}

interface SettleOptions {
  points: number
  gatePx: number
  rounds: number
}

/** Gauss–Newton on edge offsets along the normals, with Tukey weights and a narrowing gate. */
function settle(
  planes: EdgePlanes,
  start: EggOutline,
  prior: ShapePrior,
  options: SettleOptions,
): OutlineFit | null {
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
    outline.halfLengthPx > 12 &&
    outline.halfLengthPx < 0.9 * longest &&
    aspect > 0.5 &&
    aspect < 0.97 &&
    Math.abs(outline.taper) < 0.4 &&
    Math.abs(outline.bulge) < 0.25 &&
    outline.centre.x > 0 &&
    outline.centre.y > 0 &&
    outline.centre.x < plane.widthPx &&
    outline.centre.y < plane.heightPx
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

function findEdges(planes: EdgePlanes, outline: EggOutline, count: number, gatePx: number): CurveEdge[] {
  const edges: CurveEdge[] = []
  const reach = Math.ceil(gatePx)
  const margin = 4
  const size = 2 * (reach + margin) + 1
  const red = new Float32Array(size)
  const blue = new Float32Array(size)
  const trust = new Float32Array(size)
  const nearness = Float64Array.from({ length: size }, (_, k) =>
    Math.exp(-0.5 * ((k - reach - margin) / (0.6 * gatePx + 1)) ** 2),
  )
  const cosine = Math.cos(outline.axisRad)
  const sine = Math.sin(outline.axisRad)
  for (let i = 0; i < count; i++) {
    const phiRad = (2 * Math.PI * i) / count
    const { along, across, na, nc } = curveNormal(outline, phiRad)
    const from = toPicture(outline, along, across)
    const nx = na * cosine - nc * sine
    const ny = na * sine + nc * cosine
    const back = reach + margin
    sampleLine(planes.red, from.x - back * nx, from.y - back * ny, nx, ny, red)
    if (planes.roomIsLit) sampleLine(planes.blue, from.x - back * nx, from.y - back * ny, nx, ny, blue)
    edgeTrusts(planes, red, blue, margin, trust)
    let best = -1
    let bestWeight = 0
    for (let k = margin; k < size - margin; k++) {
      const weight = trust[k]! * nearness[k]!
      if (weight > bestWeight) {
        bestWeight = weight
        best = k
      }
    }
    if (bestWeight < 0.03) continue
    edges.push({
      phiRad,
      normalAlong: na,
      normalAcross: nc,
      trust: bestWeight,
      offsetPx: steepestFall(red, best) - reach - margin,
    })
  }
  return edges
}

/** Where light falls fastest within two pixels of k, to a part of a pixel; the trust itself peaks further out. */
function steepestFall(red: Float32Array, k: number): number {
  let best = k
  for (let at = k - 2; at <= k + 2; at++) if (fallAt(red, at) > fallAt(red, best)) best = at
  const here = fallAt(red, best)
  const before = fallAt(red, best - 1)
  const after = fallAt(red, best + 1)
  const bend = before - 2 * here + after
  if (here <= 0 || !(bend < 0)) return k
  return best + Math.max(-0.5, Math.min(0.5, (0.5 * (before - after)) / bend))
}

function fallAt(red: Float32Array, at: number): number {
  return red[at - 1]! - red[at + 1]!
}

/**
 * How much each position of a profile (inside first) looks like the silhouette, 0…1: light falls outward to
 * about the background, by much of the brightest light on this very profile (so that bloom does not count,
 * yet the faint rim of a dark embryo does); or, where the room is lit and the egg is not, light rises outward.
 */
function edgeTrusts(
  planes: EdgePlanes,
  red: Float32Array,
  blue: Float32Array,
  margin: number,
  trust: Float32Array,
): void {
  let all = 0
  for (let k = 0; k < red.length; k++) if (red[k]! > all) all = red[k]!
  let brightest = 0.35 * all
  for (let k = 0; k < margin - 1; k++) if (red[k]! > brightest) brightest = red[k]!
  // Below this a position can be neither the rim of a glow nor, in a dark room, anything else.
  const background = Math.exp(planes.backgroundLog)
  for (let k = margin - 1; k <= red.length - margin; k++) {
    trust[k] = 0
    if (red[k]! > brightest) brightest = red[k]!
    const scale = 1 / (brightest + 2 * FLOOR)
    const inner = (red[k - 1]! + red[k - 2]! + red[k - 3]!) / 3
    const outer = (red[k + 1]! + red[k + 2]! + red[k + 3]!) / 3
    if (Number.isNaN(inner) || Number.isNaN(outer)) continue
    const fall = (inner - outer) * scale - 0.04
    const mayRise = planes.roomIsLit && inner + FLOOR < 1.35 * background
    if (fall <= 0 && !mayRise) continue
    const outerLog = Math.log((outer + FLOOR) / background)
    const falling = fall > 0 ? fall * Math.exp((-2.5 * Math.max(0, outerLog - 0.7)) / planes.rangeLog) : 0
    let rising = 0
    if (mayRise && outerLog < 0.5) {
      const innerBlue = (blue[k - 1]! + blue[k - 2]! + blue[k - 3]!) / 3
      const outerBlue = (blue[k + 1]! + blue[k + 2]! + blue[k + 3]!) / 3
      rising = 0.5 * Math.max(0, (outerBlue - innerBlue) / (outerBlue + FLOOR) - 0.1)
    }
    trust[k] = Math.min(1, Math.max(falling, rising))
  }
}

function robustSpread(edges: CurveEdge[]): number {
  if (edges.length === 0) return 1
  const sizes = edges.map((edge) => Math.abs(edge.offsetPx)).sort((a, b) => a - b)
  return MAD_TO_SD * sizes[sizes.length >> 1]!
}

const PARAMETERS = 7 // centre along, centre across, axis, half-length, half-breadth, breadth·taper, breadth·bulge

function newtonStep(
  outline: EggOutline,
  edges: CurveEdge[],
  prior: ShapePrior,
  edgeSdPx: number,
  cutPx: number,
): { outline: EggOutline; taperSd: number } | null {
  const equations = new NormalEquations(PARAMETERS)
  // Neighbouring edge points share their errors (blur, mottling), so each counts for less than one.
  const weight = 0.35 / (edgeSdPx * edgeSdPx)
  const term = new Float64Array(PARAMETERS)
  for (const edge of edges) {
    const t = Math.cos(edge.phiRad)
    const s = Math.sin(edge.phiRad)
    const { along, across } = curvePoint(outline, edge.phiRad)
    const { normalAlong: na, normalAcross: nc } = edge
    const r = Math.abs(edge.offsetPx) / cutPx
    if (r >= 1) continue
    const tukey = (1 - r * r) ** 2
    term.set([na, nc, -across * na + along * nc, t * na, s * nc, s * t * nc, s * t * t * nc])
    equations.add(term, edge.offsetPx, weight * tukey * Math.min(1, edge.trust * 2))
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

function scoreOutline(planes: EdgePlanes, outline: EggOutline): Pick<OutlineFit, 'score' | 'seenShare'> {
  const gate = 3
  const edges = findEdges(planes, outline, CURVE_POINTS, gate)
  let seen = 0
  let score = 0
  for (const edge of edges) {
    if (edge.trust > 0.12) seen++
    score += edge.trust
  }
  // Glow just outside the curve means that the egg goes on there.
  for (let i = 0; i < CURVE_POINTS; i++) {
    const { along, across, na, nc } = curveNormal(outline, (2 * Math.PI * i) / CURVE_POINTS)
    const reach = 0.06 * outline.halfLengthPx
    const p = toPicture(outline, along + reach * na, across + reach * nc)
    const glow =
      (Math.log(sampleBilinear(planes.red, p.x, p.y) + FLOOR) - planes.backgroundLog) / planes.rangeLog
    score -= 0.8 * Math.max(0, glow - 0.45)
  }
  return {
    score: score / CURVE_POINTS + GLOWS * glowsWithin(planes, outline) + largeEnough(planes, outline),
    seenShare: seen / CURVE_POINTS,
  }
}

/** Lamps, nails and gaps between fingers are round as well, but small in the picture. */
function largeEnough({ red }: EdgePlanes, { halfLengthPx }: EggOutline): number {
  const usual = 0.2 * Math.max(red.widthPx, red.heightPx)
  return 0.12 * Math.max(-1, Math.min(0, Math.log(halfLengthPx / usual)))
}

/** How much an outline gains by glowing inside and not outside. */
const GLOWS = 0.1
const RAYS = 24

/** How much warmer light comes from inside an outline than from around it, log units within −1…1. */
function glowsWithin({ red, blue, neutral }: EdgePlanes, outline: EggOutline): number {
  const warmth = (share: number): number[] =>
    Array.from({ length: RAYS }, (_, i) => {
      const { along, across } = curvePoint(outline, (2 * Math.PI * i) / RAYS)
      const p = toPicture(outline, share * along, share * across)
      return Math.max(0, sampleBilinear(red, p.x, p.y) - neutral * sampleBilinear(blue, p.x, p.y))
    })
  const inside = [...warmth(0.85), ...warmth(0.55), ...warmth(0.25)].sort((a, b) => b - a)
  const outside = [...warmth(1.15), ...warmth(1.35)].sort((a, b) => b - a)
  // An embryo may take the light of half the egg and more; a lamp or a lit finger stands at a side.
  const glow = inside[Math.floor(0.3 * inside.length)]!
  const around = outside[Math.floor(0.4 * outside.length)]!
  return Math.max(-1, Math.min(1, 0.5 * Math.log((glow + FLOOR) / (around + FLOOR))))
}
