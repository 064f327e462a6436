<script setup lang="ts" generic="T extends object">
import { computed, ref, useTemplateRef, watch } from 'vue'
import { ArrowDown, ArrowUp, Columns3, Download } from '@lucide/vue'
import {
  columnVisibilityFeature,
  createSortedRowModel,
  rowSortingFeature,
  sortFn_alphanumeric,
  tableFeatures,
  useTable,
} from '@tanstack/vue-table'
import { useWindowVirtualizer } from '@tanstack/vue-virtual'
import { useElementBounding } from '@vueuse/core'
import { saveTable } from '../save-table.ts'
import { t } from '../words.ts'
import CheckBox from './CheckBox.vue'
import KitButton from './KitButton.vue'
import KitPopover from './KitPopover.vue'

/**
 * Rows that can be sorted by each column and chosen; columns can be left out, and what is seen is saved as CSV. However
 * many there are, only those on the screen are drawn. On a phone each row is a card that begins with its first column.
 */
interface Column {
  id: string
  name: string
  /** What it is sorted by, and what stands in the CSV. */
  value: (row: T) => string | number
  /** A figure: at the right, under its head. */
  figure?: boolean
  /** On a phone, where no heads are, its name stands before it. */
  said?: boolean
}
const props = defineProps<{
  label: string
  rows: readonly T[]
  columns: readonly Column[]
  rowId: (row: T) => string
  /** What a row is called where it is chosen. */
  rowName?: (row: T) => string
  /** Name of the file of what is seen; without one nothing is saved here. */
  csv?: string
}>()
defineSlots<Record<string, (scope: { row: T }) => unknown>>()
/** Rows that are chosen, by their ids; without it none can be. */
const chosen = defineModel<string[]>('chosen')

const features = tableFeatures({
  rowSortingFeature,
  columnVisibilityFeature,
  sortedRowModel: createSortedRowModel(),
  sortFns: { alphanumeric: sortFn_alphanumeric },
})
const table = useTable({
  features,
  columns: props.columns.map(({ id, name, value }) => ({
    id,
    header: name,
    accessorFn: value,
    sortFn: 'alphanumeric' as const,
    sortDescFirst: false,
  })),
  data: computed(() => props.rows),
  getRowId: props.rowId,
} as never) as unknown as TableOf<T>
/** What of the table is used here, without the depths of its types. */
interface TableOf<R> {
  getRowModel: () => { rows: Array<{ id: string; original: R }> }
  getColumn: (id: string) => {
    toggleSorting: (descending?: boolean) => void
    getIsSorted: () => false | 'asc' | 'desc'
    getIsVisible: () => boolean
    toggleVisibility: (shown: boolean) => void
  }
}
const shownColumns = computed(() => props.columns.filter(({ id }) => table.getColumn(id).getIsVisible()))
const sorted = computed(() => table.getRowModel().rows)

const body = useTemplateRef('body')
const { top } = useElementBounding(body, { windowScroll: false })
const offset = ref(0)
watch(top, (now) => (offset.value = now + window.scrollY), { immediate: true })
const ROW_PX = 56
const SHORT_ROWS = 50
const virtual = useWindowVirtualizer(
  computed(() => ({
    count: sorted.value.length,
    estimateSize: () => ROW_PX,
    overscan: 8,
    scrollMargin: offset.value,
    getItemKey: (index: number) => sorted.value[index]!.id,
  })),
)
const drawn = computed(() => virtual.value.getVirtualItems())
/** A short table is drawn whole: it is printed, and read from end to end. */
const isShort = computed(() => sorted.value.length <= SHORT_ROWS)
const items = computed(() =>
  isShort.value ? sorted.value.map(({ id }, index) => ({ key: id, index })) : drawn.value,
)
const before = computed(() => (isShort.value ? 0 : (drawn.value[0]?.start ?? offset.value) - offset.value))
const after = computed(() =>
  isShort.value
    ? 0
    : virtual.value.getTotalSize() - ((drawn.value.at(-1)?.end ?? offset.value) - offset.value),
)
const SIGNS = { asc: ArrowUp, desc: ArrowDown } as const
const direction = (id: string): 'ascending' | 'descending' | undefined => {
  const is = table.getColumn(id).getIsSorted()
  return is ? (is === 'asc' ? 'ascending' : 'descending') : undefined
}
function save(): void {
  saveTable(props.csv!, {
    head: shownColumns.value.map(({ name }) => name),
    rows: sorted.value.map(({ original }) => shownColumns.value.map(({ value }) => value(original))),
  })
}
</script>

