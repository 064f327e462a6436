import { imageSize } from 'image-size'

/** Kinds of photographs that the browser and the command line read alike. */
export const PHOTO_KINDS = ['jpeg', 'png', 'webp', 'avif'] as const
export type PhotoKind = (typeof PHOTO_KINDS)[number]
export const PHOTO_KIND_WORDS = 'JPEG, PNG, WebP or AVIF'

/** Bounds within which a photograph is unpacked at all, so that no file can fill the memory or hold things up. */
export const PHOTO_BOUNDS = {
  bytes: 80_000_000,
  pixels: 60_000_000,
  shortestSidePx: 160,
  aspect: 10,
  jpegScans: 100,
} as const
/** Enough of a file to tell its kind. */
const HEAD_BYTES = 16

export interface PhotoHead {
  kind: PhotoKind
  widthPx: number
  heightPx: number
}

/** A file that is no photograph that can be read here; the message is for people. */
export class PhotoFileError extends Error {
  readonly code: 'not-a-photo' | 'too-large' | 'too-small'
  constructor(code: PhotoFileError['code'], message: string) {
    super(message)
    this.code = code
  }
}

/** The kind that a file's first bytes tell, whatever it calls itself; null for any other. */
export function photoKindOf(bytes: Uint8Array): PhotoKind | null {
  const text = String.fromCharCode(...bytes.subarray(0, HEAD_BYTES))
  if (text.startsWith('\xff\xd8\xff')) return 'jpeg'
  if (text.startsWith('\x89PNG\r\n\x1a\n')) return 'png'
  if (text.startsWith('RIFF') && text.slice(8, 12) === 'WEBP') return 'webp'
  return text.slice(4, 8) === 'ftyp' && /^avi[fs]/.test(text.slice(8, 12)) ? 'avif' : null
}

/**
 * What a photograph's file says of itself, before anything is unpacked.
 * @throws PhotoFileError when it is none, or out of bounds
 */
export function readPhotoHead(bytes: Uint8Array): PhotoHead {
  if (bytes.length === 0) throw new PhotoFileError('not-a-photo', 'The file is empty.')
  if (bytes.length > PHOTO_BOUNDS.bytes) throw tooManyBytes(bytes.length)
  const kind = photoKindOf(bytes)
  if (kind === null)
    throw new PhotoFileError(
      'not-a-photo',
      `This is not a photograph Perlumen can read (${PHOTO_KIND_WORDS}).${hint(bytes)}`,
    )
  if (kind === 'jpeg' && scansOf(bytes) > PHOTO_BOUNDS.jpegScans)
    throw new PhotoFileError(
      'too-large',
      'This photograph takes too long to decode. Save it again as a plain JPEG.',
    )
  const { widthPx, heightPx } = sizeOf(bytes)
  const megapixels = Math.round((widthPx * heightPx) / 1e6)
  if (widthPx * heightPx > PHOTO_BOUNDS.pixels)
    throw new PhotoFileError(
      'too-large',
      `The picture has ${megapixels} megapixels; the limit is ${PHOTO_BOUNDS.pixels / 1e6}.`,
    )
  if (Math.min(widthPx, heightPx) < PHOTO_BOUNDS.shortestSidePx)
    throw new PhotoFileError(
      'too-small',
      `This picture is too small to measure: it needs at least ${PHOTO_BOUNDS.shortestSidePx} pixels on its short side.`,
    )
  if (Math.max(widthPx, heightPx) > PHOTO_BOUNDS.aspect * Math.min(widthPx, heightPx))
    throw new PhotoFileError(
      'not-a-photo',
      `A picture of ${widthPx} × ${heightPx} pixels cannot be a photograph of an egg.`,
    )
  return { kind, widthPx, heightPx }
}

export function tooManyBytes(bytes: number): PhotoFileError {
  return new PhotoFileError(
    'too-large',
    `The file has ${Math.round(bytes / 1e6)} megabytes; the limit is ${PHOTO_BOUNDS.bytes / 1e6}.`,
  )
}

function sizeOf(bytes: Uint8Array): Pick<PhotoHead, 'widthPx' | 'heightPx'> {
  try {
    const { width, height } = imageSize(bytes)
    if (width > 0 && height > 0) return { widthPx: width, heightPx: height }
  } catch {
    // Said below: a head without a size is damage.
  }
  throw new PhotoFileError('not-a-photo', 'The photograph is damaged or incomplete.')
}

/** A progressive JPEG is unpacked as often as it has scans; in its packed data these markers cannot occur by chance. */
function scansOf(bytes: Uint8Array): number {
  let scans = 0
  for (let at = bytes.indexOf(0xff); at >= 0 && at < bytes.length - 1; at = bytes.indexOf(0xff, at + 1))
    if (bytes[at + 1] === 0xda) scans++
  return scans
}

/** Phones keep pictures in a kind that most browsers do not read. */
function hint(bytes: Uint8Array): string {
  const isHeic = String.fromCharCode(...bytes.subarray(4, 8)) === 'ftyp'
  return isHeic
    ? ' It may be HEIC: set the phone’s camera to its most compatible format, or share the picture as JPEG.'
    : ''
}
