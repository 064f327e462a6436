<script setup lang="ts">
import { computed } from 'vue'
import { LEAVINGS, type Leaving } from '../../contracts/records/egg-record.ts'
import type { SuggestedGrade } from '../../core/grade-names.ts'
import ListChoice from '../shared/kit/ListChoice.vue'
import { LEAVING_WORDS } from '../shared/wording.ts'
import { t } from './words.ts'

/** Whether an egg of the paper left then, and why; by its grade only where that is a dead one. */
const props = defineProps<{ label: string; grade: SuggestedGrade | null; out: Leaving | null }>()
const emit = defineEmits<{ change: [Leaving | null] }>()
const isDead = computed(
  () => props.grade !== null && props.grade !== 'developing' && props.grade !== 'unsure',
)
const options = computed(() => [
  ...(props.grade === null ? [] : [{ value: 'stays' as const, name: t('paper.stays') }]),
  ...LEAVINGS.filter((why) => why !== 'graded' || isDead.value).map((value) => ({
    value,
    name: value === 'graded' ? t('paper.takenOut') : LEAVING_WORDS[value],
  })),
])
</script>

<template>
  <ListChoice
    hide-label
    :label="label"
    :options="options"
    :model-value="out ?? 'stays'"
    @change="emit('change', $event === 'stays' ? null : $event)"
  />
</template>
