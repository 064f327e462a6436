import { describe, expect, it } from 'vitest'
import { ageInDays, candlingStatus } from './due.ts'

const setAtMs = Date.parse('2026-03-20T19:00:00Z')
const plan = { species: 'chicken', setAtMs, candlingDays: [7, 14, 18] } as const
const at = (days: number): number => setAtMs + days * 86_400_000

describe('ageInDays', () => {
  it('is elapsed time, also across the night when the clocks change', () => {
    expect(ageInDays(Date.parse('2026-03-28T12:00:00+01:00'), Date.parse('2026-03-29T13:00:00+02:00'))).toBeCloseTo(1, 9)
  })
})

describe('candlingStatus', () => {
  it.each([
    [3, [], { kind: 'next', day: 7, inDays: 4 }],
    [6.6, [], { kind: 'due', day: 7, overdueDays: 0 }],
    [7.3, [], { kind: 'due', day: 7 }],
    [7.3, [7.25], { kind: 'next', day: 14 }],
    [9, [], { kind: 'due', day: 7 }],
    [14.2, [7.1], { kind: 'due', day: 14 }],
    [15, [14], { kind: 'next', day: 18 }],
    [19, [7, 14, 18], { kind: 'locked-down' }],
    [24, [], { kind: 'finished' }],
  ])('at %f days after looks at %j', (age, looks, expected) => {
    expect(candlingStatus(plan, looks, at(age))).toMatchObject(expected)
  })

  it('tells how long a candling is overdue', () => {
    expect(candlingStatus(plan, [], at(9))).toMatchObject({ kind: 'due', day: 7, overdueDays: expect.closeTo(2, 6) })
  })
})
