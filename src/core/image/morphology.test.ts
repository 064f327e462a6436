import { describe, expect, it } from 'vitest'
import { components, distanceTo, open, type Mask } from './morphology.ts'

function maskFrom(rows: string[]): Mask {
  return {
    widthPx: rows[0]!.length,
    heightPx: rows.length,
    values: Uint8Array.from(rows.join(''), (c) => (c === '#' ? 1 : 0)),
  }
}
function disc(size: number, radius: number): Mask {
  const values = new Uint8Array(size * size)
  for (let i = 0; i < values.length; i++)
    if (Math.hypot((i % size) - size / 2, Math.floor(i / size) - size / 2) < radius) values[i] = 1
  return { widthPx: size, heightPx: size, values }
}
const area = (mask: Mask): number => mask.values.reduce((a, b) => a + b, 0)

describe('distanceTo', () => {
  it('measures along rows exactly and diagonals within a tenth', () => {
    const mask = disc(41, 0.1)
    mask.values.fill(0)
    mask.values[20 * 41 + 20] = 1
    const d = distanceTo(mask, 1)
    expect(d[20 * 41 + 30]).toBeCloseTo(10, 5)
    expect(d[30 * 41 + 30]).toBeGreaterThan(Math.SQRT2 * 10 * 0.9)
    expect(d[30 * 41 + 30]).toBeLessThan(Math.SQRT2 * 10 * 1.1)
  })
})

describe('open', () => {
  it('removes a thin line and keeps a disc about as it was', () => {
    const mask = disc(61, 18)
    const before = area(mask)
    for (let x = 0; x < 61; x++) mask.values[5 * 61 + x] = 1
    const opened = open(mask, 4)
    expect(opened.values.slice(5 * 61, 6 * 61).some(Boolean)).toBe(false)
    expect(area(opened) / before).toBeGreaterThan(0.93)
  })
})

describe('components', () => {
  it('joins diagonal neighbours and drops what is small', () => {
    const found = components(maskFrom(['#....', '.#...', '....#', '.....']), 2)
    expect(found).toHaveLength(1)
    expect(found[0]).toMatchObject({ minX: 0, maxX: 1, minY: 0, maxY: 1 })
  })
})
