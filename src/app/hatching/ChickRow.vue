<script setup lang="ts">
import { CHICK_STATES, type ChickState } from '../../contracts/records/egg-record.ts'
import { type Egg } from '../../contracts/records/egg-state.ts'
import { CHICK_WORDS } from './chick-words.ts'
import { t } from './words.ts'

/** One chick. It is drawn anew only when its own egg changes: what is being typed elsewhere stays. */
defineProps<{ egg: Egg; place: string; out: string }>()
const emit = defineEmits<{ band: [name: string]; say: [change: { state?: ChickState; words?: string }] }>()
const text = (event: Event): string => (event.target as HTMLInputElement).value.trim()
</script>

<template>
  <li
    class="grid grid-cols-[4.5rem_1fr] items-center gap-x-3 gap-y-1 border-t border-line py-1.5 sm:grid-cols-[4.5rem_8rem_8rem_9rem_1fr]"
  >
    <span class="font-semibold">{{ place }}</span>
    <span class="text-sm text-ink-soft">{{ t('chicks.out', { when: out }) }}</span>
    <input
      class="field w-full"
      :placeholder="t('chicks.band')"
      :aria-label="t('chicks.bandOf', { place })"
      maxlength="40"
      :value="egg.band ?? ''"
      @change="emit('band', text($event))"
    />
    <select
      class="field w-full"
      :aria-label="t('chicks.conditionOf', { place })"
      :value="egg.chick?.state ?? 'well'"
      @change="emit('say', { state: ($event.target as HTMLSelectElement).value as ChickState })"
    >
      <option v-for="state in CHICK_STATES" :key="state" :value="state">{{ CHICK_WORDS[state] }}</option>
    </select>
    <input
      class="field col-span-2 w-full sm:col-span-1"
      :placeholder="egg.chick?.state === 'given-away' ? t('chicks.toWhom') : t('chicks.note')"
      :aria-label="t('chicks.noteAbout', { place })"
      maxlength="200"
      :value="egg.chick?.words ?? ''"
      @change="emit('say', { words: text($event) })"
    />
  </li>
</template>
