import { describe, expect, it } from 'vitest'
import { newEgg, type Egg } from '../contracts/records/egg-state.ts'
import { newHatchery } from '../contracts/records/hatchery-record.ts'
import type { LookRecord } from '../contracts/records/look-record.ts'
import { sampleRecords } from '../contracts/records/sample-records.ts'
import type { SuggestedGrade } from '../core/grade-names.ts'
import { hatchResults } from '../core/hatching/results.ts'
import { DAY_MS } from '../core/time/durations.ts'
import { actionOf, lookToRemove } from './candling.ts'
import { eggAccount } from './egg-account.ts'
import { deathOf, endsOf } from './egg-outcomes.ts'
import { leavingOf, lookedAlive, type SaidOfLeaving } from './leaving.ts'
import { lookByEye } from './look-by-eye.ts'
import { isOver, resultsByPlace } from './results-of-book.ts'
import { timelineOf } from './timeline.ts'

/**
 * A season of twenty-four eggs without one photograph, walked as it is noted, and summed on paper:
 *
 * - day 7: eggs 1–3 clear, 4 a ring, 5 not sure, the rest develop. The ring comes out; the clears wait.
 * - day 9: egg 6 dropped, egg 7 leaks and is thrown away unopened.
 * - day 10: 1–3 clear again and out; 5 develops; 8 a quitter.
 * - day 12: egg 9 given to a neighbour under a hen.
 * - day 14: 8 a quitter again and out.
 * - breakout of what came out: 1 and 2 infertile, 3 a ring after all, 4 a ring, 8 died on day 9.
 * - day 21: of sixteen left (5, 10–24) fourteen hatch; 23 pipped and died, 24 died on day 18.
 */
const ON_PAPER = {
  set: 24,
  /** Without the dropped and the given one. */
  rated: 22,
  /** 22 less the three called clear. */
  apparentlyFertile: 19,
  hatched: 14,
  /** 22 less two infertile eggs; the leaking one may have been either. */
  couldHatch: 20,
} as const

const [base] = sampleRecords().sets
const tray = { ...base!.trays[0]!, rows: 4, columns: 6 }
const set = { ...base!, policy: 'second-look' as const, trays: [tray], trayIds: [tray.id] }
const timeline = timelineOf(set, newHatchery('UTC'))
const onDay = (days: number): string => new Date(Date.parse(set.setAt) + days * DAY_MS).toISOString()
let ids = 0

class Season {
  readonly eggs: Egg[] = Array.from({ length: 24 }, (_, i) =>
    newEgg({
      id: `egg-${i + 1}`,
      setId: set.id,
      number: i + 1,
      place: { trayId: tray.id, row: Math.floor(i / 6), column: i % 6 },
    }),
  )
  readonly looks = new Map<string, LookRecord[]>()

  egg(number: number): Egg {
    return this.eggs[number - 1]!
  }
  looksOf(number: number): LookRecord[] {
    return this.looks.get(`egg-${number}`) ?? []
  }
  see(day: number, grades: Readonly<Record<number, SuggestedGrade>>): void {
    for (const [number, grade] of Object.entries(grades)) {
      const egg = this.egg(Number(number))
      const looks = this.looksOf(Number(number))
      const said = { egg, grade, takenAt: onDay(day), at: onDay(day), airCell: null, candler: '' }
      this.looks.set(egg.id, [...looks, lookByEye(said, { set, timeline, looks }, () => `look-${++ids}`)])
    }
  }
  leaves(day: number, number: number, said: SaidOfLeaving): void {
    const removed = leavingOf(said, { set, looks: this.looksOf(number), at: onDay(day) })
    this.eggs[number - 1] = { ...this.egg(number), removed }
  }
  /** Those that the list names come out, as the list takes them. */
  removalRound(day: number): number[] {
    const out = this.eggs.filter(
      (egg) => egg.removed === null && lookToRemove(this.looksOf(egg.number), set) !== undefined,
    )
    for (const egg of out) {
      const look = lookToRemove(this.looksOf(egg.number), set)!
      const removed = {
        at: onDay(day),
        why: 'graded' as const,
        grade: look.own!.grade,
        reason: '',
        lookId: look.id,
        againstPolicy: false,
      }
      this.eggs[egg.number - 1] = { ...egg, removed }
    }
    return out.map(({ number }) => number)
  }
  opened(number: number, found: 'clear' | 'blood-ring' | 'quitter' | 'hatched', deathDay?: number): void {
    const at = onDay(found === 'hatched' ? 21 : 22)
    this.eggs[number - 1] = {
      ...this.egg(number),
      outcome: { at, found, ...(deathDay === undefined ? {} : { deathDay }) },
    }
  }
}

function untilLockdown(): Season {
  const season = new Season()
  const develop = Object.fromEntries(Array.from({ length: 19 }, (_, i) => [i + 6, 'developing' as const]))
  season.see(7, { 1: 'clear', 2: 'clear', 3: 'clear', 4: 'blood-ring', 5: 'unsure', ...develop })
  expect(season.removalRound(7)).toEqual([4])
  season.leaves(9, 6, { why: 'broken' })
  season.leaves(9, 7, { why: 'rotten' })
  season.see(10, { 1: 'clear', 2: 'clear', 3: 'clear', 5: 'developing', 8: 'quitter' })
  expect(season.removalRound(10)).toEqual([1, 2, 3])
  season.leaves(12, 9, { why: 'moved-away' })
  season.see(14, { 8: 'quitter' })
  expect(season.removalRound(14)).toEqual([8])
  return season
}

