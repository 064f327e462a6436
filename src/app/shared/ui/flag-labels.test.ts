import { describe, expect, it } from 'vitest'
import { labelsThatFit, leanOf, type FlagLabel } from './flag-labels.ts'

const label = (left: number, turn: number, row: FlagLabel['row'] = 'above'): FlagLabel => ({
  left,
  widthPx: 90,
  row,
  turn,
})

describe('labels on a line of days', () => {
  it('are all written where there is room', () => {
    expect(labelsThatFit([label(0, 0), label(50, 1), label(100, 2)], 700)).toEqual([true, true, true])
  })
  it('give way to the one whose turn is sooner, and only in their own row', () => {
    expect(labelsThatFit([label(60, 2), label(70, 1), label(65, 3, 'below')], 300)).toEqual([
      false,
      true,
      true,
    ])
  })
  it('never lie over each other, whatever the width', () => {
    const labels = Array.from({ length: 12 }, (_, i) => label((i * 37) % 101, i, i % 2 ? 'above' : 'below'))
    for (const width of [240, 320, 480, 900]) {
      const fits = labelsThatFit(labels, width)
      const boxes = labels.flatMap(({ left, widthPx, row }, i) => {
        const from = (left / 100) * width - leanOf(left) * widthPx
        return fits[i] ? [{ row, from, to: from + widthPx }] : []
      })
      for (const a of boxes)
        for (const b of boxes)
          if (a !== b && a.row === b.row) expect(a.to <= b.from || b.to <= a.from, `${width}`).toBe(true)
    }
  })
})
