<script setup lang="ts">
import { computed, shallowRef } from 'vue'
import VChart from 'vue-echarts'
import { use } from 'echarts/core'
import { LineChart, ScatterChart } from 'echarts/charts'
import { AriaComponent, GridComponent, MarkLineComponent } from 'echarts/components'
import { SVGRenderer } from 'echarts/renderers'
import { vapourDeficitDays } from '../../core/moisture/vapour-deficit-days.ts'
import type { LossEstimate } from '../../core/moisture/loss-line.ts'
import type { Measured } from '../../core/measure/reading.ts'
import type { WaterOfSet } from '../../domain/water-of-set.ts'
import ChartLegend, { type LegendEntry } from '../shared/charts/ChartLegend.vue'
import ChartFrame from '../shared/charts/ChartFrame.vue'
import { useChartColours } from '../shared/charts/useChartColours.ts'
import { plainDay } from '../shared/wording.ts'

/** A set's loss of water by age: each egg as a thin line, the mean, where it goes, and where it should arrive. */
const props = defineProps<{
  water: WaterOfSet
  title: string
  placeOf: (eggId: string) => string
  /** Whether another humidity is advised than that of now. */
  changes: boolean
  /** Where it would arrive with what is tried out; null while nothing is. */
  tried: Measured | null
}>()
use([LineChart, ScatterChart, GridComponent, AriaComponent, MarkLineComponent, SVGRenderer])

/** Between lines of the scale, per cent. */
const STEP = 4
const percent = (share: number): number => Number((100 * share).toFixed(2))
const round = (days: number): number => Number(days.toFixed(2))
const colours = useChartColours()
const cursor = shallowRef<number | null>(null)

const estimates = computed(() =>
  [...props.water.lines]
    .flatMap(([id, { estimates: own }]) => own.map((estimate) => ({ id, ...estimate })))
    .sort((a, b) => a.ageDays - b.ageDays),
)
const BY = { photograph: 'by photograph', scale: 'by the scale' } as const

const points = computed(() => {
  const { advice, stopDay } = props.water
  const seen = estimates.value.map(({ id, ageDays, loss, by }) => ({
    x: round(ageDays),
    words: () =>
      `Day ${ageDays.toFixed(1)}, ${props.placeOf(id)}: ${percent(loss.value).toFixed(1)} ± ${percent(loss.sd).toFixed(1)} % ${BY[by]}`,
  }))
  if (!advice) return seen
  const arrives = ({ value, sd }: Measured): string =>
    `${percent(value).toFixed(1)} ± ${percent(sd).toFixed(1)} %`
  return [
    ...seen,
    {
      x: stopDay,
      words: () =>
        `Day ${plainDay(stopDay)}: unchanged, the set reaches ${arrives(advice.arrivesUnchanged)}${props.changes ? `; at the advised humidity ${arrives(advice.arrives)}` : ''}`,
    },
  ]
})
const table = () => ({
  head: ['Egg', 'Day', 'Source', 'Water lost, %', '± (1 SD)'],
  rows: estimates.value.map(({ id, ageDays, loss, by }) => [
    props.placeOf(id),
    round(ageDays),
    BY[by],
    percent(loss.value),
    percent(loss.sd),
  ]),
})

