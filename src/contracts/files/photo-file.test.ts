import sharp from 'sharp'
import { describe, expect, it } from 'vitest'
import { PHOTO_BOUNDS, PhotoFileError, photoKindOf, readPhotoHead } from './photo-file.ts'

const plain = (width: number, height: number) =>
  sharp({ create: { width, height, channels: 3, background: '#333' } })

describe('the head of a photograph', () => {
  it.each(['jpeg', 'png', 'webp', 'avif'] as const)(
    'tells %s by its first bytes, and the size',
    async (kind) => {
      const bytes = await plain(320, 200).toFormat(kind).toBuffer()
      expect(readPhotoHead(bytes)).toEqual({ kind, widthPx: 320, heightPx: 200 })
    },
  )

  it.each(['gif', 'tiff'] as const)('does not take %s, which not every browser reads', async (kind) => {
    expect(photoKindOf(await plain(320, 200).toFormat(kind).toBuffer())).toBeNull()
  })

  it.each<[string, () => Promise<Uint8Array>, PhotoFileError['code'], RegExp]>([
    ['nothing', async () => new Uint8Array(0), 'not-a-photo', /empty/],
    [
      'a drawing in letters',
      async () => Buffer.from('<svg xmlns="http://www.w3.org/2000/svg"><filter/></svg>'),
      'not-a-photo',
      /not a photograph/,
    ],
    ['a phone’s own kind', async () => Buffer.from('\0\0\0\x18ftypheic\0\0\0\0'), 'not-a-photo', /HEIC/],
    [
      'a head without a picture',
      async () => (await plain(320, 200).png().toBuffer()).subarray(0, 12),
      'not-a-photo',
      /damaged/,
    ],
    ['a thread of pixels', () => plain(65500, 1).jpeg().toBuffer(), 'too-small', /too small/],
    ['a band', () => plain(4000, 200).jpeg().toBuffer(), 'not-a-photo', /4000 × 200/],
    ['a hundred megapixels', () => plain(10_000, 10_000).png().toBuffer(), 'too-large', /100 megapixels/],
    [
      'a photograph packed three thousand times over',
      async () => {
        const bytes = await plain(320, 200).jpeg({ progressive: true }).toBuffer()
        const scan = Buffer.from([0xff, 0xda, 0, 8, 1, 1, 0, 0, 0, 0])
        return Buffer.concat([
          bytes.subarray(0, -2),
          ...Array.from({ length: 3000 }, () => scan),
          bytes.subarray(-2),
        ])
      },
      'too-large',
      /takes too long to decode/,
    ],
  ])('refuses %s', async (_, bytes, code, sentence) => {
    const made = await bytes()
    const refused = (() => {
      try {
        return readPhotoHead(made)
      } catch (error) {
        return error
      }
    })()
    expect(refused).toBeInstanceOf(PhotoFileError)
    expect(refused).toMatchObject({ code, message: expect.stringMatching(sentence) as string })
  })

  it('refuses a file of more bytes than a photograph has without looking further', () => {
    expect(() => readPhotoHead({ length: PHOTO_BOUNDS.bytes + 1 } as Uint8Array)).toThrow(/megabytes/)
  })
})
