<script setup lang="ts">
import { placeLabel } from '../../core/tray/layout.ts'
import type { PlaceResults } from '../../domain/results-of-book.ts'
import { t } from './words.ts'

/**
 * Of the fertile eggs in each place of a tray, how many hatched, over all sets that lay there. Dark is what is bad also at
 * best, by the interval: one egg alone darkens little.
 */
const props = defineProps<{ map: PlaceResults }>()
const label = (row: number, column: number): string =>
  placeLabel({ ...props.map, numbering: 'letter-rows' }, { row, column })
</script>

<template>
  <div class="min-w-0">
    <h3 class="font-semibold">
      {{ map.incubator }}
      <span class="font-normal text-ink-soft">{{
        t('places.trays', { rows: map.rows, columns: map.columns })
      }}</span>
    </h3>
    <div
      class="mt-1 grid gap-1"
      :style="{ gridTemplateColumns: `repeat(${map.columns}, minmax(0, 4rem))` }"
      role="list"
      :aria-label="t('places.label', { incubator: map.incubator })"
    >
      <template v-for="(row, r) in map.places" :key="r">
        <span
          v-for="(share, c) in row"
          :key="c"
          role="listitem"
          class="relative flex h-11 flex-col items-center justify-center overflow-hidden rounded border border-line text-xs leading-tight"
          :aria-label="`${label(r, c)}: ${share ? t('places.hatched', { hatched: share.count, fertile: share.of }) : t('places.none')}`"
        >
          <span
            class="absolute inset-0 bg-ember"
            :style="{ opacity: share ? 0.7 * (1 - share.high) : 0 }"
            aria-hidden="true"
          />
          <span class="relative font-semibold">{{ label(r, c) }}</span>
          <span class="relative">{{ share ? `${share.count}/${share.of}` : '–' }}</span>
        </span>
      </template>
    </div>
  </div>
</template>
