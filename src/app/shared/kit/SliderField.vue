<script setup lang="ts">
import { useId } from 'vue'

/** A figure on a scale, moved by hand or with the arrow keys. */
defineProps<{ label: string; least: number; most: number; step?: number; hideLabel?: boolean }>()
const value = defineModel<number>({ required: true })
defineOptions({ inheritAttrs: false })
const id = useId()
</script>

<template>
  <div :class="$attrs['class']">
    <label :for="id" :class="{ 'sr-only': hideLabel }">{{ label }}</label>
    <input
      v-bind="{ ...$attrs, class: undefined }"
      :id="id"
      type="range"
      class="block h-11 w-full accent-lamp"
      :min="least"
      :max="most"
      :step="step ?? 1"
      :value="value"
      @input="value = Number(($event.target as HTMLInputElement).value)"
    />
  </div>
</template>
