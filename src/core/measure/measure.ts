import { MAD_TO_SD } from '../statistics/robust.ts'
import { medianOf } from '../image/quantile.ts'
import { drawMaps, type EggMaps } from '../network/egg-maps.ts'
import { networkLogitsOf } from '../network/network-logits.ts'
import {
  bluntPole,
  breadthPx,
  outlinePolygon,
  type EggOutline,
  smallPole,
  toPicture,
  type Point,
} from '../geometry/egg-outline.ts'
import { traceContours } from '../geometry/contour.ts'
import type { LinearImage } from '../image/linear.ts'
import type { Mask } from '../image/morphology.ts'
import { type SpeciesName } from '../species/species.ts'
import { arrangeInGrid, readingOrder } from '../tray/arrange.ts'
import { cellEdgePoints, doubtCell, expectedDepth, measureAirCell, type AirCell } from './air-cell.ts'
import { findContents, type Contents } from './contents.ts'
import { findCrack } from './crack.ts'
import { edgeWidth } from './edge-width.ts'
import { looksLikeAnEgg } from './likeness.ts'
import { type EggFrame } from './egg-frame.ts'
import { fitEmptyField, type IlluminationModel } from './illumination-model.ts'
import { toPhotograph, type FoundEgg } from './cut-out.ts'
import { type OutlineFit } from './fit-outline.ts'
import type { EggReading, LightReading, ReasonCode } from './reading.ts'
import { scaleSpace } from './ridges.ts'
import { readLines } from './line-signs.ts'
import { measureRing, usablePixels } from './ring.ts'
import { measureShadow, type Shadow } from './shadow.ts'
import { readSigns } from './signs.ts'
import { findDarkLines, measureVessels } from './vessels.ts'
import { expectedShape, type Expected, orient } from './orient.ts'

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
  const notOurs = union(union(shadow.hidden, covered), crack.mask)
  const lines = findDarkLines(picture, { unlit: unlit.mask, hidden: notOurs })
  stage('vessels')
  const ring = measureRing(picture, { unlit: unlit.mask, dark: union(shadow.mask, notOurs), lines })
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
  const networkLogits = networkLogitsOf(maps)
  stage('network')

  const toPhoto = photographOf(linear)
  return {
    ...describeOutline(toPhotograph(fit.outline, linear)),
    bluntEndProbability,
    edgeSeenShare: fit.seenShare,
    formCovariance: fit.formCovariance,
    airCell: cell && describeCell(cell, toPhoto(cellEdgePoints(frame, cell))),
    shadow: describeShadow(shadow, shadowContours(frame, shadow).map(toPhoto)),
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
    networkLogits,
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

/** Takes points of the working picture to the photograph. */
function photographOf({ reduction, originPx }: LinearImage): (points: Point[]) => Point[] {
  return (points) =>
    points.map(({ x, y }) => ({ x: x * reduction + originPx.x, y: y * reduction + originPx.y }))
}

function describeOutline(
  outline: EggOutline,
): Pick<EggReading, 'outline' | 'polygon' | 'bluntPole' | 'smallPole' | 'lengthPx' | 'breadthPx'> {
  return {
    outline,
    polygon: outlinePolygon(outline),
    bluntPole: bluntPole(outline),
    smallPole: smallPole(outline),
    lengthPx: 2 * outline.halfLengthPx,
    breadthPx: breadthPx(outline),
  }
}

function describeShadow(
  { area, areaSd, darkness, edgeSlope }: Shadow,
  contours: Point[][],
): EggReading['shadow'] {
  return { area: { value: area, sd: areaSd }, darkness, edgeSlope, contours }
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

function union(a: Mask, b: Mask): Mask {
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
