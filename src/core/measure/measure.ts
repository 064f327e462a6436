import { shrink, toLinear, type LinearImage, type RgbImage } from '../image/linear.ts'
import {
  bluntPole, breadthPx, containsPoint, outlinePolygon, reversed, scaled, smallPole, toPicture,
  type EggOutline, type Point,
} from '../geometry/egg-outline.ts'
import { traceContours } from '../geometry/contour.ts'
import { SPECIES, type SpeciesName } from '../species/species.ts'
import { cellEdgePoints, doubtCell, measureAirCell, searchCellEdge, type AirCell, type CellSearch } from './air-cell.ts'
import { findContents, type Contents } from './contents.ts'
import { findCrack } from './crack.ts'
import { layOutEgg, type EggFrame } from './egg-frame.ts'
import { fitEmptyField, type EmptyField } from './empty-field.ts'
import { findGlow, type Glow } from './find-glow.ts'
import { edgePlanes, proposeOutlines, refineOutline, type EdgePlanes, type OutlineFit, type ShapePrior } from './fit-outline.ts'
import type { EggReading, LightReading, PhotoReading, ReasonCode, RejectionCode } from './reading.ts'
import { REJECTION_SENTENCES } from './reading.ts'
import { measureRing } from './ring.ts'
import { measureShadow, type Shadow } from './shadow.ts'
import { removeSpeckles } from './speckles.ts'
import { findDarkLines, measureVessels } from './vessels.ts'

export interface MeasureOptions {
  /** Narrows the expected shape; without it a hen's egg is expected, loosely. */
  species?: SpeciesName
  /** Told each stage's time, milliseconds, when a clock is given. */
  clock?: () => number
  onStage?: (stage: string, elapsedMs: number) => void
}

const SHORTEST_SIDE_PX = 160
/** How much smaller the picture is in which the outline is first looked for. */
const COARSE = 3
/** Taper toward the blunt end among kept birds' eggs. */
const TAPER = { mean: 0.13, sd: 0.045 }

/**
 * Measures the egg in a photograph: outline, air cell, shadow, vessels, ring, light. Pure; works at any
 * rotation and at 0.3–24 megapixels. Definitions as in docs/measurement.md.
 */
export function measurePhotograph(image: RgbImage, options: MeasureOptions = {}): PhotoReading {
  const stage = stageTimer(options)
  if (Math.min(image.widthPx, image.heightPx) < SHORTEST_SIDE_PX) return rejected('too-small')
  const linear = toLinear(image)
  const small = shrink(linear, COARSE)
  stage('linear light')
  const glow = findGlow(small)
  if (glow.patches.length === 0 || glow.brightRed < 0.006 || glow.brightRed < 3 * glow.backgroundRed) return rejected('no-egg')
  const aspect = options.species ? SPECIES[options.species].breadthMm / SPECIES[options.species].lengthMm : 0.76
  const anyShape: ShapePrior = { aspect, taper: 0, taperSd: 0.15 }
  const planes = edgePlanes(linear, glow)
  const found = findOutline(small, planes, glow, anyShape)
  if (typeof found === 'string') return rejected(found)
  stage('outline')

  const oriented = orient(linear, planes, found, anyShape)
  const { fit, frame, spotCount, search, bluntEndProbability } = oriented
  if (reachesBeyond(fit.outline, linear)) return rejected('egg-cut-off')
  const firstCell = measureAirCell(frame, search)
  stage('air cell')
  const contents = findContents(frame, firstCell)
  const field = fitEmptyField(frame, contents, firstCell)
  const shadow = measureShadow(frame, contents, field)
  const cell = firstCell && doubtCell(frame, firstCell, shadow.mask.values, spotCount)
  stage('shadow')
  const unlit = unlitMask(frame, contents, field.redLog)
  const lines = findDarkLines(frame, contents, unlit.mask)
  stage('vessels')
  const ring = measureRing(frame, contents, unlit.mask, shadow.mask, lines)
  const vessels = measureVessels(frame, contents, lines, ring)
  stage('ring')
  const crack = findCrack(frame, contents)
  const light = readLight(frame, contents, field)
  stage('light and cracks')

  const outline = scaled(fit.outline, linear.reduction)
  const toPhoto = (points: Point[]): Point[] => points.map((p) => ({ x: p.x * linear.reduction, y: p.y * linear.reduction }))
  const egg: EggReading = {
    outline,
    polygon: outlinePolygon(outline),
    bluntPole: bluntPole(outline),
    smallPole: smallPole(outline),
    lengthPx: 2 * outline.halfLengthPx,
    breadthPx: breadthPx(outline),
    bluntEndProbability,
    edgeSeenShare: fit.seenShare,
    airCell: cell && describeCell(cell, toPhoto(cellEdgePoints(frame, cell))),
    shadow: {
      area: { value: shadow.area, sd: shadow.areaSd }, darkness: shadow.darkness, edgeSlope: shadow.edgeSlope,
      contours: shadowContours(frame, shadow).map(toPhoto),
    },
    vessels: { coverage: { value: vessels.coverage, sd: vessels.coverageSd }, netLength: vessels.netLength },
    ring: { score: { value: ring.score, sd: ring.scoreSd }, visibleShare: ring.visibleShare, support: ring.support, shareOfLines: ring.shareOfLines, points: toPhoto(ring.points) },
    crack: { score: crack.score, points: toPhoto(crack.points) },
    light,
    spotCount,
    litShare: 1 - unlit.share,
    reasons: reasonsFor(cell, bluntEndProbability, light, fit),
  }
  return { kind: 'egg', egg }
}

