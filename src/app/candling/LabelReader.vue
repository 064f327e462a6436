<script setup lang="ts">
import { onMounted, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { QrCode } from '@lucide/vue'
import { useIntervalFn } from '@vueuse/core'
import jsQR from 'jsqr'
import type { Egg } from '../../contracts/egg-record.ts'
import { readLabelCode, type Label } from '../../contracts/label-code.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import CameraView from './CameraView.vue'

/** The camera reads a tray’s or an egg’s label, and the bench goes there. Numbers on the shell stay the fallback. */
const emit = defineEmits<{ tray: [id: string]; egg: [egg: Egg] }>()
const store = useHatcheryStore()
const router = useRouter()
const route = useRoute()
const isOpen = ref(false)
const camera = ref<InstanceType<typeof CameraView> | null>(null)
const HINT = 'Hold a label before the camera.'
const words = ref(HINT)
/** Enough for a code that fills a third of the picture. */
const WIDTH_PX = 640
const EVERY_MS = 250
const canvas = document.createElement('canvas')

const { pause, resume } = useIntervalFn(look, EVERY_MS, { immediate: false })
function open(): void {
  words.value = HINT
  isOpen.value = true
  resume()
}
function close(): void {
  isOpen.value = false
  pause()
}
function look(): void {
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
  if (!seen) return
  const label = readLabelCode(seen.data)
  if (!label) words.value = 'This code is none of Perlumen’s labels.'
  else go(label)
}

function go(label: Label): void {
  const set = store.sets.find(({ id, trayIds }) =>
    label.kind === 'tray'
      ? trayIds.includes(label.id)
      : (store.eggsBySet.get(id) ?? []).some((egg) => egg.id === label.id),
  )
  if (!set) {
    words.value = 'There is no such tray or egg in this book.'
    return
  }
  close()
  if (route.params['setId'] === set.id) show(label)
  else void router.push({ name: 'bench', params: { setId: set.id }, query: { [label.kind]: label.id } })
}
function show({ kind, id }: Label): void {
  if (kind === 'tray') return emit('tray', id)
  const egg = store.eggs.find((one) => one.id === id)
  if (egg) emit('egg', egg)
}
// From another set's bench, whose camera read the label.
onMounted(() => {
  const { tray, egg } = route.query
  if (typeof tray === 'string') show({ kind: 'tray', id: tray })
  else if (typeof egg === 'string') show({ kind: 'egg', id: egg })
})
</script>

<template>
  <button type="button" class="press mb-2 min-h-11 py-1" @click="open">
    <QrCode class="h-5 w-5" aria-hidden="true" /> Read a label
  </button>
  <div
    v-if="isOpen"
    class="fixed inset-0 z-40 flex flex-col bg-black"
    role="dialog"
    aria-modal="true"
    aria-label="Read a label"
    data-testid="label-reader"
    @keydown.esc="close"
  >
    <div class="min-h-0 grow"><CameraView ref="camera" @problem="words = $event" /></div>
    <div class="flex flex-wrap items-center justify-between gap-3 p-3">
      <p role="status">{{ words }}</p>
      <button type="button" class="press" @click="close">Close</button>
    </div>
  </div>
</template>
