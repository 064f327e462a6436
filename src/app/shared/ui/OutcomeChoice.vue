<script setup lang="ts">
import { useId } from 'vue'
import { OUTCOMES, type Outcome } from '../../../contracts/records/egg-record.ts'
import { type Egg } from '../../../contracts/records/egg-state.ts'
import { OUTCOME_WORDS } from '../wording.ts'
import { t } from '../words.ts'

/** What became of an egg: hatched, or found when it was opened. */
defineProps<{ egg: Egg }>()
const emit = defineEmits<{ choose: [found: Outcome | null] }>()
const id = useId()

function choose(event: Event): void {
  const { value } = event.target as HTMLSelectElement
  emit('choose', OUTCOMES.find((outcome) => outcome === value) ?? null)
}
</script>

<template>
  <span class="flex items-center gap-2">
    <label :for="id" class="text-ink-soft">{{ t('outcome.label') }}</label>
    <select :id="id" class="field" :value="egg.outcome?.found ?? ''" @change="choose">
      <option value="">{{ t('outcome.unknown') }}</option>
      <option v-for="outcome in OUTCOMES" :key="outcome" :value="outcome">
        {{ OUTCOME_WORDS[outcome] }}
      </option>
    </select>
  </span>
</template>
