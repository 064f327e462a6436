<script setup lang="ts">
import { WORDS } from './words.ts'

/** What to do next at the bench, where no picture is shown yet. */
defineProps<{ files: boolean }>()
</script>

<template>
  <p v-if="files" class="flex h-full items-center justify-center p-8 text-center text-lg text-ink-soft">
    <span
      ><span class="hidden md:inline">{{ WORDS.dropPhotographsHereOrPress }}</span
      ><span class="md:hidden">{{ WORDS.pressTheButton }}</span> {{ WORDS.toChooseOrTakeThem }}<br />{{
        WORDS.severalAtOnceGoTo
      }}</span
    >
  </p>
  <p v-else class="absolute right-0 bottom-0 left-0 bg-black/60 p-3 text-center text-lg">
    {{ WORDS.bluntEndToTheLamp }}
    <span class="font-semibold text-lamp"
      ><span class="hidden md:inline">{{ WORDS.space }}</span
      ><span class="md:hidden">{{ WORDS.photograph }}</span></span
    >{{ WORDS.doNotLookIntoThe }}
  </p>
</template>
