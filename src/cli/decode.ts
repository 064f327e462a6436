import sharp from 'sharp'
import { PHOTO_BOUNDS, PhotoFileError, readPhotoHead } from '../contracts/files/photo-file.ts'
import type { RgbImage } from '../core/image/linear.ts'

/** A photograph that takes longer to unpack is given up. */
const LONGEST_DECODE_SECONDS = 20

/**
 * Unpacks a file to an upright 8-bit RGB picture.
 * @throws PhotoFileError with a plain sentence
 */
export async function decodePhoto(bytes: Buffer): Promise<RgbImage> {
  readPhotoHead(bytes)
  try {
    const { data, info } = await sharp(bytes, { failOn: 'truncated', limitInputPixels: PHOTO_BOUNDS.pixels })
      .timeout({ seconds: LONGEST_DECODE_SECONDS })
      .autoOrient()
      .toColourspace('srgb')
      .removeAlpha()
      .raw({ depth: 'uchar' })
      .toBuffer({ resolveWithObject: true })
    if (info.channels !== 3) throw new PhotoFileError('not-a-photo', 'The picture has no colour to measure.')
    return { widthPx: info.width, heightPx: info.height, channels: 3, data }
  } catch (error) {
    if (error instanceof PhotoFileError) throw error
    throw new PhotoFileError('not-a-photo', 'The photograph is damaged or incomplete.')
  }
}
