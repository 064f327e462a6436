<script setup lang="ts">
import { computed } from 'vue'
import VChart from 'vue-echarts'
import { use } from 'echarts/core'
import { LineChart, ScatterChart } from 'echarts/charts'
import { AriaComponent, GridComponent, TooltipComponent } from 'echarts/components'
import { SVGRenderer } from 'echarts/renderers'
import { dryDays } from '../../core/moisture/dry-days.ts'
import type { WaterOfSet } from '../../domain/water-of-set.ts'

/** A set's loss of water by age: each egg as a thin line, the mean, where it goes, and where it should arrive. */
const props = defineProps<{
  water: WaterOfSet
  name: string
  /** Whether another humidity is advised than that of now. */
  changes: boolean
}>()
use([LineChart, ScatterChart, GridComponent, AriaComponent, TooltipComponent, SVGRenderer])

const INK = '#6a5b49'
/** Between lines of the scale, per cent. */
const STEP = 4
const percent = (share: number): number => Number((100 * share).toFixed(2))
const round = (days: number): number => Number(days.toFixed(2))

const option = computed(() => {
  const { water } = props
  const { stopDay, target, ageDays, lines, mean, advice } = water
  /** From the loss of now to where it arrives. */
  const goingOn = (color: string, arrives: number) => ({
    type: 'line',
    symbol: 'none',
    silent: true,
    lineStyle: { color, width: 2, type: 'dashed' },
    data: [
      [round(ageDays), percent(advice?.lossNow.value ?? 0)],
      [stopDay, percent(arrives)],
    ],
  })
  const ages = Array.from({ length: 25 }, (_, i) => (i / 24) * Math.min(ageDays, stopDay))
  const each = [...lines.values()]
  return {
    animation: false,
    aria: {
      enabled: true,
      label: {
        description: `Water lost by ${props.name}, per cent of the weight when set, by day. ${
          mean && advice
            ? `Now ${percent(advice.lossNow.value)} %; going on as now it arrives at ${percent(advice.arrivesUnchanged.value)} %, with the humidity advised at ${percent(advice.arrives.value)} %.`
            : 'Nothing tells yet.'
        } To arrive at: ${percent(target.low)} to ${percent(target.high)} % on day ${stopDay}.`,
      },
    },
    grid: { left: 48, right: 18, top: 14, bottom: 40 },
    tooltip: { trigger: 'item', valueFormatter: (value: unknown) => `${String(value)} %` },
    xAxis: {
      type: 'value',
      min: 0,
      max: stopDay,
      name: 'days since setting',
      nameLocation: 'middle',
      nameGap: 24,
      nameTextStyle: { color: INK },
      axisLabel: { color: INK },
      splitLine: { show: false },
    },
    yAxis: {
      type: 'value',
      min: 0,
      max: STEP * Math.ceil((100 * Math.max(target.high, advice?.arrivesUnchanged.value ?? 0) + 1) / STEP),
      interval: STEP,
      axisLabel: { formatter: '{value} %', color: INK },
      splitLine: { lineStyle: { color: '#ddd2bf' } },
    },
    series: [
      // The band to arrive in, from nothing on.
      ...[target.low, target.high].map((share) => ({
        type: 'line',
        symbol: 'none',
        silent: true,
        lineStyle: { color: '#9a7b3f', width: 1, type: 'dotted' },
        data: [
          [0, 0],
          [stopDay, percent(share)],
        ],
      })),
      ...each.map((line) => ({
        type: 'line',
        symbol: 'none',
        silent: true,
        lineStyle: { color: '#b9a98c', width: 0.8 },
        data: ages.map((age) => [round(age), percent(line.perDryDay.value * dryDays(water.air, age))]),
      })),
      {
        type: 'scatter',
        name: 'by photograph',
        symbolSize: 5,
        itemStyle: { color: '#8a6f4a', opacity: 0.6 },
        data: each.flatMap(({ estimates }) =>
          estimates
            .filter(({ by }) => by === 'photograph')
            .map(({ ageDays: age, loss }) => [round(age), percent(loss.value)]),
        ),
      },
      {
        type: 'scatter',
        name: 'by the scale',
        symbol: 'rect',
        symbolSize: 6,
        itemStyle: { color: '#2a2017' },
        data: each.flatMap(({ estimates }) =>
          estimates
            .filter(({ by }) => by === 'scale')
            .map(({ ageDays: age, loss }) => [round(age), percent(loss.value)]),
        ),
      },
      ...(mean && advice
        ? [
            {
              type: 'line',
              symbol: 'none',
              silent: true,
              lineStyle: { color: '#9a4f07', width: 3 },
              data: ages.map((age) => [round(age), percent(water.lossAt(age)!.value)]),
            },
            goingOn('#9a4f07', advice.arrivesUnchanged.value),
            ...(props.changes ? [goingOn('#2f6d5a', advice.arrives.value)] : []),
          ]
        : []),
    ],
  }
})
</script>

<template>
  <div class="h-80"><VChart :option="option" autoresize /></div>
</template>