function stageTimer({ clock, onStage }: MeasureOptions): (stage: string) => void {
  if (!clock || !onStage) return () => undefined
  let last = clock()
  return (stage) => {
    const now = clock()
    onStage(stage, now - last)
    last = now
  }
}

function rejected(code: RejectionCode): PhotoReading {
  return { kind: 'rejected', rejection: { code, message: REJECTION_SENTENCES[code] } }
}

function findOutline(small: LinearImage, planes: EdgePlanes, glow: Glow, prior: ShapePrior): OutlineFit | RejectionCode {
  const main = glow.patches[0]!
  const proposals = proposeOutlines(edgePlanes(small, glow), main, prior)
  const fits = proposals
    .map((proposal) => refineOutline(planes, scaled(proposal.outline, COARSE), prior))
    .filter((fit): fit is OutlineFit => fit !== null)
    .sort((a, b) => b.score - a.score)
  const best = fits[0]
  const others = glow.patches.slice(1).filter((patch) =>
    patch.areaPx > 0.2 * main.areaPx && patch.solidity > 0.88 && patch.meanRed > 0.2 * main.meanRed)
  const apart = others.some((patch) => !best || !containsPoint(scaled(best.outline, 1 / COARSE), patch.centre))
  if (apart) return 'several-eggs'
  if (!best || best.seenShare < 0.25 || best.score < 0.04) return 'outline-unclear'
  if (best.seenShare < 0.45 && main.solidity < 0.8) return 'outline-unclear'
  return best
}

interface Look {
  fit: OutlineFit
  /** Without pigment spots. */
  frame: EggFrame
  spotCount: number
  search: CellSearch
}

interface Oriented extends Look {
  bluntEndProbability: number
}

/** Log odds from the shape alone that settle which end is the blunt one. */
const SHAPE_SETTLES = 6
/** With this much of the edge seen, knowing the blunt end does not move the outline any more. */
const EDGE_SETTLES = 0.8

/** Decides the blunt end from the shape and from where an air cell's edge is, then fits again where that helps. */
function orient(linear: LinearImage, planes: EdgePlanes, fit: OutlineFit, anyShape: ShapePrior): Oriented {
  const bluntFirst = fit.outline.taper >= 0 ? fit : { ...fit, outline: reversed(fit.outline) }
  const shape = clamp((4 * TAPER.mean * bluntFirst.outline.taper) / (2 * (TAPER.sd ** 2 + fit.taperSd ** 2 + 0.02 ** 2)), 7)
  const forward = look(linear, bluntFirst)
  if (shape > SHAPE_SETTLES && fit.seenShare > EDGE_SETTLES) return { ...forward, bluntEndProbability: 1 / (1 + Math.exp(-shape)) }
  const backward = look(linear, { ...fit, outline: reversed(bluntFirst.outline) })
  const logOdds = shape + clamp(2.2 * (forward.search.strength - backward.search.strength), 4)
  const chosen = logOdds >= 0 ? forward : backward
  const again = refineOutline(planes, chosen.fit.outline, { ...anyShape, taper: TAPER.mean, taperSd: TAPER.sd })
  return { ...(again ? look(linear, again) : chosen), bluntEndProbability: 1 / (1 + Math.exp(-Math.abs(logOdds))) }
}

