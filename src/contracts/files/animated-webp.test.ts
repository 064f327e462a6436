import sharp from 'sharp'
import { describe, expect, it } from 'vitest'
import { animatedWebp, WebpError } from './animated-webp.ts'

const SIZE = { widthPx: 40, heightPx: 30 }

/** One colour, or half of it clear. */
async function still(colour: string, alpha = 1): Promise<Uint8Array> {
  const create = { width: SIZE.widthPx, height: SIZE.heightPx, channels: 4 as const, background: colour }
  const picture = sharp({ create }).ensureAlpha(alpha)
  return new Uint8Array(await picture.webp({ quality: 90 }).toBuffer())
}

async function bytesOf(blob: Blob): Promise<Uint8Array> {
  return new Uint8Array(await blob.arrayBuffer())
}

describe('a WebP picture that moves', () => {
  it('is read by another program, frame by frame', async () => {
    const frames = [
      { file: await still('#c06020'), durationMs: 900 },
      { file: await still('#101010'), durationMs: 83 },
      { file: await still('#e0c040'), durationMs: 417 },
    ]
    const film = await bytesOf(animatedWebp(frames, SIZE))
    const { pages, delay, width, pageHeight, loop } = await sharp(film, { animated: true }).metadata()
    expect({ pages, delay, width, pageHeight, loop }).toEqual({
      pages: 3,
      delay: [900, 83, 417],
      width: 40,
      pageHeight: 30,
      loop: 0,
    })
    const [red, green, blue] = await sharp(film, { page: 2 }).removeAlpha().raw().toBuffer()
    expect(Math.abs(red! - 0xe0)).toBeLessThan(6)
    expect(Math.abs(green! - 0xc0)).toBeLessThan(6)
    expect(Math.abs(blue! - 0x40)).toBeLessThan(6)
  })

  it('refuses what is no still, and no still at all', async () => {
    const whole = await still('#c06020')
    expect(() => animatedWebp([], SIZE)).toThrow(WebpError)
    expect(() => animatedWebp([{ file: new Uint8Array(30), durationMs: 1 }], SIZE)).toThrow(/no WebP/)
    const cut = whole.slice(0, whole.length - 8)
    expect(() => animatedWebp([{ file: cut, durationMs: 1 }], SIZE)).toThrow(/cut off/)
  })
})
