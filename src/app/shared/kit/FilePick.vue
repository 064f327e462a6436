<script setup lang="ts">
import { useTemplateRef, type Component } from 'vue'

/** A key that opens the device's own choice of files; on a phone also its camera. */
const { kind = 'plain' } = defineProps<{
  accept: string
  kind?: 'next' | 'plain'
  icon?: Component
  multiple?: boolean
  disabled?: boolean
  /** Photographs come from this camera at once. */
  capture?: 'environment'
  /** What it is for, where the words on it do not say so. */
  label?: string
  /** Of the field itself: a test puts its files in there. */
  testId?: string
}>()
const emit = defineEmits<{ files: [File[]] }>()
const input = useTemplateRef('input')
function send(): void {
  const files = [...(input.value?.files ?? [])]
  // The same file again is a choice, too.
  if (input.value) input.value.value = ''
  if (files.length > 0) emit('files', files)
}
defineExpose({ open: () => input.value?.click() })
</script>

<template>
  <label
    class="press relative cursor-pointer focus-within:outline-2 focus-within:outline-offset-2 focus-within:outline-lamp"
    :class="{ 'press-lamp': kind === 'next', 'pointer-events-none opacity-60': disabled }"
    ><component :is="icon" v-if="icon" class="h-5 w-5 shrink-0" aria-hidden="true" /><slot /><input
      ref="input"
      type="file"
      class="sr-only"
      :accept="accept"
      :multiple="multiple"
      :disabled="disabled"
      :capture="capture"
      :aria-label="label"
      :data-testid="testId"
      @change="send"
  /></label>
</template>
