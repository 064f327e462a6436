<script setup lang="ts">
import { usualTimetable } from '../../../core/planning/incubation/timetable.ts'
import { createEgg } from '../../../core/simulate/egg-model.ts'
import { takeShot } from '../../../core/simulate/shot.ts'
import type { Shell, SpeciesName } from '../../../core/species/species.ts'
import { useDrawnEgg } from '../useDrawnEgg.ts'
import { WORDS } from '../words.ts'

/** How a living egg of this kind looks against the lamp at a stage of its incubation: drawn by the simulator, no photograph of yours. */
const props = defineProps<{ species: SpeciesName; shell: Shell; stage: number }>()

const SIDE_PX = 360
const SHOT = takeShot('as-expected', {
  widthPx: SIDE_PX,
  heightPx: SIDE_PX,
  axisRad: -1.5,
  leanRad: 0,
  fill: 0.86,
  centre: { x: 0.5, y: 0.5 },
  lamp: 'blunt',
  exposure: 0.9,
  electrons: 4000,
})
const url = useDrawnEgg(() => {
  const { species, shell } = props
  const egg = createEgg('as-expected', { species, shell, fate: { kind: 'developing' } })
  return {
    egg: {
      ...egg,
      vigourDays: 0,
      cellTiltRad: 0.05,
      nature: { ...egg.nature, stains: 0, opacity: 0.9, softness: 1.2, vessels: 1.2 },
    },
    // A new drawing each half day.
    ageDays: Math.round(props.stage * usualTimetable(species).incubationDays * 2) / 2,
    shot: SHOT,
  }
})
</script>

<template>
  <div class="aspect-square overflow-hidden rounded-xl bg-black">
    <img
      v-if="url"
      :src="url"
      class="photo h-full w-full"
      :alt="WORDS.drawingOfALivingEgg(Math.round(100 * stage))"
    />
  </div>
</template>
