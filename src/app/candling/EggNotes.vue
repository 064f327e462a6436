<script setup lang="ts">
import { useIntervalFn } from '@vueuse/core'
import { computed, ref } from 'vue'
import { Mic } from '@lucide/vue'
import { notesOf, spokenOf } from '../../contracts/records/egg-state.ts'
import { type Egg } from '../../contracts/records/egg-state.ts'
import { count } from '../shared/wording.ts'
import { t } from './words.ts'

/** What is noted of the egg at hand, and what is just being named or spoken. */
const props = defineProps<{ egg: Egg; marking: string | null; speakingSinceMs: number | null }>()
const said = computed(() => {
  const spoken = spokenOf(props.egg).length
  return [...notesOf(props.egg).map(({ text }) => text), ...(spoken > 0 ? [count(spoken, 'spokenNote')] : [])]
})
const nowMs = ref(Date.now())
useIntervalFn(() => {
  nowMs.value = Date.now()
}, 500)
const seconds = computed(() =>
  props.speakingSinceMs === null ? 0 : Math.max(0, Math.floor((nowMs.value - props.speakingSinceMs) / 1000)),
)
</script>

<template>
  <div class="text-lg text-ink-soft">
    <p v-if="marking || said.length > 0" aria-live="polite" data-testid="marks">
      {{ t('notes.noted', { words: said.join(', ') })
      }}<template v-if="marking"
        ><template v-if="said.length > 0">, </template
        ><strong class="text-lamp">{{ marking }}</strong></template
      >
    </p>
    <p
      v-if="speakingSinceMs !== null"
      class="flex items-center gap-2 font-semibold text-lamp"
      role="status"
      data-testid="listening"
    >
      <Mic class="h-6 w-6" aria-hidden="true" /> {{ t('notes.listening', { seconds }) }}
    </p>
  </div>
</template>
