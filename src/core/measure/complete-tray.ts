import { containsPoint, scaled, type EggOutline } from '../geometry/egg-outline.ts'
import { drawnDown, type LinearImage } from '../image/linear.ts'
import { medianOf } from '../image/quantile.ts'
import { cutOut, outlineIn, overlaps, toPhotograph, type FoundEgg } from './cut-out.ts'
import type { Glow } from './find-glow.ts'
import { settleEach, type ShapePrior } from './fit-outline.ts'
import { edgePlanes } from './outline-edges.ts'

/** Length of an egg in the picture in which its mates are looked for, px. */
const MATE_LENGTH_PX = 60
/** Distance between starts, ÷ an egg's length: near enough that one of them settles on each egg. */
const SPACING = 0.4
/** Eggs of one tray are alike: lengths and breadths lie within this factor of the median. */
const SAME_SIZE = 1.22
/** So much of the curve must lie on an edge, and so well must it fit. */
const SEEN_SHARE = 0.5
const SCORE = 0.15

/** Patches of glow whose area is the middle one's within these factors are alike, and so many of them are a tray, */
const ALIKE = { least: 0.55, most: 1.6 }
const FEWEST_ALIKE = 4
/** where none is larger than a few eggs that glow into each other. */
const LARGEST = 5

/**
 * All eggs of a picture whose patches of glow are many and alike, from their usual size alone: one by one, neighbours
 * would be taken for one large egg. Null where they are not.
 * @param reduction - photograph pixels per pixel of the picture in which the glow was found
 */
export function findTray(image: LinearImage, glow: Glow, reduction: number): FoundEgg[] | null {
  const middle = medianOf(glow.patches.map(({ areaPx }) => areaPx))
  const alike = glow.patches.filter(
    ({ areaPx }) => areaPx > ALIKE.least * middle && areaPx < ALIKE.most * middle,
  )
  if (alike.length < FEWEST_ALIKE || glow.patches[0]!.areaPx > LARGEST * middle) return null
  const found = findMates(image, glow, {
    found: [],
    usual: {
      halfLengthPx: reduction * medianOf(alike.map(({ hull }) => hull.halfAxesPx[0])),
      halfBreadthPx: reduction * medianOf(alike.map(({ hull }) => hull.halfAxesPx[1])),
      axisRad: commonAxis(alike.map(({ hull }) => hull)),
    },
  })
  return found.length > 1 ? completeTray(image, glow, found) : null
}

/**
 * All eggs of a tray, given those that stand out: an outline of about their size is looked for all over the picture,
 * because late eggs are dark among bright ones and their rims are no patches of glow. What is of another size (two eggs
 * taken for one) gives way to eggs of the usual size that lie there.
 * @param found - at least two
 */
export function completeTray(image: LinearImage, glow: Glow, found: readonly FoundEgg[]): FoundEgg[] {
  const sizes = found.map((egg) => toPhotograph(egg.fit.outline, egg.linear))
  const usual: Usual = {
    halfLengthPx: medianOf(sizes.map((outline) => outline.halfLengthPx)),
    halfBreadthPx: medianOf(sizes.map((outline) => outline.halfBreadthPx)),
    axisRad: commonAxis(sizes),
  }
  const alike = found.filter((egg) => isOfSize(egg, usual))
  const mates = findMates(image, glow, { found: alike, usual })
  const eggs = [...alike, ...mates]
  return [...eggs, ...found.filter((egg) => !alike.includes(egg) && !overlaps(egg, eggs))]
}

/** An egg of the tray as they mostly are; photograph pixels. */
interface Usual {
  halfLengthPx: number
  halfBreadthPx: number
  axisRad: number
}

function findMates(
  image: LinearImage,
  glow: Glow,
  { found, usual }: { found: readonly FoundEgg[]; usual: Usual },
): FoundEgg[] {
  const prior: ShapePrior = { aspect: usual.halfBreadthPx / usual.halfLengthPx, taper: 0, taperSd: 0.15 }
  const small = drawnDown(image, Math.max(1, (2 * usual.halfLengthPx) / image.reduction / MATE_LENGTH_PX))
  const taken = found.map((egg) => outlineIn(egg, small))
  const mates: FoundEgg[] = []
  for (const { outline } of settleEach(edgePlanes(small, glow), startsBeside(small, taken, usual), prior)) {
    if (taken.some((other) => containsPoint(other, outline.centre))) continue
    const egg = cutOut(image, glow, scaled(outline, small.reduction / image.reduction), prior)
    if (!egg || egg.fit.seenShare < SEEN_SHARE || egg.fit.score < SCORE) continue
    if (!isOfSize(egg, usual) || egg.cutOff > 0 || overlaps(egg, [...found, ...mates])) continue
    mates.push(egg)
    taken.push(outlineIn(egg, small))
  }
  return mates
}

function isOfSize({ fit, linear }: FoundEgg, usual: Usual): boolean {
  const { halfLengthPx, halfBreadthPx } = toPhotograph(fit.outline, linear)
  return isSame(halfLengthPx, usual.halfLengthPx) && isSame(halfBreadthPx, usual.halfBreadthPx)
}

function isSame(value: number, usual: number): boolean {
  return value < SAME_SIZE * usual && value > usual / SAME_SIZE
}

/** The direction in which most of the eggs lie, either way up. */
function commonAxis(eggs: ReadonlyArray<{ axisRad: number }>): number {
  const sum = (part: (angle: number) => number): number =>
    eggs.reduce((total, { axisRad }) => total + part(2 * axisRad), 0)
  return Math.atan2(sum(Math.sin), sum(Math.cos)) / 2
}

/** Eggs of the usual size all over the picture, but for where there is one already. */
function startsBeside(
  { widthPx, heightPx, reduction }: LinearImage,
  taken: readonly EggOutline[],
  usual: Usual,
): EggOutline[] {
  const halfLengthPx = usual.halfLengthPx / reduction
  const rim = usual.halfBreadthPx / reduction
  const step = 2 * halfLengthPx * SPACING
  const starts: EggOutline[] = []
  for (let y = rim; y <= heightPx - rim; y += step)
    for (let x = rim; x <= widthPx - rim; x += step)
      if (!taken.some((outline) => containsPoint(scaledAbout(outline, 1.3), { x, y })))
        starts.push({
          centre: { x, y },
          axisRad: usual.axisRad,
          halfLengthPx,
          halfBreadthPx: rim,
          taper: 0,
          bulge: 0,
        })
  return starts
}

function scaledAbout(outline: EggOutline, factor: number): EggOutline {
  return {
    ...outline,
    halfLengthPx: factor * outline.halfLengthPx,
    halfBreadthPx: factor * outline.halfBreadthPx,
  }
}