const option = computed(() => {
  const { water } = props
  const { stopDay, target, ageDays, lines, mean, advice } = water
  const { ink, soft, line, lamp, faint, goal } = colours.value
  /** From the loss of now to where it arrives, and within what. */
  const goingOn = (color: string, arrives: Measured) => {
    const now = [round(ageDays), percent(advice?.lossNow.value ?? 0)]
    const edge = (sds: number): object => ({
      type: 'line',
      symbol: 'none',
      silent: true,
      lineStyle: { color, width: 0.8, type: 'dotted' },
      data: [
        [now[0], percent((advice?.lossNow.value ?? 0) + sds * (advice?.lossNow.sd ?? 0))],
        [stopDay, percent(arrives.value + sds * arrives.sd)],
      ],
    })
    return [
      {
        type: 'line',
        symbol: 'none',
        silent: true,
        lineStyle: { color, width: 2, type: 'dashed' },
        data: [now, [stopDay, percent(arrives.value)]],
      },
      edge(-1),
      edge(1),
    ]
  }
  const ages = Array.from({ length: 25 }, (_, i) => (i / 24) * Math.min(ageDays, stopDay))
  const each = [...lines.values()]
  const dryAt = ages.map((age) => vapourDeficitDays(water.air, age))
  /** A dot for each estimate, and a bar as far as it is in doubt. */
  const seen = (by: LossEstimate['by'], look: { symbol: string; symbolSize: number; color: string }) => {
    const own = estimates.value.filter((estimate) => estimate.by === by)
    return [
      {
        type: 'line',
        symbol: 'none',
        silent: true,
        lineStyle: { color: look.color, width: 1, opacity: 0.35 },
        data: own.flatMap(({ ageDays: age, loss }) => [
          [round(age), percent(loss.value - loss.sd)],
          [round(age), percent(loss.value + loss.sd)],
          [round(age), null],
        ]),
      },
      {
        type: 'scatter',
        name: BY[by],
        silent: true,
        symbol: look.symbol,
        symbolSize: look.symbolSize,
        itemStyle: { color: look.color, opacity: 0.7 },
        data: own.map(({ ageDays: age, loss }) => [round(age), percent(loss.value)]),
      },
    ]
  }
  const highest = Math.max(
    target.high,
    advice?.arrivesUnchanged.value ?? 0,
    props.tried?.value ?? 0,
    ...estimates.value.map(({ loss }) => loss.value),
  )
  return {
    animation: false,
    aria: {
      enabled: true,
      label: {
        description: `${props.title}, per cent of the weight when set, by day. ${
          mean && advice
            ? `Now ${percent(advice.lossNow.value)} %; unchanged it reaches ${percent(advice.arrivesUnchanged.value)} %, at the advised humidity ${percent(advice.arrives.value)} %.`
            : 'No measurements yet.'
        } Target: ${percent(target.low)} to ${percent(target.high)} % on day ${plainDay(stopDay)}.`,
      },
    },
    grid: { left: 48, right: 18, top: 14, bottom: 40 },
    xAxis: {
      type: 'value',
      min: 0,
      max: stopDay,
      name: 'days since setting',
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
      // The band to arrive in, from nothing on.
      ...[target.low, target.high].map((share, i) => ({
        type: 'line',
        symbol: 'none',
        silent: true,
        lineStyle: { color: goal, width: 1, type: 'dotted' },
        data: [
          [0, 0],
          [stopDay, percent(share)],
        ],
        markLine:
          i === 0
            ? {
                symbol: 'none',
                silent: true,
                label: { show: false },
                lineStyle: { color: ink, type: 'solid', width: 1 },
                data: cursor.value === null ? [] : [{ xAxis: cursor.value }],
              }
            : undefined,
      })),
      // All eggs as one line with breaks: hundreds of lines of their own would keep the screen waiting.
      {
        type: 'line',
        symbol: 'none',
        silent: true,
        lineStyle: { color: faint, width: 0.8 },
        data: each.flatMap(({ perDryDay }) => [
          ...ages.map((age, i) => [round(age), percent(perDryDay.value * dryAt[i]!)]),
          [round(ages.at(-1)!), null],
        ]),
      },
      ...seen('photograph', { symbol: 'circle', symbolSize: 5, color: soft }),
      ...seen('scale', { symbol: 'rect', symbolSize: 6, color: ink }),
      ...(mean && advice
        ? [
            {
              type: 'line',
              symbol: 'none',
              silent: true,
              lineStyle: { color: lamp, width: 3 },
              data: ages.map((age) => [round(age), percent(water.lossAt(age)!.value)]),
            },
            ...goingOn(lamp, advice.arrivesUnchanged),
            ...(props.changes && !props.tried ? goingOn(goal, advice.arrives) : []),
            ...(props.tried ? goingOn(goal, props.tried) : []),
          ]
        : []),
    ],
  }
})
const legend = computed((): LegendEntry[] => {
  const { ink, soft, lamp, faint, goal } = colours.value
  const { advice, mean } = props.water
  return [
    { label: 'each egg', colour: faint, sign: 'thin' },
    ...(mean && advice
      ? ([
          { label: 'the set', colour: lamp, sign: 'thick' },
          { label: 'unchanged (± 1 SD dotted)', colour: lamp, sign: 'dashed' },
        ] as const)
      : []),
    ...(props.tried || props.changes
      ? ([
          { label: props.tried ? 'as tried below' : 'at the advised humidity', colour: goal, sign: 'dashed' },
        ] as const)
      : []),
    { label: 'target', colour: goal, sign: 'dotted' },
    { label: 'photograph ± 1 SD', colour: soft, sign: 'dot' },
    { label: 'weighing ± 1 SD', colour: ink, sign: 'square' },
  ]
})
</script>

<template>
  <div>
    <ChartLegend :entries="legend" />
    <ChartFrame
      :title="title"
      :option="() => option"
      :points="points"
      :table="table"
      @cursor="cursor = $event"
    >
      <div class="h-80"><VChart :option="option" :update-options="{ notMerge: true }" autoresize /></div>
    </ChartFrame>
  </div>
</template>