<template>
  <div>
    <div class="screen-only flex flex-wrap items-center justify-end gap-2">
      <KitPopover
        class="relative"
        button-class="press min-h-11 px-3 py-1"
        panel-class="card absolute right-0 z-30 mt-1 w-56 border-lamp p-3 shadow-lg"
      >
        <template #button><Columns3 class="h-5 w-5" aria-hidden="true" />{{ t('table.columns') }}</template>
        <template #default>
          <CheckBox
            v-for="{ id, name } in columns.slice(1)"
            :key="id"
            :model-value="table.getColumn(id).getIsVisible()"
            @update:model-value="table.getColumn(id).toggleVisibility($event === true)"
            >{{ name }}</CheckBox
          >
        </template>
      </KitPopover>
      <KitButton v-if="csv" :icon="Download" size="desk" @click="save">{{ t('chart.csv') }}</KitButton>
    </div>
    <table class="mt-2 w-full text-left" :aria-label="label" :aria-rowcount="rows.length">
      <thead class="max-md:hidden">
        <tr class="border-b border-line text-ink-soft">
          <td v-if="chosen" class="w-10" />
          <th
            v-for="{ id, name, figure } in shownColumns"
            :key="id"
            scope="col"
            class="pr-3 font-normal"
            :class="{ 'text-right': figure }"
            :aria-sort="direction(id)"
          >
            <button
              type="button"
              class="inline-flex min-h-11 items-center gap-1 hover:text-ink"
              @click="table.getColumn(id).toggleSorting()"
            >
              {{ name
              }}<component
                :is="SIGNS[table.getColumn(id).getIsSorted() || 'asc']"
                class="h-4 w-4"
                :class="{ invisible: !table.getColumn(id).getIsSorted() }"
                aria-hidden="true"
              />
            </button>
          </th>
        </tr>
      </thead>
      <tbody ref="body">
        <tr v-if="before > 0" aria-hidden="true" :style="{ height: `${before}px` }" />
        <tr
          v-for="item in items"
          :key="String(item.key)"
          :ref="(row) => virtual.measureElement(row as Element | null)"
          :data-index="item.index"
          :aria-rowindex="item.index + 1"
          class="border-b border-line max-md:flex max-md:flex-wrap max-md:items-center max-md:gap-x-3 max-md:py-2"
        >
          <td v-if="chosen" class="w-10">
            <CheckBox
              v-model="chosen"
              :value="sorted[item.index]!.id"
              :label="rowName?.(sorted[item.index]!.original) ?? sorted[item.index]!.id"
            />
          </td>
          <td
            v-for="({ id, name, value, figure, said }, i) in shownColumns"
            :key="id"
            class="py-1 pr-3"
            :class="[
              i === 0 ? 'max-md:grow max-md:basis-3/4' : 'max-md:text-ink-soft',
              { 'md:text-right': figure, 'max-md:basis-full': said && !figure },
            ]"
          >
            <span v-if="said" class="md:hidden">{{ name }}{{ ' ' }}</span> <slot
              :name="id"
              :row="sorted[item.index]!.original"
              >{{ value(sorted[item.index]!.original) }}</slot
            >
          </td>
        </tr>
        <tr v-if="after > 0" aria-hidden="true" :style="{ height: `${after}px` }" />
      </tbody>
    </table>
  </div>
</template>
