<script setup lang="ts">
import { ref } from 'vue'
import type { DraftTiming } from '../../core/planning/plan-draft.ts'
import { isLikelyDate } from '../../core/time/local-date.ts'
import { setDateDoubt } from '../shared/wording.ts'
import TextField from '../shared/kit/TextField.vue'
import { t } from './words.ts'

/** Day and hour at which eggs go in, or went in; what is odd about a day is said. */
type Moment = Exclude<DraftTiming, { by: 'hatch' }>
const props = defineProps<{ timing: Moment; nowMs: number }>()
const emit = defineEmits<{ change: [timing: Moment] }>()
const doubt = ref<string | null>(null)
function setDay(changes: { date?: string; time?: string }): void {
  if (changes.date !== undefined)
    doubt.value = setDateDoubt(changes.date, props.nowMs, { isIn: props.timing.by === 'already' })
  if ((changes.date !== undefined && !isLikelyDate(changes.date)) || changes.time === '') return
  emit('change', { ...props.timing, ...changes })
}
</script>

<template>
  <div class="flex flex-wrap items-end gap-3">
    <TextField
      :label="timing.by === 'set' ? t('timing.setOn') : t('timing.since')"
      type="date"
      class="max-w-full min-w-0"
      :model-value="timing.date"
      @change="setDay({ date: $event })"
      data-testid="set-date"
    />
    <TextField
      :label="t('timing.at')"
      type="time"
      class="max-w-full min-w-0"
      :model-value="timing.time"
      @change="setDay({ time: $event })"
    />
    <p v-if="doubt" class="basis-full text-ember" role="alert">{{ doubt }}</p>
  </div>
</template>
