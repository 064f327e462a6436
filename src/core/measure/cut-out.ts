import { containsPoint, outlinePolygon, scaled, type EggOutline } from '../geometry/egg-outline.ts'
import { drawnDown, type LinearImage, type Region } from '../image/linear.ts'
import type { Glow } from './find-glow.ts'
import { refineOutline, type OutlineFit, type ShapePrior } from './fit-outline.ts'
import { edgePlanes, type EdgePlanes } from './outline-edges.ts'

/** Length that an egg is then drawn down to, px: all that follows costs the same whatever the photograph's size. */
const EGG_LENGTH_PX = 280
/** Drawing down by less than this costs more than it spares. */
const WORTH_REDUCING = 1.3
/** What is kept around an egg, ÷ its length. */
const MARGIN = 0.16

/** One egg cut out of the image and drawn down, with its outline in the cut-out's pixels. */
export interface FoundEgg {
  /** Share of the outline that lies outside of the picture. */
  cutOff: number
  linear: LinearImage
  planes: EdgePlanes
  fit: OutlineFit
}

/** The image around an outline (image pixels) at working size, and the outline fitted there. */
export function cutOut(
  image: LinearImage,
  glow: Glow,
  outline: EggOutline,
  prior: ShapePrior,
): FoundEgg | null {
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
export function outlineIn(egg: FoundEgg, picture: LinearImage): EggOutline {
  return scaled(toPhotograph(egg.fit.outline, egg.linear), 1 / picture.reduction)
}

export function overlaps(egg: FoundEgg, others: readonly FoundEgg[]): boolean {
  const own = toPhotograph(egg.fit.outline, egg.linear)
  return others.some((other) => {
    const theirs = toPhotograph(other.fit.outline, other.linear)
    return containsPoint(theirs, own.centre) || containsPoint(own, theirs.centre)
  })
}

/** Share of the outline that lies further outside of the picture than `slackPx`, or nearer to its border where that is negative. */
export function shareCutOff(
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
