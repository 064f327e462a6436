import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { arrangeInGrid, readingOrder } from './arrange.ts'
import { assignEggs } from './assign-eggs.ts'

function grid(rows: number, columns: number, turn: number, jitter: (i: number) => number) {
  const places = Array.from({ length: rows * columns }, (_, i) => ({
    row: Math.floor(i / columns),
    column: i % columns,
  }))
  const centres = places.map(({ row, column }, i) => {
    const x = 100 * column + jitter(2 * i)
    const y = 100 * row + jitter(2 * i + 1)
    return {
      x: 300 + x * Math.cos(turn) - y * Math.sin(turn),
      y: 300 + x * Math.sin(turn) + y * Math.cos(turn),
    }
  })
  return { places, centres }
}

describe('arrangeInGrid', () => {
  it('puts each egg into its row and column, turned by up to 20° and shaken by up to a tenth', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 6 }),
        fc.integer({ min: 1, max: 6 }),
        fc.double({ min: -0.35, max: 0.35, noNaN: true }),
        fc.array(fc.double({ min: -8, max: 8, noNaN: true }), { minLength: 80, maxLength: 80 }),
        (rows, columns, turn, shake) => {
          const { places, centres } = grid(
            rows,
            columns,
            rows > 1 && columns > 1 ? turn : turn / 4,
            (i) => shake[i % 80]!,
          )
          expect(arrangeInGrid(centres, 100)).toEqual(places)
        },
      ),
    )
  })

  it('leaves a place empty where an egg is missing', () => {
    const { places, centres } = grid(3, 4, 0.1, () => 0)
    const without = <T>(list: T[]): T[] => list.filter((_, i) => i !== 5)
    expect(arrangeInGrid(without(centres), 100)).toEqual(without(places))
  })

  it('is not misled by an egg that lies askew of the others for want of a neighbour', () => {
    expect(
      arrangeInGrid(
        [
          { x: 380, y: 577 },
          { x: 583, y: 380 },
          { x: 777, y: 375 },
        ],
        150,
      ),
    ).toEqual([
      { row: 1, column: 0 },
      { row: 0, column: 1 },
      { row: 0, column: 2 },
    ])
  })

  it('reads row by row', () => {
    expect(
      readingOrder([
        { row: 1, column: 0 },
        { row: 0, column: 1 },
        { row: 0, column: 0 },
      ]),
    ).toEqual([2, 1, 0])
  })

  it('takes a single egg and none', () => {
    expect(arrangeInGrid([{ x: 5, y: 5 }], 100)).toEqual([{ row: 0, column: 0 }])
    expect(arrangeInGrid([], 100)).toEqual([])
  })
})

describe('assignEggs', () => {
  const tray = {
    rows: 3,
    columns: 4,
    waits: ({ row, column }: { row: number; column: number }) => !(row === 1 && column === 1),
  }
  it('begins at the egg at hand', () => {
    expect(
      assignEggs(
        [
          { row: 0, column: 0 },
          { row: 0, column: 1 },
        ],
        tray,
        { row: 2, column: 1 },
      ),
    ).toEqual([
      { row: 2, column: 1 },
      { row: 2, column: 2 },
    ])
  })
  it('takes a picture of the whole tray as that, wherever one stands', () => {
    const all = Array.from({ length: 12 }, (_, i) => ({ row: Math.floor(i / 4), column: i % 4 }))
    expect(assignEggs(all, tray, { row: 2, column: 3 })[0]).toEqual({ row: 0, column: 0 })
  })
  it('gives none where no egg waits, and none beyond the tray', () => {
    expect(
      assignEggs(
        [
          { row: 0, column: 0 },
          { row: 0, column: 1 },
        ],
        tray,
        { row: 1, column: 1 },
      ),
    ).toEqual([null, { row: 1, column: 2 }])
    expect(
      assignEggs(
        [
          { row: 0, column: 0 },
          { row: 0, column: 1 },
        ],
        tray,
        { row: 0, column: 3 },
      ),
    ).toEqual([{ row: 0, column: 3 }, null])
  })
})
