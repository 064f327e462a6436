import { describe, expect, it } from 'vitest'
import { traceContours } from './contour.ts'

function mask(size: number, inside: (x: number, y: number) => boolean) {
  return {
    widthPx: size,
    heightPx: size,
    values: Uint8Array.from({ length: size * size }, (_, i) =>
      inside(i % size, Math.floor(i / size)) ? 1 : 0,
    ),
  }
}
/** Shoelace area of a closed chain. */
function areaOf(chain: Array<{ x: number; y: number }>): number {
  return (
    Math.abs(
      chain.reduce((sum, p, i) => {
        const q = chain[(i + 1) % chain.length]!
        return sum + p.x * q.y - q.x * p.y
      }, 0),
    ) / 2
  )
}

describe('traceContours', () => {
  it('walks once round a square', () => {
    const [chain, ...rest] = traceContours(
      mask(20, (x, y) => x >= 5 && x < 15 && y >= 4 && y < 12),
      1,
    )
    expect(rest).toHaveLength(0)
    expect(chain).toHaveLength(36)
    expect(areaOf(chain!)).toBe(80)
  })

  it('gives each of two blobs its own chain, with about the disc’s area', () => {
    const chains = traceContours(
      mask(80, (x, y) => Math.hypot(x - 20, y - 20) < 12 || Math.hypot(x - 58, y - 55) < 15),
      1,
    )
    expect(chains).toHaveLength(2)
    expect(areaOf(chains[1]!) / (Math.PI * 225)).toBeCloseTo(1, 1)
  })

  it('leaves out what is tiny, and ends on an empty mask', () => {
    expect(traceContours(mask(10, (x, y) => x === 3 && y === 3))).toEqual([])
    expect(traceContours(mask(10, () => false))).toEqual([])
  })
})
