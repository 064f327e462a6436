import { describe, expect, it } from 'vitest'
import { sampleRecords } from '../contracts/records/sample-records.ts'
import type { LookRecord } from '../contracts/records/look-record.ts'
import type { Action } from '../core/grade/types.ts'
import { DAY_MS } from '../core/time/durations.ts'
import { standingAction, standingLook, suspectedBy } from './candling.ts'
import { secondLooksOf } from './second-looks.ts'

const {
  sets: [set],
  eggs,
  looks: [sample],
  hatchery,
} = sampleRecords()
const takenMs = Date.parse(sample!.takenAt)

function look(action: Action, own: LookRecord['own'] = null): LookRecord {
  return {
    ...sample!,
    own,
    verdict: { ...sample!.verdict, grade: action === 'keep' ? 'developing' : 'clear', action },
  }
}
const said = (grade: 'developing' | 'clear' | 'quitter'): LookRecord['own'] => ({
  grade,
  at: sample!.takenAt,
  by: 'key',
})

describe('the look that stands', () => {
  it('is a suspect’s only for a day and a half: then it waits for its second', () => {
    const suspect = look('recheck')
    expect(standingLook([suspect], set!, { beganMs: takenMs - 1, nowMs: takenMs + DAY_MS })).toBe(suspect)
    expect(
      standingLook([suspect], set!, { beganMs: takenMs - 1, nowMs: takenMs + 2 * DAY_MS }),
    ).toBeUndefined()
  })

  it('is any other egg’s for the whole candling, and none from the candling before', () => {
    const living = look('keep')
    expect(standingLook([living], set!, { beganMs: takenMs - 1, nowMs: takenMs + 5 * DAY_MS })).toBe(living)
    expect(
      standingLook([living], set!, { beganMs: takenMs + 1, nowMs: takenMs + 5 * DAY_MS }),
    ).toBeUndefined()
  })
})

describe('a suspect', () => {
  it.each([
    ['by the suggestion', look('recheck'), true],
    ['no longer, when the candler sees it live', look('recheck', said('developing')), false],
    ['by the candler’s own word', look('keep', said('quitter')), true],
    ['not an egg that is to come out', look('remove'), false],
  ])('%s', (_, item, expected) => {
    expect(suspectedBy([item], set!) !== null).toBe(expected)
    expect(standingAction(item, set!) === 'recheck').toBe(expected)
  })

  it('is cleared by a later look', () => {
    expect(suspectedBy([look('recheck'), look('keep')], set!)).toBeNull()
    expect(suspectedBy([], set!)).toBeNull()
  })

  it('comes up within four days, unless it is out or the lid stays shut', () => {
    const looksOf = (eggId: string): LookRecord[] => (eggId === eggs[0]!.id ? [look('recheck')] : [])
    const [due] = secondLooksOf({ set: set!, eggs, looksOf }, hatchery)
    expect(due!.egg.id).toBe(eggs[0]!.id)
    expect((due!.dueAtMs - takenMs) / DAY_MS).toBeGreaterThanOrEqual(2)
    expect((due!.dueAtMs - takenMs) / DAY_MS).toBeLessThanOrEqual(4)
    const out = eggs.map((egg) => ({
      ...egg,
      removed: {
        at: sample!.takenAt,
        grade: 'clear' as const,
        reason: '',
        lookId: 'x',
        againstPolicy: false,
      },
    }))
    expect(secondLooksOf({ set: set!, eggs: out, looksOf }, hatchery)).toEqual([])
    const lockedDown = { ...set!, done: [...set!.done, { key: 'lockdown', at: sample!.takenAt }] }
    expect(secondLooksOf({ set: lockedDown, eggs, looksOf }, hatchery)).toEqual([])
  })
})
