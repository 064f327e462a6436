<script setup lang="ts">
import { computed } from 'vue'
import { RouterLink } from 'vue-router'
import type { IncubatorNow } from '../../domain/incubator-now.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import { useClockStore } from '../shared/clock.ts'
import { t } from './words.ts'
import { clockTime } from '../shared/clock-time.ts'
import KitButton from '../shared/kit/KitButton.vue'

/** Rounds that are due, as things to do today. */
const props = defineProps<{ incubators: readonly IncubatorNow[] }>()
const store = useHatcheryStore()
const clock = useClockStore()
const at = (atMs: number): string => clockTime(atMs, store.hatchery.zone)
const since = (atMs: number): string => `${atMs > clock.nowMs ? 'at' : 'since'} ${at(atMs)}`
const due = computed(() =>
  props.incubators.flatMap(({ incubator, round, turning, alarms, sets }) => {
    const turnMs = turning?.dueMs ?? null
    const dueMs = turnMs ?? round?.dueMs ?? null
    if (dueMs === null) return []
    const more = [
      turnMs !== null ? t('round.turn', { when: since(turnMs) }) : '',
      alarms.some(({ code }) => code === 'water') ? t('round.water') : '',
      round?.dueMs ? t('round.check', { when: since(round.dueMs) }) : '',
    ].filter(Boolean)
    return [{ incubator, words: more.join('; '), sets: sets.map(({ name }) => name).join(', ') }]
  }),
)
</script>

<template>
  <li
    v-for="{ incubator, words, sets } in due"
    :key="incubator.id"
    class="card grid grid-cols-[minmax(0,1fr)] items-center gap-x-5 gap-y-2 border-lamp p-4 md:grid-cols-[minmax(0,1fr)_auto]"
    data-testid="round-due"
  >
    <div>
      <p class="text-xl">
        <span class="font-bold">{{ t('round.title') }}</span>,
        <RouterLink
          :to="{ name: 'incubator', params: { incubatorId: incubator.id } }"
          class="underline decoration-line underline-offset-4 hover:decoration-lamp"
          >{{ incubator.name }}</RouterLink
        >
      </p>
      <p class="text-ink-soft">{{ words }}; {{ sets }}</p>
    </div>
    <KitButton
      :to="{ name: 'round', params: { incubatorId: incubator.id } }"
      kind="next"
      size="big"
      class="px-6 text-lg"
      >{{ t('round.start') }}</KitButton
    >
  </li>
</template>
