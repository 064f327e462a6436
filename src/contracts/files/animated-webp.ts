/**
 * Joins still WebP pictures, as browsers write them, into one that moves.
 * @see RFC 9649 (2024), WebP Image Format, section 2 (RIFF, VP8X, ANIM, ANMF)
 */

/** One still and how long it stands. */
export interface WebpFrame {
  /** A WebP file with one picture. */
  file: Uint8Array
  durationMs: number
}

/** A still that is no WebP file, or a size that none can have. */
export class WebpError extends Error {}

const HEADER_BYTES = 12
/** Sides and durations are kept in 24 bits. */
const MOST_24 = 0xffffff
const ANIMATION_FLAG = 0x02
const ALPHA_FLAG = 0x10
/** Do not blend: each frame is whole. */
const WHOLE_FRAME = 0x02

/** @throws WebpError when a still is no WebP file of this size */
export function animatedWebp(
  frames: readonly WebpFrame[],
  { widthPx, heightPx }: { widthPx: number; heightPx: number },
): Blob {
  if (frames.length === 0) throw new WebpError('A film needs at least one picture.')
  for (const side of [widthPx, heightPx])
    if (!(side >= 1 && side <= MOST_24))
      throw new WebpError(`A WebP picture cannot be ${side} px wide or high.`)
  const stills = frames.map(({ file, durationMs }) => ({ durationMs, chunks: pictureChunks(file) }))
  const hasAlpha = stills.some(({ chunks }) => chunks.some(({ name }) => name === 'ALPH'))
  const size = new Uint8Array(10)
  size[0] = ANIMATION_FLAG | (hasAlpha ? ALPHA_FLAG : 0)
  put24(size, 4, widthPx - 1)
  put24(size, 7, heightPx - 1)
  // Background opaque black, repeated without end.
  const animation = Uint8Array.of(0, 0, 0, 255, 0, 0)
  const parts = [
    chunk('VP8X', [size]),
    chunk('ANIM', [animation]),
    ...stills.map(({ durationMs, chunks }) => {
      const head = new Uint8Array(16)
      put24(head, 6, widthPx - 1)
      put24(head, 9, heightPx - 1)
      put24(head, 12, Math.min(MOST_24, Math.max(1, Math.round(durationMs))))
      head[15] = WHOLE_FRAME
      return chunk('ANMF', [head, ...chunks.flatMap(({ name, bytes }) => chunk(name, [bytes]))])
    }),
  ].flat()
  const length = parts.reduce((sum, part) => sum + part.length, 4)
  return new Blob([text('RIFF'), u32(length), text('WEBP'), ...parts], { type: 'image/webp' })
}

interface Chunk {
  name: string
  bytes: Uint8Array
}

/** What of a still makes its picture: its light, and its transparency where it has any. */
function pictureChunks(file: Uint8Array): Chunk[] {
  if (name(file, 0) !== 'RIFF' || name(file, 8) !== 'WEBP') throw new WebpError('A picture is no WebP file.')
  const found: Chunk[] = []
  for (let at = HEADER_BYTES; at + 8 <= file.length;) {
    const bytes = new DataView(file.buffer, file.byteOffset).getUint32(at + 4, true)
    if (at + 8 + bytes > file.length) throw new WebpError('A picture is cut off.')
    const kind = name(file, at)
    if (kind === 'VP8 ' || kind === 'VP8L' || kind === 'ALPH')
      found.push({ name: kind, bytes: file.subarray(at + 8, at + 8 + bytes) })
    at += 8 + bytes + (bytes % 2)
  }
  if (!found.some(({ name: kind }) => kind !== 'ALPH')) throw new WebpError('A picture holds no light.')
  return found
}

type Bytes = Uint8Array<ArrayBuffer>

function chunk(of: string, parts: readonly Uint8Array[]): Bytes[] {
  const length = parts.reduce((sum, part) => sum + part.length, 0)
  const padding = new Uint8Array(length % 2)
  return [text(of), u32(length), ...parts.map((part) => Uint8Array.from(part)), padding]
}

function name(file: Uint8Array, at: number): string {
  return String.fromCharCode(...file.subarray(at, at + 4))
}

function text(of: string): Bytes {
  return Uint8Array.from(of, (letter) => letter.charCodeAt(0))
}

function u32(value: number): Bytes {
  const bytes = new Uint8Array(4)
  new DataView(bytes.buffer).setUint32(0, value, true)
  return bytes
}

function put24(bytes: Uint8Array, at: number, value: number): void {
  bytes[at] = value & 0xff
  bytes[at + 1] = (value >> 8) & 0xff
  bytes[at + 2] = (value >> 16) & 0xff
}
