import { PhotoFileError, photoKindOf, type PhotoKind } from '../photo-file.ts'
import { avifWithoutMetadata } from './avif.ts'
import { jpegWithoutMetadata } from './jpeg.ts'
import { pngWithoutMetadata } from './png.ts'
import { webpWithoutMetadata } from './webp.ts'

const BY_KIND: Readonly<Record<PhotoKind, (photo: Uint8Array) => Uint8Array>> = {
  jpeg: jpegWithoutMetadata,
  png: pngWithoutMetadata,
  webp: webpWithoutMetadata,
  avif: avifWithoutMetadata,
}

/**
 * A photograph without what its camera noted: no time, no place, no name, no film or second picture behind it. Only what
 * shows the picture as it was stays: colours, and which way up it is. The picture itself is not packed anew.
 * @throws PhotoFileError where it cannot be told what the file holds besides the picture
 */
export function withoutMetadata(photo: Uint8Array): Uint8Array {
  const kind = photoKindOf(photo)
  if (kind !== null)
    try {
      return BY_KIND[kind](photo)
    } catch (error) {
      // Reading past the end: a length in the file is wrong.
      if (!(error instanceof RangeError)) throw error
    }
  throw new PhotoFileError('not-a-photo', 'Its camera’s time and place cannot be separated from the picture.')
}
