<script setup lang="ts">
import { ref } from 'vue'
import { useIntervalFn } from '@vueuse/core'
import jsQR from 'jsqr'
import CameraView from './CameraView.vue'
import { t } from '../words.ts'
import KitButton from '../kit/KitButton.vue'

/** The whole screen is this device's camera until it has read a code, or somebody closes it. */
defineProps<{ label: string; words: string }>()
const emit = defineEmits<{ code: [text: string]; close: [] }>()
const camera = ref<InstanceType<typeof CameraView> | null>(null)
const problem = ref('')
/** Enough for a code that fills a third of the picture. */
const WIDTH_PX = 800
const EVERY_MS = 250
const canvas = document.createElement('canvas')

useIntervalFn(() => {
  const video = camera.value?.video
  if (!video || video.videoWidth === 0) return
  const scale = Math.min(1, WIDTH_PX / video.videoWidth)
  canvas.width = Math.round(video.videoWidth * scale)
  canvas.height = Math.round(video.videoHeight * scale)
  const context = canvas.getContext('2d', { willReadFrequently: true })
  if (!context) return
  context.drawImage(video, 0, 0, canvas.width, canvas.height)
  const { data } = context.getImageData(0, 0, canvas.width, canvas.height)
  const seen = jsQR(data, canvas.width, canvas.height)
  if (seen) emit('code', seen.data)
}, EVERY_MS)
</script>

<template>
  <div
    class="fixed inset-0 z-50 flex flex-col bg-black"
    role="dialog"
    aria-modal="true"
    :aria-label="label"
    data-testid="code-reader"
    @keydown.esc="emit('close')"
  >
    <div class="min-h-0 grow"><CameraView ref="camera" @problem="problem = $event" /></div>
    <div class="flex flex-wrap items-center justify-between gap-3 p-3 text-ink">
      <p role="status">{{ problem || words }}</p>
      <KitButton @click="emit('close')">{{ t('common.close') }}</KitButton>
    </div>
  </div>
</template>
