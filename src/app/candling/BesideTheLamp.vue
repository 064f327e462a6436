<script setup lang="ts">
/** What is to be done while no egg is at the lamp, large enough to be read from beside the incubator. */
defineProps<{ title: string; text: string }>()
</script>

<template>
  <div class="flex min-h-0 flex-col items-center justify-center-safe gap-3 overflow-y-auto text-center">
    <h2 class="text-3xl font-bold text-ink-soft sm:text-5xl">{{ title }}</h2>
    <p class="text-xl text-ink-soft sm:text-2xl">{{ text }}</p>
    <slot />
  </div>
</template>
