import type { Bundle } from './bundle.ts'
import { cocoOf } from './coco.ts'
import { eggsToCsv } from './eggs-csv.ts'
import { looksToCsv } from './looks-csv.ts'
import { PhotoFileError } from './photo-file.ts'
import { READINGS_HEADING, readingsToCsv } from './readings-csv.ts'
import { withoutMetadata } from './without-metadata/without-metadata.ts'

/** A file of what is handed to other people's tools. */
export interface ExchangeFile {
  path: string
  content: string | Uint8Array
}

export interface ExchangeOptions {
  /** What cameras noted of time, place and themselves goes along. @default false */
  keepMetadata?: boolean
  /** For the description of the COCO file. */
  year: number
}

/**
 * A book in the forms that other tools read: tables, outlines with their photographs; one file after the other.
 * @throws PhotoFileError where it cannot be told what a photograph holds besides its picture
 */
export async function* exchangeFiles(
  bundle: Bundle,
  { keepMetadata = false, year }: ExchangeOptions,
): AsyncGenerator<ExchangeFile> {
  const { records, photoTypes } = bundle
  yield { path: 'eggs.csv', content: eggsToCsv(records) }
  yield { path: 'looks.csv', content: looksToCsv(records) }
  const days: string[] = []
  for (const id of [...bundle.readingIds].sort()) {
    const day = await bundle.readings(id)
    if (day) days.push(readingsToCsv(day, records))
  }
  yield { path: 'readings.csv', content: READINGS_HEADING + days.join('') }
  const coco = await cocoOf(records, {
    shapesOf: bundle.shapes,
    fileName: ({ photo }) => pathOf(photo.id, photoTypes),
    year,
  })
  yield { path: 'coco.json', content: `${JSON.stringify(coco, null, 1)}\n` }
  for (const id of photoTypes.keys()) {
    const bytes = await bundle.photo(id)
    const path = pathOf(id, photoTypes)!
    yield { path, content: keepMetadata ? bytes : silenced(path, bytes) }
  }
}

function silenced(path: string, bytes: Uint8Array): Uint8Array {
  try {
    return withoutMetadata(bytes)
  } catch (error) {
    if (!(error instanceof PhotoFileError)) throw error
    throw new PhotoFileError(
      error.code,
      `${path}: ${error.message} It can only be exported with the camera’s time and place.`,
    )
  }
}

function pathOf(photoId: string, types: Bundle['photoTypes']): string | null {
  const type = types.get(photoId)
  return type === undefined
    ? null
    : `photos/${photoId}.${type === 'image/jpeg' ? 'jpg' : type.slice('image/'.length)}`
}
