import { containsPoint, outlinePolygon, scaled, type EggOutline } from '../geometry/egg-outline.ts'
import { drawnDown, type LinearImage, type Region } from '../image/linear.ts'
import { findGlow, findGlowAtLevels, type Ellipse, type Glow, type GlowPatch } from './find-glow.ts'
import {
  edgePlanes,
  isNearlySame,
  isPlain,
  proposeOutlines,
  refineOutline,
  type EdgePlanes,
  type OutlineFit,
  type ShapePrior,
} from './fit-outline.ts'
import type { RejectionCode } from './reading.ts'

/** Long side of the picture in which eggs are first looked for, px. */
const COARSE_LONG_SIDE_PX = 200
/** Length that an egg is then drawn down to, px: all that follows costs the same whatever the photograph's size. */
const EGG_LENGTH_PX = 280
/** Drawing down by less than this costs more than it spares. */
const WORTH_REDUCING = 1.3
/** What is kept around an egg, ÷ its length. */
const MARGIN = 0.16
/** From this length on, in pixels of the image, the air cell's edge and vessels are as well seen as they can be. */
export const ENOUGH_LENGTH_PX = 200

/** One egg cut out of the image and drawn down, with its outline in the cut-out's pixels. */
export interface FoundEgg {
  /** Share of the outline that lies outside of the picture. */
  cutOff: number
  linear: LinearImage
  planes: EdgePlanes
  fit: OutlineFit
}

/** All eggs that glow in an image, largest glow first; or why there are none. */
export function findEggs(image: LinearImage, prior: ShapePrior): FoundEgg[] | RejectionCode {
  const factor = Math.max(1, Math.round(Math.max(image.widthPx, image.heightPx) / COARSE_LONG_SIDE_PX))
  const coarse = drawnDown(image, factor)
  const glow = findGlow(coarse)
  if (glow.patches.length === 0 || glow.brightRed < 0.006) return 'no-egg'
  // In a bright room an egg hardly outshines what is around it: then its outline must be the plainer.
  const isFaint = glow.brightRed < 3 * glow.backgroundRed
  const planes = edgePlanes(coarse, glow)
  const found: FoundEgg[] = []
  const rough: EggOutline[] = []
  let whyNot: RejectionCode = isFaint ? 'no-egg' : 'outline-unclear'
  for (const [rank, patch] of glow.patches.entries()) {
    if (rough.some((outline) => containsPoint(outline, patch.centre))) continue
    if (rank > 0 && !mayBeAnotherEgg(patch, glow)) continue
    const others = rank === 0 ? () => findGlowAtLevels(coarse, glow) : undefined
    const proposals = proposeOutlines(planes, { patch, others }, prior)
    const best = bestCutOut(
      image,
      glow,
      proposals.map((proposal) => scaled(proposal.outline, factor)),
      prior,
    )
    if (!best || !isConvincing(best.fit, patch) || (isFaint && !isPlain(best.fit))) {
      if (rank === 0 && !isFaint && runsOut(patch.hull, coarse)) whyNot = 'egg-cut-off'
      continue
    }
    if (rank > 0 && (best.fit.seenShare < OTHERS_SEEN_SHARE || overlaps(best, found))) continue
    if (best.cutOff > MOST_CUT_OFF || isSqueezed(best, image)) {
      whyNot = 'egg-cut-off'
      continue
    }
    found.push(best)
    rough.push(outlineIn(best, coarse))
  }
  return found.length > 0 ? found : whyNot
}

/** Other things glow beside an egg (the lamp, a lit hand): another egg is about as bright, as large and as round. */
function mayBeAnotherEgg(patch: GlowPatch, glow: Glow): boolean {
  const main = glow.patches[0]!
  return patch.areaPx > 0.2 * main.areaPx && patch.solidity > 0.88 && patch.meanRed > 0.2 * main.meanRed
}

/** Beside the first egg only a well-seen outline is another. */
const OTHERS_SEEN_SHARE = 0.55

function isConvincing(fit: OutlineFit, patch: GlowPatch): boolean {
  if (fit.seenShare < 0.25 || fit.score < 0.04) return false
  return fit.seenShare >= 0.45 || patch.solidity >= 0.8
}

/** Would what glows, made whole, lie partly outside of the picture? */
function runsOut({ centre, halfAxesPx: [long, short], axisRad }: Ellipse, picture: LinearImage): boolean {
  const [c, s] = [Math.cos(axisRad), Math.sin(axisRad)]
  const [across, down] = [Math.hypot(long * c, short * s), Math.hypot(long * s, short * c)]
  return (
    centre.x < across ||
    centre.y < down ||
    centre.x > picture.widthPx - across ||
    centre.y > picture.heightPx - down
  )
}

