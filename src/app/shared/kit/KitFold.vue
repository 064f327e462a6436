<script setup lang="ts">
import { Disclosure, DisclosureButton, DisclosurePanel } from '@headlessui/vue'
import { ChevronRight } from '@lucide/vue'

/** What is not needed at once, behind its title. */
defineProps<{ title: string; startsOpen?: boolean }>()
</script>

<template>
  <Disclosure v-slot="{ open }" as="div" :default-open="startsOpen ?? false">
    <DisclosureButton class="flex min-h-11 items-center gap-1.5 text-left hover:text-lamp"
      ><ChevronRight
        class="h-4 w-4 shrink-0 text-ink-soft motion-safe:transition-transform motion-safe:duration-100"
        :class="{ 'rotate-90': open }"
        aria-hidden="true"
      />{{ title }}</DisclosureButton
    >
    <DisclosurePanel><slot /></DisclosurePanel>
  </Disclosure>
</template>
