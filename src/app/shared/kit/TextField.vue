<script setup lang="ts">
import { computed, useId } from 'vue'

/** One line of text, a day or a time of day: label, field, then hint or error in the same place. */
const {
  type = 'text',
  label,
  hint = '',
  error = '',
  hideLabel = false,
} = defineProps<{
  label: string
  type?: 'text' | 'search' | 'date' | 'time'
  hint?: string
  /** What to write instead. */
  error?: string
  /** Said to screen readers alone, where a heading or a column says it already. */
  hideLabel?: boolean
}>()
const value = defineModel<string>()
/** As it stands when one leaves the field. */
const emit = defineEmits<{ change: [string] }>()
defineOptions({ inheritAttrs: false })
const id = useId()
const below = computed(() => error || hint)
const typed = (event: Event): string => (event.target as HTMLInputElement).value
</script>

<template>
  <div :class="$attrs['class']">
    <label :for="id" :class="{ 'sr-only': hideLabel }">{{ label }}</label>
    <input
      v-bind="{ ...$attrs, class: undefined }"
      :id="id"
      :type="type"
      class="field block w-full"
      :class="{ 'mt-1': !hideLabel }"
      :value="value"
      :aria-invalid="error !== '' || undefined"
      :aria-describedby="below ? `${id}-below` : undefined"
      @input="value = typed($event)"
      @change="emit('change', typed($event))"
    />
    <p
      v-if="below"
      :id="`${id}-below`"
      class="mt-1 text-sm"
      :class="error ? 'text-ember' : 'text-ink-soft'"
      :role="error ? 'alert' : undefined"
    >
      {{ below }}
    </p>
  </div>
</template>
