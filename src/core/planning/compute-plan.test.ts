import { describe, expect, it } from 'vitest'
import { HOUR_MS, DAY_MS } from '../time/durations.ts'
import { instantOf } from '../time/local-date.ts'
import { createRandom } from '../random/random.ts'
import { computePlan, type PlanHabits } from './compute-plan.ts'
import {
  spreadLaidDates,
  type DraftBatch,
  type DraftEgg,
  type DraftTray,
  type PlanDraft,
} from './plan-draft.ts'

const ZONE = 'Europe/Lisbon'
const NOW = instantOf('2026-04-01', '10:00', ZONE)
const HABITS: PlanHabits = { zone: ZONE, candlingHour: 20, warmUpHours: 24, postRestHours: 18 }

const batch = (id: string, changes: Partial<DraftBatch> = {}): DraftBatch => ({
  id,
  source: '',
  breed: '',
  species: 'chicken',
  shell: 'tinted',
  laidFrom: null,
  laidTo: null,
  posted: false,
  arrivedOn: null,
  turnedInStorage: false,
  ...changes,
})
const eggs = (batchId: string, count: number, changes: Partial<DraftEgg> = {}, from = 0): DraftEgg[] =>
  Array.from({ length: count }, (_, i) => ({
    id: `${batchId}-${i}`,
    batchId,
    number: from + i + 1,
    mark: '',
    laidOn: '2026-03-29',
    crack: 'none',
    waxed: false,
    weightG: null,
    lengthMm: null,
    breadthMm: null,
    choice: 'advice',
    ...changes,
  }))
const tray = (id: string, changes: Partial<DraftTray> = {}): DraftTray => ({
  id,
  name: id,
  species: 'chicken',
  incubatorId: 'i',
  rows: 2,
  columns: 3,
  numbering: 'letter-rows',
  ...changes,
})
const draft = (changes: Partial<PlanDraft> = {}): PlanDraft => ({
  batches: [batch('a')],
  eggs: eggs('a', 4),
  timing: { by: 'set', date: '2026-04-02', time: '18:00' },
  method: 'weekly',
  ownDays: [],
  turningStop: 'usual',
  incubationDays: {},
  trays: [tray('t')],
  moved: {},
  names: {},
  notes: '',
  ...changes,
})
const only = (changes: Partial<PlanDraft> = {}) => computePlan(draft(changes), HABITS, NOW)[0]!

