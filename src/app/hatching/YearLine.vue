<script setup lang="ts">
import { computed } from 'vue'
import type { YearAtAGlance } from '../../domain/history.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import { instantOf } from '../../core/time/local-date.ts'

/** A year as a strip: a bar for each set from setting to hatch, filled as far as its fertile eggs hatched. */
const props = defineProps<{ year: YearAtAGlance }>()
const store = useHatcheryStore()
const MONTHS = ['J', 'F', 'M', 'A', 'M', 'J', 'J', 'A', 'S', 'O', 'N', 'D']
const startMs = computed(() => instantOf(`${props.year.year}-01-01`, '00:00', store.hatchery.zone))
const endMs = computed(() => instantOf(`${Number(props.year.year) + 1}-01-01`, '00:00', store.hatchery.zone))
const at = (ms: number): number =>
  Math.min(100, Math.max(0, (100 * (ms - startMs.value)) / (endMs.value - startMs.value)))
/** Sets that run at the same time lie in rows of their own. */
const bars = computed(() => {
  const rowEnds: number[] = []
  return [...props.year.sets]
    .sort((a, b) => a.fromMs - b.fromMs)
    .map((past) => {
      let row = rowEnds.findIndex((end) => end <= past.fromMs)
      if (row === -1) row = rowEnds.length
      rowEnds[row] = past.toMs
      const { hatchOfFertile } = past.results
      const filled =
        past.state === 'closed' && hatchOfFertile ? hatchOfFertile.count / hatchOfFertile.of : null
      const [left, right] = [at(past.fromMs), at(past.toMs)]
      return { past, row, left, width: Math.max(1.2, right - left), filled }
    })
})
const rows = computed(() => Math.max(1, ...bars.value.map(({ row }) => row + 1)))
</script>

<template>
  <div aria-hidden="true">
    <div class="grid grid-cols-12 text-center text-xs text-ink-soft">
      <span v-for="(month, i) in MONTHS" :key="i" class="border-l border-line first:border-0">{{
        month
      }}</span>
    </div>
    <div class="relative border-t border-line" :style="{ height: `${rows * 1.1 + 0.3}rem` }">
      <span
        v-for="{ past, row, left, width, filled } in bars"
        :key="past.set.id"
        class="absolute h-3.5 overflow-hidden rounded-sm border border-lamp"
        :class="{ 'border-dashed': filled === null }"
        :style="{ left: `${left}%`, width: `${width}%`, top: `${row * 1.1 + 0.3}rem` }"
        :title="past.set.name"
      >
        <span
          v-if="filled !== null"
          class="absolute inset-y-0 left-0 bg-lamp"
          :style="{ width: `${100 * filled}%` }"
        />
      </span>
    </div>
  </div>
</template>
