import type { ProbeRecord } from '../../contracts/records/probe-record.ts'
import type { AirSpread, Band } from '../../core/climate/band.ts'
import { DAY_MS, MINUTE_MS } from '../../core/time/durations.ts'
import { localDateOf, localHourOf, sayShortDate } from '../../core/time/local-date.ts'
import { toShown, unitSymbol, type UnitSystem } from '../../core/units.ts'
import type { ClimateQuantity, SeenSeries } from '../../workers/series-protocol.ts'
import { probeColour, type ChartColours } from '../shared/charts/useChartColours.ts'
import { t } from './words.ts'

/** One thing that happened, in the lane below the curves. */
export interface ClimateEvent {
  atMs: number
  lane: 'lid' | 'round' | 'candling' | 'alarm'
  words: string
}

/** What the chart of the air shows. */
export interface ClimateView {
  title: string
  probes: readonly ProbeRecord[]
  band: AirSpread
  fromMs: number
  toMs: number
  events: readonly ClimateEvent[]
  units: UnitSystem
  /** All in which anything lies that was seen so far. */
  extent: Record<ClimateQuantity, Band>
  /** The time that somebody points at. */
  cursorMs: number | null
}

type Series = Record<string, unknown>

const QUANTITIES: readonly ClimateQuantity[] = ['celsius', 'rhPercent']
const LANES = ['alarm', 'candling', 'round', 'lid'] as const
const LANE_WORDS = {
  alarm: t('chart.alarm'),
  candling: t('chart.candled'),
  round: t('chart.round'),
  lid: t('chart.lidOff'),
} as const
const LANE_SYMBOLS = { alarm: 'triangle', candling: 'diamond', round: 'circle', lid: 'rect' } as const
/** Longer than this, days are written and no times of day. */
const LONG_MS = 4 * DAY_MS
/** With fewer points than this each is drawn. */
const FEW_POINTS = 60

function shown(units: UnitSystem, what: ClimateQuantity, value: number): number {
  return what === 'celsius' ? toShown(units, 'temperature', value) : value
}

/** Times of day, or days where it is much time. Calendar arithmetic is dear, and the same times are asked for with each move. */
export function timesInWords(
  zone: () => string,
  spanMs: () => number,
  timeOf: (atMs: number, zone: string) => string,
): (atMs: number) => string {
  const said = new Map<string, string>()
  return (atMs) => {
    const isLong = spanMs() > LONG_MS
    const key = `${atMs}/${isLong}`
    const known = said.get(key)
    if (known !== undefined) return known
    const isMidnight = localHourOf(atMs, zone()) === 0
    const words = isMidnight || isLong ? sayShortDate(localDateOf(atMs, zone())) : timeOf(atMs, zone())
    said.set(key, words)
    return words
  }
}

/** The curves, one for each probe and what it measures. */
export function climateLines(
  seen: readonly SeenSeries[],
  { probes, units }: Pick<ClimateView, 'probes' | 'units'>,
  colours: ChartColours,
): Series[] {
  return seen.map(({ probeId, what, times, values }) => {
    const color = probeColour(colours, probes, probeId)
    return {
      id: `${probeId}/${what}`,
      type: 'line',
      xAxisIndex: QUANTITIES.indexOf(what),
      yAxisIndex: QUANTITIES.indexOf(what),
      symbol: values.length < FEW_POINTS ? 'circle' : 'none',
      symbolSize: 4,
      silent: true,
      connectNulls: false,
      lineStyle: { width: 1.2, color },
      itemStyle: { color },
      // One flat list of times and values is read without a copy of each point.
      dimensions: ['time', what],
      encode: { x: 0, y: 1 },
      data: flat(times, values, (value) => shown(units, what, value)),
    }
  })
}

function flat(times: Float64Array, values: Float64Array, shownAs: (value: number) => number): Float64Array {
  const pairs = new Float64Array(2 * times.length)
  for (const [i, time] of times.entries()) {
    pairs[2 * i] = time
    pairs[2 * i + 1] = shownAs(values[i]!)
  }
  return pairs
}

