import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  dealIntoTrays,
  moveEgg,
  NUMBERINGS,
  placeCount,
  placeLabel,
  placesInOrder,
  type Placed,
} from './layout.ts'

describe('the names of places', () => {
  it.each([
    ['letter-rows', ['A1', 'A2', 'A3', 'B1', 'B2', 'B3']],
    ['along-rows', ['1', '2', '3', '4', '5', '6']],
    ['there-and-back', ['1', '2', '3', '6', '5', '4']],
    ['down-columns', ['1', '3', '5', '2', '4', '6']],
  ] as const)('%s', (numbering, labels) => {
    const grid = { rows: 2, columns: 3, numbering }
    expect([0, 1].flatMap((row) => [0, 1, 2].map((column) => placeLabel(grid, { row, column })))).toEqual(
      labels,
    )
  })

  it('every place once, in counting order', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 30 }),
        fc.integer({ min: 1, max: 12 }),
        fc.constantFrom(...NUMBERINGS),
        (rows, columns, numbering) => {
          const grid = { rows, columns, numbering }
          const labels = placesInOrder(grid).map((place) => placeLabel(grid, place))
          expect(new Set(labels).size).toBe(rows * columns)
          if (numbering !== 'letter-rows')
            expect(labels).toEqual(Array.from({ length: rows * columns }, (_, i) => String(i + 1)))
        },
      ),
    )
  })
})

describe('laying eggs', () => {
  const trays = [
    { id: 'a', rows: 1, columns: 2 },
    { id: 'b', rows: 2, columns: 1 },
  ]
  it('fills tray after tray; what is too many has no place', () => {
    expect(placeCount(trays)).toBe(4)
    const dealt = dealIntoTrays([1, 2, 3, 4, 5], trays)
    expect(dealt.map(({ place }) => (place ? `${place.trayId}${place.row}${place.column}` : null))).toEqual([
      'a00',
      'a01',
      'b00',
      'b10',
      null,
    ])
  })

  it('a move onto an egg changes places; onto itself nothing happens', () => {
    const eggs: Placed[] = [
      { id: 'x', place: { trayId: 'a', row: 0, column: 0 } },
      { id: 'y', place: { trayId: 'a', row: 0, column: 1 } },
    ]
    expect(moveEgg(eggs, 'x', { trayId: 'a', row: 0, column: 1 })).toEqual([
      { id: 'x', place: { trayId: 'a', row: 0, column: 1 } },
      { id: 'y', place: { trayId: 'a', row: 0, column: 0 } },
    ])
    expect(moveEgg(eggs, 'x', eggs[0]!.place)).toEqual([])
    expect(moveEgg(eggs, 'x', null)).toEqual([{ id: 'x', place: null }])
    expect(() => moveEgg(eggs, 'z', null)).toThrow(/no egg z/)
  })
})
