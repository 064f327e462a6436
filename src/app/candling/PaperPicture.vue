<script setup lang="ts">
import { onUnmounted, ref } from 'vue'
import { Image } from '@lucide/vue'
import FilePick from '../shared/kit/FilePick.vue'
import KitButton from '../shared/kit/KitButton.vue'
import { t } from './words.ts'

/** The tray's map as it was pencilled, beside the list while it is copied; it is not kept. */
const url = ref<string | null>(null)
const isLarge = ref(false)
const isBad = ref(false)
function show([file]: File[]): void {
  forget()
  isBad.value = false
  if (file) url.value = URL.createObjectURL(file)
}
function forget(): void {
  if (url.value) URL.revokeObjectURL(url.value)
  url.value = null
}
/** No picture that this browser can show. */
function refuse(): void {
  forget()
  isBad.value = true
}
onUnmounted(forget)
</script>

<template>
  <div class="flex flex-col gap-2">
    <FilePick :icon="Image" accept="image/*" test-id="paper-picture" @files="show">{{
      t('paper.picture')
    }}</FilePick>
    <p v-if="isBad" class="text-ember" role="alert">{{ t('paper.pictureBad') }}</p>
    <template v-if="url">
      <div class="max-h-96 overflow-auto rounded-xl border border-line">
        <img
          :src="url"
          :alt="t('paper.pictureOf')"
          :class="isLarge ? 'max-w-none' : 'w-full'"
          @error="refuse"
        />
      </div>
      <div class="flex flex-wrap gap-2">
        <KitButton size="desk" :aria-pressed="isLarge" @click="isLarge = !isLarge">{{
          t('paper.pictureLarge')
        }}</KitButton>
        <KitButton size="desk" kind="quiet" @click="forget">{{ t('paper.pictureAway') }}</KitButton>
      </div>
      <p class="text-sm text-ink-soft">{{ t('paper.pictureNotKept') }}</p>
    </template>
  </div>
</template>
