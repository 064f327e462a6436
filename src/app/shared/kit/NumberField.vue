<script setup lang="ts">
import { computed, ref, useId, watch } from 'vue'
import { typedNumber } from '../../../core/typed-number.ts'
import { t } from '../words.ts'

/**
 * A figure as the keeper writes it, with a comma or a point. Its value is null while nothing stands there, and NaN while
 * what stands there is no number, which is said at the field.
 */
const props = withDefaults(
  defineProps<{
    label: string
    /** Written behind the label. */
    unit?: string
    placeholder?: string
    width?: string
    disabled?: boolean
  }>(),
  { unit: '', placeholder: '', width: 'w-28', disabled: false },
)
const value = defineModel<number | null>({ required: true })
const id = useId()
const text = ref('')
watch(
  value,
  (now) => {
    if (!Object.is(typedNumber(text.value), now)) text.value = now === null ? '' : String(now)
  },
  { immediate: true },
)
const isWrong = computed(() => Number.isNaN(value.value))
function type(event: Event): void {
  text.value = (event.target as HTMLInputElement).value
  value.value = typedNumber(text.value)
}
</script>

<template>
  <div>
    <label :for="id">{{ label }}<template v-if="props.unit">, {{ unit }}</template></label>
    <input
      :id="id"
      type="text"
      inputmode="decimal"
      autocomplete="off"
      class="field mt-1 block text-ink"
      :class="width"
      :value="text"
      :placeholder="placeholder"
      :disabled="disabled"
      :aria-invalid="isWrong"
      :aria-describedby="isWrong ? `${id}-wrong` : undefined"
      @input="type"
    />
    <p v-if="isWrong" :id="`${id}-wrong`" class="mt-1 text-sm text-ember" role="alert">
      {{ t('number.wrong', { text: text.trim() }) }}
    </p>
  </div>
</template>
