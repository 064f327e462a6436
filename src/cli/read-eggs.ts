import { rowsOf } from '../core/image/linear.ts'
import { readPhoto, type ReadOptions } from '../core/measure/read-photo.ts'
import type { EggsReading } from '../core/measure/reading.ts'
import { decodePhoto } from './decode.ts'

export interface EggsOfPhoto {
  reading: EggsReading
  elapsedMs: { decode: number; measure: number }
}

/**
 * Measures the eggs in a photograph's file.
 * @throws PhotoFileError with a plain sentence
 */
export async function readEggs(photo: Buffer, options: ReadOptions): Promise<EggsOfPhoto> {
  const start = performance.now()
  const image = await decodePhoto(photo)
  const decoded = performance.now()
  const reading = readPhoto(rowsOf(image), options)
  return { reading, elapsedMs: { decode: decoded - start, measure: performance.now() - decoded } }
}
