<script setup lang="ts">
import { computed, ref, useId, watch } from 'vue'
import { typedNumber } from '../../../core/typed-number.ts'
import { t } from '../words.ts'

/**
 * A figure as the keeper writes it, with a comma or a point. Its value is null while nothing stands there, and NaN while
 * what stands there is no number, which is said at the field, as is what lies outside of its bounds.
 */
const {
  unit = '',
  least,
  most,
  error = '',
  required = false,
  positive = false,
} = defineProps<{
  label: string
  /** Written behind the label. */
  unit?: string
  least?: number
  most?: number
  /** More than nothing. */
  positive?: boolean
  placeholder?: string
  disabled?: boolean
  /** It may not be left empty. */
  required?: boolean
  /** For a knuckle: large, and read from afar. */
  tall?: boolean
  /** What is wrong with it besides. */
  error?: string
  hideLabel?: boolean
}>()
const value = defineModel<number | null>()
/** When one leaves the field: a number within the bounds. */
const emit = defineEmits<{ change: [number]; emptied: [] }>()
defineOptions({ inheritAttrs: false })
const id = useId()
const text = ref('')
watch(
  value,
  (now) => {
    if (!Object.is(typedNumber(text.value), now)) text.value = now == null ? '' : String(now)
  },
  { immediate: true },
)
const typed = computed(() => typedNumber(text.value))
const isEmptied = ref(false)
/** What is wrong with what stands there; empty where nothing is. */
const refusal = computed(() => {
  const figure = typed.value
  if (figure === null) return isEmptied.value ? t('number.missing') : ''
  if (Number.isNaN(figure)) return t('number.wrong', { text: text.value.trim() })
  if (positive && figure <= 0) return t('number.positive')
  const [isBelow, isAbove] = [least !== undefined && figure < least, most !== undefined && figure > most]
  if (!isBelow && !isAbove) return ''
  if (least === undefined) return t('number.atMost', { most: most! })
  return most === undefined ? t('number.atLeast', { least }) : t('number.between', { least, most })
})
const wrong = computed(() => refusal.value || error)
function type(event: Event): void {
  text.value = (event.target as HTMLInputElement).value
  value.value = typed.value
}
function leave(): void {
  isEmptied.value = required && typed.value === null
  if (typed.value === null) emit('emptied')
  else if (refusal.value === '') emit('change', typed.value)
}
</script>

<template>
  <div :class="$attrs['class']">
    <label :for="id" :class="{ 'sr-only': hideLabel }"
      >{{ label }}<template v-if="unit">, {{ unit }}</template></label
    >
    <input
      v-bind="{ ...$attrs, class: undefined }"
      :id="id"
      type="text"
      inputmode="decimal"
      autocomplete="off"
      class="field block w-full text-ink"
      :class="[hideLabel ? '' : 'mt-1', tall ? 'min-h-16 text-center text-2xl font-semibold' : '']"
      :value="text"
      :placeholder="placeholder"
      :disabled="disabled"
      :aria-required="required || undefined"
      :aria-invalid="wrong !== '' || undefined"
      :aria-describedby="wrong ? `${id}-wrong` : undefined"
      @input="type"
      @change="leave"
    />
    <p v-if="wrong" :id="`${id}-wrong`" class="mt-1 text-sm text-ember" role="alert">{{ wrong }}</p>
  </div>
</template>
