import { readFile } from 'node:fs/promises'
import sharp from 'sharp'
import type { RgbImage } from '../core/image/linear.ts'

/** A picture this large is refused before it is unpacked, so that a small file cannot fill the memory. */
export const MAX_PIXELS = 60_000_000

/** A file that is not a photograph we can read; the message is for people. */
export class DecodeError extends Error {}

/** @throws DecodeError with a plain sentence */
export async function openPhoto(file: string): Promise<Buffer> {
  try {
    return await readFile(file)
  } catch (error) {
    const code = (error as NodeJS.ErrnoException).code
    throw new DecodeError(code === 'ENOENT' ? 'There is no such file.' : `The file cannot be opened (${code ?? 'unknown error'}).`)
  }
}

/**
 * Unpacks a file to an upright 8-bit RGB picture, no longer than `longSidePx`; {@link RgbImage.reduction} says by how
 * much it was drawn down.
 * @throws DecodeError with a plain sentence
 */
export async function decodePhoto(bytes: Buffer, longSidePx = Infinity): Promise<RgbImage> {
  if (bytes.length === 0) throw new DecodeError('The file is empty.')
  const picture = sharp(bytes, { failOn: 'truncated', limitInputPixels: false })
  const { width, height } = await picture.metadata().catch(() => {
    throw new DecodeError('This is not a photograph that can be read here (JPEG, PNG, WebP, TIFF or AVIF).')
  })
  if (width * height > MAX_PIXELS) {
    throw new DecodeError(`The picture has ${Math.round(width * height / 1e6)} megapixels; at most ${MAX_PIXELS / 1e6} are read.`)
  }
  const longSide = Math.max(width, height)
  let pixels = picture.autoOrient()
  if (longSide > longSidePx) {
    pixels = pixels.resize({ width: longSidePx, height: longSidePx, fit: 'inside' })
  }
  try {
    const { data, info } = await pixels.toColourspace('srgb').removeAlpha().raw({ depth: 'uchar' }).toBuffer({ resolveWithObject: true })
    if (info.channels !== 3) throw new DecodeError('The picture has no colour to measure.')
    return {
      widthPx: info.width, heightPx: info.height, channels: 3, data, reduction: longSide / Math.max(info.width, info.height),
    }
  } catch (error) {
    if (error instanceof DecodeError) throw error
    throw new DecodeError('The photograph is damaged or cut short.')
  }
}