function wholeSeason(): Season {
  const season = untilLockdown()
  season.opened(1, 'clear')
  season.opened(2, 'clear')
  season.opened(3, 'blood-ring')
  season.opened(4, 'blood-ring')
  season.opened(8, 'quitter', 9)
  for (const number of [5, ...Array.from({ length: 13 }, (_, i) => i + 10)]) season.opened(number, 'hatched')
  season.eggs[22] = { ...season.egg(23), pipped: { at: onDay(20.5) } }
  season.opened(23, 'quitter', 20)
  season.opened(24, 'quitter', 18)
  return season
}

describe('a season without a photograph', () => {
  it('accounts for every egg at lockdown', () => {
    const account = eggAccount(set, untilLockdown().eggs)
    expect(account).toEqual({
      in: 16,
      hatched: 0,
      dead: 5,
      alive: 0,
      rotten: 1,
      handling: 1,
      'passed-on': 1,
    })
    expect(Object.values(account).reduce((a, b) => a + b)).toBe(ON_PAPER.set)
  })

  it('comes to the figures on paper', () => {
    const season = wholeSeason()
    expect(isOver(set, season.eggs)).toBe(true)
    const results = hatchResults(endsOf(set, season.eggs))
    expect([results.set, results.rated, results.open]).toEqual([ON_PAPER.set, ON_PAPER.rated, 0])
    expect(results.fertility.apparent).toMatchObject({
      count: ON_PAPER.apparentlyFertile,
      of: ON_PAPER.rated,
    })
    // The rotten egg was never opened: how many were truly fertile nobody knows.
    expect(results.fertility.true).toBeNull()
    expect(results.hatchOfSet).toMatchObject({ count: ON_PAPER.hatched, of: ON_PAPER.rated })
    expect(results.hatchOfFertile).toMatchObject({ count: ON_PAPER.hatched, of: ON_PAPER.couldHatch })
    expect(results.losses).toMatchObject({
      early: { count: 2, of: 20 },
      middle: { count: 1 },
      late: { count: 1 },
      pipped: { count: 1 },
    })
    expect(Object.values(results.counts).reduce((a, b) => a + b)).toBe(ON_PAPER.set)
  })

  it('opened after all, the leaking egg makes true fertility known', () => {
    const season = wholeSeason()
    season.opened(7, 'quitter', 8)
    const { fertility, hatchOfFertile } = hatchResults(endsOf(set, season.eggs))
    expect(fertility.true).toMatchObject({ count: 20, of: 22 })
    expect(hatchOfFertile).toMatchObject({ count: 14, of: 20 })
  })

  it('counts no handled egg for its place in the tray, and no cause of death for it', () => {
    const season = wholeSeason()
    const [map] = resultsByPlace({
      sets: [set],
      eggsBySet: new Map([[set.id, season.eggs]]),
      hatchery: newHatchery('UTC'),
      sessions: [],
    })
    const at = (number: number) => map!.places[Math.floor((number - 1) / 6)]![(number - 1) % 6]
    expect([at(6), at(9)]).toEqual([null, null])
    expect(at(10)).toMatchObject({ count: 1, of: 1 })
    expect(deathOf(season.egg(6), season.looksOf(6), timeline)).toBeNull()
    expect(deathOf(season.egg(9), season.looksOf(9), timeline)).toBeNull()
  })

  it('put back days later, the egg lies where it lay and counts again', () => {
    const season = untilLockdown()
    season.eggs[5] = { ...season.egg(6), removed: null }
    expect(eggAccount(set, season.eggs)).toMatchObject({ in: 17, handling: 0 })
    expect(season.egg(6).place).toEqual({ trayId: tray.id, row: 0, column: 5 })
  })
})

describe('an egg that leaves by a person’s word', () => {
  const season = untilLockdown()
  it('keeps what it was last called, and says where the rule would have left it in', () => {
    const looks = season.looksOf(1)
    const at = onDay(11)
    expect(leavingOf({ why: 'rotten' }, { set, looks, at })).toMatchObject({
      why: 'rotten',
      grade: 'clear',
      lookId: null,
      againstPolicy: false,
    })
    expect(leavingOf({ why: 'graded', grade: 'clear' }, { set, looks, at })).toMatchObject({
      lookId: looks.at(-1)!.id,
      againstPolicy: false,
    })
    // The look called it clear: a quitter that is found judges no look.
    expect(leavingOf({ why: 'graded', grade: 'quitter' }, { set, looks, at }).lookId).toBeNull()
    expect(actionOf(looks[0]!, set)).toBe('recheck')
    expect(
      leavingOf({ why: 'graded', grade: 'clear' }, { set, looks: looks.slice(0, 1), at }).againstPolicy,
    ).toBe(true)
    expect(leavingOf({ why: 'graded', grade: 'quitter' }, { set, looks: [], at })).toMatchObject({
      grade: 'quitter',
      lookId: null,
      againstPolicy: false,
    })
    expect(leavingOf({ why: 'animal' }, { set, looks: [], at }).grade).toBeNull()
  })

  it('is asked about twice where its last look showed life', () => {
    expect([lookedAlive(season.looksOf(10)), lookedAlive(season.looksOf(1)), lookedAlive([])]).toEqual([
      true,
      false,
      false,
    ])
  })
})
