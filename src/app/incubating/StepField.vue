<script setup lang="ts">
import { Minus, Plus } from '@lucide/vue'
import NumberField from '../shared/kit/NumberField.vue'
import { t } from './words.ts'
import KitButton from '../shared/kit/KitButton.vue'

/** A figure that a thumb moves by steps, or that is typed. It begins empty: only what was read is saved. */
const props = defineProps<{
  label: string
  step: number
  digits: number
  /** Where steps begin while nothing stands there: what was read last, or what it should be. */
  from: number
}>()
const value = defineModel<number | null>({ required: true })

function move(by: number): void {
  const now = value.value
  const next = now === null || Number.isNaN(now) ? props.from : now + by
  value.value = Number(next.toFixed(props.digits))
}
</script>

<template>
  <div
    class="grid grid-cols-[4.500rem_minmax(0,1fr)_4.500rem] items-end gap-2 tight:grid-cols-[3rem_minmax(0,1fr)_3rem]"
  >
    <KitButton size="tall" class="px-0" :aria-label="t('step.less', { what: label })" @click="move(-step)">
      <Minus class="h-6 w-6" aria-hidden="true" />
    </KitButton>
    <NumberField
      v-model="value"
      :label="label"
      :placeholder="`${from.toFixed(digits)}?`"
      class="w-full min-w-0"
      tall
    />
    <KitButton size="tall" class="px-0" :aria-label="t('step.more', { what: label })" @click="move(step)">
      <Plus class="h-6 w-6" aria-hidden="true" />
    </KitButton>
  </div>
</template>
