import { describe, expect, it } from 'vitest'
import { lookRecordSchema, type EyeLook, type LookRecord } from '../contracts/records/look-record.ts'
import { newHatchery } from '../contracts/records/hatchery-record.ts'
import { sampleReading, sampleRecords } from '../contracts/records/sample-records.ts'
import type { SuggestedGrade } from '../core/grade-names.ts'
import type { Policy } from '../core/grade/types.ts'
import { DAY_MS } from '../core/time/durations.ts'
import { actionOf, lookToRemove, standingLook, suspectedBy } from './candling.ts'
import { knownLooks } from './confirmed-looks.ts'
import { judgedByRule, lookByEye, saidAnew, withoutOwnGrade, type EyeSurroundings } from './look-by-eye.ts'
import { lookFrom } from './look-from.ts'
import { isDoneWith, standingGrade } from './own-grade.ts'
import { timelineOf } from './timeline.ts'
import { confirmedLooks } from './what-eggs-teach.ts'

const { sets, eggs, ...book } = sampleRecords()
const [set] = sets
const [egg] = eggs
const hatchery = newHatchery('UTC')
const onDay = (days: number): string => new Date(Date.parse(set!.setAt) + days * DAY_MS).toISOString()
let ids = 0
const newId = (): string => `look-${++ids}`

function by(policy: Policy, looks: readonly LookRecord[] = []): EyeSurroundings {
  return { set: { ...set!, policy }, timeline: timelineOf(set!, hatchery), looks }
}
function look(grade: SuggestedGrade, days: number, around: EyeSurroundings = by('second-look')): EyeLook {
  const said = {
    egg: egg!,
    grade,
    takenAt: onDay(days),
    at: onDay(days + 1),
    airCell: null,
    candler: 'Tamsin',
  }
  return lookByEye(said, around, newId)
}

describe('a look by eye', () => {
  it('is what the schema reads, at the age of its day, and the candler’s word', () => {
    const seen = look('quitter', 12.5)
    expect(lookRecordSchema.parse(seen)).toEqual(seen)
    expect(seen).toMatchObject({
      ageDays: 12.5,
      takenAt: onDay(12.5),
      own: { grade: 'quitter', at: onDay(13.5) },
    })
    expect([isDoneWith(seen), standingGrade(seen)]).toEqual([true, 'quitter'])
  })

  it.each([
    ['first-sight', 'clear', 'remove'],
    ['first-sight', 'unsure', 'recheck'],
    ['first-sight', 'developing', 'keep'],
    ['second-look', 'clear', 'recheck'],
    ['second-look', 'blood-ring', 'remove'],
    ['hold', 'quitter', 'recheck'],
    ['hold', 'blood-ring', 'remove'],
  ] as const)('by the rule %s, %s on day 7: %s', (policy, grade, action) => {
    expect(look(grade, 7, by(policy)).action).toBe(action)
  })

  it('is held to the end of turning where the rule says so', () => {
    expect(look('quitter', 17.9, by('hold')).action).toBe('recheck')
    expect(look('quitter', 18.1, by('hold')).action).toBe('remove')
  })

  it('is the second look for one of two days before, with a picture or without; not for one of the same night', () => {
    const first = look('clear', 7)
    expect(look('quitter', 10, by('second-look', [first])).action).toBe('remove')
    expect(look('clear', 7.5, by('second-look', [first])).action).toBe('recheck')
    expect(look('clear', 10, by('second-look', [look('developing', 7)])).action).toBe('recheck')
    expect(look('clear', 10, by('second-look', [{ ...first, replaced: true }])).action).toBe('recheck')
    const pictured: LookRecord = {
      ...book.looks[0]!,
      takenAt: onDay(5),
      own: { grade: 'clear', at: onDay(5) },
    }
    expect(look('clear', 10, by('second-look', [pictured])).action).toBe('remove')
  })

  it('brings the egg onto the list to remove, and its word taken back takes it off', () => {
    const first = look('clear', 7)
    const second = look('clear', 10, by('second-look', [first]))
    expect(lookToRemove([first, second], set!)?.id).toBe(second.id)
    expect(lookToRemove([first, withoutOwnGrade(second)], set!)).toBeUndefined()
    expect(suspectedBy([first], set!)?.id).toBe(first.id)
    const now = { beganMs: Date.parse(onDay(9.5)), nowMs: Date.parse(onDay(10.1)) }
    expect(standingLook([first, second], set!, now)?.id).toBe(second.id)
    expect(actionOf(first, set!)).toBe('recheck')
  })

  it('seen to live later puts the removal off', () => {
    const ring = look('blood-ring', 7)
    expect(lookToRemove([ring], set!)?.id).toBe(ring.id)
    expect(lookToRemove([ring, look('developing', 8)], set!)).toBeUndefined()
  })

  it('said anew, follows from the new word', () => {
    const around = by('first-sight')
    const first = look('clear', 7, around)
    const anew = saidAnew(first, { grade: 'developing', at: onDay(7) }, around)
    expect([first.action, anew.action, anew.id === first.id]).toEqual(['remove', 'keep', true])
  })

  it('follows the set’s rule when that is changed, and the candler’s word stays', () => {
    const [clear, ring, developing] = [look('clear', 7), look('blood-ring', 7), look('developing', 7)]
    const looks = [clear!, { ...ring!, eggId: 'other' }, { ...developing!, eggId: 'third' }]
    const again = judgedByRule(looks, by('first-sight'))
    expect(again).toEqual([{ ...clear, action: 'remove' }])
    expect(judgedByRule(looks, by('second-look'))).toEqual([])
    expect(judgedByRule([{ ...clear!, replaced: true }, book.looks[0]!], by('first-sight'))).toEqual([])
  })

  it('gets its picture later, which keeps the candler’s word and suggests beside it', () => {
    const seen = look('quitter', 7)
    const taken = lookFrom(
      {
        set: set!,
        timeline: timelineOf(set!, hatchery),
        egg: egg!,
        measured: { widthPx: 400, heightPx: 400 },
        reading: sampleReading(egg!),
        photoType: 'image/jpeg',
        takenAt: onDay(7.01),
        source: 'camera',
        replaces: seen,
        earlier: [],
      },
      newId,
    )
    expect(taken.own).toEqual(seen.own)
    expect(taken.twin).toBeNull()
    expect(lookRecordSchema.parse(taken)).toEqual(taken)
  })

  it('counts for how right the candler was, and teaches the model of pictures nothing', () => {
    const hatched = { ...egg!, outcome: { at: onDay(21), found: 'hatched' as const } }
    const records = { sets, hatchery, eggs: [hatched], looks: [look('developing', 7), look('clear', 10)] }
    expect(knownLooks(records).map(({ program, candler, truth }) => [program, candler, truth])).toEqual([
      [null, 'developing', 'developing'],
      [null, 'clear', 'developing'],
    ])
    expect(confirmedLooks(records)).toEqual([])
  })
})
