import { describe, expect, it } from 'vitest'
import type { LossEstimate, LossLine } from '../../core/water/loss-line.ts'
import type { WaterOfSet } from '../../domain/water-of-set.ts'
import type { SeenSeries } from '../../workers/series-protocol.ts'
import type { ChartColours } from '../shared/charts/useChartColours.ts'
import { localTimeOf } from '../../core/time/local-date.ts'
import { climateOption, timesInWords, widened, type ClimateView } from './climate-chart.ts'
import { estimatesOf, waterOption } from './water-chart.ts'

const COLOURS = {
  ink: 'ink',
  soft: 'soft',
  line: 'line',
  lamp: 'lamp',
  faint: 'faint',
  band: 'band',
  goal: 'goal',
  ember: 'ember',
  ground: 'ground',
  probes: ['one', 'two'],
} satisfies ChartColours

function estimate(ageDays: number, loss: number, by: LossEstimate['by']): LossEstimate {
  return { ageDays, loss: { value: loss, sd: 0.01 }, by } as LossEstimate
}
const line = (estimates: LossEstimate[]): LossLine =>
  ({ estimates, perDryDay: { value: 0.001, sd: 0.0001 } }) as unknown as LossLine
const ADVICE = {
  lossNow: { value: 0.05, sd: 0.005 },
  arrives: { value: 0.13, sd: 0.01 },
  arrivesUnchanged: { value: 0.16, sd: 0.01 },
}
const water = {
  lines: new Map([
    ['late', line([estimate(7, 0.05, 'scale'), estimate(3, 0.02, 'photograph')])],
    ['other', line([estimate(5, 0.04, 'photograph')])],
  ]),
  mean: {},
  advice: ADVICE,
  air: [{ fromDays: 0, rhPercent: 45 }],
  ageDays: 7,
  stopDay: 18,
  target: { low: 0.11, high: 0.14, middle: 0.125 },
  lossAt: (ageDays: number) => ({ value: 0.007 * ageDays, sd: 0.001 }),
} as unknown as WaterOfSet
const view = { water, title: 'Water', changes: false, tried: null, cursorDay: null }

describe('the chart of water', () => {
  it('has all estimates by age', () => {
    expect(estimatesOf(water).map(({ id, ageDays }) => [id, ageDays])).toEqual([
      ['late', 3],
      ['other', 5],
      ['late', 7],
    ])
  })

  it('has room for the highest of target, estimates and where it goes', () => {
    expect(waterOption(view, COLOURS).yAxis.max).toBe(20)
    const tried = { value: 0.25, sd: 0.01 }
    expect(waterOption({ ...view, tried }, COLOURS).yAxis.max).toBe(28)
  })

  it('goes on from the loss of now to where it arrives, as advised only where that is otherwise', () => {
    const ends = (changes: boolean) =>
      waterOption({ ...view, changes }, COLOURS)
        .series.filter(({ lineStyle }) => (lineStyle as { type?: string } | undefined)?.type === 'dashed')
        .map(({ data }) => data)
    const now = [7, 5]
    expect(ends(false)).toEqual([[now, [18, 16]]])
    expect(ends(true)).toEqual([
      [now, [18, 16]],
      [now, [18, 13]],
    ])
  })

  it('draws no mean before anything was measured', () => {
    const none = { ...water, mean: null, advice: null, lines: new Map() } as unknown as WaterOfSet
    const { series, aria } = waterOption({ ...view, water: none }, COLOURS)
    expect(
      series.some(({ lineStyle }) => (lineStyle as { color?: string } | undefined)?.color === 'lamp'),
    ).toBe(false)
    expect(aria.label.description).toContain('Target: 11 to 14 % on day 18')
  })
})

const BAND = { celsius: { low: 37.2, high: 37.8 }, rhPercent: { low: 45, high: 55 } }
const air: ClimateView = {
  title: 'Air',
  probes: [],
  band: BAND,
  fromMs: 0,
  toMs: 86_400_000,
  events: [{ atMs: 5, lane: 'alarm', words: 'hot' }],
  units: 'imperial',
  extent: BAND,
  cursorMs: null,
}
const seen = (what: SeenSeries['what'], ...values: number[]): SeenSeries => ({
  probeId: 'probe',
  what,
  times: Float64Array.from(values.map((_, i) => i)),
  values: Float64Array.from(values),
})

describe('the chart of air', () => {
  it('keeps the very same extent while nothing lies outside of it, so that the scale does not jump', () => {
    const first = widened(null, BAND, [seen('celsius', 38.4, Number.NaN)])
    expect(first).toEqual({ celsius: { low: 37.2, high: 38.4 }, rhPercent: BAND.rhPercent })
    expect(widened(first, BAND, [seen('celsius', 37.5), seen('rhPercent', 50)])).toBe(first)
    expect(widened(first, BAND, [seen('rhPercent', 20)]).rhPercent.low).toBe(20)
  })

  it('shows the scale in the units of the place', () => {
    const { yAxis, series } = climateOption(air, COLOURS, String)
    expect(yAxis[0]).toMatchObject({ min: 98, max: 101 })
    expect(yAxis[1]).toMatchObject({ min: 42, max: 58 })
    expect(series.at(-1)!['data']).toMatchObject([{ itemStyle: { color: 'ember' }, symbol: 'triangle' }])
  })

  it('says times of day in a short span and days in a long one', () => {
    let spanMs = 3_600_000
    const when = timesInWords(
      () => 'UTC',
      () => spanMs,
      localTimeOf,
    )
    const atMs = Date.UTC(2026, 2, 11, 8, 30)
    expect(when(atMs)).toBe('08:30')
    spanMs = 30 * 86_400_000
    expect(when(atMs)).toContain('11 Mar')
  })
})
