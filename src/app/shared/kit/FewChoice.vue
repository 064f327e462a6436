<script setup lang="ts" generic="T extends string | number | boolean">
import { RadioGroup, RadioGroupDescription, RadioGroupLabel, RadioGroupOption } from '@headlessui/vue'

/** One of up to five, all of them seen. */
defineProps<{
  label: string
  options: ReadonlyArray<{ value: T; name: string; what?: string; disabled?: boolean }>
  /** Side by side, or one below the other. */
  inline?: boolean
  hideLabel?: boolean
  disabled?: boolean
}>()
const model = defineModel<T | null>()
/** Chosen by a person. */
const emit = defineEmits<{ change: [T] }>()
function choose(value: T): void {
  model.value = value
  emit('change', value)
}
/** Space on what is chosen already chooses nothing: it is the page's own key. */
function letThrough(event: KeyboardEvent): void {
  if (!(event.target as HTMLElement).matches('[aria-checked="true"]')) return
  event.stopPropagation()
  event.preventDefault()
  // Behind a dialog the page's keys rest.
  if ((event.target as HTMLElement).closest('[role="dialog"]')) return
  window.dispatchEvent(new KeyboardEvent('keydown', { key: event.key, cancelable: true }))
}
</script>

<template>
  <RadioGroup
    :model-value="model ?? undefined"
    :disabled="disabled"
    @update:model-value="choose"
    @keydown.space.capture="letThrough"
  >
    <RadioGroupLabel class="block" :class="hideLabel ? 'sr-only' : 'mb-1'">{{ label }}</RadioGroupLabel>
    <div class="flex" :class="inline ? 'flex-wrap gap-x-5' : 'flex-col'">
      <RadioGroupOption
        v-for="one in options"
        :key="String(one.value)"
        v-slot="{ checked }"
        :value="one.value"
        :disabled="one.disabled ?? false"
        as="template"
        ><div
          class="flex min-h-11 cursor-pointer items-start gap-2 py-1.5 aria-disabled:cursor-default aria-disabled:opacity-40"
        >
          <span
            class="mt-1 grid h-5 w-5 shrink-0 place-items-center rounded-full border-2"
            :class="checked ? 'border-lamp' : 'border-ink-soft'"
            aria-hidden="true"
            ><span v-if="checked" class="h-2.5 w-2.5 rounded-full bg-lamp" /></span
          ><span class="min-w-0 self-center"
            ><RadioGroupLabel as="span"
              ><slot name="option" :value="one.value">{{ one.name }}</slot></RadioGroupLabel
            ><RadioGroupDescription v-if="one.what" as="span" class="block text-sm text-ink-soft">{{
              one.what
            }}</RadioGroupDescription></span
          >
        </div></RadioGroupOption
      >
    </div>
    <slot />
  </RadioGroup>
</template>
