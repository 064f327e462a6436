import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { newEgg } from '../contracts/records/egg-state.ts'
import { type Egg } from '../contracts/records/egg-state.ts'
import { sampleRecords } from '../contracts/records/sample-records.ts'
import type { EggSet } from '../contracts/records/set-record.ts'
import { DAY_COUNTS } from '../core/planning/incubation/day-count.ts'
import { CANDLING_METHODS } from '../core/planning/incubation/candling-methods.ts'
import { eventOf } from '../core/planning/incubation/schedule.ts'
import { TURNING_STOPS } from '../core/planning/incubation/timetable.ts'
import { SPECIES_NAMES, type SpeciesName } from '../core/species/species.ts'
import { HOUR_MS, DAY_MS } from '../core/time/durations.ts'
import { cases } from '../testing/cases.ts'
import { confirmedOf, knownLooks } from './confirmed-looks.ts'
import { eggOutcomes } from './egg-outcomes.ts'
import { historyOf } from './history.ts'
import { knownCards } from './known-cards.ts'
import { lookFrom, regraded, verdictOf } from './look-from.ts'
import { resultsBy } from './results-of-book.ts'
import { isLongOver, scheduleOf } from './set-schedule.ts'
import { lockdownMs, storyOfSet } from './story-of-set.ts'
import { timelineOf } from './timeline.ts'
import { lossAwaited, waterOfSet } from './water-of-set.ts'

/** An egg of which nobody told the hen. */
const UNKNOWN_HEN = { batchId: null, shell: null, breed: null }
const { hatchery: place, sets, eggs, looks } = sampleRecords()
const [sample] = sets
const [look] = looks

/** Incubation, last day of turning, first chick, giving up: written out once more by hand, days. */
const BY_HAND: Readonly<Record<SpeciesName, readonly [number, number, number, number]>> = {
  chicken: [21, 18, 20, 23],
  bantam: [20, 17, 19, 23],
  quail: [17.5, 14.5, 16, 20],
  bobwhite: [23.5, 20.5, 23, 26],
  'guinea-fowl': [27, 24, 26, 30],
  turkey: [28, 25, 27, 31],
  pheasant: [24, 21, 23, 27],
  chukar: [23.5, 20.5, 23, 26],
  duck: [28, 25, 27, 31],
  muscovy: [35, 31.5, 33, 38],
  goose: [30, 27, 28, 34],
  peafowl: [28, 25, 27, 31],
}

const plans = fc.record({
  species: fc.constantFrom(...SPECIES_NAMES),
  shift: fc.constantFrom(-2, -1, 0, 1, 3, 5),
  delayHours: fc.integer({ min: 0, max: 72 }),
  setHour: fc.integer({ min: 0, max: 23 }),
  candlingHour: fc.integer({ min: 0, max: 23 }),
  zone: fc.constantFrom('UTC', 'Europe/Lisbon', 'America/St_Johns', 'Pacific/Chatham'),
  turningStop: fc.constantFrom(...TURNING_STOPS),
  /** Own lockdown, by which the usual last day of turning is moved; own day of giving up. */
  ownLockdown: fc.option(fc.constantFrom(-2, -1, 0.5, 1)),
  ownGiveUp: fc.option(fc.constantFrom(0, 1, 3)),
  method: fc.constantFrom(...CANDLING_METHODS),
  dayCount: fc.constantFrom(...DAY_COUNTS),
})
type Drawn = typeof plans extends fc.Arbitrary<infer T> ? T : never

/** A set with days of its own, and when by hand what happens at it, epoch milliseconds. */
function drawn({
  species,
  shift,
  delayHours,
  setHour,
  candlingHour,
  zone,
  ownLockdown,
  ownGiveUp,
  ...choices
}: Drawn) {
  const [usual, stop, first, usualGiveUp] = BY_HAND[species].map((day) => day + shift) as [
    number,
    number,
    number,
    number,
  ]
  const giveUp = ownGiveUp === null ? usualGiveUp : usualGiveUp + ownGiveUp
  const plan = {
    ...choices,
    lockdownDay: ownLockdown === null ? null : stop + ownLockdown,
    giveUpDay: ownGiveUp === null ? null : giveUp,
  }
  const setMs = Date.parse('2026-03-02T00:00:00Z') + setHour * HOUR_MS
  const set: EggSet = {
    ...sample!,
    species,
    setAt: new Date(setMs).toISOString(),
    done: [{ key: 'set', at: new Date(setMs).toISOString() }],
    temperatures: [],
    plan: { ...sample!.plan, ...plan, ownDays: [7, 14], incubationDays: usual, delayHours },
  }
  const at = (day: number): number => setMs + (day + delayHours / 24) * DAY_MS
  const firstPip = first - 1
  const lastTurning =
    (plan.lockdownDay === null ? null : Math.min(plan.lockdownDay, firstPip)) ??
    (plan.turningStop === 'usual' ? stop : Math.max(stop, Math.min(stop + 1, firstPip)))
  const hatchery = { ...place, zone, candlingHour }
  return { set, setMs, hatchery, at, days: { usual, lastTurning, firstPip, giveUp } }
}

