import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { assignPhotos, orderPhotos } from './assign-photos.ts'
import { nextWaiting, positionLabel } from './position.ts'

describe('positions', () => {
  it.each([
    [0, 0, 'A1'],
    [2, 11, 'C12'],
    [25, 0, 'Z1'],
    [26, 4, 'AA5'],
    [27, 0, 'AB1'],
  ])('row %i column %i is %s', (row, column, label) => {
    expect(positionLabel({ row, column })).toBe(label)
  })

  const tray = [0, 1, 2].flatMap((row) => [0, 1].map((column) => ({ row, column })))
  it('goes along rows and round to the start', () => {
    expect(nextWaiting(tray, tray[5]!, () => true)).toBe(tray[0])
    expect(nextWaiting(tray, tray[1]!, (p) => p.row === 2)).toBe(tray[4])
    expect(nextWaiting(tray, null, () => true)).toBe(tray[0])
    expect(nextWaiting(tray, tray[0]!, () => false)).toBeNull()
  })
})

describe('photographs for several eggs', () => {
  const files = [
    { name: 'egg10.jpg', takenAtMs: 1 },
    { name: 'egg9.jpg', takenAtMs: 5 },
    { name: 'egg2.jpg' },
  ]

  it('counts numbers in names as numbers', () => {
    expect(orderPhotos(files, 'name').map((f) => f.name)).toEqual(['egg2.jpg', 'egg9.jpg', 'egg10.jpg'])
  })

  it('goes by the time taken, and puts files without a time last', () => {
    expect(orderPhotos(files, 'capture-time').map((f) => f.name)).toEqual([
      'egg10.jpg',
      'egg9.jpg',
      'egg2.jpg',
    ])
  })

  it('loses no file: what has no place is left over', () => {
    fc.assert(
      fc.property(fc.array(fc.record({ name: fc.string() }), { maxLength: 12 }), fc.nat(8), (list, count) => {
        const { pairs, leftOver } = assignPhotos(
          list,
          Array.from({ length: count }, (_, i) => i),
          'name',
        )
        expect(pairs.length + leftOver.length).toBe(list.length)
        expect(pairs.length).toBe(Math.min(list.length, count))
      }),
    )
  })
})
