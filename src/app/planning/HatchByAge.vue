<script setup lang="ts">
import { computed } from 'vue'
import VChart from 'vue-echarts'
import { use } from 'echarts/core'
import { LineChart, ScatterChart } from 'echarts/charts'
import { AriaComponent, GridComponent } from 'echarts/components'
import { SVGRenderer } from 'echarts/renderers'
import ChartLegend from '../shared/charts/ChartLegend.vue'
import { relativeHatchability, TOO_OLD_DAYS } from '../../core/planning/intake/hatchability.ts'
import type { PlanGroup } from '../../core/planning/compute-plan.ts'
import { t } from './words.ts'

/** What storage costs: the chance against a fresh egg, by age at setting, with this basket's eggs on the curve. */
const props = defineProps<{ groups: readonly PlanGroup[] }>()
use([LineChart, ScatterChart, GridComponent, AriaComponent, SVGRenderer])

/** As text, so that the chart is drawn anew only when an age changed. */
const agesText = computed(() => {
  const byAge = new Map<number, number>()
  for (const { advice } of props.groups.flatMap((group) => group.eggs)) {
    if (advice.storageDays !== null && advice.storageDays >= 0)
      byAge.set(advice.storageDays, (byAge.get(advice.storageDays) ?? 0) + 1)
  }
  return JSON.stringify([...byAge].sort(([a], [b]) => a - b))
})
const ages = computed(() => JSON.parse(agesText.value) as Array<[days: number, eggs: number]>)
const words = computed(() =>
  ages.value
    .map(([days, eggs]) =>
      t('age.point', { eggs, days, chance: Math.round(100 * relativeHatchability(days)) }),
    )
    .join('; '),
)
const option = computed(() => {
  const last = Math.max(TOO_OLD_DAYS, ...ages.value.map(([days]) => days))
  return {
    animation: false,
    aria: {
      enabled: true,
      label: {
        description: t('age.reading', { points: words.value }),
      },
    },
    grid: { left: 44, right: 12, top: 10, bottom: 36 },
    xAxis: {
      type: 'value',
      min: 0,
      max: last,
      name: t('age.axis'),
      nameLocation: 'middle',
      nameGap: 22,
      nameTextStyle: { color: '#6a5b49' },
      axisLabel: { color: '#6a5b49' },
      splitLine: { show: false },
    },
    yAxis: {
      type: 'value',
      min: 0,
      max: 100,
      interval: 50,
      axisLabel: { formatter: '{value} %', color: '#6a5b49' },
      splitLine: { lineStyle: { color: '#ddd2bf' } },
    },
    series: [
      {
        type: 'line',
        symbol: 'none',
        lineStyle: { color: '#9a4f07', width: 2 },
        data: Array.from({ length: last + 1 }, (_, days) => [days, 100 * relativeHatchability(days)]),
      },
      {
        type: 'scatter',
        itemStyle: { color: '#2a2017' },
        symbolSize: (value: number[]) => 6 + 2.5 * Math.sqrt(value[2] ?? 1),
        data: ages.value.map(([days, eggs]) => [days, 100 * relativeHatchability(days), eggs]),
      },
    ],
  }
})
</script>

<template>
  <figure>
    <figcaption class="text-sm text-ink-soft">
      {{ t('age.title') }}
      <ChartLegend
        :entries="[
          { label: 'by days stored', colour: '#9a4f07', sign: 'thick' },
          { label: 'eggs in the basket', colour: '#2a2017', sign: 'dot' },
        ]"
      />
    </figcaption>
    <div class="h-36"><VChart :option="option" autoresize /></div>
  </figure>
</template>
