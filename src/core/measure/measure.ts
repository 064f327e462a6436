import { MAD_TO_SD } from '../statistics/robust.ts'
import { clamp } from '../clamp.ts'
import { medianOf } from '../image/quantile.ts'
import { drawMaps, type EggMaps } from '../impression/egg-maps.ts'
import { impressionOf } from '../impression/impression.ts'
import {
  bluntPole,
  breadthPx,
  outlinePolygon,
  reversed,
  smallPole,
  toPicture,
  type Point,
} from '../geometry/egg-outline.ts'
import { traceContours } from '../geometry/contour.ts'
import type { LinearImage } from '../image/linear.ts'
import type { Mask } from '../image/morphology.ts'
import { SPECIES, type SpeciesName } from '../species/species.ts'
import { arrangeInGrid, readingOrder } from '../tray/arrange.ts'
import {
  cellEdgePoints,
  doubtCell,
  expectedDepth,
  measureAirCell,
  searchCellEdge,
  type AirCell,
  type CellSearch,
  type ExpectedDepth,
} from './air-cell.ts'
import { findContents, type Contents } from './contents.ts'
import { findCrack } from './crack.ts'
import { edgeWidth } from './edge-width.ts'
import { looksLikeAnEgg } from './likeness.ts'
import { layOutEgg, turnedFrame, type EggFrame } from './egg-frame.ts'
import { fitEmptyField, type IlluminationModel } from './illumination-model.ts'
import { toPhotograph, type FoundEgg } from './cut-out.ts'
import { refineOutline, type OutlineFit, type ShapePrior } from './fit-outline.ts'
import type { EggReading, LightReading, ReasonCode } from './reading.ts'
import { scaleSpace } from './ridges.ts'
import { readLines } from './line-signs.ts'
import { measureRing, usablePixels } from './ring.ts'
import { measureShadow, type Shadow } from './shadow.ts'
import { readSigns } from './signs.ts'
import { removeSpeckles } from './speckles.ts'
import { findDarkLines, measureVessels } from './vessels.ts'

/** Taper toward the blunt end among kept birds' eggs. */
const TAPER = { mean: 0.13, sd: 0.045 }

/** What an egg's outline may be before anything is known of it. */
export function expectedShape(species?: SpeciesName): ShapePrior {
  const aspect = species ? SPECIES[species].breadthMm / SPECIES[species].lengthMm : 0.76
  return { aspect, taper: 0, taperSd: 0.15 }
}

/**
 * Measures eggs that were found in a photograph, row by row as they lie in the tray: outline, air cell, shadow,
 * vessels, ring, light. Lengths in photograph pixels; definitions as in docs/measurement.md.
 */
export function measureEggs(
  found: readonly FoundEgg[],
  { species, stage }: { species?: SpeciesName; stage?: number },
  watch: MeasureWatch,
): EggReading[] {
  const expected = { shape: expectedShape(species), cellDepth: expectedDepth(stage) }
  return inTrayOrder(found).map((egg) => measureEgg(egg, expected, watch))
}

/** Who wants to know more of the measuring than its figures. */
export interface MeasureWatch {
  /** A stage is done. */
  stage: (name: string) => void
  /** Told the maps of each egg, in the order of the readings. */
  onMaps?: (maps: EggMaps) => void
}

/** What is believed of an egg before looking. */
interface Expected {
  shape: ShapePrior
  cellDepth: ExpectedDepth
}

