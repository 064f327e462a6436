<script setup lang="ts">
import { computed, shallowRef, useTemplateRef, watch } from 'vue'
import { useDebounceFn, useElementSize } from '@vueuse/core'
import VChart from 'vue-echarts'
import { use } from 'echarts/core'
import { LineChart, ScatterChart } from 'echarts/charts'
import {
  AriaComponent,
  DataZoomComponent,
  GridComponent,
  MarkAreaComponent,
  MarkLineComponent,
} from 'echarts/components'
import { CanvasRenderer } from 'echarts/renderers'
import type { ProbeRecord } from '../../contracts/records/probe-record.ts'
import type { Band, ClimateBand } from '../../core/climate/band.ts'
import { localTimeOf, localDateOf, sayShortDate } from '../../core/time/local-date.ts'
import { toShown, unitSymbol, type UnitSystem } from '../../core/units.ts'
import { MINUTE_MS, DAY_MS } from '../../core/time/durations.ts'
import type { SeriesClient } from '../../workers/series-client.ts'
import type { ClimateQuantity, SeenSeries } from '../../workers/series-protocol.ts'
import ChartLegend from '../shared/charts/ChartLegend.vue'
import ChartFrame, { type ChartPoint, type ChartTable } from '../shared/charts/ChartFrame.vue'
import { probeColour, useChartColours } from '../shared/charts/useChartColours.ts'

/** One thing that happened, in the lane below the curves. */
export interface ClimateEvent {
  atMs: number
  lane: 'lid' | 'round' | 'candling' | 'alarm'
  words: string
}

/** Warmth and moisture over time with their bands, and below what happened, all on one axis of time. */
const props = defineProps<{
  title: string
  client: SeriesClient
  opened: number
  probes: readonly ProbeRecord[]
  band: ClimateBand
  fromMs: number
  toMs: number
  events: readonly ClimateEvent[]
  units: UnitSystem
  zone: string
  points: readonly ChartPoint[]
  table: ChartTable
}>()
use([
  LineChart,
  ScatterChart,
  GridComponent,
  DataZoomComponent,
  AriaComponent,
  MarkAreaComponent,
  MarkLineComponent,
  CanvasRenderer,
])

const LANES = ['alarm', 'candling', 'round', 'lid'] as const
const LANE_WORDS = { alarm: 'Alarm', candling: 'Candled', round: 'Round', lid: 'Lid off' } as const
const LANE_SYMBOLS = { alarm: 'triangle', candling: 'diamond', round: 'circle', lid: 'rect' } as const
const colours = useChartColours()
const box = useTemplateRef<HTMLElement>('box')
const chart = useTemplateRef<InstanceType<typeof VChart>>('chart')
const { width } = useElementSize(box)
const seen = shallowRef<SeenSeries[]>([])
const cursor = shallowRef<number | null>(null)
/** What of the time is in sight. */
const sight = shallowRef({ fromMs: props.fromMs, toMs: props.toMs })

/** Of what is in sight so much is fetched to either side, so that there is something to pan into. */
const BESIDE = 0.5
/** More points than this in sight take longer to draw than a hand moves. */
const MOST_POINTS = 3000
function columnsInSight(): number {
  const series = 2 * Math.max(1, props.probes.length)
  return Math.max(40, Math.min((width.value || 800) / 2, MOST_POINTS / (2 * series)))
}

/** The worker is asked for the window and what lies beside it. */
let asking = false
let again = false
async function look(): Promise<void> {
  if (asking) {
    again = true
    return
  }
  asking = true
  const { fromMs, toMs } = sight.value
  const span = toMs - fromMs
  try {
    seen.value = await props.client.ask('view', {
      fromMs: Math.max(props.fromMs, fromMs - BESIDE * span),
      toMs: Math.min(props.toMs, toMs + BESIDE * span),
      columns: Math.round(columnsInSight() * (1 + 2 * BESIDE)),
    })
  } catch {
    // The page was left meanwhile.
  }
  asking = false
  if (!again) return
  again = false
  await look()
}
watch([() => props.opened, width, sight], () => void look(), { immediate: true })
watch(
  () => [props.fromMs, props.toMs] as const,
  ([fromMs, toMs]) => {
    sight.value = { fromMs, toMs }
  },
)

/** While a hand pans, what was fetched beside it is drawn; more is asked for when it rests, or has gone far. */
const zoomed = useDebounceFn(
  () => {
    const option = chart.value?.getOption() as
      { dataZoom?: Array<{ startValue?: number; endValue?: number }> } | undefined
    const { startValue, endValue } = option?.dataZoom?.[0] ?? {}
    if (startValue !== undefined && endValue !== undefined)
      sight.value = { fromMs: startValue, toMs: endValue }
  },
  150,
  { maxWait: 500 },
)

const QUANTITIES: readonly ClimateQuantity[] = ['celsius', 'rhPercent']
const shown = (what: ClimateQuantity, value: number): number =>
  what === 'celsius' ? toShown(props.units, 'temperature', value) : value
const shownBand = (what: ClimateQuantity): Band => ({
  low: shown(what, props.band[what].low),
  high: shown(what, props.band[what].high),
})
const colourOf = (probeId: string): string => probeColour(colours.value, props.probes, probeId)

