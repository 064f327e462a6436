import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { linearToSrgb, srgbToLinear, toLinear } from './linear.ts'

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

describe('toLinear', () => {
  it('averages light, not code values: half black and half white is half the light', () => {
    const data = Uint8Array.from([0, 0, 0, 255, 255, 255, 255, 255, 255, 0, 0, 0])
    const image = toLinear({ widthPx: 2, heightPx: 2, channels: 3, data }, 2)
    expect(image.widthPx).toBe(1)
    expect(image.red[0]).toBeCloseTo(0.5, 6)
  })

  it('ignores alpha', () => {
    const image = toLinear(
      { widthPx: 1, heightPx: 1, channels: 4, data: Uint8Array.from([255, 0, 255, 0]) },
      1,
    )
    expect([image.red[0], image.green[0], image.blue[0]]).toEqual([1, 0, 1])
  })

  it('says what is missing from short data', () => {
    expect(() => toLinear({ widthPx: 2, heightPx: 2, channels: 3, data: new Uint8Array(5) })).toThrow(
      /12 bytes, received 5/,
    )
  })

  it('keeps the light when drawn down by any factor', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1, max: 7, noNaN: true }),
        fc.integer({ min: 1, max: 20 }),
        (factor, size) => {
          // A width that the factor divides, so that no light falls away at the edge.
          const widthPx = 40
          const data = Uint8Array.from({ length: 3 * widthPx }, (_, i) => (i * 89 * size) % 256)
          const exact = widthPx / Math.max(1, Math.round(widthPx / factor))
          const flat = (image: { red: Float32Array }): number =>
            image.red.reduce((a, b) => a + b, 0) / image.red.length
          const image = { widthPx, heightPx: 1, channels: 3, data } as const
          // One row cannot be averaged down: eight equal ones can.
          const rows = new Uint8Array(3 * widthPx * widthPx)
          for (let y = 0; y < widthPx; y++) rows.set(data, 3 * widthPx * y)
          expect(flat(toLinear({ ...image, heightPx: widthPx, data: rows }, exact))).toBeCloseTo(
            flat(toLinear(image)),
            5,
          )
        },
      ),
    )
  })

  it('by a whole factor gives what the way for any factor does', () => {
    const data = Uint8Array.from({ length: 3 * 24 * 18 }, (_, i) => (i * 97 + 31 * (i >> 4)) % 256)
    const image = { widthPx: 24, heightPx: 18, channels: 3, data } as const
    for (const factor of [2, 3]) {
      const [whole, any] = [toLinear(image, factor), toLinear(image, factor + 1e-9)]
      expect([any.widthPx, any.heightPx]).toEqual([whole.widthPx, whole.heightPx])
      for (const [i, value] of whole.green.entries()) expect(any.green[i]!).toBeCloseTo(value, 5)
    }
  })

  it('cuts out a region, and says where it lay in the photograph', () => {
    const data = new Uint8Array(3 * 64).fill(0)
    for (let y = 2; y < 4; y++) for (let x = 4; x < 8; x++) data[3 * (8 * y + x)] = 255
    const cut = toLinear({ widthPx: 8, heightPx: 8, channels: 3, reduction: 3, data }, 2, {
      left: 4,
      top: 2,
      widthPx: 4,
      heightPx: 2,
    })
    expect(cut).toMatchObject({ widthPx: 2, heightPx: 1, reduction: 6, originPx: { x: 12, y: 6 } })
    expect([...cut.red]).toEqual([1, 1])
  })
})