describe('a set with days of its own', () => {
  it('has all its days from its own plan, on every page', () => {
    fc.assert(
      fc.property(plans, (plan) => {
        const { set, setMs, hatchery, at, days } = drawn(plan)
        const schedule = scheduleOf(set, hatchery)
        const timeline = timelineOf(set, hatchery)
        const [hatchMs, stopMs] = [at(days.usual), at(days.lastTurning)]
        const near = (ms: number, wanted: number): void => expect(Math.abs(ms - wanted)).toBeLessThan(1000)

        // The plan, and Today with it.
        const [lockdown, pip] = [eventOf(schedule, 'lockdown'), eventOf(schedule, 'pip')]
        expect(Math.abs(lockdown.startMs - stopMs)).toBeLessThanOrEqual(25 * HOUR_MS)
        expect(lockdown.startMs).toBeLessThanOrEqual(at(days.firstPip))
        expect(lockdown.startMs).toBeLessThanOrEqual(pip.startMs)
        near(pip.startMs, at(days.firstPip))
        near(eventOf(schedule, 'give-up').startMs, at(days.giveUp))
        for (const { kind, ageDays, startMs } of schedule)
          if (kind === 'candle' && ageDays <= days.lastTurning)
            expect(startMs).toBeLessThanOrEqual(lockdown.startMs)

        // Drawings, bench and lamp: how far an egg is.
        near(timeline.hatchAtMs, hatchMs)
        expect(timeline.stageAt(hatchMs)).toBeCloseTo(1, 6)
        expect(timeline.stageAt(at(days.usual / 2))).toBeCloseTo(0.5, 6)

        // Water and weighing.
        const water = waterOfSet(
          { set, eggs: [], looksByEgg: new Map() },
          { hatchery, probes: [], rollUps: [] },
          setMs,
        )
        near(setMs + water.stopDay * DAY_MS, stopMs)
        const [low, high] = lossAwaited(set, hatchery, stopMs)
        expect([100 * low, 100 * high]).toEqual([
          expect.closeTo(100 * water.target.low, 6),
          expect.closeTo(100 * water.target.high, 6),
        ])
        expect(lossAwaited(set, hatchery, (setMs + stopMs) / 2)[0]).toBeCloseTo(low / 2, 6)

        // Hatch, breakout, results, history, diagnosis.
        near(lockdownMs(set, hatchery), stopMs)
        const dead = (deathDay: number): Egg =>
          newEgg({
            id: `e${deathDay}`,
            setId: set.id,
            number: 1,
            outcome: { at: set.setAt, found: 'quitter', deathDay },
          })
        const deaths = [dead(days.usual * 0.2), dead(days.usual * 0.5), dead(days.usual * 0.95)]
        expect(eggOutcomes(set, deaths)).toEqual(['early', 'middle', 'late'])
        const eggsBySet = new Map([[set.id, deaths]])
        const [row] = resultsBy('bird', { sets: [set], eggsBySet, hatchery, sessions: [] })
        expect(row!.results.set).toBe(3)
        const [past] = historyOf([set], eggsBySet, { hatchery, nowMs: hatchMs })
        near(past!.toMs, hatchMs)
        const hatched = newEgg({
          id: 'out',
          setId: set.id,
          number: 2,
          outcome: { at: new Date(hatchMs + 5 * HOUR_MS).toISOString(), found: 'hatched' },
        })
        const sources = { hatchery, looksByEgg: new Map(), probes: [], rollUps: [], logs: [] }
        const story = storyOfSet({ set, eggs: [hatched] }, sources, hatchMs + DAY_MS)
        expect(story.eggs[0]!.outHours).toBeCloseTo(5, 3)
        expect(isLongOver(set, hatchMs + 20 * DAY_MS)).toBe(false)
        expect(isLongOver(set, hatchMs + 22 * DAY_MS)).toBe(true)
      }),
      { numRuns: cases(60, 150, 5000) },
    )
  })

  it('has its looks at the stage that its own days give, in grading, learning, practice and the policy', () => {
    fc.assert(
      fc.property(plans, fc.double({ min: 0.1, max: 1, noNaN: true }), (plan, stage) => {
        const { set, hatchery, at, days } = drawn(plan)
        const timeline = timelineOf(set, hatchery)
        const takenAt = new Date(at(stage * days.usual)).toISOString()
        const seen = { ...look!, setId: set.id, takenAt }
        const egg: Egg = {
          ...eggs.find(({ id }) => id === look!.eggId)!,
          outcome: { at: takenAt, found: 'hatched' },
        }
        const records = { sets: [set], eggs: [egg], looks: [seen], hatchery }
        expect(confirmedOf(records)[0]!.stage).toBeCloseTo(stage, 4)
        expect(knownLooks(records)[0]!.stage).toBeCloseTo(stage, 4)
        expect(knownCards(records)).toHaveLength(1)

        // Graded as an egg of the usual days would be at the same stage.
        const usual = drawn({
          ...plan,
          shift: 0,
          delayHours: 0,
          turningStop: 'usual',
          ownLockdown: null,
          ownGiveUp: null,
        })
        const same = {
          ...seen,
          takenAt: new Date(usual.at(stage * usual.days.usual)).toISOString(),
        }
        const own = verdictOf(seen, { set, egg: UNKNOWN_HEN, timeline, earlier: [] })
        const other = verdictOf(same, {
          set: usual.set,
          egg: UNKNOWN_HEN,
          timeline: timelineOf(usual.set, usual.hatchery),
          earlier: [],
        })
        for (const grade of ['developing', 'clear', 'blood-ring', 'quitter'] as const)
          expect(own.probabilities[grade]).toBeCloseTo(other.probabilities[grade], 3)
      }),
      { numRuns: cases(30, 60, 2000) },
    )
  })

  it('that is held until lockdown lets nothing go before its own last day of turning', () => {
    const plan: Drawn = {
      species: 'chicken',
      ownLockdown: null,
      ownGiveUp: null,
      shift: 5,
      delayHours: 24,
      setHour: 8,
      candlingHour: 20,
      zone: 'UTC',
      turningStop: 'usual',
      method: 'weekly',
      dayCount: 'elapsed',
    }
    const { set, hatchery, at } = drawn(plan)
    const held = { ...set, policy: 'hold' as const }
    const timeline = timelineOf(held, hatchery)
    const actionOn = (day: number): string =>
      verdictOf(
        {
          ...look!,
          takenAt: new Date(at(day)).toISOString(),
          twin: { developing: 0.0001, clear: 0.9997, 'blood-ring': 0.0001, quitter: 0.0001 },
          reading: { ...look!.reading, shadow: { ...look!.reading.shadow, area: { value: 0, sd: 0.01 } } },
        },
        { set: held, egg: UNKNOWN_HEN, timeline, earlier: [] },
      ).action
    // The usual 18 and 22 of 26 days are not yet its own 23.
    expect([actionOn(18.5), actionOn(22.5)]).not.toContain('remove')
  })

  it('changed later shows other days, and what was recorded stays', () => {
    const { set, hatchery } = drawn({
      species: 'chicken',
      ownLockdown: null,
      ownGiveUp: null,
      shift: 0,
      delayHours: 0,
      setHour: 8,
      candlingHour: 20,
      zone: 'UTC',
      turningStop: 'usual',
      method: 'weekly',
      dayCount: 'elapsed',
    })
    const takenAt = new Date(Date.parse(set.setAt) + 10 * DAY_MS).toISOString()
    let id = 0
    const taken = lookFrom(
      {
        set,
        timeline: timelineOf(set, hatchery),
        egg: eggs[0]!,
        earlier: [],
        measured: { widthPx: 800, heightPx: 600 },
        reading: { ...look!.reading, polygon: [], crack: { score: 0, points: [] } } as never,
        photoType: 'image/jpeg',
        takenAt,
        source: 'camera',
        replaces: null,
      },
      () => `n${++id}`,
    )
    const longer = { ...set, plan: { ...set.plan, incubationDays: 26 } }
    const timeline = timelineOf(longer, hatchery)
    expect(timeline.stageAt(Date.parse(taken.takenAt))).toBeCloseTo(10 / 26, 6)
    const again = regraded(
      taken,
      { set: longer, egg: UNKNOWN_HEN, timeline, earlier: [] },
      { at: takenAt, because: 'model' },
    )
    expect([again.ageDays, again.takenAt]).toEqual([10, takenAt])
    expect(again.earlierVerdicts.length === 0 || again.earlierVerdicts[0]!.verdict).toBeTruthy()
  })
})
