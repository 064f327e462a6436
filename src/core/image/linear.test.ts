import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { drawnDown, lightOf, linearToSrgb, rowsOf, srgbToLinear, type RgbImage } from './linear.ts'

describe('sRGB transfer', () => {
  it.each([
    [0, 0],
    [1, 1],
    [0.04045, 0.0031308],
    [0.5, 0.21404],
  ])('takes %f to %f', (encoded, linear) => {
    expect(srgbToLinear(encoded)).toBeCloseTo(linear, 5)
  })

  it('comes back', () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 1, noNaN: true }), (v) => {
        expect(linearToSrgb(srgbToLinear(v))).toBeCloseTo(v, 6)
      }),
    )
  })
})

describe('light of a photograph', () => {
  const of = (image: RgbImage, longSidePx?: number) => lightOf(rowsOf(image), longSidePx)

  it('averages light, not code values: half black and half white is half the light', () => {
    const data = Uint8Array.from([0, 0, 0, 255, 255, 255, 255, 255, 255, 0, 0, 0])
    const image = of({ widthPx: 2, heightPx: 2, channels: 3, data }, 1)
    expect(image).toMatchObject({ widthPx: 1, heightPx: 1, reduction: 2 })
    expect(image.red[0]).toBeCloseTo(0.5, 6)
  })

  it('ignores alpha', () => {
    const image = of({ widthPx: 1, heightPx: 1, channels: 4, data: Uint8Array.from([255, 0, 255, 0]) })
    expect([image.red[0], image.green[0], image.blue[0]]).toEqual([1, 0, 1])
  })

  it('says what is missing from short data', () => {
    expect(() => rowsOf({ widthPx: 2, heightPx: 2, channels: 3, data: new Uint8Array(5) })).toThrow(
      /12 bytes, received 5/,
    )
  })

  it('is all there when drawn down by any factor, in one step or in two', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 2, max: 9 }),
        fc.integer({ min: 2, max: 7 }),
        fc.integer({ min: 1, max: 97 }),
        (size, factor, step) => {
          // A side that the factors divide, so that no light falls away at the edge.
          const side = size * factor
          const data = Uint8Array.from({ length: 3 * side * side }, (_, i) => (i * (89 + step)) % 256)
          const image = { widthPx: side, heightPx: side, channels: 3, data } as const
          const mean = (values: Float32Array): number => values.reduce((a, b) => a + b, 0) / values.length
          const whole = of(image)
          const once = of(image, size)
          const between = of(image, size + 1)
          expect(once.widthPx).toBe(size)
          expect(mean(once.green)).toBeCloseTo(mean(whole.green), 5)
          expect(mean(between.blue)).toBeCloseTo(mean(whole.blue), 5)
          const twice = drawnDown(whole, factor)
          for (const [i, value] of once.red.entries()) expect(twice.red[i]!).toBeCloseTo(value, 5)
        },
      ),
    )
  })

  it('weighs pixels that a square covers in part by that part', () => {
    const data = Uint8Array.from([255, 0, 0, 255, 0].flatMap((v) => [v, v, v]))
    const row = { widthPx: 5, heightPx: 5, channels: 3 } as const
    const image = of({ ...row, data: Uint8Array.from({ length: 75 }, (_, i) => data[i % 15]!) }, 2)
    // Each of two squares is 2.5 pixels wide: the third pixel is half in either.
    expect([...image.red]).toEqual([0.4, 0.4, 0.4, 0.4].map((v) => expect.closeTo(v, 6) as number))
    expect(image.reduction).toBe(2.5)
  })

  it('of a region says where it lay in the photograph', () => {
    const data = new Uint8Array(3 * 64).fill(0)
    for (let y = 2; y < 4; y++) for (let x = 4; x < 8; x++) data[3 * (8 * y + x)] = 255
    const image = { ...of({ widthPx: 8, heightPx: 8, channels: 3, data }), reduction: 3 }
    const cut = drawnDown(image, 2, { left: 4, top: 2, widthPx: 4, heightPx: 2 })
    expect(cut).toMatchObject({ widthPx: 2, heightPx: 1, reduction: 6, originPx: { x: 12, y: 6 } })
    expect([...cut.red]).toEqual([1, 1])
  })
})
