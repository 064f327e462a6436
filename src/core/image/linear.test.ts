import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { linearToSrgb, reductionFor, shrink, srgbToLinear, toLinear } from './linear.ts'

describe('sRGB transfer', () => {
  it.each([[0, 0], [1, 1], [0.04045, 0.0031308], [0.5, 0.21404]])('takes %f to %f', (encoded, linear) => {
    expect(srgbToLinear(encoded)).toBeCloseTo(linear, 5)
  })

  it('comes back', () => {
    fc.assert(fc.property(fc.double({ min: 0, max: 1, noNaN: true }), (v) => {
      expect(linearToSrgb(srgbToLinear(v))).toBeCloseTo(v, 6)
    }))
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
    const image = toLinear({ widthPx: 1, heightPx: 1, channels: 4, data: Uint8Array.from([255, 0, 255, 0]) }, 1)
    expect([image.red[0], image.green[0], image.blue[0]]).toEqual([1, 0, 1])
  })

  it('says what is missing from short data', () => {
    expect(() => toLinear({ widthPx: 2, heightPx: 2, channels: 3, data: new Uint8Array(5) })).toThrow(/12 bytes, received 5/)
  })

  it.each([[640, 480, 1], [1200, 900, 2], [4000, 3000, 6], [6000, 4000, 10]])('reduces %i × %i by %i', (w, h, factor) => {
    expect(reductionFor(w, h)).toBe(factor)
  })
})

describe('shrink', () => {
  it('keeps the mean of what it covers and remembers the reduction', () => {
    const plane = Float32Array.from({ length: 36 }, (_, i) => i / 36)
    const small = shrink({ widthPx: 6, heightPx: 6, red: plane, green: plane, blue: plane, reduction: 2 }, 3)
    expect(small.reduction).toBe(6)
    expect(small.red.reduce((a, b) => a + b, 0) / 4).toBeCloseTo(plane.reduce((a, b) => a + b, 0) / 36, 6)
  })
})
