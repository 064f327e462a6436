import { describe, expect, it } from 'vitest'
import { newEgg } from '../contracts/records/egg-state.ts'
import { eggOf, type Egg } from '../contracts/records/egg-state.ts'
import type { LookRecord } from '../contracts/records/look-record.ts'
import { usualProbe } from '../contracts/records/probe-record.ts'
import { sampleRecords } from '../contracts/records/sample-records.ts'
import { cellFromLoss } from '../core/water/cell-water.ts'
import { HOUR_MS, DAY_MS } from '../core/time/durations.ts'
import { waterOfEgg, waterOfSet } from './water-of-set.ts'
const records = sampleRecords()
const set = records.sets[0]!
const setMs = Date.parse(set.setAt)
const at = (day: number): string => new Date(setMs + day * DAY_MS).toISOString()
const sample = records.looks.find(({ reading }) => reading.airCell)!

function look(eggId: string, day: number, loss: number, replaced = false): LookRecord {
  const { airCell } = sample.reading
  return {
    ...sample,
    id: `look-${eggId}-${day}`,
    eggId,
    ageDays: day,
    takenAt: at(day),
    correction: null,
    replaced,
    reading: {
      ...sample.reading,
      airCell: { ...airCell!, volume: { value: cellFromLoss({ value: loss, sd: 0 }).value, sd: 0.008 } },
    },
  }
}
function egg(number: number, weights: ReadonlyArray<[day: number | null, grams: number]> = []): Egg {
  const plain = newEgg({ id: `egg-${number}`, setId: set.id, number, place: null })
  return eggOf({
    ...plain,
    events: weights.map(([day, weightG], i) => ({
      id: `w-${i}`,
      at: day === null ? null : at(day),
      device: null,
      kind: 'weighed' as const,
      weightG,
    })),
  })
}
/** A set at half saturation, twelve eggs photographed on two days; one loses more than twice as much. */
function twelve(perDay: number) {
  const eggs = Array.from({ length: 12 }, (_, i) => egg(i + 1))
  const looksByEgg = new Map(
    eggs.map(({ id, number }) => {
      const rate = perDay * (number === 5 ? 2.6 : 1 + 0.05 * Math.sin(number))
      return [id, [look(id, 7, 7 * rate), look(id, 10, 10 * rate)]]
    }),
  )
  return { set, eggs, looksByEgg }
}
const incubatorId = set.trays[0]!.incubatorId!
const probe = usualProbe('hand', incubatorId)
const air = (rhPercent: number) => ({
  hatchery: records.hatchery,
  probes: [probe],
  rollUps: [0, 5].map((day) => ({
    id: `${day}`,
    probeId: probe.id,
    day: at(day).slice(0, 10),
    points: [
      {
        atMs: setMs + day * DAY_MS + HOUR_MS,
        count: 1,
        celsius: null,
        rhPercent: { lowest: rhPercent, mean: rhPercent, highest: rhPercent },
      },
    ],
  })),
})

describe('an egg’s water', () => {
  it('is what was seen and weighed of it, by age; a picture that was replaced does not count', () => {
    const own = egg(1, [
      [null, 60],
      [7, 57],
    ])
    const looks = [look('egg-1', 9, 0.06), look('egg-1', 7, 0.05), look('egg-1', 7, 0.2, true)]
    const { cells, weights } = waterOfEgg(own, looks, { ...set, stepG: 0.1 })
    expect(cells.map(({ ageDays }) => ageDays)).toEqual([7, 9])
    expect(weights.map(({ ageDays, grams }) => [Math.round(ageDays), grams])).toEqual([
      [0, 60],
      [7, 57],
    ])
  })

  it('takes air cells told by eye, less surely than photographed ones', () => {
    const told = {
      ...look('egg-1', 7, 0.05),
      source: 'eye',
      airCell: { by: 'drawn', depth: 0.15 },
    } as unknown as LookRecord
    const { cells } = waterOfEgg(egg(1), [told, look('egg-1', 9, 0.06)], { ...set, stepG: 0.1 })
    expect(cells.map(({ by }) => by ?? 'photograph')).toEqual(['eye', 'photograph'])
    expect(cells[0]!.cell.sd).toBeGreaterThan(2 * cells[1]!.cell.sd)
  })
})

