<script setup lang="ts">
/** What each sign of a chart stands for, in words beside the sign as it is drawn. */
export interface LegendEntry {
  label: string
  colour: string
  sign: 'thin' | 'thick' | 'dashed' | 'dotted' | 'dot' | 'square' | 'diamond' | 'band'
}
defineProps<{ entries: readonly LegendEntry[] }>()
const WIDTHS = { thin: 1, thick: 3, dashed: 2, dotted: 1.5 } as const
const DASHES = { dashed: '5 3', dotted: '1.5 2.5' } as const
</script>

<template>
  <ul class="mt-2 flex flex-wrap gap-x-5 gap-y-1 text-sm text-ink-soft" data-testid="chart-legend">
    <li v-for="{ label, colour, sign } in entries" :key="label" class="flex items-center gap-2">
      <svg width="24" height="12" aria-hidden="true" class="shrink-0">
        <circle v-if="sign === 'dot'" cx="12" cy="6" r="3.5" :fill="colour" />
        <rect v-else-if="sign === 'square'" x="8.5" y="2.5" width="7" height="7" :fill="colour" />
        <path v-else-if="sign === 'diamond'" d="M12 1l5 5-5 5-5-5z" :fill="colour" />
        <rect v-else-if="sign === 'band'" x="0" y="1" width="24" height="10" :fill="colour" />
        <line
          v-else
          x1="0"
          y1="6"
          x2="24"
          y2="6"
          :stroke="colour"
          :stroke-width="WIDTHS[sign]"
          :stroke-dasharray="sign === 'dashed' || sign === 'dotted' ? DASHES[sign] : undefined"
        />
      </svg>
      {{ label }}
    </li>
  </ul>
</template>
