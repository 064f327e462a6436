<script setup lang="ts">
import { computed, shallowRef } from 'vue'
import VChart from 'vue-echarts'
import { use } from 'echarts/core'
import { LineChart, ScatterChart } from 'echarts/charts'
import { AriaComponent, GridComponent, MarkLineComponent } from 'echarts/components'
import { SVGRenderer } from 'echarts/renderers'
import type { Measured } from '../../core/measure/reading.ts'
import type { WaterOfSet } from '../../domain/water-of-set.ts'
import ChartLegend, { type LegendEntry } from '../shared/charts/ChartLegend.vue'
import ChartFrame from '../shared/charts/ChartFrame.vue'
import { useChartColours } from '../shared/charts/useChartColours.ts'
import { plainDay } from '../shared/wording.ts'
import { BY, estimatesOf, percent, round, waterOption } from './water-chart.ts'
import { t } from './words.ts'

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

const colours = useChartColours()
const cursor = shallowRef<number | null>(null)

const estimates = computed(() => estimatesOf(props.water))

const points = computed(() => {
  const { advice, stopDay } = props.water
  const seen = estimates.value.map(({ id, ageDays, loss, by }) => ({
    x: round(ageDays),
    words: () =>
      t('water.point', {
        day: ageDays.toFixed(1),
        place: props.placeOf(id),
        loss: percent(loss.value).toFixed(1),
        error: percent(loss.sd).toFixed(1),
        by: BY[by],
      }),
  }))
  if (!advice) return seen
  const arrives = ({ value, sd }: Measured): string =>
    `${percent(value).toFixed(1)} ± ${percent(sd).toFixed(1)} %`
  return [
    ...seen,
    {
      x: stopDay,
      words: () =>
        t('water.course', {
          day: plainDay(stopDay),
          loss: arrives(advice.arrivesUnchanged),
          advised: props.changes ? t('water.atAdvised', { loss: arrives(advice.arrives) }) : '',
        }),
    },
  ]
})
const table = () => ({
  head: [t('water.egg'), t('looks.day'), t('water.source'), t('water.lost'), '± (1 SD)'],
  rows: estimates.value.map(({ id, ageDays, loss, by }) => [
    props.placeOf(id),
    round(ageDays),
    BY[by],
    percent(loss.value),
    percent(loss.sd),
  ]),
})

const option = computed(() =>
  waterOption(
    {
      water: props.water,
      title: props.title,
      changes: props.changes,
      tried: props.tried,
      cursorDay: cursor.value,
    },
    colours.value,
  ),
)
const legend = computed((): LegendEntry[] => {
  const { ink, soft, lamp, faint, goal } = colours.value
  const { advice, mean } = props.water
  return [
    { label: t('water.eachEgg'), colour: faint, sign: 'thin' },
    ...(mean && advice
      ? ([
          { label: t('water.theSet'), colour: lamp, sign: 'thick' },
          { label: t('water.unchanged'), colour: lamp, sign: 'dashed' },
        ] as const)
      : []),
    ...(props.tried || props.changes
      ? ([
          {
            label: props.tried ? t('water.asTried') : t('water.advised'),
            colour: goal,
            sign: 'dashed',
          },
        ] as const)
      : []),
    { label: t('chart.target'), colour: goal, sign: 'dotted' },
    { label: t('water.byPhotographKey'), colour: soft, sign: 'dot' },
    { label: t('water.byScaleKey'), colour: ink, sign: 'square' },
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