/** Looks closely at those proposals that differ. */
function bestCutOut(
  image: LinearImage,
  glow: Glow,
  proposals: readonly EggOutline[],
  prior: ShapePrior,
): FoundEgg | null {
  const cuts = new Map<EggOutline, FoundEgg>()
  for (const proposal of proposals) {
    if ([...cuts.keys()].some((other) => isNearlySame(other, proposal))) continue
    const egg = cutOut(image, glow, proposal, prior)
    if (egg) cuts.set(proposal, egg)
  }
  const byScore = [...cuts.values()].sort((a, b) => b.fit.score - a.fit.score)
  return byScore.find((egg) => egg.cutOff <= MOST_CUT_OFF) ?? byScore[0] ?? null
}

/** The image around an outline (image pixels) at working size, and the outline fitted there. */
function cutOut(image: LinearImage, glow: Glow, outline: EggOutline, prior: ShapePrior): FoundEgg | null {
  const region = around(outline, image)
  if (!region) return null
  const tooLarge = (2 * outline.halfLengthPx) / EGG_LENGTH_PX
  const factor = tooLarge < WORTH_REDUCING ? 1 : tooLarge
  const linear = drawnDown(image, factor, region)
  if (Math.min(linear.widthPx, linear.heightPx) < 8) return null
  const planes = edgePlanes(linear, glow)
  const centre = { x: outline.centre.x - region.left, y: outline.centre.y - region.top }
  const fit = refineOutline(planes, scaled({ ...outline, centre }, 1 / factor), prior)
  return (
    fit && {
      cutOff: shareCutOff(toPhotograph(fit.outline, linear), image, 2 * linear.reduction),
      linear,
      planes,
      fit,
    }
  )
}

function around(outline: EggOutline, image: LinearImage): Region | null {
  const polygon = outlinePolygon(outline, 24)
  const margin = MARGIN * 2 * outline.halfLengthPx
  const left = Math.max(0, Math.floor(Math.min(...polygon.map((p) => p.x)) - margin))
  const top = Math.max(0, Math.floor(Math.min(...polygon.map((p) => p.y)) - margin))
  const right = Math.min(image.widthPx, Math.ceil(Math.max(...polygon.map((p) => p.x)) + margin))
  const bottom = Math.min(image.heightPx, Math.ceil(Math.max(...polygon.map((p) => p.y)) + margin))
  return right - left < 16 || bottom - top < 16
    ? null
    : { left, top, widthPx: right - left, heightPx: bottom - top }
}

/** A cut-out's outline in photograph pixels. */
export function toPhotograph(outline: EggOutline, { reduction, originPx }: LinearImage): EggOutline {
  const large = scaled(outline, reduction)
  return { ...large, centre: { x: large.centre.x + originPx.x, y: large.centre.y + originPx.y } }
}

/** The same outline in the pixels of a picture of the whole photograph. */
function outlineIn(egg: FoundEgg, picture: LinearImage): EggOutline {
  return scaled(toPhotograph(egg.fit.outline, egg.linear), 1 / picture.reduction)
}

function overlaps(egg: FoundEgg, others: readonly FoundEgg[]): boolean {
  const own = toPhotograph(egg.fit.outline, egg.linear)
  return others.some((other) => {
    const theirs = toPhotograph(other.fit.outline, other.linear)
    return containsPoint(theirs, own.centre) || containsPoint(own, theirs.centre)
  })
}

/** An egg of which more than this lies outside of the picture cannot be told from other things. */
const MOST_CUT_OFF = 0.3

/** Nearer to the border than this, ÷ length, an outline may be one that would go on beyond it. */
const BESIDE_BORDER = 0.04

/** Does an outline of which little is seen run along the border, as one does that is drawn into the picture though the egg goes on? */
function isSqueezed({ fit, linear }: FoundEgg, image: LinearImage): boolean {
  if (fit.seenShare > 0.65) return false
  const outline = toPhotograph(fit.outline, linear)
  return shareCutOff(outline, image, -BESIDE_BORDER * 2 * outline.halfLengthPx) > 0.06
}

/** Share of the outline that lies further outside of the picture than `slackPx`, or nearer to its border where that is negative. */
function shareCutOff(
  outline: EggOutline,
  { widthPx, heightPx, reduction }: LinearImage,
  slackPx: number,
): number {
  const polygon = outlinePolygon(outline)
  const out = polygon.filter(
    (p) =>
      p.x < -slackPx ||
      p.y < -slackPx ||
      p.x > widthPx * reduction + slackPx ||
      p.y > heightPx * reduction + slackPx,
  )
  return out.length / polygon.length
}
