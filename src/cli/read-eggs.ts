import {
  measureEggs,
  needsMorePixels,
  ONE_EGG_LONG_SIDE_PX,
  type MeasureOptions,
} from '../core/measure/measure.ts'
import type { EggsReading } from '../core/measure/reading.ts'
import { decodePhoto } from './decode.ts'

export interface EggsOfPhoto {
  reading: EggsReading
  elapsedMs: { decode: number; measure: number }
}

/**
 * Measures the eggs in a photograph's file. It is unpacked small first, which is enough for one egg that fills the
 * picture, and in full only where the eggs turn out to be small in it.
 * @throws PhotoFileError with a plain sentence
 */
export async function readEggs(
  photo: Buffer,
  known: Pick<MeasureOptions, 'species' | 'stage'>,
  timing: Pick<MeasureOptions, 'clock' | 'onStage'> = {},
): Promise<EggsOfPhoto> {
  const elapsedMs = { decode: 0, measure: 0 }
  const read = async (longSidePx: number) => {
    const start = performance.now()
    const image = await decodePhoto(photo, longSidePx)
    const decoded = performance.now()
    const reading = measureEggs(image, { ...known, ...timing })
    elapsedMs.decode += decoded - start
    elapsedMs.measure += performance.now() - decoded
    return { image, reading }
  }
  const { image, reading } = await read(ONE_EGG_LONG_SIDE_PX)
  if (!needsMorePixels(image, reading)) return { reading, elapsedMs }
  return { reading: (await read(Infinity)).reading, elapsedMs }
}
