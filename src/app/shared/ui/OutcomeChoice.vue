<script setup lang="ts">
import { OUTCOMES, type Outcome } from '../../../contracts/records/egg-record.ts'
import { type Egg } from '../../../contracts/records/egg-state.ts'
import ListChoice from '../kit/ListChoice.vue'
import { OUTCOME_WORDS } from '../wording.ts'
import { t } from '../words.ts'

/** What became of an egg: hatched, or found when it was opened. */
defineProps<{ egg: Egg }>()
const emit = defineEmits<{ choose: [found: Outcome | null] }>()
const options = [
  { value: null, name: t('outcome.unknown') },
  ...OUTCOMES.map((value) => ({ value, name: OUTCOME_WORDS[value] })),
]
</script>

<template>
  <ListChoice
    class="w-56"
    :label="t('outcome.label')"
    :options="options"
    :model-value="egg.outcome?.found ?? null"
    @change="emit('choose', $event)"
  />
</template>
