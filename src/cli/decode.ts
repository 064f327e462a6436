import sharp from 'sharp'
import { PHOTO_BOUNDS, PhotoFileError, readPhotoHead } from '../contracts/photo-file.ts'
import type { RgbImage } from '../core/image/linear.ts'

/** A photograph that takes longer to unpack is given up. */
const LONGEST_DECODE_SECONDS = 20

/**
 * Unpacks a file to an upright 8-bit RGB picture, no longer than `longSidePx`; {@link RgbImage.reduction} says by how
 * much it was drawn down.
 * @throws PhotoFileError with a plain sentence
 */
export async function decodePhoto(bytes: Buffer, longSidePx = Infinity): Promise<RgbImage> {
  const { widthPx, heightPx } = readPhotoHead(bytes)
  const longSide = Math.max(widthPx, heightPx)
  let pixels = sharp(bytes, { failOn: 'truncated', limitInputPixels: PHOTO_BOUNDS.pixels })
    .timeout({ seconds: LONGEST_DECODE_SECONDS })
    .autoOrient()
  if (longSide > longSidePx) {
    pixels = pixels.resize({ width: longSidePx, height: longSidePx, fit: 'inside' })
  }
  try {
    const { data, info } = await pixels
      .toColourspace('srgb')
      .removeAlpha()
      .raw({ depth: 'uchar' })
      .toBuffer({ resolveWithObject: true })
    if (info.channels !== 3) throw new PhotoFileError('not-a-photo', 'The picture has no colour to measure.')
    return {
      widthPx: info.width,
      heightPx: info.height,
      channels: 3,
      data,
      reduction: longSide / Math.max(info.width, info.height),
    }
  } catch (error) {
    if (error instanceof PhotoFileError) throw error
    throw new PhotoFileError('not-a-photo', 'The photograph is damaged or cut short.')
  }
}
