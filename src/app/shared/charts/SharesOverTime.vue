<script setup lang="ts">
import { computed } from 'vue'
import VChart from 'vue-echarts'
import { use } from 'echarts/core'
import { LineChart, ScatterChart } from 'echarts/charts'
import { AriaComponent, GridComponent } from 'echarts/components'
import { SVGRenderer } from 'echarts/renderers'
import { localDateOf, sayDate, sayShortDate } from '../../../core/time/local-date.ts'
import { shareWords, type Share } from '../../../core/statistics/share.ts'
import { useHatcheryStore } from '../../data/hatchery.ts'
import ChartFrame from './ChartFrame.vue'
import ChartLegend from './ChartLegend.vue'
import { useChartColours } from './useChartColours.ts'
import { t } from '../words.ts'

/** Shares one after another in time, each with what small numbers leave open. */
const props = defineProps<{
  /** The question that it answers. */
  title: string
  /** What one of them is, and what its share is of, for the table. */
  heads: readonly [name: string, count: string, of: string]
  shares: ReadonlyArray<{ name: string; atMs: number; share: Share }>
}>()
use([LineChart, ScatterChart, GridComponent, AriaComponent, SVGRenderer])
const store = useHatcheryStore()
const colours = useChartColours()
const ordered = computed(() => [...props.shares].sort((a, b) => a.atMs - b.atMs))
const day = (atMs: number): string => localDateOf(atMs, store.hatchery.zone)
const percent = (share: number): number => Number((100 * share).toFixed(1))
const points = computed(() =>
  ordered.value.map(({ name, atMs, share }) => ({
    x: atMs,
    words: () => `${name}, ${sayDate(day(atMs))}: ${shareWords(share)}`,
  })),
)
const table = () => ({
  head: [
    props.heads[0],
    t('chart.when'),
    props.heads[1],
    props.heads[2],
    t('chart.percent'),
    t('chart.atLeast'),
    t('chart.atMost'),
  ],
  rows: ordered.value.map(({ name, atMs, share: { count, of, low, high } }) => [
    name,
    day(atMs),
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
      label: { description: `${props.title} ${points.value.map(({ words }) => words()).join('; ')}` },
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
        data: ordered.value.flatMap(({ atMs, share }) => [
          [atMs, percent(share.low)],
          [atMs, percent(share.high)],
          [atMs, null],
        ]),
      },
      {
        type: 'scatter',
        silent: true,
        symbolSize: 9,
        itemStyle: { color: ink },
        data: ordered.value.map(({ atMs, share }) => [atMs, percent(share.count / share.of)]),
      },
    ],
  }
})
</script>

<template>
  <div>
    <h2 class="text-xl font-semibold">{{ title }}</h2>
    <ChartLegend
      :entries="[
        { label: heads[0], colour: colours.ink, sign: 'dot' },
        { label: t('chart.interval'), colour: colours.lamp, sign: 'thick' },
      ]"
    />
    <ChartFrame :title="title" :option="() => option" :points="points" :table="table">
      <div class="h-56"><VChart :option="option" :update-options="{ notMerge: true }" autoresize /></div>
    </ChartFrame>
  </div>
</template>
