import { concatenated, nameAt, viewOf } from './bytes.ts'
import { onlyOrientation, orientationOf } from './exif.ts'

const FILE_HEAD_BYTES = 12
const HEAD_BYTES = 8
const KEPT: ReadonlySet<string> = new Set(['VP8 ', 'VP8L', 'VP8X', 'ALPH', 'ANIM', 'ANMF', 'ICCP'])
/** Bits of the extended head that announce records. */
const HAS_EXIF = 0b1000
const HAS_XMP = 0b0100

/** @see RFC 9649 (2024), 2.7 */
export function webpWithoutMetadata(webp: Uint8Array): Uint8Array {
  const view = viewOf(webp)
  const end = HEAD_BYTES + view.getUint32(4, true)
  const parts: Uint8Array[] = []
  let orientation = 1
  for (let at = FILE_HEAD_BYTES; at + HEAD_BYTES <= end;) {
    const length = view.getUint32(at + 4, true)
    const name = nameAt(webp, at)
    if (name === 'EXIF')
      orientation = orientationOf(tiffIn(webp.subarray(at + HEAD_BYTES, at + HEAD_BYTES + length)))
    // A copy, because its head may be changed. Each chunk is filled up to an even length.
    const next = at + HEAD_BYTES + length + (length % 2)
    if (KEPT.has(name)) parts.push(Uint8Array.from(webp.subarray(at, next)))
    at = next
  }
  const exif = onlyOrientation(orientation)
  if (exif) parts.push(chunk('EXIF', exif))
  for (const part of parts)
    if (nameAt(part, 0) === 'VP8X')
      part[HEAD_BYTES] = (part[HEAD_BYTES]! & ~(HAS_EXIF | HAS_XMP)) | (exif ? HAS_EXIF : 0)
  const whole = concatenated([webp.subarray(0, FILE_HEAD_BYTES), ...parts])
  viewOf(whole).setUint32(4, whole.length - HEAD_BYTES, true)
  return whole
}

/** Some programs write the record as they do in a JPEG file, with its name before it. */
function tiffIn(record: Uint8Array): Uint8Array {
  return nameAt(record, 0) === 'Exif' ? record.subarray(6) : record
}

function chunk(name: string, body: Uint8Array): Uint8Array {
  const whole = new Uint8Array(HEAD_BYTES + body.length)
  whole.set(new TextEncoder().encode(name))
  viewOf(whole).setUint32(4, body.length, true)
  whole.set(body, HEAD_BYTES)
  return whole
}
