import { components, distanceTo, type Mask } from '../image/morphology.ts'
import type { EggPicture } from './contents.ts'
import { clutterOf, ridgeAt } from './ridges.ts'
import type { Ring } from './ring.ts'

export interface Vessels {
  /** Share of the visible contents covered by vessels that take over a tenth of the red light. */
  coverage: number
  coverageSd: number
  /** Length of the dark lines that are not part of a ring, in egg lengths; a wide-open net has over 3. */
  netLength: number
}

/** Least curvature of a line, log units, and least ratio to that of the mottling; */
const LEAST_BEND = 0.035
const LINE_TO_CLUTTER = 5
/** but where vessels fill the picture they are the clutter themselves, and no more than this may be asked. */
const MOST_ASKED = 0.06
/** The foot of a finger's edge bends the light as a line does, this far out, frame pixels. */
const CLEAR_OF_HIDDEN_PX = 7
/** A piece must run at least this far, as a share of the egg's length, to be no speckle. */
const SHORTEST_RUN = 0.1

/**
 * Dark lines by the Hessian's eigenvalues at several scales; short or compact pieces are speckles and pores.
 * @see Frangi, A. F. et al. (1998). Multiscale vessel enhancement filtering. MICCAI, LNCS 1496, 130–137.
 */
export function findDarkLines(
  { frame, scales, contents }: EggPicture,
  { unlit, hidden }: { unlit: Mask; hidden: Mask },
): Mask {
  const { lengthPx, heightPx } = frame
  const values = new Uint8Array(lengthPx * heightPx)
  const fence = Math.round(0.03 * lengthPx)
  const fromHidden = distanceTo(hidden, 1)
  const usable = new Uint8Array(values.length)
  for (let row = 4; row < heightPx - 4; row++) {
    for (let column = fence; column < lengthPx - 4; column++) {
      const at = row * lengthPx + column
      if (
        !contents.mask[at] ||
        !contents.mask[at - fence] ||
        unlit.values[at] ||
        fromHidden[at]! < CLEAR_OF_HIDDEN_PX
      )
        continue
      if (Math.abs(row + 0.5 - heightPx / 2) < 0.94 * frame.radiusPx[column]!) usable[at] = 1
    }
  }
  for (const light of scales.lines) {
    const clutter = Math.min(MOST_ASKED, LINE_TO_CLUTTER * clutterOf(light, usable))
    const limit = Math.max(LEAST_BEND, clutter, (2 * scales.grain) / light.sigmaPx)
    for (let at = 0; at < usable.length; at++) {
      if (!usable[at]) continue
      const { across, along } = ridgeAt(light, at)
      if (across > limit && along < 0.45 * across) values[at] = 1
    }
  }
  const kept = new Uint8Array(values.length)
  for (const piece of components({ widthPx: lengthPx, heightPx, values }, 6)) {
    const extent = Math.hypot(piece.maxX - piece.minX, piece.maxY - piece.minY)
    const slender = piece.pixels.length / extent
    if (extent < SHORTEST_RUN * lengthPx || slender > 0.3 * extent) continue
    for (const at of piece.pixels) kept[at] = 1
  }
  return { widthPx: lengthPx, heightPx, values: kept }
}

/** Mean width of a line in the mask, frame pixels; turns area into length. */
const LINE_WIDTH_PX = 2.7
/** The filter marks a vessel's middle; it takes a tenth of the light about this much further out, too. */
const FLANK_PX = 1.34

/** What of the dark lines is vessels: all of them, less those on a convincing ring. */
export function measureVessels(
  { frame, contents }: Omit<EggPicture, 'scales'>,
  lines: Mask,
  ring: Ring,
): Vessels {
  const isRing = ring.score > 0.5 && ring.shareOfLines > 0.45
  const values = isRing
    ? lines.values.map((value, at) => (value && !ring.lineMask[at] ? 1 : 0))
    : lines.values
  const near = distanceTo({ ...lines, values }, 1)
  let length = 0
  let covered = 0
  for (let at = 0; at < values.length; at++) {
    if (values[at]) length += 1 / LINE_WIDTH_PX
    if (contents.mask[at] && near[at]! <= FLANK_PX) covered++
  }
  const coverage = covered / Math.max(1, contents.areaPx)
  return { coverage, coverageSd: Math.hypot(0.015, 0.35 * coverage), netLength: length / frame.lengthPx }
}
