import { concatenated, viewOf } from './bytes.ts'
import { onlyOrientation, orientationOf } from './exif.ts'

const EXIF_HEAD = 'Exif\0\0'
/** Application segments without which colours would change, by how they begin; all others tell of the camera. */
const KEPT_APPLICATIONS = ['JFIF\0', 'ICC_PROFILE\0', 'Adobe']
const EXIF = 0xe1
const COMMENT = 0xfe
const START_OF_SCAN = 0xda
const END_OF_IMAGE = 0xd9

/**
 * Whatever follows the end of the picture goes too: phones put a film or a second picture there, each with its place.
 * @see ITU-T T.81 (1992), annex B
 */
export function jpegWithoutMetadata(jpeg: Uint8Array): Uint8Array {
  const view = viewOf(jpeg)
  const parts: Uint8Array[] = []
  let orientation = 1
  let at = nextMarker(jpeg, 2)
  while (at < jpeg.length && jpeg[at + 1] !== END_OF_IMAGE) {
    const code = jpeg[at + 1]!
    const end = at + 2 + view.getUint16(at + 2)
    const next = nextMarker(jpeg, end)
    const head = String.fromCharCode(...jpeg.subarray(at + 4, at + 16))
    if (code === EXIF && head.startsWith(EXIF_HEAD))
      orientation = orientationOf(jpeg.subarray(at + 4 + EXIF_HEAD.length, end))
    // The picture's own numbers follow the head of each scan.
    if (code === START_OF_SCAN) parts.push(jpeg.subarray(at, next))
    else if (isKept(code, head)) parts.push(jpeg.subarray(at, end))
    at = next
  }
  const exif = onlyOrientation(orientation)
  const record = exif ? [segment(EXIF, concatenated([new TextEncoder().encode(EXIF_HEAD), exif]))] : []
  return concatenated([jpeg.subarray(0, 2), ...record, ...parts, Uint8Array.of(0xff, END_OF_IMAGE)])
}

function isKept(code: number, head: string): boolean {
  const isApplication = code >= 0xe0 && code <= 0xef
  return isApplication ? KEPT_APPLICATIONS.some((kept) => head.startsWith(kept)) : code !== COMMENT
}

/** Where the next segment begins: neither a byte 255 of the picture's own, nor a mark within a scan, nor filling. */
function nextMarker(jpeg: Uint8Array, from: number): number {
  for (let at = jpeg.indexOf(0xff, from); at >= 0; at = jpeg.indexOf(0xff, at + 1)) {
    const code = jpeg[at + 1]
    if (code === undefined) break
    const isWithinScan = code === 0 || (code >= 0xd0 && code <= 0xd7)
    if (!isWithinScan && code !== 0xff) return at
  }
  return jpeg.length
}

function segment(code: number, body: Uint8Array): Uint8Array {
  const length = body.length + 2
  return concatenated([Uint8Array.of(0xff, code, length >> 8, length & 0xff), body])
}
