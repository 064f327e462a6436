<script setup lang="ts">
import type { Shell, SpeciesName } from '../../../core/species/species.ts'
import { expectedPicture } from '../as-expected.ts'
import { useDrawnEgg } from '../useDrawnEgg.ts'
import { t } from '../words.ts'

/** How a living egg of this kind looks against the lamp at a stage of its incubation: drawn by the simulator, no photograph of yours. */
const props = defineProps<{ species: SpeciesName; shell: Shell; stage: number }>()

const url = useDrawnEgg(() => expectedPicture(props.species, props.shell, props.stage))
</script>

<template>
  <div class="aspect-square overflow-hidden rounded-xl bg-black">
    <img
      v-if="url"
      :src="url"
      class="photo h-full w-full"
      :alt="t('stage.drawing', { percent: Math.round(100 * stage) })"
    />
  </div>
</template>
