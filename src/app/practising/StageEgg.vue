<script setup lang="ts">
import { onScopeDispose, ref, watch } from 'vue'
import { useDevicesStore } from '../shared/devices.ts'
import type { Shell, SpeciesName } from '../../core/species/species.ts'
import { stageEgg, stageShot, type StageFate } from './stage-shots.ts'

/** One egg of known fate on one day, as it looks at the lamp. */
const props = defineProps<{
  fate: StageFate
  species: SpeciesName
  shell: Shell
  ageDays: number
  sidePx: number
  label: string
}>()
const { workers } = useDevicesStore()
const url = ref<string | null>(null)
let stop = new AbortController()
function giveBack(): void {
  if (url.value) URL.revokeObjectURL(url.value)
  url.value = null
}
watch(
  () => [props.fate, props.species, props.shell, props.ageDays] as const,
  async ([fate, species, shell, ageDays]) => {
    stop.abort()
    stop = new AbortController()
    const { signal } = stop
    const egg = stageEgg(fate, { species, shell })
    // Cancelled, or not to be drawn: the words stand alone.
    const photo = await workers
      .render({ egg, ageDays, shot: stageShot(props.sidePx) }, signal)
      .catch(() => null)
    if (signal.aborted || !photo) return
    giveBack()
    url.value = URL.createObjectURL(photo)
  },
  { immediate: true },
)
onScopeDispose(() => {
  stop.abort()
  giveBack()
})
</script>

<template>
  <div class="aspect-square overflow-hidden rounded-lg bg-black">
    <img v-if="url" :src="url" class="photo h-full w-full" :alt="label" />
  </div>
</template>