function measureEgg(found: FoundEgg, expected: Expected, { stage, onMaps }: MeasureWatch): EggReading {
  const { linear } = found
  const { fit, frame, spotCount, search, bluntEndProbability } = orient(found, expected)
  const firstCell = measureAirCell(frame, search)
  stage('air cell')
  const contents = findContents(frame, firstCell ?? { depth: expected.cellDepth.mean, slope: 0, bow: 0 })
  const field = fitEmptyField(frame, contents, firstCell)
  const scales = scaleSpace(frame)
  const picture = { frame, scales, contents }
  const shadow = measureShadow(picture, field)
  const cell = firstCell && doubtCell(frame, firstCell, shadow.mask.values, spotCount)
  stage('shadow')
  const unlit = unlitMask(frame, contents, field.redLog)
  const crack = findCrack(frame, scales, contents)
  const covered = { ...crack.mask, values: frame.covered }
  const notOurs = joined(joined(shadow.hidden, covered), crack.mask)
  const lines = findDarkLines(picture, { unlit: unlit.mask, hidden: notOurs })
  stage('vessels')
  const ring = measureRing(picture, { unlit: unlit.mask, dark: joined(shadow.mask, notOurs), lines })
  const usable = usablePixels(frame, contents, unlit.mask, notOurs)
  const longLines = readLines(frame, field.redLog, usable)
  stage('long lines')
  const vessels = measureVessels(picture, lines, ring)
  stage('ring')
  const light = readLight(frame, contents, field)
  const signs = readSigns({ frame, contents, field, shadow, cell })
  stage('light and cracks')
  const maps = drawMaps({
    frame,
    emptyLog: field.redLog,
    contents: contents.mask,
    usable,
    lines: longLines.map,
  })
  onMaps?.(maps)
  const impression = impressionOf(maps)
  stage('impression')

  const outline = toPhotograph(fit.outline, linear)
  const toPhoto = (points: Point[]): Point[] =>
    points.map((p) => ({
      x: p.x * linear.reduction + linear.originPx.x,
      y: p.y * linear.reduction + linear.originPx.y,
    }))
  return {
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
      area: { value: shadow.area, sd: shadow.areaSd },
      darkness: shadow.darkness,
      edgeSlope: shadow.edgeSlope,
      contours: shadowContours(frame, shadow).map(toPhoto),
    },
    vessels: { coverage: { value: vessels.coverage, sd: vessels.coverageSd }, netLength: vessels.netLength },
    ring: {
      score: { value: ring.score, sd: ring.scoreSd },
      visibleShare: ring.visibleShare,
      support: ring.support,
      shareOfLines: ring.shareOfLines,
      // The line that speaks the louder for a ring is the one to show.
      points: toPhoto(longLines.signs.curve > ring.support ? longLines.arc : ring.points),
    },
    crack: { score: crack.score, points: toPhoto(crack.points) },
    light,
    signs,
    lines: longLines.signs,
    impression,
    spotCount,
    litShare: 1 - unlit.share,
    reasons: reasonsFor({
      cell,
      bluntEndProbability,
      light,
      fit,
      edge: edgeWidth(linear, fit.outline),
      likely: looksLikeAnEgg(linear, fit.outline),
      cutOff: found.cutOff,
    }),
  }
}

