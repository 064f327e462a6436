<script setup lang="ts">
import type { Shell, SpeciesName } from '../../core/species/species.ts'
import { useDrawnEgg } from '../shared/useDrawnEgg.ts'
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
const url = useDrawnEgg(() => ({
  egg: stageEgg(props.fate, props),
  ageDays: props.ageDays,
  shot: stageShot(props.sidePx),
}))
</script>

<template>
  <div class="aspect-square overflow-hidden rounded-lg bg-black">
    <img v-if="url" :src="url" class="photo h-full w-full" :alt="label" />
  </div>
</template>
