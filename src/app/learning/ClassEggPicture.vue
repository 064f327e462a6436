<script setup lang="ts">
import type { EggModel } from '../../core/simulate/egg-model.ts'
import { useDrawnEgg } from '../shared/useDrawnEgg.ts'
import { stageShot } from './stage-shots.ts'

/** One drawn egg of a class's tray. What it is stays unsaid. */
const props = defineProps<{ egg: EggModel; ageDays: number; label: string }>()
const SIDE_PX = 420
const url = useDrawnEgg(() => ({ egg: props.egg, ageDays: props.ageDays, shot: stageShot(SIDE_PX) }))
</script>

<template>
  <img v-if="url" :src="url" class="photo h-full w-full" :alt="label" />
</template>