function look(linear: LinearImage, fit: OutlineFit): Look {
  const { frame, count } = removeSpeckles(layOutEgg(linear, fit.outline))
  return { fit, frame, spotCount: count, search: searchCellEdge(frame) }
}

function clamp(value: number, limit: number): number {
  return Math.max(-limit, Math.min(limit, value))
}

/** More than a twentieth of the curve outside the picture. */
function reachesBeyond(outline: EggOutline, image: LinearImage): boolean {
  const polygon = outlinePolygon(outline)
  const out = polygon.filter((p) => p.x < -2 || p.y < -2 || p.x > image.widthPx + 2 || p.y > image.heightPx + 2)
  return out.length > 0.05 * polygon.length
}

/** Where less than a twentieth of the expected light comes through, no vessel could be seen. */
function unlitMask(frame: EggFrame, contents: Contents, expected: Float32Array) {
  const values = new Uint8Array(contents.mask.length)
  let dark = 0
  for (let at = 0; at < values.length; at++) {
    if (!contents.mask[at]) continue
    if (frame.redLog.values[at]! < Math.max(expected[at]! - 2.2, Math.log(0.003))) {
      values[at] = 1
      dark++
    }
  }
  return {
    mask: { widthPx: frame.lengthPx, heightPx: frame.heightPx, values },
    share: dark / Math.max(1, contents.areaPx),
  }
}

function readLight(frame: EggFrame, contents: Contents, field: EmptyField): LightReading {
  const light: number[] = []
  const steps: number[] = []
  let clipped = 0
  for (let at = 3; at < contents.mask.length - 3; at += 3) {
    if (!contents.mask[at]) continue
    const v = frame.red.values[at]!
    light.push(v)
    if (v > 0.97) clipped++
    steps.push(Math.abs(v - (frame.red.values[at - 2]! + frame.red.values[at + 2]!) / 2))
  }
  light.sort((a, b) => a - b)
  steps.sort((a, b) => a - b)
  const medianRed = light[light.length >> 1] ?? 0
  const noise = 1.4826 * (steps[steps.length >> 1] ?? 0) * Math.sqrt(2 / 3)
  return {
    medianRed, relativeNoise: noise / Math.max(1e-4, medianRed),
    clippedShare: clipped / Math.max(1, light.length),
    emptyRed: Math.exp(field.redLog[Math.floor(frame.heightPx / 2) * frame.lengthPx + Math.floor(frame.lengthPx * 0.6)]!),
    lamp: field.lamp,
  }
}

function describeCell(cell: AirCell, edge: Point[]): NonNullable<EggReading['airCell']> {
  return {
    depth: { value: cell.depth, sd: cell.depthSd },
    volume: { value: cell.volume, sd: cell.volumeSd },
    tiltRad: cell.tiltRad, edge,
  }
}

function shadowContours(frame: EggFrame, shadow: Shadow): Point[][] {
  return traceContours(shadow.mask).map((chain) =>
    chain.map(({ x, y }) => toPicture(frame.outline, frame.outline.halfLengthPx - x * frame.step, (y - frame.heightPx / 2) * frame.step)))
}

function reasonsFor(cell: AirCell | null, bluntEndProbability: number, light: LightReading, fit: OutlineFit): ReasonCode[] {
  const reasons: ReasonCode[] = []
  if (!cell) reasons.push('air-cell-not-seen')
  if (bluntEndProbability < 0.9) reasons.push('blunt-end-uncertain')
  if (light.clippedShare > 0.4) reasons.push('overexposed')
  if (fit.seenShare < 0.6) reasons.push('outline-partly-hidden')
  return reasons
}
