<script setup lang="ts">
import type { Disc } from '../../../core/hatching/germinal-disc.ts'

/** A yolk seen from above with its germinal disc: a ring with a clear middle, or a dense spot with a ragged edge. */
defineProps<{ disc: Disc; label: string }>()
/** The ragged edge, drawn once by hand; the yolk is 100 wide. */
const RAGGED = 'M46 50l-3-3 4-1-1-4 4 2 2-4 2 4 4-2-1 4 4 1-3 3 3 3-4 1 1 4-4-2-2 4-2-4-4 2 1-4-4-1z'
</script>

<template>
  <svg viewBox="0 0 100 100" role="img" :aria-label="label">
    <circle cx="50" cy="50" r="46" fill="#d99a2b" />
    <circle cx="50" cy="50" r="46" fill="none" stroke="#8f5f12" stroke-width="1.5" />
    <template v-if="disc === 'fertile'">
      <circle cx="50" cy="50" r="13" fill="#f6e6bd" />
      <circle cx="50" cy="50" r="8" fill="#dfae52" />
      <circle cx="50" cy="50" r="2.2" fill="#f6e6bd" />
    </template>
    <path v-else :d="RAGGED" fill="#fbf3dc" />
  </svg>
</template>