const isLong = computed(() => props.toMs - props.fromMs > 4 * DAY_MS)
/** Calendar arithmetic is dear, and the same times are asked for with each move. */
const said = new Map<string, string>()
function when(atMs: number): string {
  const key = `${atMs}/${isLong.value}`
  const known = said.get(key)
  if (known !== undefined) return known
  const time = localTimeOf(atMs, props.zone)
  const words = time === '00:00' || isLong.value ? sayShortDate(localDateOf(atMs, props.zone)) : time
  said.set(key, words)
  return words
}

const lines = computed(() =>
  seen.value.map(({ probeId, what, times, values }) => ({
    id: `${probeId}/${what}`,
    type: 'line' as const,
    xAxisIndex: QUANTITIES.indexOf(what),
    yAxisIndex: QUANTITIES.indexOf(what),
    symbol: values.length < 60 ? 'circle' : 'none',
    symbolSize: 4,
    silent: true,
    connectNulls: false,
    lineStyle: { width: 1.2, color: colourOf(probeId) },
    itemStyle: { color: colourOf(probeId) },
    // One flat list of times and values is read without a copy of each point.
    dimensions: ['time', what],
    encode: { x: 0, y: 1 },
    data: flat(times, values, what),
  })),
)
function flat(times: Float64Array, values: Float64Array, what: ClimateQuantity): Float64Array {
  const pairs = new Float64Array(2 * times.length)
  for (const [i, time] of times.entries()) {
    pairs[2 * i] = time
    pairs[2 * i + 1] = shown(what, values[i]!)
  }
  return pairs
}

/** All of the scale in which anything lies that was seen so far, the band with it: it must not jump while one pans. */
const extent = shallowRef<Record<ClimateQuantity, Band> | null>(null)
watch(seen, (series) => {
  const next = {
    celsius: { ...(extent.value ?? props.band).celsius },
    rhPercent: { ...(extent.value ?? props.band).rhPercent },
  }
  for (const { what, values } of series)
    for (const value of values)
      if (!Number.isNaN(value)) {
        if (value < next[what].low) next[what].low = value
        if (value > next[what].high) next[what].high = value
      }
  const isSame =
    extent.value &&
    QUANTITIES.every(
      (what) => next[what].low === extent.value![what].low && next[what].high === extent.value![what].high,
    )
  if (!isSame) extent.value = next
})
function scaleOf(what: ClimateQuantity): { min: number; max: number } {
  const { low, high } = (extent.value ?? props.band)[what]
  const room = what === 'celsius' ? 0.3 : 3
  return { min: Math.floor(shown(what, low) - room), max: Math.ceil(shown(what, high) + room) }
}
const cursorLine = computed(() => ({
  symbol: 'none',
  silent: true,
  label: { show: false },
  lineStyle: { color: colours.value.ink, type: 'solid' as const, width: 1 },
  data: cursor.value === null ? [] : [{ xAxis: cursor.value }],
}))

const option = computed(() => {
  const { soft, line, band, ink, ember } = colours.value
  const time = (gridIndex: number, labelled: boolean) => ({
    type: 'time' as const,
    gridIndex,
    min: props.fromMs,
    max: props.toMs,
    axisLabel: { show: labelled, color: soft, hideOverlap: true, formatter: (atMs: number) => when(atMs) },
    axisLine: { lineStyle: { color: line } },
    axisTick: { show: labelled },
    splitLine: { show: false },
  })
  return {
    animation: false,
    aria: { enabled: true, label: { description: props.title } },
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
        ...scaleOf(what),
        splitNumber: 3,
        axisLabel: {
          color: soft,
          formatter: what === 'celsius' ? `{value} ${unitSymbol(props.units, 'temperature')}` : '{value} %',
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
    series: [
      ...QUANTITIES.map((what, i) => ({
        id: `band/${what}`,
        type: 'line' as const,
        xAxisIndex: i,
        yAxisIndex: i,
        data: [],
        markArea: {
          silent: true,
          itemStyle: { color: band, opacity: 0.7 },
          data: [[{ yAxis: shownBand(what).low }, { yAxis: shownBand(what).high }]],
        },
        markLine: cursorLine.value,
      })),
      {
        id: 'events',
        type: 'scatter' as const,
        xAxisIndex: 2,
        yAxisIndex: 2,
        silent: true,
        symbolSize: 8,
        markLine: cursorLine.value,
        data: props.events.map(({ atMs, lane }) => ({
          value: [atMs, LANE_WORDS[lane]],
          symbol: LANE_SYMBOLS[lane],
          itemStyle: { color: lane === 'alarm' ? ember : ink },
        })),
      },
    ],
  }
})
/** The curves alone are drawn anew while somebody pans; ids tell what is which. */
watch([lines, chart], () => chart.value?.setOption({ series: lines.value }), { flush: 'post' })
watch(option, () => chart.value?.setOption(whole()), { flush: 'post' })
const whole = () => ({ ...option.value, series: [...option.value.series, ...lines.value] })
</script>

<template>
  <div>
    <ChartLegend
      :entries="[
        ...probes.map(({ id, name }) => ({ label: name, colour: colourOf(id), sign: 'thick' as const })),
        { label: 'target', colour: colours.band, sign: 'band' },
      ]"
    />
    <ChartFrame :title="title" :option="whole" :points="points" :table="table" @cursor="cursor = $event">
      <div ref="box" class="h-[26rem]" :data-testid="seen.length > 0 ? 'air-drawn' : undefined">
        <VChart
          :key="probes.map(({ id }) => id).join()"
          ref="chart"
          :option="option"
          manual-update
          autoresize
          @datazoom="zoomed"
        />
      </div>
    </ChartFrame>
  </div>
</template>
