<script setup lang="ts">
import { computed } from 'vue'
import { Timer } from '@lucide/vue'
import { clockLevel, type CandlingLimits, type ClockLevel } from '../../core/session/limits.ts'
import { t } from './words.ts'

/** How long this egg, the tray and the lid wait, each beside its limit; calm until it matters. */
const props = defineProps<{
  eggOutMs: number | null
  trayOutMs: number | null
  lidOffMs: number | null
  limits: CandlingLimits
}>()

const shown = computed(() =>
  [
    { name: t('clocks.egg'), ms: props.eggOutMs, limit: props.limits.eggOut },
    { name: t('clocks.tray'), ms: props.trayOutMs, limit: props.limits.trayOut },
    { name: t('clocks.lid'), ms: props.lidOffMs, limit: props.limits.lidOff },
  ].flatMap(({ name, ms, limit }) =>
    ms === null ? [] : [{ name, ms, limit, level: clockLevel(ms, limit) }],
  ),
)

const LEVEL_CLASS: Readonly<Record<ClockLevel, string>> = {
  calm: 'text-ink-soft',
  soon: 'text-lamp',
  over: 'text-ember font-bold',
}
const LEVEL_WORDS: Readonly<Record<ClockLevel, string>> = {
  calm: '',
  soon: t('clocks.soon'),
  over: t('clocks.over'),
}

function minutes(ms: number): string {
  const seconds = Math.floor(ms / 1000)
  return `${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, '0')}`
}
</script>

<template>
  <ul class="flex flex-wrap items-center gap-x-7 gap-y-1" :aria-label="t('clocks.title')">
    <li
      v-for="clock in shown"
      :key="clock.name"
      class="flex items-baseline gap-2"
      :class="LEVEL_CLASS[clock.level]"
      :data-level="clock.level"
    >
      <Timer v-if="clock.level !== 'calm'" class="h-6 w-6 self-center" aria-hidden="true" />
      <span class="text-2xl">{{ minutes(clock.ms) }}</span>
      <span
        >{{ clock.name
        }}<template v-if="clock.level === 'calm'">
          {{ ' ' }}{{ t('clocks.limit', { minutes: clock.limit }) }}</template
        ><template v-else>, {{ LEVEL_WORDS[clock.level] }}</template></span
      >
    </li>
  </ul>
</template>
