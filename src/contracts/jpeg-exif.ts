/** Segments in which cameras write when, where and with what a picture was taken: EXIF and XMP, and IPTC. */
const TELLING: ReadonlySet<number> = new Set([0xe1, 0xed])
const START_OF_SCAN = 0xda
const MARKER = 0xff
const ORIENTATION = 0x0112

/**
 * A JPEG file without what its camera noted: no time, no place, no name. Only which way up it is stays, so that it shows
 * as before; the picture itself is not touched. Files that are no JPEG come back as they are.
 * @see ITU-T T.81 (1992), annex B; CIPA DC-008 (Exif 2.32), 4.6
 */
export function withoutExif(jpeg: Uint8Array): Uint8Array {
  if (jpeg[0] !== MARKER || jpeg[1] !== 0xd8) return jpeg
  const parts: Uint8Array[] = [jpeg.subarray(0, 2)]
  let turned = 1
  let at = 2
  while (at + 4 <= jpeg.length && jpeg[at] === MARKER && jpeg[at + 1] !== START_OF_SCAN) {
    const length = 2 + ((jpeg[at + 2]! << 8) | jpeg[at + 3]!)
    const segment = jpeg.subarray(at, at + length)
    if (TELLING.has(segment[1]!)) turned = orientationOf(segment) ?? turned
    else parts.push(segment)
    at += length
  }
  if (turned !== 1) parts.splice(1, 0, onlyOrientation(turned))
  parts.push(jpeg.subarray(at))
  const whole = new Uint8Array(parts.reduce((sum, part) => sum + part.length, 0))
  let to = 0
  for (const part of parts) {
    whole.set(part, to)
    to += part.length
  }
  return whole
}

/** @returns 1–8, or null where the segment does not say */
function orientationOf(segment: Uint8Array): number | null {
  const head = String.fromCharCode(...segment.subarray(4, 8))
  if (head !== 'Exif' || segment.length < 20) return null
  const view = new DataView(segment.buffer, segment.byteOffset + 10, segment.length - 10)
  const little = view.getUint16(0) === 0x4949
  const directory = view.getUint32(4, little)
  if (directory + 2 > view.byteLength) return null
  const count = view.getUint16(directory, little)
  for (let i = 0; i < count; i++) {
    const entry = directory + 2 + 12 * i
    if (entry + 12 > view.byteLength) return null
    if (view.getUint16(entry, little) === ORIENTATION) {
      const value = view.getUint16(entry + 8, little)
      return value >= 1 && value <= 8 ? value : null
    }
  }
  return null
}

function onlyOrientation(value: number): Uint8Array {
  const body = [
    ...[0x45, 0x78, 0x69, 0x66, 0, 0], // Exif
    ...[0x4d, 0x4d, 0, 0x2a, 0, 0, 0, 8], // big-endian, first directory after eight bytes
    ...[0, 1], // one entry
    ...[0x01, 0x12, 0, 3, 0, 0, 0, 1, 0, value, 0, 0],
    ...[0, 0, 0, 0], // no directory follows
  ]
  return Uint8Array.from([MARKER, 0xe1, 0, body.length + 2, ...body])
}
