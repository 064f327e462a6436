<script setup lang="ts">
import { useId } from 'vue'

/** Several lines of text. */
defineProps<{ label: string; rows?: number }>()
const value = defineModel<string>()
/** As it stands when one leaves the field. */
const emit = defineEmits<{ change: [string] }>()
defineOptions({ inheritAttrs: false })
const id = useId()
const typed = (event: Event): string => (event.target as HTMLTextAreaElement).value
</script>

<template>
  <div :class="$attrs['class']">
    <label :for="id">{{ label }}</label>
    <textarea
      v-bind="{ ...$attrs, class: undefined }"
      :id="id"
      class="field mt-1 w-full"
      :rows="rows ?? 2"
      :value="value"
      @input="value = typed($event)"
      @change="emit('change', typed($event))"
    />
  </div>
</template>
