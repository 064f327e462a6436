import { describe, expect, it } from 'vitest'
import { brooderPlan, brooderWarnings } from './brooder-plan.ts'

describe('the brooder', () => {
  it('is warm first and cooler by three degrees a week, with double the room after the fourth', () => {
    const weeks = brooderPlan('chicken', 12)
    expect(weeks.map(({ celsius }) => [celsius.low, celsius.high])).toEqual([
      [32, 35],
      [29, 32],
      [26, 29],
      [23, 26],
      [21, 23],
      [21, 21],
    ])
    // 12 × 0.05 and 12 × 0.1 m².
    expect([weeks[0]!.floorM2, weeks[4]!.floorM2]).toEqual([0.6, 1.2])
    // Quail need a third of it, ducks half as much again.
    expect([brooderPlan('quail', 12)[0]!.floorM2, brooderPlan('duck', 12)[0]!.floorM2]).toEqual([0.2, 0.9])
  })
  it('warns of one alone, of water for small ones, and of waterfowl beside others', () => {
    expect(brooderWarnings([{ species: 'chicken', chicks: 1 }])).toEqual(['one-alone'])
    expect(brooderWarnings([{ species: 'quail', chicks: 8 }])).toEqual(['small-drown'])
    const mixed = [
      { species: 'duck' as const, chicks: 4 },
      { species: 'chicken' as const, chicks: 1 },
    ]
    expect(brooderWarnings(mixed)).toEqual(['waterfowl-apart'])
    expect(brooderWarnings([{ species: 'duck', chicks: 0 }])).toEqual([])
  })
})
