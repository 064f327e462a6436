<script setup lang="ts">
import { t } from './words.ts'

/** What to do next at the bench, where no picture is shown yet. */
defineProps<{ files: boolean }>()
</script>

<template>
  <p v-if="files" class="flex h-full items-center justify-center p-8 text-center text-lg text-ink-soft">
    <span
      ><span class="hidden md:inline">{{ t('lamp.drop') }}</span
      ><span class="md:hidden">{{ t('lamp.press') }}</span> {{ t('lamp.toChoose') }}<br />{{
        t('lamp.several')
      }}</span
    >
  </p>
  <p v-else class="absolute right-0 bottom-0 left-0 bg-black/60 p-3 text-center text-lg">
    {{ t('lamp.bluntEnd') }}
    <span class="font-semibold text-lamp"
      ><span class="hidden md:inline">{{ t('lamp.space') }}</span
      ><span class="md:hidden">{{ t('keys.photograph') }}</span></span
    >{{ t('lamp.doNotLook') }}
  </p>
</template>
