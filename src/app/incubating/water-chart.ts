import type { LossEstimate } from '../../core/water/loss-line.ts'
import { vapourDeficitDays } from '../../core/water/vapour-deficit-days.ts'
import type { Measured } from '../../core/measure/reading.ts'
import type { WaterOfSet } from '../../domain/water-of-set.ts'
import type { ChartColours } from '../shared/charts/useChartColours.ts'
import { plainDay } from '../shared/wording.ts'
import { t } from './words.ts'

/** What the chart of a set's water shows. */
export interface WaterView {
  water: WaterOfSet
  title: string
  /** Whether another humidity is advised than that of now. */
  changes: boolean
  /** Where it would arrive with what is tried out; null while nothing is. */
  tried: Measured | null
  /** The day that somebody points at. */
  cursorDay: number | null
}

/** A series as the chart library takes it. */
type Series = Record<string, unknown>
type Estimate = LossEstimate & { id: string }

/** Between lines of the scale, per cent. */
const STEP = 4
/** A line is drawn through so many ages. */
const AGES = 25
export const BY = {
  photograph: t('water.byPhotograph'),
  eye: t('water.byEye'),
  scale: t('water.byScale'),
} as const

/** Per cent, as exact as it is drawn. @param share - of one */
export const percent = (share: number): number => Number((100 * share).toFixed(2))
/** Days, as exact as they are drawn. */
export const round = (days: number): number => Number(days.toFixed(2))

/** All that was measured of a set's eggs, in the order of their age. */
export function estimatesOf({ lines }: Pick<WaterOfSet, 'lines'>): Estimate[] {
  return [...lines]
    .flatMap(([id, { estimates }]) => estimates.map((estimate) => ({ id, ...estimate })))
    .sort((a, b) => a.ageDays - b.ageDays)
}

/** What the chart library draws: each egg, the mean, where it goes, and where it should arrive. */
export function waterOption(view: WaterView, colours: ChartColours) {
  const { water, tried } = view
  const { stopDay, target, advice } = water
  const estimates = estimatesOf(water)
  const highest = Math.max(
    target.high,
    advice?.arrivesUnchanged.value ?? 0,
    tried?.value ?? 0,
    ...estimates.map(({ loss }) => loss.value),
  )
  const { soft, line, ink } = colours
  return {
    animation: false,
    aria: { enabled: true, label: { description: description(view) } },
    grid: { left: 48, right: 18, top: 14, bottom: 40 },
    xAxis: {
      type: 'value',
      min: 0,
      max: stopDay,
      name: t('water.axis'),
      nameLocation: 'middle',
      nameGap: 24,
      nameTextStyle: { color: soft },
      axisLabel: { color: soft, showMaxLabel: false }, // It ends with turning, at no round figure.
      splitLine: { show: false },
    },
    yAxis: {
      type: 'value',
      min: 0,
      max: STEP * Math.ceil((100 * highest + 1) / STEP),
      interval: STEP,
      axisLabel: { formatter: '{value} %', color: soft },
      splitLine: { lineStyle: { color: line } },
    },
    series: [
      ...bandToArriveIn(view, colours),
      eachEgg(water, colours.faint),
      ...seen(estimates, { by: 'photograph', symbol: 'circle', symbolSize: 5, color: soft }),
      ...seen(estimates, { by: 'eye', symbol: 'diamond', symbolSize: 6, color: soft }),
      ...seen(estimates, { by: 'scale', symbol: 'rect', symbolSize: 6, color: ink }),
      ...theSet(view, colours),
    ],
  }
}

function description({ water: { mean, advice, target, stopDay }, title }: WaterView): string {
  const now =
    mean && advice
      ? t('water.readingNow', {
          now: percent(advice.lossNow.value),
          unchanged: percent(advice.arrivesUnchanged.value),
          advised: percent(advice.arrives.value),
        })
      : t('water.noneYet')
  return t('water.reading', {
    title,
    now,
    low: percent(target.low),
    high: percent(target.high),
    day: plainDay(stopDay),
  })
}

