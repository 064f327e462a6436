<script setup lang="ts">
import { computed, useId } from 'vue'
import { Minus, Plus } from '@lucide/vue'
import { WORDS } from './words.ts'

/** A figure that a thumb moves by steps, or that is typed. */
const props = defineProps<{ label: string; step: number; digits: number }>()
const value = defineModel<number | null>({ required: true })
const id = useId()
const shown = computed(() => (value.value === null ? '' : value.value.toFixed(props.digits)))

function move(by: number): void {
  if (value.value !== null) value.value = Number((value.value + by).toFixed(props.digits))
}
function type(event: Event): void {
  const typed = Number((event.target as HTMLInputElement).value.replace(',', '.'))
  value.value = (event.target as HTMLInputElement).value.trim() === '' || Number.isNaN(typed) ? null : typed
}
</script>

<template>
  <div>
    <label :for="id" class="text-ink-soft">{{ label }}</label>
    <div class="mt-1 grid grid-cols-[4.500rem_1fr_4.500rem] gap-2">
      <button
        type="button"
        class="press min-h-16 px-0"
        :aria-label="WORDS.labelLess(label)"
        @click="move(-step)"
      >
        <Minus class="h-6 w-6" aria-hidden="true" />
      </button>
      <input
        :id="id"
        type="text"
        inputmode="decimal"
        class="field min-w-0 text-center text-2xl font-semibold"
        :value="shown"
        @change="type"
      />
      <button
        type="button"
        class="press min-h-16 px-0"
        :aria-label="WORDS.labelMore(label)"
        @click="move(step)"
      >
        <Plus class="h-6 w-6" aria-hidden="true" />
      </button>
    </div>
  </div>
</template>
