<script setup lang="ts">
import { computed, ref, useId } from 'vue'
import { Download, Image as Picture, Table } from '@lucide/vue'
import type { EChartsCoreOption } from 'echarts/core'
import { fileNameOf, saveFile } from '../save-file.ts'
import { saveTable } from '../save-table.ts'
import { useSaving } from '../useSaving.ts'
import { chartPng, chartSvg } from './chart-picture.ts'
import { useChartColours } from './useChartColours.ts'
import { t } from '../words.ts'
import KitButton from '../kit/KitButton.vue'

/** A point that arrow keys reach; its words are made when somebody is there. */
export interface ChartPoint {
  x: number
  words: () => string
}
type Cell = string | number
/** Made when somebody asks for it. */
export type ChartTable = () => { head: readonly string[]; rows: ReadonlyArray<readonly Cell[]> }

/**
 * What every chart has besides its picture: its points by arrow keys and in words, its figures as a table and as CSV, the
 * picture as a file.
 */
const props = defineProps<{
  /** The one question that it answers. */
  title: string
  /** Asked for when the picture is taken out. */
  option: () => EChartsCoreOption
  points: readonly ChartPoint[]
  table: ChartTable
}>()
const emit = defineEmits<{ cursor: [x: number | null] }>()
const id = useId()
const colours = useChartColours()
const { problem, saving } = useSaving()
const showsTable = ref(false)
const shownTable = computed(() => (showsTable.value ? props.table() : null))
const at = ref<number | null>(null)
const words = computed(() => (at.value === null ? '' : (props.points[at.value]?.words() ?? '')))
/** More rows than anybody reads; the file has them all. */
const MOST_ROWS = 400

function go(event: KeyboardEvent): void {
  const last = props.points.length - 1
  if (last < 0) return
  const now = at.value ?? -1
  const next: Record<string, number> = {
    ArrowRight: now + 1,
    ArrowLeft: at.value === null ? last : now - 1,
    PageDown: now + 10,
    PageUp: now - 10,
    Home: 0,
    End: last,
  }
  if (event.key === 'Escape') return leave()
  const to = next[event.key]
  if (to === undefined) return
  event.preventDefault()
  at.value = Math.min(last, Math.max(0, to))
  emit('cursor', props.points[at.value]!.x)
}
function leave(): void {
  at.value = null
  emit('cursor', null)
}

function savePicture(as: 'svg' | 'png'): void {
  void saving(async () => {
    const svg = chartSvg(props.option(), colours.value.ground)
    const file = as === 'svg' ? new Blob([svg], { type: 'image/svg+xml' }) : await chartPng(svg)
    saveFile(file, `${fileNameOf(props.title)}.${as}`)
  })
}
</script>

<template>
  <figure class="m-0">
    <div
      tabindex="0"
      role="group"
      :aria-label="t('chart.reading', { title, points: points.length })"
      :aria-describedby="id"
      class="rounded-lg"
      data-testid="chart"
      @keydown="go"
      @blur="leave"
    >
      <slot />
    </div>
    <p :id="id" class="min-h-6 text-sm" aria-live="polite" data-testid="chart-words">{{ words }}</p>
    <figcaption class="screen-only flex flex-wrap items-center gap-2">
      <KitButton size="desk" :aria-expanded="showsTable" @click="showsTable = !showsTable">
        <Table class="h-4 w-4" aria-hidden="true" /> {{ t('chart.figures') }}
      </KitButton>
      <KitButton size="desk" @click="saveTable(`${fileNameOf(title)}.csv`, table())">
        <Download class="h-4 w-4" aria-hidden="true" /> {{ t('chart.csv') }}
      </KitButton>
      <KitButton size="desk" @click="savePicture('png')">
        <Picture class="h-4 w-4" aria-hidden="true" /> {{ t('chart.png') }}
      </KitButton>
      <KitButton size="desk" @click="savePicture('svg')">
        <Picture class="h-4 w-4" aria-hidden="true" /> {{ t('chart.svg') }}
      </KitButton>
      <span v-if="problem" class="text-ember" role="alert">{{ problem }}</span>
    </figcaption>
    <div v-if="shownTable" class="mt-2 max-h-96 overflow-auto">
      <table class="w-full text-left text-sm" data-testid="chart-table">
        <caption class="sr-only">
          {{ title }}
        </caption>
        <thead class="sticky top-0 bg-panel">
          <tr>
            <th
              v-for="head in shownTable.head"
              :key="head"
              scope="col"
              class="py-1 pr-4 font-normal text-ink-soft"
            >
              {{ head }}
            </th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(row, i) in shownTable.rows.slice(0, MOST_ROWS)" :key="i" class="border-t border-line">
            <td v-for="(cell, k) in row" :key="k" class="py-1 pr-4 whitespace-nowrap">{{ cell }}</td>
          </tr>
        </tbody>
      </table>
      <p v-if="shownTable.rows.length > MOST_ROWS" class="mt-1 text-sm text-ink-soft">
        {{ t('chart.firstRows', { shown: MOST_ROWS, rows: shownTable.rows.length }) }}
      </p>
    </div>
  </figure>
</template>
