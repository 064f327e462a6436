<script setup lang="ts">
import { computed, nextTick, ref, watch } from 'vue'
import {
  moveEgg,
  placeLabel,
  samePlace,
  type LayoutTray,
  type Place,
  type Placed,
} from '../../../core/tray/layout.ts'
import { vEggDrag, vEggDrop } from '../egg-drag.ts'
import { t } from '../words.ts'

/**
 * One tray in which eggs change places: by drag and drop, by touch, and by keyboard (arrows to go, Enter to take an
 * egg up and to put it down, Escape to leave it where it was).
 */
const props = defineProps<{
  tray: LayoutTray & { name: string }
  eggs: ReadonlyArray<Placed & { number: number; mark?: string }>
}>()
const emit = defineEmits<{ move: [moved: Placed[]] }>()

const focus = ref({ row: 0, column: 0 })
const held = ref<string | null>(null)
const said = ref('')
const grid = ref<HTMLElement | null>(null)
watch(
  () => props.tray.id,
  () => {
    focus.value = { row: 0, column: 0 }
  },
)

const cells = computed(() =>
  Array.from({ length: props.tray.rows * props.tray.columns }, (_, i) => {
    const place: Place = {
      trayId: props.tray.id,
      row: Math.floor(i / props.tray.columns),
      column: i % props.tray.columns,
    }
    return {
      place,
      label: placeLabel(props.tray, place),
      egg: props.eggs.find((egg) => samePlace(egg.place, place)),
    }
  }),
)

function move(eggId: string, to: Place): void {
  const moved = moveEgg(props.eggs, eggId, to)
  if (moved.length === 0) return
  const number = props.eggs.find((egg) => egg.id === eggId)?.number
  said.value = t('layout.moved', {
    number: number ?? '',
    place: placeLabel(props.tray, to),
    swapped: moved.length > 1 ? t('layout.swapped') : '',
  })
  emit('move', moved)
}

async function go(rows: number, columns: number): Promise<void> {
  focus.value = {
    row: Math.min(props.tray.rows - 1, Math.max(0, focus.value.row + rows)),
    column: Math.min(props.tray.columns - 1, Math.max(0, focus.value.column + columns)),
  }
  await nextTick()
  grid.value?.querySelector<HTMLElement>('[tabindex="0"]')?.focus()
}
const KEYS: Readonly<Record<string, readonly [number, number]>> = {
  ArrowUp: [-1, 0],
  ArrowDown: [1, 0],
  ArrowLeft: [0, -1],
  ArrowRight: [0, 1],
}

function key(event: KeyboardEvent, cell: (typeof cells.value)[number]): void {
  const step = KEYS[event.key]
  if (step) {
    event.preventDefault()
    void go(...step)
  } else if (event.key === 'Enter' || event.key === ' ') {
    event.preventDefault()
    if (held.value !== null) {
      move(held.value, cell.place)
      held.value = null
    } else if (cell.egg) {
      held.value = cell.egg.id
      said.value = t('layout.pickedUp', { number: cell.egg.number })
    }
  } else if (event.key === 'Escape' && held.value !== null) {
    held.value = null
    said.value = t('layout.cancelled')
  }
}
</script>

<template>
  <div>
    <div
      ref="grid"
      role="grid"
      :aria-label="t('layout.howToMove', { place: tray.name })"
      class="grid w-fit gap-1"
      :style="{ gridTemplateColumns: `repeat(${tray.columns}, minmax(2.75rem, 3.5rem))` }"
    >
      <div v-for="row in tray.rows" :key="row" role="row" class="contents">
        <div
          v-for="cell in cells.slice((row - 1) * tray.columns, row * tray.columns)"
          :key="cell.label"
          v-egg-drop="{ place: cell.place, drop: move }"
          role="gridcell"
          :tabindex="cell.place.row === focus.row && cell.place.column === focus.column ? 0 : -1"
          :aria-label="
            cell.egg
              ? t('layout.egg', { place: cell.label, number: cell.egg.number })
              : t('layout.empty', { place: cell.label })
          "
          class="flex aspect-[4/5] flex-col items-center justify-between rounded-[50%] border text-sm data-[over=true]:border-lamp data-[over=true]:bg-lamp-soft"
          :class="[
            cell.egg ? 'border-ink-soft bg-panel' : 'border-dashed border-line',
            held !== null && held === cell.egg?.id ? 'ring-2 ring-lamp' : '',
          ]"
          @keydown="key($event, cell)"
          @focus="focus = { row: cell.place.row, column: cell.place.column }"
        >
          <span class="pt-1 text-xs text-ink-soft">{{ cell.label }}</span>
          <span
            v-if="cell.egg"
            v-egg-drag="cell.egg.id"
            class="grow cursor-grab px-2 text-lg font-semibold"
            >{{ cell.egg.number }}</span
          >
        </div>
      </div>
    </div>
    <p class="mt-2 min-h-6 text-sm text-ink-soft" role="status">{{ said }}</p>
  </div>
</template>
