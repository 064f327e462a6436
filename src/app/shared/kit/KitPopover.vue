<script setup lang="ts">
import { Popover, PopoverButton, PopoverPanel } from '@headlessui/vue'

/** A few things beside the button that shows them; a press elsewhere or Escape puts them away. */
defineProps<{ buttonClass: string; panelClass: string }>()
defineSlots<{
  button: (scope: { open: boolean }) => unknown
  default: (scope: { close: () => void }) => unknown
}>()
</script>

<template>
  <Popover v-slot="{ open }">
    <PopoverButton :class="buttonClass"><slot name="button" :open="open" /></PopoverButton>
    <PopoverPanel v-slot="{ close }" :class="panelClass"><slot :close="close" /></PopoverPanel>
  </Popover>
</template>
