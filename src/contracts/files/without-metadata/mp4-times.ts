/** Boxes that hold others, and those that begin with when the film was made. */
const HOLDERS = new Set(['moov', 'trak', 'mdia'])
const TIMED = new Set(['mvhd', 'tkhd', 'mdhd'])
const HEAD_BYTES = 8
/** After the head: version and flags; then the times, of 4 bytes each, or of 8 from version 1 on. */
const TIMES_AT = 12

/**
 * Sets the times at which an MP4 film was made and changed to nought, which says that they are not known.
 * @param bytes - changed in place
 * @see ISO/IEC 14496-12, sections 8.2.2, 8.3.2, 8.4.2
 */
export function clearTimes(bytes: Uint8Array, from = 0, to = bytes.length): void {
  const view = new DataView(bytes.buffer, bytes.byteOffset)
  for (let at = from; at + HEAD_BYTES <= to;) {
    const kind = String.fromCharCode(...bytes.subarray(at + 4, at + HEAD_BYTES))
    const said = view.getUint32(at)
    // 1: the size stands in eight bytes after the kind; 0: to the end of the file.
    const size = said === 1 ? Number(view.getBigUint64(at + HEAD_BYTES)) : said === 0 ? to - at : said
    if (size < HEAD_BYTES || at + size > to) return
    if (HOLDERS.has(kind)) clearTimes(bytes, at + HEAD_BYTES, at + size)
    if (TIMED.has(kind)) {
      const isLong = bytes[at + HEAD_BYTES] === 1
      bytes.fill(0, at + TIMES_AT, Math.min(at + size, at + TIMES_AT + (isLong ? 16 : 8)))
    }
    at += size
  }
}
