<script setup lang="ts">
/** What to do next at the bench, where no picture is shown yet. */
defineProps<{ files: boolean }>()
</script>

<template>
  <p v-if="files" class="flex h-full items-center justify-center p-8 text-center text-lg text-ink-soft">
    <span
      ><span class="hidden md:inline">Drop photographs here, or press Space</span
      ><span class="md:hidden">Press the button</span> to choose or take them.<br />Several at once go to the
      waiting eggs in order.</span
    >
  </p>
  <p v-else class="absolute right-0 bottom-0 left-0 bg-black/60 p-3 text-center text-lg">
    Blunt end to the lamp, then
    <span class="font-semibold text-lamp"
      ><span class="hidden md:inline">Space</span><span class="md:hidden">Photograph</span></span
    >. Do not look into the lamp.
  </p>
</template>
