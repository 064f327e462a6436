import { buf as crc32 } from 'crc-32'
import { concatenated, nameAt, viewOf } from './bytes.ts'
import { onlyOrientation, orientationOf } from './exif.ts'

const SIGNATURE_BYTES = 8
/** Length and name before a chunk, and the check after it. */
const FRAME_BYTES = 12
/** Besides the picture itself: its colours and the shape of its pixels. */
const KEPT: ReadonlySet<string> = new Set(['gAMA', 'cHRM', 'sRGB', 'iCCP', 'cICP', 'sBIT', 'tRNS', 'pHYs'])

/** @see PNG specification, third edition (W3C 2025), 5 and 11 */
export function pngWithoutMetadata(png: Uint8Array): Uint8Array {
  const view = viewOf(png)
  const parts: Uint8Array[] = []
  let orientation = 1
  let at = SIGNATURE_BYTES
  for (let name = ''; name !== 'IEND' && at < png.length;) {
    const length = view.getUint32(at)
    name = nameAt(png, at + 4)
    const isPicture = /^[A-Z]/.test(name)
    if (name === 'eXIf') orientation = orientationOf(png.subarray(at + 8, at + 8 + length))
    if (isPicture || KEPT.has(name)) parts.push(png.subarray(at, at + FRAME_BYTES + length))
    at += FRAME_BYTES + length
  }
  const exif = onlyOrientation(orientation)
  // Behind the first chunk, which has to be the picture's size.
  if (exif) parts.splice(1, 0, chunk('eXIf', exif))
  return concatenated([png.subarray(0, SIGNATURE_BYTES), ...parts])
}

function chunk(name: string, body: Uint8Array): Uint8Array {
  const whole = new Uint8Array(FRAME_BYTES + body.length)
  const view = viewOf(whole)
  view.setUint32(0, body.length)
  whole.set(new TextEncoder().encode(name), 4)
  whole.set(body, 8)
  view.setInt32(8 + body.length, crc32(whole.subarray(4, 8 + body.length)))
  return whole
}
