<script setup lang="ts">
import { onBeforeUnmount, onMounted, ref } from 'vue'
import { t } from '../words.ts'

/** Live picture of a camera on this device; `capture` gives a still of full size. */
const emit = defineEmits<{ problem: [message: string] }>()
/** Enough to see a hand come and a heart beat; more only keeps a small computer busy. */
const FRAMES_PER_SECOND = 15
const video = ref<HTMLVideoElement | null>(null)
let stream: MediaStream | null = null

onMounted(async () => {
  try {
    stream = await navigator.mediaDevices.getUserMedia({
      video: {
        facingMode: 'environment',
        width: { ideal: 1920 },
        height: { ideal: 1080 },
        frameRate: { ideal: FRAMES_PER_SECOND },
      },
      audio: false,
    })
    if (video.value) video.value.srcObject = stream
  } catch (error) {
    const refused = error instanceof DOMException && error.name === 'NotAllowedError'
    emit('problem', refused ? t('camera.notAllowed') : t('camera.none'))
  }
})
onBeforeUnmount(() => stream?.getTracks().forEach((track) => track.stop()))

async function capture(): Promise<Blob | null> {
  const element = video.value
  if (!element || element.videoWidth === 0) return null
  const canvas = document.createElement('canvas')
  canvas.width = element.videoWidth
  canvas.height = element.videoHeight
  canvas.getContext('2d')?.drawImage(element, 0, 0)
  return new Promise((resolve) => canvas.toBlob(resolve, 'image/jpeg', 0.92))
}
defineExpose({ capture, video })
</script>

<template>
  <video
    ref="video"
    autoplay
    playsinline
    muted
    class="photo h-full w-full object-contain"
    :aria-label="t('camera.live')"
  />
</template>
