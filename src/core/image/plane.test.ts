import { describe, expect, it } from 'vitest'
import { blur, blurBoth, createPlane, gaussianKernel, sampleBilinear } from './plane.ts'

function impulse(size: number) {
  const plane = createPlane(size, size)
  plane.values[((size - 1) / 2) * size + (size - 1) / 2] = 1
  return plane
}

/** Sum and variance along x of a plane that holds one blurred point in its middle. */
function moments(plane: { widthPx: number; heightPx: number; values: Float32Array }) {
  let sum = 0
  let square = 0
  const middle = (plane.widthPx - 1) / 2
  plane.values.forEach((value, i) => {
    sum += value
    square += value * ((i % plane.widthPx) - middle) ** 2
  })
  return { sum, variance: square / sum }
}

describe('sampleBilinear', () => {
  const plane = { widthPx: 2, heightPx: 2, values: Float32Array.from([0, 1, 2, 3]) }
  it.each([
    [0.5, 0.5, 0],
    [1.5, 1.5, 3],
    [1, 1, 1.5],
    [-9, 0.5, 0],
    [9, 9, 3],
  ])('at (%f, %f) gives %f', (x, y, value) => {
    expect(sampleBilinear(plane, x, y)).toBeCloseTo(value, 6)
  })
})

describe('blur', () => {
  it('kernels sum to one', () => {
    for (const sigma of [0.5, 1, 2.2])
      expect(gaussianKernel(sigma).reduce((a, b) => a + b, 0)).toBeCloseTo(1, 6)
  })

  // Three running means have whole-pixel widths: their variance may miss sigma² by a few per cent.
  it.each([0.8, 1.5, 2, 2.4, 3, 4.2, 8])('spreads a point by sigma %f and keeps the light', (sigma) => {
    const { sum, variance } = moments(blur(impulse(81), sigma))
    expect(sum).toBeCloseTo(1, 4)
    expect(Math.abs(Math.sqrt(variance) / sigma - 1)).toBeLessThan(0.1)
  })

  it('leaves an even plane even up to the border', () => {
    const even = { widthPx: 13, heightPx: 9, values: new Float32Array(117).fill(0.7) }
    for (const sigma of [1, 3])
      for (const value of blur(even, sigma).values) expect(value).toBeCloseTo(0.7, 5)
  })

  it('takes its own width for each direction', () => {
    const wide = blurBoth(impulse(61), 5, 1)
    expect(Math.sqrt(moments(wide).variance)).toBeGreaterThan(4.5)
    const tall = blurBoth(impulse(61), 1, 5)
    expect(Math.sqrt(moments(tall).variance)).toBeLessThan(1.2)
  })
})
