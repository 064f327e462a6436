<script setup lang="ts" generic="T extends string | number | boolean | null">
import { computed, ref } from 'vue'
import { Listbox, ListboxButton, ListboxLabel, ListboxOption, ListboxOptions } from '@headlessui/vue'
import { Check, ChevronDown } from '@lucide/vue'
import { useEventListener } from '@vueuse/core'

/** One of a list that is opened: for six to twelve, or where there is little room. */
const { options, placeholder = '' } = defineProps<{
  label: string
  options: ReadonlyArray<{ value: T; name: string; disabled?: boolean }>
  /** Said while nothing of the list is chosen. */
  placeholder?: string
  /** Said to screen readers alone. */
  hideLabel?: boolean
  disabled?: boolean
  error?: string
}>()
const model = defineModel<T>()
/** Chosen by a person. */
const emit = defineEmits<{ change: [T] }>()
defineOptions({ inheritAttrs: false })
const shown = computed(() => options.find(({ value }) => value === model.value)?.name ?? placeholder)
/** The button that opened it. */
let opener: Element | null = null
const place = ref<Record<string, string>>({})
const ROOM_PX = 300
/** It lies over everything: a table that scrolls must not cut it off. Near the lower edge it opens upwards. */
function lay(): void {
  if (!opener) return
  const { left, top, bottom, width } = opener.getBoundingClientRect()
  const below = innerHeight - bottom
  const isUp = below < ROOM_PX && top > below
  place.value = {
    left: `${left}px`,
    minWidth: `${width}px`,
    maxHeight: `${Math.min(ROOM_PX, (isUp ? top : below) - 8)}px`,
    ...(isUp ? { bottom: `${innerHeight - top + 4}px` } : { top: `${bottom + 4}px` }),
  }
}
function open(event: Event): void {
  opener = event.currentTarget as Element
  lay()
}
useEventListener(window, ['scroll', 'resize'], lay, { capture: true, passive: true })
function choose(value: T): void {
  model.value = value
  emit('change', value)
}
</script>

<template>
  <Listbox
    as="div"
    class="relative min-w-0"
    :class="$attrs['class']"
    :model-value="model"
    :disabled="disabled"
    @update:model-value="choose"
  >
    <ListboxLabel class="block" :class="hideLabel ? 'sr-only' : 'mb-1'">{{ label }}</ListboxLabel>
    <ListboxButton
      v-bind="{ ...$attrs, class: undefined }"
      @click="open"
      @keydown="open"
      class="field flex w-full items-center justify-between gap-2 text-left disabled:opacity-40"
      ><span class="min-w-0 truncate" :class="{ 'text-ink-soft': !shown }">{{ shown || '…' }}</span
      ><ChevronDown class="h-4 w-4 shrink-0 text-ink-soft" aria-hidden="true"
    /></ListboxButton>
    <ListboxOptions
      class="fixed z-50 w-max max-w-[min(24rem,90vw)] overflow-y-auto rounded-lg border border-lamp bg-panel py-1 text-base text-ink shadow-lg"
      :style="place"
    >
      <ListboxOption
        v-for="one in options"
        :key="String(one.value)"
        v-slot="{ active, selected }"
        :value="one.value"
        :disabled="one.disabled"
        as="template"
        ><li
          class="flex min-h-11 cursor-pointer items-center gap-2 px-3 py-1"
          :class="{ 'bg-lamp-soft text-lamp': active, 'opacity-50': one.disabled }"
        >
          <Check class="h-4 w-4 shrink-0" :class="{ invisible: !selected }" aria-hidden="true" /><span>{{
            one.name
          }}</span>
        </li></ListboxOption
      >
    </ListboxOptions>
    <p v-if="error" class="mt-1 text-sm text-ember" role="alert">{{ error }}</p>
  </Listbox>
</template>
