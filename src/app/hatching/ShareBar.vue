<script setup lang="ts">
import type { Share } from '../../core/statistics/share.ts'

/** A share as a mark, and as a bar as far as it may really lie. */
defineProps<{ share: Share | null }>()
</script>

<template>
  <svg
    v-if="share"
    viewBox="0 0 100 8"
    preserveAspectRatio="none"
    class="mt-1 block h-2 w-full max-w-32"
    aria-hidden="true"
  >
    <rect x="0" y="3.5" width="100" height="1" fill="var(--line)" />
    <rect
      :x="100 * share.low"
      y="2"
      :width="Math.max(1, 100 * (share.high - share.low))"
      height="4"
      fill="var(--lamp)"
      fill-opacity="0.4"
    />
    <rect :x="(100 * share.count) / share.of - 1" y="0" width="2" height="8" fill="var(--ink)" />
  </svg>
</template>
