import { describe, expect, it } from 'vitest'
import { rowsOf } from '../image/linear.ts'
import { simulatePhoto } from '../simulate/simulated-photo.ts'
import { readPhoto } from './read-photo.ts'

/** Reads a picture, and counts how often its rows were gone through. */
function read(fill: number) {
  const { image, truth } = simulatePhoto({ ageDays: 7, shot: { widthPx: 1000, heightPx: 1000, fill } })
  const rows = rowsOf(image)
  let passes = 0
  const reading = readPhoto({
    ...rows,
    rowAt: (y) => {
      if (y === 0) passes++
      return rows.rowAt(y)
    },
  })
  if (reading.kind === 'rejected') throw new Error(reading.why)
  return { passes, egg: reading.eggs[0]!, truth }
}

describe('a photograph larger than an egg needs', () => {
  it('is gone through once where one egg fills it', () => {
    const { passes, egg, truth } = read(0.8)
    expect(passes).toBe(1)
    expect(Math.abs(egg.lengthPx / (2 * truth.outline.halfLengthPx) - 1)).toBeLessThan(0.01)
  })

  it('is gone through again, larger, where an egg is small in it', () => {
    const { passes, egg, truth } = read(0.25)
    expect(passes).toBe(2)
    expect(Math.abs(egg.lengthPx / (2 * truth.outline.halfLengthPx) - 1)).toBeLessThan(0.01)
    expect(Math.abs(egg.airCell!.depth.value - truth.airCell.depth)).toBeLessThan(0.02)
  })
})
