<script setup lang="ts">
import { Dialog, DialogPanel, DialogTitle } from '@headlessui/vue'

/** Something that is answered before anything else: Escape and a press beside it close it and change nothing. */
withDefaults(
  defineProps<{
    title: string
    open?: boolean
    /** Said to screen readers alone. */
    hideTitle?: boolean
    /** Near the upper edge, where what lies in it grows and shrinks. */
    high?: boolean
  }>(),
  { open: true },
)
const emit = defineEmits<{ close: [] }>()
</script>

<template>
  <Dialog
    :open="open"
    class="fixed inset-0 z-50 flex justify-center p-3 sm:p-4"
    :class="high ? 'items-start sm:pt-24' : 'items-center'"
    @close="emit('close')"
  >
    <div class="fixed inset-0 bg-black/70" aria-hidden="true" />
    <DialogPanel
      class="card relative max-h-full w-full max-w-xl overflow-y-auto text-ink"
      :class="high ? 'p-4' : 'p-6'"
    >
      <DialogTitle :class="hideTitle ? 'sr-only' : 'mb-3 text-2xl font-bold'">{{ title }}</DialogTitle>
      <slot />
    </DialogPanel>
  </Dialog>
</template>
