import { describe, expect, it } from 'vitest'
import { SPECIES_NAMES } from '../core/species/species.ts'
import { usualTimetable } from '../core/planning/incubation/timetable.ts'
import { MILESTONES, milestoneOn } from './milestones.ts'

describe('milestones', () => {
  it('are one for each day of a hen’s egg', () => {
    const all = Array.from({ length: MILESTONES }, (_, i) => milestoneOn(i + 1, 21))
    expect(new Set(all).size).toBe(21)
    expect(all[1]).toContain('heart begins to beat')
    expect(all[20]).toContain('hatches')
  })

  it('come in the same order in every bird, the last on its last day', () => {
    const hens = Array.from({ length: MILESTONES }, (_, i) => milestoneOn(i + 1, 21))
    for (const species of SPECIES_NAMES) {
      const days = usualTimetable(species).incubationDays
      const said = Array.from({ length: Math.ceil(days) }, (_, i) => hens.indexOf(milestoneOn(i + 1, days)))
      expect(said, species).toEqual([...said].sort((a, b) => a - b))
      expect(said.at(-1), species).toBe(20)
    }
    // Day 14 of a duck's 28 is half of its time: between days 10 and 11 of a hen.
    expect(hens.indexOf(milestoneOn(14, 28)) + 1).toBe(11)
  })
})
