import { lightOf, type LinearImage, type PhotoRows } from '../image/linear.ts'
import { ENOUGH_LENGTH_PX } from './find-eggs.ts'
import { measureEggs, type MeasureOptions } from './measure.ts'
import type { EggsReading } from './reading.ts'

/** Long side, px, that holds one egg in full detail: what follows costs far less than with all pixels. */
const ONE_EGG_LONG_SIDE_PX = 560
/** Long side, px, that holds a tray of eggs, and that a browser tab has the memory for. */
const TRAY_LONG_SIDE_PX = 2800

/**
 * Measures every egg in a photograph, from its pixels: first drawn down to what is enough for one egg that fills the
 * picture, then larger where the eggs turn out to be small in it. The one way in for browser and command line.
 */
export function readPhoto(photo: PhotoRows, options: MeasureOptions = {}): EggsReading {
  const small = lightOf(photo, ONE_EGG_LONG_SIDE_PX)
  const reading = measureEggs(small, options)
  return needsMorePixels(small, reading) ? measureEggs(lightOf(photo, TRAY_LONG_SIDE_PX), options) : reading
}

/** Is there more to see in the photograph than in this image of it? */
function needsMorePixels({ reduction }: LinearImage, reading: EggsReading): boolean {
  if (reduction < 1.05) return false
  if (reading.kind === 'rejected') return reading.rejection.code === 'too-small'
  return reading.eggs.some((egg) => egg.lengthPx / reduction < ENOUGH_LENGTH_PX)
}
