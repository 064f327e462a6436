import type { PicturedLook } from '../contracts/records/look-record.ts'
import type { EggReading } from '../core/measure/reading.ts'

interface Size {
  widthPx: number
  heightPx: number
}

/** The copy that is kept has at most this share of the original’s side where the two can be told apart. */
const SMALLER = 0.95
/** Two outlines are of one egg where their middles and lengths are no further apart, ÷ length. */
const SAME = 0.05

/**
 * Looks that may have been measured in the smaller copy of their photograph while the original's size was written down:
 * all of the egg lies where the copy alone would have it. @param keptLongSidePx - of the copies that this book keeps
 */
export function mayBeOfCopy(
  { photo: { widthPx, heightPx }, reading: { bluntPole, smallPole }, replaced }: PicturedLook,
  keptLongSidePx: number,
): boolean {
  const share = keptLongSidePx / Math.max(widthPx, heightPx)
  if (replaced || share > SMALLER) return false
  return [bluntPole, smallPole].every(({ x, y }) => x <= widthPx * share && y <= heightPx * share)
}

/** Whether a look is of the copy: measured once more in it, the egg lies and is as large as the look has it. */
export function isOfCopy(
  { photo, reading }: PicturedLook,
  copy: Size,
  eggs: ReadonlyArray<Pick<EggReading, 'outline' | 'lengthPx'>>,
): boolean {
  if (copy.widthPx > photo.widthPx * SMALLER) return false
  const { centre } = reading.outline
  return eggs.some(
    ({ outline, lengthPx }) =>
      Math.abs(lengthPx - reading.lengthPx) < SAME * reading.lengthPx &&
      Math.hypot(outline.centre.x - centre.x, outline.centre.y - centre.y) < SAME * reading.lengthPx,
  )
}

/** The look with the size of the picture in which it was measured: outline, lines and millimetres are right by it. */
export function withSizeOfCopy(look: PicturedLook, { widthPx, heightPx }: Size): PicturedLook {
  return { ...look, photo: { ...look.photo, widthPx, heightPx } }
}
