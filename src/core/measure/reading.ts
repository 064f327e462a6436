import type { FormCovariance } from '../geometry/egg-form.ts'
import { outlinePolygon, type EggOutline, type Point } from '../geometry/egg-outline.ts'
import type { PerGrade } from '../grade-names.ts'
import type { LineSigns } from './line-signs.ts'
import type { Signs } from './signs.ts'

/** A value with its standard uncertainty, same unit. */
export interface Measured {
  value: number
  sd: number
}

/** Why a figure is missing or a picture cannot be judged. */
export const READING_REASONS = [
  'air-cell-not-seen',
  'blunt-end-uncertain',
  'too-dark',
  'overexposed',
  'blurred',
  'outline-partly-hidden',
  'cut-by-picture',
  'unlike-an-egg',
] as const
export type ReasonCode = (typeof READING_REASONS)[number]

export interface LightReading {
  /** Median red light through the visible contents, linear, 1 = sensor saturation. */
  medianRed: number
  /** Red light that an empty egg would pass at the middle of its contents, linear. */
  emptyRed: number
  /** Spread of single working pixels by noise, ÷ median. */
  relativeNoise: number
  /** Share of the contents at saturation. */
  clippedShare: number
  /** Where the light comes from. */
  lamp: 'blunt' | 'small' | 'side'
}

/** All that one photograph says of one egg; lengths in photograph pixels, fractions 0–1. */
export interface EggReading {
  outline: EggOutline
  polygon: Point[]
  bluntPole: Point
  smallPole: Point
  lengthPx: number
  breadthPx: number
  /** Probability that the end taken for the blunt one is. */
  bluntEndProbability: number
  /** Share of the outline lying on a seen edge. */
  edgeSeenShare: number
  /** Null in readings kept from before it was taken. */
  formCovariance: FormCovariance | null
  airCell: { depth: Measured; volume: Measured; tiltRad: number; edge: Point[] } | null
  shadow: { area: Measured; darkness: number; edgeSlope: number; contours: Point[][] }
  vessels: { coverage: Measured; netLength: number }
  ring: { score: Measured; visibleShare: number; support: number; shareOfLines: number; points: Point[] }
  crack: { score: number; points: Point[] }
  light: LightReading
  /** Null in readings kept from before they were taken. */
  signs: Signs | null
  /** Null in readings kept from before they were taken. */
  lines: LineSigns | null
  /**
   * What the picture as a whole looks like, apart from all that is measured: log odds by grade, the egg's age not
   * counted in, so that they stand when a date is put right. Null in readings kept from before it was asked.
   */
  networkLogits: PerGrade | null
  /** Pigment spots taken off the picture before looking for vessels and rings. */
  spotCount: number
  /** Share of the contents light enough to show a vessel. */
  litShare: number
  reasons: ReasonCode[]
}

/** The lines of a reading, in photograph pixels: large, and needed only where the picture is shown. */
export interface EggShapes {
  polygon: Point[]
  /** Empty where the air cell was not seen. */
  cellEdge: Point[]
  shadow: Point[][]
  ring: Point[]
  crack: Point[]
}

/** A reading without its lines: all that grading, plans and tables ask for. */
export type EggFigures = Omit<EggReading, 'polygon' | 'airCell' | 'shadow' | 'ring' | 'crack'> & {
  airCell: Omit<NonNullable<EggReading['airCell']>, 'edge'> | null
  shadow: Omit<EggReading['shadow'], 'contours'>
  ring: Omit<EggReading['ring'], 'points'>
  crack: Omit<EggReading['crack'], 'points'>
}

export function shapesOf({ polygon, airCell, shadow, ring, crack }: EggReading): EggShapes {
  return {
    polygon,
    cellEdge: airCell?.edge ?? [],
    shadow: shadow.contours,
    ring: ring.points,
    crack: crack.points,
  }
}

/** Of a look whose lines are gone: its outline’s curve, and nothing inside. */
export function noShapes(outline: EggOutline): EggShapes {
  return { polygon: outlinePolygon(outline), cellEdge: [], shadow: [], ring: [], crack: [] }
}

export function figuresOfReading({
  polygon: _,
  airCell,
  shadow,
  ring,
  crack,
  ...rest
}: EggReading): EggFigures {
  const { contours: _c, ...shadowFigures } = shadow
  const { points: _r, ...ringFigures } = ring
  const { points: _k, ...crackFigures } = crack
  return {
    ...rest,
    airCell: airCell && { depth: airCell.depth, volume: airCell.volume, tiltRad: airCell.tiltRad },
    shadow: shadowFigures,
    ring: ringFigures,
    crack: crackFigures,
  }
}

/** The reading as it was before it was taken apart. */
export function readingOf(
  { airCell, shadow, ring, crack, ...rest }: EggFigures,
  shapes: EggShapes,
): EggReading {
  return {
    ...rest,
    polygon: shapes.polygon,
    airCell: airCell && { ...airCell, edge: shapes.cellEdge },
    shadow: { ...shadow, contours: shapes.shadow },
    ring: { ...ring, points: shapes.ring },
    crack: { ...crack, points: shapes.crack },
  }
}

/** A photograph that cannot be measured at all. */
export type RejectionCode = 'too-small' | 'no-egg' | 'outline-unclear' | 'egg-cut-off'

/** Of a photograph that may show several eggs. */
export type EggsReading = { kind: 'eggs'; eggs: EggReading[] } | { kind: 'rejected'; why: RejectionCode }
