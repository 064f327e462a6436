<script setup lang="ts">
import { computed } from 'vue'
import { AlarmClock, Check, CircleDashed, Hourglass, Minus, Sunrise } from '@lucide/vue'
import type { EventState } from '../../../core/planning/agenda/agenda.ts'
import { WORDS } from '../words.ts'

/** How an event stands, told by shape and word, never by colour alone. */
const props = defineProps<{ state: EventState; word?: boolean }>()

const SIGNS = {
  done: { icon: Check, word: WORDS.done },
  skipped: { icon: Minus, word: WORDS.skipped },
  overdue: { icon: AlarmClock, word: WORDS.overdue },
  due: { icon: AlarmClock, word: WORDS.due },
  now: { icon: Sunrise, word: WORDS.now },
  coming: { icon: CircleDashed, word: WORDS.toCome },
  past: { icon: Hourglass, word: WORDS.past },
} as const
const sign = computed(() => SIGNS[props.state])
</script>

<template>
  <span
    class="inline-flex items-center gap-1.5"
    :class="
      state === 'overdue'
        ? 'font-semibold text-ember'
        : state === 'due' || state === 'now'
          ? 'font-semibold text-lamp'
          : 'text-ink-soft'
    "
  >
    <component :is="sign.icon" class="h-5 w-5 shrink-0" aria-hidden="true" /><span
      :class="{ 'sr-only': !word }"
      >{{ sign.word }}</span
    >
  </span>
</template>
