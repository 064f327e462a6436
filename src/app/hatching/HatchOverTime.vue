<script setup lang="ts">
import { computed } from 'vue'
import VChart from 'vue-echarts'
import { use } from 'echarts/core'
import { LineChart, ScatterChart } from 'echarts/charts'
import { AriaComponent, GridComponent } from 'echarts/components'
import { SVGRenderer } from 'echarts/renderers'
import { localDateOf, sayDate, sayShortDate } from '../../core/time/local-date.ts'
import type { PastSet } from '../../domain/history.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import ChartFrame from '../shared/charts/ChartFrame.vue'
import { useChartColours } from '../shared/charts/useChartColours.ts'
import { shareWords } from './fate-words.ts'

/** What hatched of the fertile, set after set, each with what few eggs leave open. */
const props = defineProps<{ past: readonly PastSet[] }>()
use([LineChart, ScatterChart, GridComponent, AriaComponent, SVGRenderer])
const store = useHatcheryStore()
const colours = useChartColours()
const TITLE = 'Does it get better, set after set?'
const sets = computed(() =>
  [...props.past]
    .filter(({ state, results }) => state === 'closed' && results.hatchOfFertile)
    .sort((a, b) => a.fromMs - b.fromMs)
    .map(({ set, fromMs, results }) => ({ name: set.name, fromMs, share: results.hatchOfFertile! })),
)
const day = (atMs: number): string => localDateOf(atMs, store.hatchery.zone)
const percent = (share: number): number => Number((100 * share).toFixed(1))
const points = computed(() =>
  sets.value.map(({ name, fromMs, share }) => ({
    x: fromMs,
    words: () => `${name}, ${sayDate(day(fromMs))}: ${shareWords(share)}`,
  })),
)
const table = () => ({
  head: ['Set', 'Set on', 'Hatched', 'Of the fertile', 'Per cent', 'At least', 'At most'],
  rows: sets.value.map(({ name, fromMs, share: { count, of, low, high } }) => [
    name,
    day(fromMs),
    count,
    of,
    percent(count / of),
    percent(low),
    percent(high),
  ]),
})
const option = computed(() => {
  const { ink, soft, line, lamp } = colours.value
  return {
    animation: false,
    aria: {
      enabled: true,
      label: { description: `${TITLE} ${points.value.map(({ words }) => words()).join('; ')}` },
    },
    grid: { left: 48, right: 18, top: 14, bottom: 30 },
    xAxis: {
      type: 'time',
      boundaryGap: ['4%', '4%'],
      axisLabel: { color: soft, formatter: (atMs: number) => sayShortDate(day(atMs)), hideOverlap: true },
      splitLine: { show: false },
    },
    yAxis: {
      type: 'value',
      min: 0,
      max: 100,
      axisLabel: { formatter: '{value} %', color: soft },
      splitLine: { lineStyle: { color: line } },
    },
    series: [
      {
        type: 'line',
        symbol: 'none',
        silent: true,
        lineStyle: { color: lamp, width: 6, opacity: 0.35, cap: 'butt' },
        data: sets.value.flatMap(({ fromMs, share }) => [
          [fromMs, percent(share.low)],
          [fromMs, percent(share.high)],
          [fromMs, null],
        ]),
      },
      {
        type: 'scatter',
        silent: true,
        symbolSize: 9,
        itemStyle: { color: ink },
        data: sets.value.map(({ fromMs, share }) => [fromMs, percent(share.count / share.of)]),
      },
    ],
  }
})
</script>

<template>
  <div>
    <h2 class="text-xl font-semibold">{{ TITLE }}</h2>
    <ChartFrame :title="TITLE" :option="() => option" :points="points" :table="table">
      <div class="h-56"><VChart :option="option" :update-options="{ notMerge: true }" autoresize /></div>
    </ChartFrame>
  </div>
</template>
