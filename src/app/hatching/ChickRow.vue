<script setup lang="ts">
import { CHICK_STATES, type ChickState } from '../../contracts/records/egg-record.ts'
import { parentsOf } from '../../contracts/records/egg-kind.ts'
import { type Egg } from '../../contracts/records/egg-state.ts'
import { CHICK_WORDS } from './chick-words.ts'
import { t } from './words.ts'
import TextField from '../shared/kit/TextField.vue'
import ListChoice from '../shared/kit/ListChoice.vue'

/** One chick. It is drawn anew only when its own egg changes: what is being typed elsewhere stays. */
defineProps<{ egg: Egg; place: string; out: string }>()
const emit = defineEmits<{ band: [name: string]; say: [change: { state?: ChickState; words?: string }] }>()
</script>

<template>
  <li
    class="grid grid-cols-[4.5rem_1fr] items-center gap-x-3 gap-y-1 border-t border-line py-1.5 sm:grid-cols-[4.5rem_8rem_8rem_9rem_1fr]"
  >
    <span class="font-semibold"
      >{{ place
      }}<span v-if="parentsOf(egg)" class="block truncate text-sm font-normal">{{
        parentsOf(egg)
      }}</span></span
    >
    <span class="text-sm text-ink-soft">{{ t('chicks.out', { when: out }) }}</span>
    <TextField
      :label="t('chicks.bandOf', { place })"
      hide-label
      :model-value="egg.band ?? ''"
      @change="emit('band', $event.trim())"
      :placeholder="t('chicks.band')"
      maxlength="40"
    />
    <ListChoice
      :label="t('chicks.conditionOf', { place })"
      hide-label
      :model-value="egg.chick?.state ?? 'well'"
      @change="emit('say', { state: $event as ChickState })"
      :options="CHICK_STATES.map((state) => ({ value: state, name: CHICK_WORDS[state] }))"
    />
    <TextField
      :label="t('chicks.noteAbout', { place })"
      hide-label
      :model-value="egg.chick?.words ?? ''"
      @change="emit('say', { words: $event.trim() })"
      :placeholder="egg.chick?.state === 'given-away' ? t('chicks.toWhom') : t('chicks.note')"
      maxlength="200"
      class="col-span-2 sm:col-span-1"
    />
  </li>
</template>
