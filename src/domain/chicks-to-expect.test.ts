import { describe, expect, it } from 'vitest'
import { newEgg, type Egg } from '../contracts/records/egg-state.ts'
import { newHatchery } from '../contracts/records/hatchery-record.ts'
import type { LookRecord } from '../contracts/records/look-record.ts'
import { sampleRecords } from '../contracts/records/sample-records.ts'
import type { SuggestedGrade } from '../core/grade-names.ts'
import { DAY_MS } from '../core/time/durations.ts'
import { chicksToExpect } from './chicks-to-expect.ts'
import { lookByEye } from './look-by-eye.ts'
import { timelineOf } from './timeline.ts'

const hatchery = newHatchery('UTC')
const [base] = sampleRecords().sets
const set = { ...base!, policy: 'first-sight' as const }
const past = { ...set, id: 'past', name: 'Past' }
const onDay = (days: number): string => new Date(Date.parse(set.setAt) + days * DAY_MS).toISOString()

function book(grades: readonly SuggestedGrade[], pastHatched: readonly boolean[] = []) {
  const looksByEgg = new Map<string, LookRecord[]>()
  const eggsOf = (of: typeof set, list: readonly SuggestedGrade[], day: number): Egg[] =>
    list.map((grade, i) => {
      const egg = newEgg({ id: `${of.id}-${i}`, setId: of.id, number: i + 1 })
      const said = { egg, grade, takenAt: onDay(day), at: onDay(day), airCell: null, candler: '' }
      const around = { set: of, timeline: timelineOf(of, hatchery), looks: [] }
      looksByEgg.set(egg.id, [lookByEye(said, around, () => `look-${egg.id}`)])
      return egg
    })
  const pastEggs = eggsOf(
    past,
    pastHatched.map(() => 'developing' as const),
    18,
  ).map((egg, i): Egg => ({
    ...egg,
    outcome: { at: onDay(21), found: pastHatched[i] ? 'hatched' : 'quitter', deathDay: 19 },
  }))
  const eggsBySet = new Map([
    [set.id, eggsOf(set, grades, 18)],
    [past.id, pastEggs],
  ])
  return { hatchery, sets: [set, past], eggsBySet, looksByEgg }
}
const times = <T>(n: number, value: T): T[] => Array.from({ length: n }, () => value)

describe('chicks to expect of a set', () => {
  it('go by the eggs seen alive, by their mates for those that cannot be read, and by no dud', () => {
    const told = chicksToExpect(
      set,
      book([...times(10, 'developing' as const), 'unsure', 'unsure', 'clear']),
    )!
    expect(told).toMatchObject({ alive: 10, unread: 2, ownEggs: 0 })
    // Ten at 0.93, two of which eleven in thirteen live: 9.3 + 1.57.
    expect(told.mean).toBeCloseTo(10 * 0.93 + 2 * 0.93 * (11 / 13), 1)
    expect([told.low, told.high]).toEqual([9, 12])
  })

  it('count no chick twice that was counted and whose egg nobody has named', () => {
    const counted = [{ id: 'c', at: onDay(20.5), what: 'out' as const, by: 6 }]
    const told = chicksToExpect({ ...set, counted }, book(times(10, 'developing' as const)))!
    expect(told.alive).toBe(4)
    expect(told.mean).toBeCloseTo(6 + 4 * 0.93, 1)
    expect(told.high).toBe(10)
  })

  it('learn from own sets that are over', () => {
    const poor = [...times(20, true), ...times(20, false)]
    const told = chicksToExpect(set, book(times(10, 'developing' as const), poor))!
    expect(told.ownEggs).toBe(40)
    // 18.6 + 20 of 60.
    expect(told.mean).toBeCloseTo(10 * (38.6 / 60), 1)
  })

  it('are not told before anybody has looked, nor when nothing is left', () => {
    const unseen = { ...book(['developing']), looksByEgg: new Map() }
    expect(chicksToExpect(set, unseen)).toBeNull()
    expect(chicksToExpect(past, book(['developing'], [true, false]))).toBeNull()
  })
})
