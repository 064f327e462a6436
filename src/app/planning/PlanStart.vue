<script setup lang="ts">
import type { DraftTiming } from '../../core/planning/plan-draft.ts'
import { localDateOf, localTimeOf, type Zone } from '../../core/time/local-date.ts'
import FewChoice from '../shared/kit/FewChoice.vue'
import SetMoment from './SetMoment.vue'
import { t } from './words.ts'

/** What is asked first: whether the eggs are in the incubator already, and since when. */
const props = defineProps<{ timing: DraftTiming; nowMs: number; zone: Zone }>()
const emit = defineEmits<{ change: [timing: DraftTiming] }>()
function choose(isIn: boolean): void {
  if (isIn === (props.timing.by === 'already')) return
  const time = localTimeOf(props.nowMs, props.zone)
  const date = localDateOf(props.nowMs, props.zone)
  emit('change', isIn ? { by: 'already', date, time } : { by: 'set', date, time: `${time.slice(0, 2)}:00` })
}
</script>

<template>
  <section class="card flex flex-col gap-3 p-5" :aria-label="t('start.question')" data-testid="plan-start">
    <FewChoice
      inline
      :label="t('start.question')"
      :options="[
        { value: false, name: t('start.notYet') },
        { value: true, name: t('start.already') },
      ]"
      :model-value="timing.by === 'already'"
      @change="choose"
    />
    <SetMoment
      v-if="timing.by === 'already'"
      :timing="timing"
      :now-ms="nowMs"
      @change="emit('change', $event)"
    />
  </section>
</template>
