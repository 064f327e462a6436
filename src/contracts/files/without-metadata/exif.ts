import { viewOf } from './bytes.ts'

const ORIENTATION = 0x0112
const UPRIGHT = 1

/**
 * Which way up a picture is by its EXIF record.
 * @param tiff - the record from its byte order mark on
 * @returns 1–8; 1, upright, where the record does not say
 * @see CIPA DC-008 (Exif 2.32), 4.6
 */
export function orientationOf(tiff: Uint8Array): number {
  const view = viewOf(tiff)
  if (view.byteLength < 8) return UPRIGHT
  const little = view.getUint16(0) === 0x4949
  const directory = view.getUint32(4, little)
  if (directory + 2 > view.byteLength) return UPRIGHT
  const count = view.getUint16(directory, little)
  for (let i = 0; i < count; i++) {
    const entry = directory + 2 + 12 * i
    if (entry + 12 > view.byteLength) return UPRIGHT
    if (view.getUint16(entry, little) !== ORIENTATION) continue
    const value = view.getUint16(entry + 8, little)
    return value >= 1 && value <= 8 ? value : UPRIGHT
  }
  return UPRIGHT
}

/** An EXIF record that says nothing but which way up a picture is; null where it is upright and there is nothing to say. */
export function onlyOrientation(value: number): Uint8Array | null {
  if (value === UPRIGHT) return null
  return Uint8Array.from([
    ...[0x4d, 0x4d, 0, 0x2a, 0, 0, 0, 8], // big-endian, first directory after eight bytes
    ...[0, 1], // one entry
    ...[0x01, 0x12, 0, 3, 0, 0, 0, 1, 0, value, 0, 0],
    ...[0, 0, 0, 0], // no directory follows
  ])
}
