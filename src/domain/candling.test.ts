import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { sampleRecords } from '../contracts/records/sample-records.ts'
import type { PicturedLook } from '../contracts/records/look-record.ts'
import { GRADES, type SuggestedGrade } from '../core/grade-names.ts'
import { POLICIES, type Action } from '../core/grade/types.ts'
import { DAY_MS } from '../core/time/durations.ts'
import { actionOf, lookToRemove, standingAction, standingLook, suspectedBy } from './candling.ts'
import { isDoneWith } from './own-grade.ts'
import { regraded } from './look-from.ts'
import { secondLooksOf } from './second-looks.ts'
import { timelineOf } from './timeline.ts'

/** An egg of which nobody told the hen. */
const UNKNOWN_HEN = { batchId: null, shell: null, breed: null }

const {
  sets: [set],
  eggs,
  looks: [sample],
  hatchery,
} = sampleRecords()
const takenMs = Date.parse(sample!.takenAt)

function look(action: Action, own: PicturedLook['own'] = null): PicturedLook {
  return {
    ...sample!,
    own,
    verdict: { ...sample!.verdict, grade: action === 'keep' ? 'developing' : 'clear', action },
  }
}
const said = (grade: 'developing' | 'clear' | 'quitter'): PicturedLook['own'] => ({
  grade,
  at: sample!.takenAt,
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
    const looksOf = (eggId: string): PicturedLook[] => (eggId === eggs[0]!.id ? [look('recheck')] : [])
    const [due] = secondLooksOf({ set: set!, eggs, looksOf }, hatchery)
    expect(due!.egg.id).toBe(eggs[0]!.id)
    expect((due!.dueAtMs - takenMs) / DAY_MS).toBeGreaterThanOrEqual(2)
    expect((due!.dueAtMs - takenMs) / DAY_MS).toBeLessThanOrEqual(4)
    const out = eggs.map((egg) => ({
      ...egg,
      removed: {
        at: sample!.takenAt,
        why: 'graded' as const,
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

describe('a decision to take out', () => {
  const first = { ...look('remove', said('clear')), id: 'first' }
  it('stands through later candlings until another look is judged, or it is taken back', () => {
    const unjudged = {
      ...look('recheck'),
      id: 'later',
      takenAt: new Date(takenMs + 7 * DAY_MS).toISOString(),
    }
    expect(lookToRemove([first], set!)).toBe(first)
    expect(lookToRemove([first, unjudged], set!)).toBe(first)
    expect(lookToRemove([first, { ...unjudged, own: said('developing') }], set!)).toBeUndefined()
    expect(lookToRemove([{ ...first, own: null }, unjudged], set!)).toBeUndefined()
  })
  it('is put off by a later look that shows life, and stands again when that one is gone', () => {
    const film = {
      seconds: 9,
      moving: true,
      significance: 12,
      heartbeat: null,
    } as unknown as PicturedLook['movement']
    const later = { ...look('recheck'), id: 'later' }
    expect(lookToRemove([first, { ...later, movement: film }], set!)).toBeUndefined()
    expect(lookToRemove([first, look('keep')], set!)).toBeUndefined()
    expect(lookToRemove([first, { ...look('keep'), replaced: true }], set!)).toBe(first)
  })
  it('is none without a pressed key, and none of a picture that was replaced', () => {
    expect(lookToRemove([look('remove')], set!)).toBeUndefined()
    expect(lookToRemove([{ ...first, replaced: true }], set!)).toBeUndefined()
  })
})

describe('the list to remove', () => {
  const at = sample!.takenAt
  const grade = fc.constantFrom<SuggestedGrade>(...GRADES, 'unsure')
  const film = fc.constantFrom<PicturedLook['movement']>(
    null,
    ...[true, false].flatMap((moving) =>
      [true, false].map((found) => ({
        seconds: 6,
        widthPx: 88,
        heightPx: 88,
        significance: moving ? 9 : 0.5,
        moving,
        places: [],
        heartbeat: { hz: 3, signalToNoise: found ? 9 : 1, found },
      })),
    ),
  )
  /** However a look came to its verdict: by its film, its mates, and what the hatchery has learnt. */
  const looked = fc
    .record({
      movement: film,
      policy: fc.constantFrom(...POLICIES),
      suggested: grade,
      action: fc.constantFrom<Action>('keep', 'recheck', 'remove'),
      anew: fc.boolean(),
      mates: fc.array(fc.double({ min: 0, max: 1, noNaN: true }), { maxLength: 5 }),
    })
    .map(({ movement, policy, suggested, action, anew, mates }) => {
      const before: PicturedLook = {
        ...sample!,
        movement,
        verdict: { ...sample!.verdict, grade: suggested, action },
      }
      const asked = { ...set!, policy }
      const surroundings = {
        set: asked,
        egg: UNKNOWN_HEN,
        timeline: timelineOf(asked, hatchery),
        earlier: [],
        livingMates: mates,
        learnt: undefined,
      }
      return {
        set: asked,
        look: anew ? regraded(before, surroundings, { at, because: 'mates' }) : before,
      }
    })

  it('has nothing on it without a pressed key: no suggestion, no lift', () => {
    fc.assert(
      fc.property(looked, fc.boolean(), (seen, lifted) => {
        const look = { ...seen.look, own: null, leftIn: lifted ? { at } : null }
        expect(actionOf(look, seen.set)).toBe('keep')
        // A lift follows the suggestion, and is asked about again when that becomes to remove.
        expect(standingAction(look, seen.set)).toBe(look.verdict.action)
        expect(isDoneWith(look)).toBe(lifted && look.verdict.action !== 'remove')
      }),
      { numRuns: 100, seed: 44 },
    )
  })

  it('has nothing on it that moved or whose heart beat on film, whatever was graded', () => {
    fc.assert(
      fc.property(looked, grade, (seen, own) => {
        const look = { ...seen.look, own: { grade: own, at } }
        const alive = look.movement?.moving || look.movement?.heartbeat?.found
        if (alive || own === 'developing' || own === 'unsure')
          expect(actionOf(look, seen.set)).not.toBe('remove')
      }),
      { numRuns: 100, seed: 44 },
    )
  })
})
