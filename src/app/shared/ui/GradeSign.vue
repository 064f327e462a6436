<script setup lang="ts">
import type { SuggestedGrade } from '../../../core/grade-names.ts'
import { GRADE_WORDS } from '../wording.ts'

// Signs told apart by shape alone: a branching vessel, an empty round, a ring with its dot, a struck-out spot, a question.
defineProps<{ grade: SuggestedGrade }>()
</script>

<template>
  <svg
    viewBox="0 0 24 24"
    class="inline-block"
    fill="none"
    stroke="currentColor"
    stroke-width="2.2"
    stroke-linecap="round"
    role="img"
    :aria-label="GRADE_WORDS[grade]"
  >
    <g v-if="grade === 'developing'">
      <path d="M12 21v-7M12 14l-6-7M12 14l6-7M12 14V4M8.5 10l-4.5 1M15.5 10l4.5 1" />
    </g>
    <circle v-else-if="grade === 'clear'" cx="12" cy="12" r="8" stroke-dasharray="1 4.6" />
    <g v-else-if="grade === 'blood-ring'">
      <circle cx="12" cy="12" r="8" stroke-width="3" />
      <circle cx="12" cy="12" r="1.2" fill="currentColor" />
    </g>
    <g v-else-if="grade === 'quitter'">
      <circle cx="12" cy="12" r="5" fill="currentColor" stroke="none" />
      <path d="M3 21 21 3" />
    </g>
    <path v-else d="M8 9a4 4 0 1 1 5.5 3.700c-1 .5-1.5 1.2-1.5 2.300M12 19.500v.01" />
  </svg>
</template>