describe('a plan worked out', () => {
  it('sets when it is told to and lays the eggs in order', () => {
    const group = only()
    expect(group.setAtMs).toBe(instantOf('2026-04-02', '18:00', ZONE))
    expect(group.eggs.map(({ place }) => place && [place.row, place.column])).toEqual([
      [0, 0],
      [0, 1],
      [0, 2],
      [1, 0],
    ])
    expect(group).toMatchObject({ setCount: 4, places: 6, problems: [], oldestStorageDays: 4 })
    expect(group.chicks.mean).toBeCloseTo(3)
  })

  it('tells between how many chicks to expect, by the usual rate or by one’s own', () => {
    const many = { eggs: eggs('a', 24), trays: [tray('t', { rows: 4, columns: 6 })] }
    const usual = only(many)
    expect(usual.ownEggs).toBe(0)
    expect(usual.chicks.mean).toBeCloseTo(18)
    // 24 eggs at a rate of Beta(15, 5), drawn 20,000 times: eight in ten lie between these.
    const random = createRandom('chicks to expect')
    const drawn = Array.from({ length: 20_000 }, () => {
      // The fifth largest of nineteen even draws is of Beta(15, 5).
      const rate = Array.from({ length: 19 }, () => random.uniform()).sort((a, b) => b - a)[4]!
      return Array.from({ length: 24 }, () => random.uniform()).filter((draw) => draw < rate).length
    }).sort((a, b) => a - b)
    expect(usual.chicks).toMatchObject({ low: drawn[2000], high: drawn[18_000] })
    const own = computePlan(
      draft(many),
      { ...HABITS, ownHatch: () => ({ eggs: 100, hatched: 60, expected: 100 }) },
      NOW,
    )[0]!
    expect(own.ownEggs).toBe(100)
    expect(own.chicks.mean).toBeCloseTo(24 * 0.625)
    expect(own.chicks.high - own.chicks.low).toBeLessThanOrEqual(usual.chicks.high - usual.chicks.low)
    expect(own.eggs[0]!.advice.expectedHatch).toBeCloseTo(0.625)
  })
  it('makes mixed birds hatch together, the longest first', () => {
    const groups = computePlan(
      draft({
        batches: [batch('a'), batch('d', { species: 'duck' })],
        eggs: [...eggs('a', 4, { laidOn: '2026-04-12' }), ...eggs('d', 2, { laidOn: '2026-04-05' }, 4)],
        trays: [tray('t'), tray('u', { species: 'duck' })],
        timing: { by: 'hatch', date: '2026-05-07', hour: 12 },
      }),
      HABITS,
      NOW,
    )
    expect(groups.map((group) => group.species)).toEqual(['duck', 'chicken'])
    expect(groups.map((group) => group.hatchAtMs)).toEqual(
      [0, 1].map(() => instantOf('2026-05-07', 12, ZONE)),
    )
    expect((groups[1]!.setAtMs - groups[0]!.setAtMs) / DAY_MS).toBe(7)
  })

  it('sets stored eggs some hours sooner for the same hatch', () => {
    const old = only({
      eggs: eggs('a', 4, { laidOn: '2026-03-20' }),
      timing: { by: 'hatch', date: '2026-04-30', hour: 12 },
    })
    const fresh = only({
      eggs: eggs('a', 4, { laidOn: '2026-04-07' }),
      timing: { by: 'hatch', date: '2026-04-30', hour: 12 },
    })
    expect(old.delayHours).toBeGreaterThan(0)
    expect(fresh.setAtMs - old.setAtMs).toBe(old.delayHours * HOUR_MS)
    expect(old.hatchAtMs).toBe(fresh.hatchAtMs)
  })

  it('with fewer places than eggs the advice leaves the oldest out; the keeper’s word goes first', () => {
    const basket = [...eggs('a', 1, { laidOn: '2026-03-25' }), ...eggs('b', 3, { laidOn: '2026-03-30' }, 1)]
    const tight = { batches: [batch('a'), batch('b')], eggs: basket, trays: [tray('t', { rows: 1 })] }
    expect(only(tight).eggs.map(({ set }) => set)).toEqual([false, true, true, true])
    const own = basket.map((egg, i) => (i === 0 ? { ...egg, choice: 'set' as const } : egg))
    expect(only({ ...tight, eggs: own }).eggs.map(({ set }) => set)).toEqual([true, true, true, false])
    const all = basket.map((egg) => ({ ...egg, choice: 'set' as const }))
    expect(only({ ...tight, eggs: all }).problems).toMatchObject([{ code: 'tray-too-small', weight: 'stop' }])
  })

  it('keeps eggs where the keeper put them, and deals the others round them', () => {
    const at = (row: number, column: number) => ({ trayId: 't', row, column })
    const group = only({ moved: { 'a-2': at(0, 0), 'a-3': at(9, 9) } })
    expect(group.eggs.map(({ place }) => place)).toEqual([at(0, 1), at(0, 2), at(0, 0), at(1, 0)])
  })

  it('waits for posted eggs to rest, and counts with an own number of days', () => {
    const posted = only({ batches: [batch('a', { posted: true, arrivedOn: '2026-04-02' })] })
    expect(posted.problems.map(({ code }) => code)).toEqual(['still-resting'])
    expect(only({ incubationDays: { chicken: 20.5 } }).hatchAtMs - only().hatchAtMs).toBe(-43_200_000)
  })

  it('is empty for an empty basket', () =>
    expect(computePlan(draft({ batches: [], eggs: [] }), HABITS, NOW)).toEqual([]))
})

it('spreads the days of laying evenly over a batch', () => {
  const days = ['1', '2', '3']
  expect(spreadLaidDates({ laidFrom: '1', laidTo: '3' }, 6, () => days)).toEqual([
    '1',
    '1',
    '2',
    '2',
    '3',
    '3',
  ])
  expect(spreadLaidDates({ laidFrom: null, laidTo: null }, 2, () => days)).toEqual([null, null])
})
