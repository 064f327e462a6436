<script setup lang="ts">
import { onScopeDispose, ref, watch } from 'vue'
import type { EggModel } from '../../core/simulate/egg-model.ts'
import { useDevicesStore } from '../shared/devices.ts'
import { stageShot } from './stage-shots.ts'

/** One drawn egg of a class's tray. What it is stays unsaid. */
const props = defineProps<{ egg: EggModel; ageDays: number; label: string }>()
const SIDE_PX = 420
const { workers } = useDevicesStore()
const url = ref<string | null>(null)
let stop = new AbortController()
function giveBack(): void {
  if (url.value) URL.revokeObjectURL(url.value)
  url.value = null
}
watch(
  () => [props.egg, props.ageDays] as const,
  async ([egg, ageDays]) => {
    stop.abort()
    stop = new AbortController()
    const { signal } = stop
    giveBack()
    const photo = await workers.render({ egg, ageDays, shot: stageShot(SIDE_PX) }, signal).catch(() => null)
    if (!signal.aborted && photo) url.value = URL.createObjectURL(photo)
  },
  { immediate: true },
)
onScopeDispose(() => {
  stop.abort()
  giveBack()
})
</script>

<template>
  <img v-if="url" :src="url" class="photo h-full w-full" :alt="label" />
</template>
