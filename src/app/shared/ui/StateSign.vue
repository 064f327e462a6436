<script setup lang="ts">
import { computed } from 'vue'
import { AlarmClock, Check, CircleDashed, Hourglass, Minus, Sunrise } from '@lucide/vue'
import type { EventState } from '../../../core/planning/agenda/agenda.ts'
import { t } from '../words.ts'

/** How an event stands, told by shape and word, never by colour alone. */
const props = defineProps<{ state: EventState; word?: boolean }>()

const SIGNS = {
  done: { icon: Check, word: t('state.done') },
  skipped: { icon: Minus, word: t('state.skipped') },
  overdue: { icon: AlarmClock, word: t('state.overdue') },
  due: { icon: AlarmClock, word: t('state.due') },
  now: { icon: Sunrise, word: t('state.now') },
  coming: { icon: CircleDashed, word: t('state.toCome') },
  past: { icon: Hourglass, word: t('state.past') },
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
