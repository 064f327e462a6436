import { type Plane } from '../image/plane.ts'
import type { FormCovariance } from '../geometry/egg-form.ts'
import { NormalEquations } from '../geometry/linear-system.ts'
import { curvePoint, toPicture, type EggOutline } from '../geometry/egg-outline.ts'
import type { GlowPatch } from './glow-ellipse.ts'
import type { Ellipse } from './glow-ellipse.ts'
import { type EdgePlanes, findEdges, robustSpread, type CurveEdge } from './outline-edges.ts'
import { scoreOutline } from './outline-score.ts'

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
  formCovariance: FormCovariance
  /** Share of the curve that lies on a seen edge. */
  seenShare: number
  /** Mean agreement of the picture with the curve, about −1…1. */
  score: number
}

/** Spread of breadth ÷ length among eggs of one species. */
const ASPECT_SD = 0.045
/** Bulge among kept birds' eggs; centre and spread. */
const BULGE = { mean: -0.03, sd: 0.05 }

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
  let formCovariance: FormCovariance = [ASPECT_SD ** 2, 0, 0, taperSd ** 2, 0, BULGE.sd ** 2]
  const tightest = Math.max(3, 0.018 * start.halfLengthPx)
  for (let round = 0; round < options.rounds; round++) {
    const edges = findEdges(planes, outline, options.points, gate)
    const spread = robustSpread(edges)
    edgeSdPx = Math.max(0.35, spread)
    const step = newtonStep(outline, edges, prior, edgeSdPx, Math.max(tightest / 2, 3 * spread, 0.7 * gate))
    if (!step) return null
    outline = step.outline
    taperSd = step.taperSd
    formCovariance = step.formCovariance
    if (!isPlausible(outline, planes.red)) return null
    gate = Math.max(tightest, gate * 0.62)
  }
  return { outline, edgeSdPx, taperSd, formCovariance, ...scoreOutline(planes, outline) }
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

const PARAMETERS = 7 // centre along, centre across, axis, half-length, half-breadth, breadth·taper, breadth·bulge

function newtonStep(
  outline: EggOutline,
  edges: CurveEdge[],
  prior: ShapePrior,
  edgeSdPx: number,
  cutPx: number,
): { outline: EggOutline; taperSd: number; formCovariance: FormCovariance } | null {
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
    formCovariance: formCovarianceOf(equations, outline),
  }
}

/** From the unknowns of a step to ln(half-breadth ÷ half-length), taper and bulge. */
function formCovarianceOf(
  equations: NormalEquations,
  { halfLengthPx: a, halfBreadthPx: b, taper, bulge }: EggOutline,
): FormCovariance {
  const slopes = [
    [-1 / a, 1 / b, 0, 0],
    [0, -taper / b, 1 / b, 0],
    [0, -bulge / b, 0, 1 / b],
  ] as const
  const rows = [3, 4, 5, 6].map((index) => equations.covariances(index))
  const between = (i: number, j: number): number => {
    let sum = 0
    for (let k = 0; k < 4; k++)
      for (let l = 0; l < 4; l++) sum += slopes[i]![k]! * rows[k]![l + 3]! * slopes[j]![l]!
    return sum
  }
  return [between(0, 0), between(0, 1), between(0, 2), between(1, 1), between(1, 2), between(2, 2)]
}
