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
import type { UnitSystem } from '../../core/units.ts'
import type { SeriesClient } from '../../workers/series-client.ts'
import type { ClimateQuantity, SeenSeries } from '../../workers/series-protocol.ts'
import ChartLegend from '../shared/charts/ChartLegend.vue'
import ChartFrame, { type ChartPoint, type ChartTable } from '../shared/charts/ChartFrame.vue'
import { probeColour, useChartColours } from '../shared/charts/useChartColours.ts'
import {
  climateLines,
  climateOption,
  timesInWords,
  widened,
  type ClimateEvent,
  type ClimateView,
} from './climate-chart.ts'
import { clockTime } from '../shared/clock-time.ts'
import { t } from './words.ts'

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
      | { dataZoom?: Array<{ startValue?: number; endValue?: number }> }
      | undefined
    const { startValue, endValue } = option?.dataZoom?.[0] ?? {}
    if (startValue !== undefined && endValue !== undefined)
      sight.value = { fromMs: startValue, toMs: endValue }
  },
  150,
  { maxWait: 500 },
)

const view = computed((): ClimateView => ({
  title: props.title,
  probes: props.probes,
  band: props.band,
  fromMs: props.fromMs,
  toMs: props.toMs,
  events: props.events,
  units: props.units,
  extent: extent.value ?? props.band,
  cursorMs: cursor.value,
}))
const when = timesInWords(
  () => props.zone,
  () => props.toMs - props.fromMs,
  clockTime,
)
const lines = computed(() => climateLines(seen.value, view.value, colours.value))

/** All of the scale in which anything lies that was seen so far, the band with it: it must not jump while one pans. */
const extent = shallowRef<Record<ClimateQuantity, Band> | null>(null)
watch(seen, (series) => {
  extent.value = widened(extent.value, props.band, series)
})
const option = computed(() => climateOption(view.value, colours.value, when))
/** The curves alone are drawn anew while somebody pans; ids tell what is which. */
watch([lines, chart], () => chart.value?.setOption({ series: lines.value }), { flush: 'post' })
watch(option, () => chart.value?.setOption(whole()), { flush: 'post' })
const whole = () => ({ ...option.value, series: [...option.value.series, ...lines.value] })
</script>

<template>
  <div>
    <ChartLegend
      :entries="[
        ...probes.map(({ id, name }) => ({
          label: name,
          colour: probeColour(colours, probes, id),
          sign: 'thick' as const,
        })),
        { label: t('chart.target'), colour: colours.band, sign: 'band' },
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