/** The extent so far, or the target's, with what was seen now; the very same where nothing is wider: it must not jump while one pans. */
export function widened(
  before: ClimateView['extent'] | null,
  { celsius, rhPercent }: AirSpread,
  seen: readonly SeenSeries[],
): ClimateView['extent'] {
  const from = before ?? { celsius, rhPercent }
  const next = { celsius: { ...from.celsius }, rhPercent: { ...from.rhPercent } }
  for (const { what, values } of seen)
    for (const value of values)
      if (!Number.isNaN(value)) {
        if (value < next[what].low) next[what].low = value
        if (value > next[what].high) next[what].high = value
      }
  const isSame = QUANTITIES.every(
    (what) => next[what].low === from[what].low && next[what].high === from[what].high,
  )
  return before && isSame ? before : next
}

/** What the chart library draws around the curves: scales, target, and the lane of what happened. */
export function climateOption(view: ClimateView, colours: ChartColours, when: (atMs: number) => string) {
  const { soft, line } = colours
  const time = (gridIndex: number, labelled: boolean) => ({
    type: 'time' as const,
    gridIndex,
    min: view.fromMs,
    max: view.toMs,
    axisLabel: { show: labelled, color: soft, hideOverlap: true, formatter: when },
    axisLine: { lineStyle: { color: line } },
    axisTick: { show: labelled },
    splitLine: { show: false },
  })
  return {
    animation: false,
    aria: { enabled: true, label: { description: view.title } },
    grid: [
      { left: 56, right: 14, top: 12, height: '38%' },
      { left: 56, right: 14, top: '46%', height: '28%' },
      { left: 56, right: 14, top: '79%', height: '13%' },
    ],
    xAxis: [time(0, false), time(1, false), time(2, true)],
    yAxis: [
      ...QUANTITIES.map((what, gridIndex) => ({
        type: 'value' as const,
        gridIndex,
        ...scaleOf(view, what),
        splitNumber: 3,
        axisLabel: {
          color: soft,
          formatter: what === 'celsius' ? `{value} ${unitSymbol(view.units, 'temperature')}` : '{value} %',
        },
        splitLine: { lineStyle: { color: line } },
      })),
      {
        type: 'category' as const,
        gridIndex: 2,
        data: LANES.map((lane) => LANE_WORDS[lane]),
        axisLabel: { color: soft, fontSize: 10, interval: 0 },
        axisTick: { show: false },
        axisLine: { show: false },
      },
    ],
    dataZoom: [{ type: 'inside', xAxisIndex: [0, 1, 2], filterMode: 'none', minValueSpan: 30 * MINUTE_MS }],
    series: [...targetBands(view, colours), happenings(view, colours)],
  }
}

function scaleOf({ extent, units }: ClimateView, what: ClimateQuantity): { min: number; max: number } {
  const { low, high } = extent[what]
  const room = what === 'celsius' ? 0.3 : 3
  return { min: Math.floor(shown(units, what, low) - room), max: Math.ceil(shown(units, what, high) + room) }
}

/** The target of each quantity as an area behind its curves. */
function targetBands(view: ClimateView, colours: ChartColours): Series[] {
  const { band, units } = view
  return QUANTITIES.map((what, i) => ({
    id: `band/${what}`,
    type: 'line',
    xAxisIndex: i,
    yAxisIndex: i,
    data: [],
    markArea: {
      silent: true,
      itemStyle: { color: colours.band, opacity: 0.7 },
      data: [[{ yAxis: shown(units, what, band[what].low) }, { yAxis: shown(units, what, band[what].high) }]],
    },
    markLine: cursorLine(view, colours),
  }))
}

function happenings(view: ClimateView, colours: ChartColours): Series {
  return {
    id: 'events',
    type: 'scatter',
    xAxisIndex: 2,
    yAxisIndex: 2,
    silent: true,
    symbolSize: 8,
    markLine: cursorLine(view, colours),
    data: view.events.map(({ atMs, lane }) => ({
      value: [atMs, LANE_WORDS[lane]],
      symbol: LANE_SYMBOLS[lane],
      itemStyle: { color: lane === 'alarm' ? colours.ember : colours.ink },
    })),
  }
}

function cursorLine({ cursorMs }: ClimateView, { ink }: ChartColours): Series {
  return {
    symbol: 'none',
    silent: true,
    label: { show: false },
    lineStyle: { color: ink, type: 'solid', width: 1 },
    data: cursorMs === null ? [] : [{ xAxis: cursorMs }],
  }
}
