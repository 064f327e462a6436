import exifr from 'exifr'

/** When the camera took the picture by its EXIF record; undefined where it does not say. */
export async function readCaptureTime(file: File): Promise<number | undefined> {
  try {
    const tags = (await exifr.parse(file, ['DateTimeOriginal', 'CreateDate', 'SubSecTimeOriginal'])) as
      | { DateTimeOriginal?: Date; CreateDate?: Date; SubSecTimeOriginal?: string }
      | undefined
    const date = tags?.DateTimeOriginal ?? tags?.CreateDate
    if (!(date instanceof Date) || Number.isNaN(date.getTime())) return undefined
    return date.getTime() + 1000 * Number(`0.${tags?.SubSecTimeOriginal ?? 0}`)
  } catch {
    return undefined
  }
}

/**
 * How much light a picture gathered by its EXIF record: exposure time × sensitivity ÷ aperture²; undefined where the
 * camera does not say.
 */
export async function readGatheredLight(file: Blob): Promise<number | undefined> {
  try {
    const tags = (await exifr.parse(file, ['ExposureTime', 'ISO', 'FNumber'])) as
      | { ExposureTime?: number; ISO?: number; FNumber?: number }
      | undefined
    const gathered = ((tags?.ExposureTime ?? NaN) * (tags?.ISO ?? NaN)) / (tags?.FNumber ?? NaN) ** 2
    return gathered > 0 && gathered < Infinity ? gathered : undefined
  } catch {
    return undefined
  }
}
