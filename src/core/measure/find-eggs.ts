import { containsPoint, scaled, type EggOutline } from '../geometry/egg-outline.ts'
import { drawnDown, type LinearImage } from '../image/linear.ts'
import { cutOut, outlineIn, overlaps, shareCutOff, toPhotograph, type FoundEgg } from './cut-out.ts'
import { findGlow, findGlowAtLevels, type Glow } from './find-glow.ts'
import { type GlowPatch } from './glow-ellipse.ts'
import { type Ellipse } from './glow-ellipse.ts'
import { isNearlySame, isPlain, proposeOutlines, type OutlineFit, type ShapePrior } from './fit-outline.ts'
import { edgePlanes } from './outline-edges.ts'
import { completeTray, findTray } from './complete-tray.ts'
import type { RejectionCode } from './reading.ts'

/** Long side of the picture in which eggs are first looked for, px. */
const COARSE_LONG_SIDE_PX = 200
/** From this length on, in pixels of the image, the air cell's edge and vessels are as well seen as they can be. */
export const ENOUGH_LENGTH_PX = 200

/** All eggs that glow in an image, largest glow first; or why there are none. */
export function findEggs(image: LinearImage, prior: ShapePrior): FoundEgg[] | RejectionCode {
  const factor = Math.max(1, Math.round(Math.max(image.widthPx, image.heightPx) / COARSE_LONG_SIDE_PX))
  const coarse = drawnDown(image, factor)
  const glow = findGlow(coarse)
  if (glow.patches.length === 0 || glow.brightRed < 0.006) return 'no-egg'
  // In a bright room an egg hardly outshines what is around it: then its outline must be the plainer.
  const isFaint = glow.brightRed < 3 * glow.backgroundRed
  const tray = isFaint ? null : findTray(image, glow, coarse.reduction)
  if (tray) return tray
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
  if (found.length === 0) return whyNot
  // Several eggs are a tray: there are more of their size, some of them too dark to stand out as a glow of their own.
  return found.length > 1 ? completeTray(image, glow, found) : found
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