function inTrayOrder(found: readonly FoundEgg[]): FoundEgg[] {
  const outlines = found.map((egg) => toPhotograph(egg.fit.outline, egg.linear))
  const spacing = Math.max(...outlines.map((outline) => 2 * outline.halfLengthPx))
  return readingOrder(
    arrangeInGrid(
      outlines.map((outline) => outline.centre),
      spacing,
    ),
  ).map((i) => found[i]!)
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
function orient({ linear, planes, fit }: FoundEgg, { shape: anyShape, cellDepth }: Expected): Oriented {
  const bluntFirst = fit.outline.taper >= 0 ? fit : { ...fit, outline: reversed(fit.outline) }
  const shape = clamp(
    (4 * TAPER.mean * bluntFirst.outline.taper) / (2 * (TAPER.sd ** 2 + fit.taperSd ** 2 + 0.02 ** 2)),
    -7,
    7,
  )
  const forward = look(linear, bluntFirst, cellDepth)
  if (shape > SHAPE_SETTLES && fit.seenShare > EDGE_SETTLES)
    return { ...forward, bluntEndProbability: 1 / (1 + Math.exp(-shape)) }
  const turned = turnedFrame(forward.frame)
  const backward: Look = {
    ...forward,
    fit: { ...bluntFirst, outline: turned.outline },
    frame: turned,
    search: searchCellEdge(turned, cellDepth),
  }
  const logOdds = shape + clamp(2.2 * (forward.search.strength - backward.search.strength), -4, 4)
  const chosen = logOdds >= 0 ? forward : backward
  const bluntEndProbability = 1 / (1 + Math.exp(-Math.abs(logOdds)))
  if (fit.seenShare > EDGE_SETTLES) return { ...chosen, bluntEndProbability }
  const again = refineOutline(planes, chosen.fit.outline, {
    ...anyShape,
    taper: TAPER.mean,
    taperSd: TAPER.sd,
  })
  return { ...(again ? look(linear, again, cellDepth) : chosen), bluntEndProbability }
}

function look(linear: LinearImage, fit: OutlineFit, cellDepth: ExpectedDepth): Look {
  const { frame, count } = removeSpeckles(layOutEgg(linear, fit.outline))
  return { fit, frame, spotCount: count, search: searchCellEdge(frame, cellDepth) }
}

/** Where less than a ninth of the expected light comes through (e⁻²·² = 0.11), no vessel could be seen. */
function unlitMask(frame: EggFrame, contents: Contents, expected: Float32Array) {
  const values = new Uint8Array(contents.mask.length)
  let dark = 0
  const darkest = Math.log(0.003)
  for (let at = 0; at < values.length; at++) {
    if (!contents.mask[at]) continue
    if (frame.redLog.values[at]! < Math.max(expected[at]! - 2.2, darkest)) {
      values[at] = 1
      dark++
    }
  }
  return {
    mask: { widthPx: frame.lengthPx, heightPx: frame.heightPx, values },
    share: dark / Math.max(1, contents.areaPx),
  }
}

function joined(a: Mask, b: Mask): Mask {
  const values = a.values.slice()
  for (let at = 0; at < values.length; at++) if (b.values[at]) values[at] = 1
  return { ...a, values }
}

function readLight(frame: EggFrame, contents: Contents, field: IlluminationModel): LightReading {
  const light: number[] = []
  const steps: number[] = []
  let clipped = 0
  for (let at = 3; at < contents.mask.length - 3; at += 2) {
    if (!contents.mask[at]) continue
    const v = frame.red.values[at]!
    light.push(v)
    if (v > 0.97) clipped++
    steps.push(Math.abs(v - (frame.red.values[at - 2]! + frame.red.values[at + 2]!) / 2))
  }
  const medianRed = medianOf(light)
  const noise = MAD_TO_SD * medianOf(steps) * Math.sqrt(2 / 3)
  return {
    medianRed,
    relativeNoise: noise / Math.max(1e-4, medianRed),
    clippedShare: clipped / Math.max(1, light.length),
    emptyRed: Math.exp(
      field.redLog[Math.floor(frame.heightPx / 2) * frame.lengthPx + Math.floor(frame.lengthPx * 0.6)]!,
    ),
    lamp: field.lamp,
  }
}

function describeCell(cell: AirCell, edge: Point[]): NonNullable<EggReading['airCell']> {
  return {
    depth: { value: cell.depth, sd: cell.depthSd },
    volume: { value: cell.volume, sd: cell.volumeSd },
    tiltRad: cell.tiltRad,
    edge,
  }
}

function shadowContours(frame: EggFrame, shadow: Shadow): Point[][] {
  return traceContours(shadow.mask).map((chain) =>
    chain.map(({ x, y }) =>
      toPicture(
        frame.outline,
        frame.outline.halfLengthPx - x * frame.step,
        (y - frame.heightPx / 2) * frame.step,
      ),
    ),
  )
}

/** Edges wider than this, ÷ length, leave no thin vessel to be seen: wider ones than 99 in 100 sharp pictures have; from 0.018 on no outline is found. */
const BLURRED_EDGE = 0.013

/** Less than this of the outline outside of the picture takes nothing away. */
const CUT_OFF = 0.05

interface Quality {
  cell: AirCell | null
  bluntEndProbability: number
  light: LightReading
  fit: OutlineFit
  /** Width of the egg's edge in the picture; null where it cannot be told. */
  edge: number | null
  /** Whether it looks like an egg at all. */
  likely: boolean
  /** Share of the outline outside of the picture. */
  cutOff: number
}

function reasonsFor({ cell, bluntEndProbability, light, fit, edge, likely, cutOff }: Quality): ReasonCode[] {
  const reasons: ReasonCode[] = []
  if (!likely) reasons.push('unlike-an-egg')
  if (cutOff > CUT_OFF) reasons.push('cut-by-picture')
  if (!cell) reasons.push('air-cell-not-seen')
  if (bluntEndProbability < 0.9) reasons.push('blunt-end-uncertain')
  if (light.clippedShare > 0.4) reasons.push('overexposed')
  if (edge !== null && edge > BLURRED_EDGE) reasons.push('blurred')
  if (fit.seenShare < 0.6) reasons.push('outline-partly-hidden')
  return reasons
}
