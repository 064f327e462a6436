import { describe, expect, it } from 'vitest'
import { DAY_MS } from '../core/time/durations.ts'
import { eventsBetween, newEgg, withEvents } from '../contracts/records/egg-state.ts'
import { eggOf, type EggState } from '../contracts/records/egg-state.ts'
import { sampleRecords } from '../contracts/records/sample-records.ts'
import { deathDayByLooks, eggOutcome } from './egg-outcomes.ts'
import { timelineOf } from './timeline.ts'

const at = '2026-03-22T08:00:00.000Z'
let ids = 0
const noting = { at, device: 'd', newId: () => `e${++ids}` }
const egg = newEgg({ id: 'e', setId: 's', number: 1 })
/** The egg after something was noted of it, as it lies on the disk and is read again. */
const after = (changes: Partial<EggState>) =>
  eggOf(withEvents(egg, eventsBetween(egg, { ...egg, ...changes }, noting)))
const removed = {
  at,
  why: 'graded' as const,
  grade: 'clear' as const,
  reason: '',
  lookId: 'l',
  againstPolicy: false,
}

describe('what became of an egg', () => {
  it.each([
    [{}, 'unknown'],
    [{ outcome: { at, found: 'hatched' } }, 'hatched'],
    [{ outcome: { at, found: 'clear' } }, 'infertile'],
    // Its disc tells whether it was ever fertile: then it died before anything showed.
    [{ outcome: { at, found: 'clear', disc: 'unfertile' } }, 'infertile'],
    [{ outcome: { at, found: 'clear', disc: 'fertile' } }, 'early'],
    [{ removed, outcome: { at, found: 'clear', disc: 'fertile' } }, 'early'],
    [{ removed }, 'candled-out-clear'],
    [{ removed, outcome: { at, found: 'blood-ring' } }, 'early'],
    [{ removed: { ...removed, why: 'rotten' } }, 'rotten'],
    [{ removed: { ...removed, why: 'rotten' }, outcome: { at, found: 'clear' } }, 'infertile'],
    [{ removed: { ...removed, why: 'broken', grade: null } }, 'handling'],
    [{ removed: { ...removed, why: 'missing', grade: null } }, 'handling'],
    // What was found in a dropped egg says nothing of the set.
    [{ removed: { ...removed, why: 'broken' }, outcome: { at, found: 'clear' } }, 'handling'],
    [{ removed: { ...removed, why: 'given-away' } }, 'passed-on'],
    [{ removed, outcome: { at, found: 'alive' } }, 'living-removed'],
    [{ removed: { ...removed, grade: 'quitter' } }, 'candled-out-dead'],
    [{ removed: { ...removed, grade: 'blood-ring' } }, 'candled-out-ring'],
    [{ removed: { ...removed, grade: 'developing' } }, 'living-removed'],
    [{ outcome: { at, found: 'quitter' } }, 'candled-out-dead'],
    [{ outcome: { at, found: 'quitter', deathDay: 9 } }, 'middle'],
    [{ outcome: { at, found: 'quitter', deathDay: 19, signs: ['malposition', 'wet'] } }, 'late'],
    [{ pipped: { at }, outcome: { at, found: 'quitter', deathDay: 20 } }, 'pipped'],
  ] as const)('%j is %s', (changes, fate) => {
    expect(eggOutcome(after(changes as unknown as Partial<EggState>), 21)).toBe(fate)
  })

  it('is kept with the day and the signs, and taken back with them', () => {
    const outcome = { at, found: 'quitter' as const, deathDay: 19, signs: ['wet' as const] }
    const opened = after({ outcome, pipped: { at } })
    expect(opened.outcome).toEqual(outcome)
    const again = eggOf(
      withEvents(opened, eventsBetween(opened, { ...opened, outcome: null, pipped: null }, noting)),
    )
    expect([again.outcome, again.pipped]).toEqual([null, null])
    expect(eventsBetween(opened, { ...opened, outcome: { ...outcome, signs: ['wet'] } }, noting)).toEqual([])
  })
})

describe('the day of death by looks', () => {
  const { looks, sets, hatchery } = sampleRecords()
  const [look] = looks
  const [set] = sets
  const timeline = timelineOf(set!, hatchery)
  const seen = (ageDays: number, grade: 'developing' | 'quitter') => ({
    ...look!,
    ageDays,
    takenAt: new Date(Date.parse(set!.setAt) + ageDays * DAY_MS).toISOString(),
    replaced: false,
    own: { grade, at },
  })
  it('lies between the last look that showed life and the first that did not', () => {
    expect(deathDayByLooks([seen(7, 'developing'), seen(14, 'quitter')], timeline)).toBe(10.5)
    expect(deathDayByLooks([seen(14, 'developing'), seen(7, 'developing')], timeline)).toBe(14)
    expect(deathDayByLooks([seen(7, 'quitter')], timeline)).toBe(7)
    expect(deathDayByLooks([], timeline)).toBeNull()
  })
})
