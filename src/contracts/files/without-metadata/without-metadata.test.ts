import exifr from 'exifr'
import sharp, { type Sharp } from 'sharp'
import { beforeAll, describe, expect, it } from 'vitest'
import { PhotoFileError } from '../photo-file.ts'
import { withoutMetadata } from './without-metadata.ts'

/** Words that no photograph may hold once it is handed on. */
const SECRET = 'Skerry Lens 2026:03:14'
const XMP = `<x:xmpmeta xmlns:x="adobe:ns:meta/"><r:RDF xmlns:r="http://www.w3.org/1999/02/22-rdf-syntax-ns#"><r:Description r:about="${SECRET}"/></r:RDF></x:xmpmeta>`
const PACKINGS: Readonly<Record<string, (picture: Sharp) => Sharp>> = {
  jpeg: (picture) => picture.jpeg({ progressive: true }),
  png: (picture) => picture.png(),
  webp: (picture) => picture.webp({ lossless: true }),
  avif: (picture) => picture.avif(),
}

/** A picture with colours, told with time and place, and turned. */
function told(kind: string, orientation: number): Promise<Buffer> {
  const picture = sharp({
    create: {
      width: 40,
      height: 30,
      channels: 3,
      background: '#a63',
      noise: { type: 'gaussian', mean: 120, sigma: 40 },
    },
  })
    .withIccProfile('p3')
    .withExif({ IFD0: { Make: SECRET, ImageDescription: SECRET }, IFD3: { GPSLatitude: '51/1 0/1 0/1' } })
    .withXmp(XMP)
    .withMetadata({ orientation })
  return PACKINGS[kind]!(picture).toBuffer()
}
const holds = (photo: Uint8Array, words: string): boolean => Buffer.from(photo).includes(words)
const pixels = (photo: Uint8Array): Promise<Buffer> => sharp(photo).autoOrient().raw().toBuffer()

describe.each(Object.keys(PACKINGS))('a photograph handed on as %s', (kind) => {
  let before: Buffer
  let after: Uint8Array
  beforeAll(async () => {
    before = await told(kind, 6)
    const kept = Uint8Array.from(before)
    after = withoutMetadata(before)
    expect(before.equals(kept), 'the photograph itself is left as it is').toBe(true)
  })

  it('says nothing of time, place and camera any more', async () => {
    expect(holds(before, SECRET)).toBe(true)
    expect(holds(after, SECRET)).toBe(false)
    const { exif, xmp, iptc, comments } = await sharp(after).metadata()
    expect([xmp?.toString().trim() ?? '', iptc, comments]).toEqual(['', undefined, undefined])
    // An independent reader of the record finds the way up in it, or nothing.
    const tiff = exif?.subarray(exif.indexOf('MM'))
    const left = tiff && ((await exifr.parse(tiff, true)) as object | undefined)
    expect(Object.keys(left ?? {}).filter((key) => key !== 'Orientation')).toEqual([])
  })

  it('shows the same picture, the same way up, in the same colours', async () => {
    expect(await pixels(after)).toEqual(await pixels(before))
    const [was, is] = await Promise.all([before, after].map((photo) => sharp(photo).metadata()))
    expect([is!.autoOrient, is!.icc]).toEqual([was!.autoOrient, was!.icc])
  })

  it('comes through as it is when there is nothing left to take away', () => {
    expect(Buffer.from(withoutMetadata(after)).equals(after)).toBe(true)
  })

  it('loses what lies behind its end: a film, a second picture', () => {
    // In a file of boxes the film is a box; elsewhere it simply follows.
    const head = kind === 'avif' ? [0, 0, 0, 8 + SECRET.length, ...Buffer.from('mpvd')] : []
    const long = Buffer.concat([before, Uint8Array.from(head), Buffer.from(SECRET)])
    expect(holds(withoutMetadata(long), SECRET)).toBe(false)
  })

  it('cut off anywhere, never says what it should not', () => {
    for (let length = 16; length < before.length; length += 7) {
      let left: Uint8Array = new Uint8Array()
      try {
        left = withoutMetadata(before.subarray(0, length))
      } catch (error) {
        expect(error).toBeInstanceOf(PhotoFileError)
      }
      expect(holds(left, SECRET), `cut at ${length}`).toBe(false)
    }
  })
})

it('a record of which it cannot be told where it lies keeps a photograph from being handed on', async () => {
  const photo = await told('avif', 1)
  const at = photo.indexOf('iloc')
  const elsewhere = Uint8Array.from(photo)
  // Version, sizes and count; then of each item its number, in which file it lies, and where.
  expect(photo[at + 4]).toBe(0)
  const [sizes, moreSizes] = [photo[at + 8]!, photo[at + 9]!]
  const itemBytes = 2 + 2 + (moreSizes >> 4) + 2 + (sizes >> 4) + (sizes & 15)
  for (let i = 0; i < photo.readUInt16BE(at + 10); i++) elsewhere[at + 12 + i * itemBytes + 3] = 1
  expect(() => withoutMetadata(elsewhere)).toThrow(PhotoFileError)
  const sequence = Buffer.concat([photo, Uint8Array.from([0, 0, 0, 8]), Buffer.from('moov')])
  expect(() => withoutMetadata(sequence)).toThrow(PhotoFileError)
})

it('what is no photograph is not handed on', () => {
  expect(() => withoutMetadata(Uint8Array.of(1, 2, 3))).toThrow(PhotoFileError)
})