describe('a set’s water', () => {
  it('is its mean without the egg that is far off, and says what to run to arrive', () => {
    // 0.9 % a day at 50 %: 9 % by day 10. 12 % by day 18 needs 0.375 % a day: 1 − 0.5 × 0.375 ÷ 0.9 = 79 %: 75 at the most.
    const water = waterOfSet(twelve(0.009), air(50), setMs + 10 * DAY_MS)
    expect(water.airNoted).toEqual({
      readings: 2,
      days: 2,
      lastAtMs: setMs + 5 * DAY_MS + HOUR_MS,
      isOld: false,
    })
    expect(water.mean!.outliers).toEqual(['egg-5'])
    expect(water.advice!.lossNow.value).toBeCloseTo(0.09, 2)
    expect(water.advice!.wantedRhPercent).toBeGreaterThan(75)
    expect(water.advice!.rhPercent.value).toBe(75)
  })

  it('advises nothing by a humidity that is more than a week old, and still says what was lost', () => {
    const water = waterOfSet(twelve(0.009), air(50), setMs + 13 * DAY_MS)
    expect(water.airNoted!.isOld).toBe(true)
    expect(water.advice).toBeNull()
    expect(water.lossAt(10)!.value).toBeCloseTo(0.09, 2)
  })

  it('counts the air since setting, also where the set was typed days later', () => {
    const [tray] = set.trays
    const typed = tray!.events.map((event) => ({ ...event, at: at(8) }))
    const late = { ...set, trays: [{ ...tray!, events: typed }] }
    const water = waterOfSet({ ...twelve(0.009), set: late as typeof set }, air(50), setMs + 10 * DAY_MS)
    expect(water.airNoted!.readings).toBe(2)
  })

  it('takes what is usual where no humidity was noted, and says so', () => {
    const water = waterOfSet(
      twelve(0.0066),
      { hatchery: records.hatchery, probes: [], rollUps: [] },
      setMs + 10 * DAY_MS,
    )
    expect(water.airNoted).toBeNull()
    expect(Math.abs(water.advice!.rhPercent.value - 50)).toBeLessThan(4)
  })

  it('is told by a tray that was weighed whole, as long as the same eggs lie in it', () => {
    const eggs = Array.from({ length: 12 }, (_, i) => egg(i + 1, [[null, 50]]))
    const weighed = (day: number, grams: number, ids: string[]) => ({
      id: `w${day}`,
      at: at(day),
      device: null,
      kind: 'weighed' as const,
      grams,
      eggIds: ids,
    })
    const ids = eggs.map(({ id }) => id)
    const [tray] = set.trays
    const withWeights = (...events: ReturnType<typeof weighed>[]) => ({
      ...set,
      trays: [{ ...tray!, events: [...tray!.events, ...events] }],
    })
    const of = (own: typeof set) =>
      waterOfSet({ set: own, eggs, looksByEgg: new Map() }, air(50), setMs + 10 * DAY_MS)
    // Twelve eggs of 50 g weighed 600 g; 564 g on day 10 are 6 % less.
    const water = of(withWeights(weighed(10, 564, ids)))
    expect(water.advice!.lossNow.value).toBeCloseTo(0.06, 3)
    expect(water.mean).toMatchObject({ count: 12, enough: true })
    // One of them was taken out since: the others weighed 550 g when they were set.
    const fewer = of(withWeights(weighed(8, 564, ids), weighed(10, 517, ids.slice(1))))
    expect(fewer.advice!.lossNow.value).toBeCloseTo(0.06, 3)
  })

  it('asks eggs that are out nothing, and has no advice before anything tells', () => {
    const { eggs, looksByEgg } = twelve(0.0066)
    const removed = {
      at: at(8),
      why: 'graded' as const,
      grade: 'clear' as const,
      reason: '',
      againstPolicy: false,
      lookId: 'x',
    }
    const out = eggs.map((own) => ({ ...own, removed }))
    const water = waterOfSet({ set, eggs: out, looksByEgg }, air(50), setMs + 10 * DAY_MS)
    expect([water.lines.size, water.mean, water.advice]).toEqual([0, null, null])
  })
})