/** The ages through which lines are drawn: from setting to now. */
function agesOf({ ageDays, stopDay }: WaterOfSet): number[] {
  return Array.from({ length: AGES }, (_, i) => (i / (AGES - 1)) * Math.min(ageDays, stopDay))
}

/** From nothing on to the least and the most; the first carries the line of where somebody points. */
function bandToArriveIn({ water, cursorDay }: WaterView, { goal, ink }: ChartColours): Series[] {
  const { target, stopDay } = water
  const cursor = {
    symbol: 'none',
    silent: true,
    label: { show: false },
    lineStyle: { color: ink, type: 'solid', width: 1 },
    data: cursorDay === null ? [] : [{ xAxis: cursorDay }],
  }
  return [target.low, target.high].map((share, i) => ({
    type: 'line',
    symbol: 'none',
    silent: true,
    lineStyle: { color: goal, width: 1, type: 'dotted' },
    data: [
      [0, 0],
      [stopDay, percent(share)],
    ],
    markLine: i === 0 ? cursor : undefined,
  }))
}

/** All eggs as one line with breaks: hundreds of lines of their own would keep the screen waiting. */
function eachEgg(water: WaterOfSet, color: string): Series {
  const ages = agesOf(water)
  const dryAt = ages.map((age) => vapourDeficitDays(water.air, age))
  return {
    type: 'line',
    symbol: 'none',
    silent: true,
    lineStyle: { color, width: 0.8 },
    data: [...water.lines.values()].flatMap(({ perDryDay }) => [
      ...ages.map((age, i) => [round(age), percent(perDryDay.value * dryAt[i]!)]),
      [round(ages.at(-1)!), null],
    ]),
  }
}

/** A dot for each estimate, and a bar as far as it is in doubt. */
function seen(
  estimates: readonly Estimate[],
  {
    by,
    symbol,
    symbolSize,
    color,
  }: { by: LossEstimate['by']; symbol: string; symbolSize: number; color: string },
): Series[] {
  const own = estimates.filter((estimate) => estimate.by === by)
  return [
    {
      type: 'line',
      symbol: 'none',
      silent: true,
      lineStyle: { color, width: 1, opacity: 0.35 },
      data: own.flatMap(({ ageDays, loss }) => [
        [round(ageDays), percent(loss.value - loss.sd)],
        [round(ageDays), percent(loss.value + loss.sd)],
        [round(ageDays), null],
      ]),
    },
    {
      type: 'scatter',
      name: BY[by],
      silent: true,
      symbol,
      symbolSize,
      itemStyle: { color, opacity: 0.7 },
      data: own.map(({ ageDays, loss }) => [round(ageDays), percent(loss.value)]),
    },
  ]
}

/** The mean so far, and where it goes: unchanged, as advised or as tried out. */
function theSet({ water, changes, tried }: WaterView, { lamp, goal }: ChartColours): Series[] {
  const { mean, advice } = water
  if (!mean || !advice) return []
  const other = tried ?? (changes ? advice.arrives : null)
  return [
    {
      type: 'line',
      symbol: 'none',
      silent: true,
      lineStyle: { color: lamp, width: 3 },
      data: agesOf(water).map((age) => [round(age), percent(water.lossAt(age)!.value)]),
    },
    ...goingOn(water, advice.arrivesUnchanged, lamp),
    ...(other ? goingOn(water, other, goal) : []),
  ]
}

/** From the loss of now to where it arrives, and within what. */
function goingOn({ ageDays, stopDay, advice }: WaterOfSet, arrives: Measured, color: string): Series[] {
  const now = advice?.lossNow ?? { value: 0, sd: 0 }
  const line = (sds: number, lineStyle: object): Series => ({
    type: 'line',
    symbol: 'none',
    silent: true,
    lineStyle,
    data: [
      [round(ageDays), percent(now.value + sds * now.sd)],
      [stopDay, percent(arrives.value + sds * arrives.sd)],
    ],
  })
  const edge = { color, width: 0.8, type: 'dotted' }
  return [line(0, { color, width: 2, type: 'dashed' }), line(-1, edge), line(1, edge)]
}
