import { nameAt, viewOf } from './bytes.ts'

/** A part of the file: where it begins, its name, and where what it holds lies. */
interface Box {
  at: number
  name: string
  start: number
  end: number
}
/** Where some of an item's bytes lie in the file. */
interface Extent {
  at: number
  length: number
}

/** Spare room is kept, and emptied: anything may have been left in it. */
const KEPT_AT_TOP: ReadonlySet<string> = new Set(['ftyp', 'meta', 'mdat', 'idat'])
/** A record that says nothing: where it begins, and a directory of no entries. */
const NO_EXIF = [0, 0, 0, 0, 0x4d, 0x4d, 0, 0x2a, 0, 0, 0, 8, 0, 0, 0, 0, 0, 0]
const SPACE = 0x20

/**
 * Records are written over where they lie, since all in the file is found by how far from its beginning it is. Which way
 * up the picture is stands apart from them, in the picture's own properties.
 * @see ISO/IEC 14496-12:2022, 8.11; ISO/IEC 23008-12:2022, annex A; AV1 Image File Format 1.1.0
 */
export function avifWithoutMetadata(avif: Uint8Array): Uint8Array {
  const whole = Uint8Array.from(avif)
  const top = boxesIn(whole, 0, whole.length)
  for (const box of top) {
    if (box.name === 'meta') silenceItems(whole, box)
    // Of a sequence of pictures: without it there may be no picture, and within it times stand in many places.
    if (box.name === 'moov') throw new RangeError('a sequence of pictures')
    if (!KEPT_AT_TOP.has(box.name)) empty(whole, box)
  }
  return whole
}

function boxesIn(bytes: Uint8Array, from: number, to: number): Box[] {
  const view = viewOf(bytes)
  const boxes: Box[] = []
  for (let at = from; at + 8 <= to;) {
    const size = view.getUint32(at)
    const isLarge = size === 1
    const length = isLarge ? Number(view.getBigUint64(at + 8)) : size === 0 ? to - at : size
    const head = isLarge ? 16 : 8
    if (length < head || at + length > to) throw new RangeError('a box is longer than what it lies in')
    boxes.push({ at, name: nameAt(bytes, at + 4), start: at + head, end: at + length })
    at += length
  }
  return boxes
}

/** Leaves the room that a box takes, with nothing in it. */
function empty(bytes: Uint8Array, { at, start, end }: Box): void {
  bytes.set(new TextEncoder().encode('free'), at + 4)
  bytes.fill(0, start, end)
}

function silenceItems(bytes: Uint8Array, meta: Box): void {
  // After four bytes of version and flags.
  const boxes = boxesIn(bytes, meta.start + 4, meta.end)
  const find = (name: string): Box | undefined => boxes.find((box) => box.name === name)
  const [infos, locations] = [find('iinf'), find('iloc')]
  if (!infos || !locations) return
  const kinds = kindsOf(bytes, infos)
  for (const [id, extents] of extentsOf(bytes, locations, find('idat'))) {
    const kind = kinds.get(id)
    if (kind !== 'Exif' && kind !== 'mime') continue
    extents.forEach(({ at, length }, i) => {
      // No length says: all that is left; what was left alone would be handed on.
      if (length === 0 || !(at + length <= bytes.length)) throw new RangeError('a record lies elsewhere')
      bytes.fill(kind === 'mime' ? SPACE : 0, at, at + length)
      if (kind === 'Exif' && i === 0 && length >= NO_EXIF.length) bytes.set(NO_EXIF, at)
    })
  }
}

/** Items by number: `Exif`, `mime` (where XMP is written), `av01` and others. */
function kindsOf(bytes: Uint8Array, infos: Box): Map<number, string> {
  const kinds = new Map<number, string>()
  const version = bytes[infos.start]!
  for (const { name, start, end } of boxesIn(bytes, infos.start + (version === 0 ? 6 : 8), infos.end)) {
    if (name !== 'infe') continue
    const read = reader(bytes.subarray(start, end))
    const entryVersion = read(1)
    read(3)
    if (entryVersion < 2) continue
    const id = read(entryVersion === 2 ? 2 : 4)
    kinds.set(id, nameAt(bytes, start + (entryVersion === 2 ? 8 : 10)))
  }
  return kinds
}

function extentsOf(bytes: Uint8Array, locations: Box, data: Box | undefined): Map<number, Extent[]> {
  const read = reader(bytes.subarray(locations.start, locations.end))
  const version = read(1)
  read(3)
  const [sizes, moreSizes] = [read(1), read(1)]
  const [offsetBytes, lengthBytes, baseBytes] = [sizes >> 4, sizes & 15, moreSizes >> 4]
  const indexBytes = version === 0 ? 0 : moreSizes & 15
  const all = new Map<number, Extent[]>()
  for (let items = read(version < 2 ? 2 : 4); items > 0; items--) {
    const id = read(version < 2 ? 2 : 4)
    const method = version > 0 ? read(2) & 15 : 0
    const otherFile = read(2)
    // Counted from the file's beginning, or from that of a box; from others' items, or in other files, it is not followed.
    const from = method === 0 ? 0 : method === 1 ? data?.start : undefined
    const base = read(baseBytes) + (otherFile === 0 && from !== undefined ? from : NaN)
    const extents: Extent[] = []
    for (let count = read(2); count > 0; count--) {
      read(indexBytes)
      const at = base + read(offsetBytes)
      extents.push({ at, length: read(lengthBytes) })
    }
    all.set(id, extents)
  }
  return all
}

/** Reads consecutive integers of a given number of bytes. */
function reader(bytes: Uint8Array): (width: number) => number {
  let at = 0
  return (width) => {
    let value = 0
    if (at + width > bytes.length) throw new RangeError('a number lies behind the end')
    for (const byte of bytes.subarray(at, (at += width))) value = value * 256 + byte
    return value
  }
}
