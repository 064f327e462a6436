import { describe, expect, it } from 'vitest'
import { toEggFrame, relativeRadius, type EggOutline } from '../geometry/egg-outline.ts'
import type { LinearImage } from '../image/linear.ts'
import { edgeWidth } from './edge-width.ts'

const SIDE = 400
const outline: EggOutline = {
  centre: { x: 200, y: 200 },
  axisRad: 0.4,
  halfLengthPx: 150,
  halfBreadthPx: 112,
  taper: 0,
  bulge: 0,
}

/** An egg whose light falls like a logistic curve of this scale across its edge. */
function soft(scalePx: number): LinearImage {
  const red = new Float32Array(SIDE * SIDE)
  for (let y = 0; y < SIDE; y++) {
    for (let x = 0; x < SIDE; x++) {
      const { along, across } = toEggFrame(outline, { x: x + 0.5, y: y + 0.5 })
      const t = along / outline.halfLengthPx
      const r = Math.hypot(t, across / (outline.halfBreadthPx * Math.max(1e-6, relativeRadius(outline, 0))))
      const away =
        (r - 1) *
        Math.min(outline.halfLengthPx, outline.halfBreadthPx) *
        (Math.abs(t) > 0.7 ? outline.halfLengthPx / outline.halfBreadthPx : 1)
      red[y * SIDE + x] = 0.5 / (1 + Math.exp(away / scalePx))
    }
  }
  return { widthPx: SIDE, heightPx: SIDE, red, green: red, blue: red, reduction: 1, originPx: { x: 0, y: 0 } }
}

describe('the width of the edge', () => {
  // From three quarters to a quarter a logistic curve takes 2 ln 3 of its scale; slanting places see a little more.
  it.each([2, 3, 4])('is that of its fall of light: scale %d px', (scalePx) => {
    const width = edgeWidth(soft(scalePx), outline)! * 2 * outline.halfLengthPx
    expect(width / (2 * Math.log(3) * scalePx)).toBeGreaterThan(0.85)
    expect(width / (2 * Math.log(3) * scalePx)).toBeLessThan(1.25)
  })

  it('is not known where nothing falls', () => {
    expect(edgeWidth({ ...soft(3), red: new Float32Array(SIDE * SIDE).fill(0.4) }, outline)).toBeNull()
  })
})
