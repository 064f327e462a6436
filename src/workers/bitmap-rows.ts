import type { PhotoRows } from '../core/image/linear.ts'

/** Rows fetched at once: all pixels of a large photograph would be a hundred megabytes and more. */
const STRIP_ROWS = 256

/**
 * The pixels of a picture that the browser unpacked, strip by strip.
 * @throws Error where the browser has no canvas in workers
 */
export function rowsOfBitmap(bitmap: ImageBitmap): PhotoRows {
  const { width, height } = bitmap
  const context = new OffscreenCanvas(width, Math.min(STRIP_ROWS, height)).getContext('2d', {
    willReadFrequently: true,
  })
  if (!context) throw new Error('This browser cannot draw pictures in the background.')
  // What the picture leaves clear must not show the strip before.
  context.globalCompositeOperation = 'copy'
  let strip = new Uint8ClampedArray()
  let top = -1
  return {
    widthPx: width,
    heightPx: height,
    channels: 4,
    rowAt: (y) => {
      const start = y - (y % STRIP_ROWS)
      if (start !== top) {
        top = start
        context.drawImage(bitmap, 0, -top)
        strip = context.getImageData(0, 0, width, Math.min(STRIP_ROWS, height - top)).data
      }
      return strip.subarray(4 * width * (y - top), 4 * width * (y - top + 1))
    },
  }
}
