<script setup lang="ts">
import { computed } from 'vue'
import type { LookRecord } from '../../contracts/look-record.ts'
import { nextPicture, sayNextPicture } from '../../core/grade/next-picture.ts'
import { stageOf, type SpeciesName } from '../../core/species/species.ts'

/** What picture would decide, where this one does not. */
const props = defineProps<{ look: LookRecord; species: SpeciesName }>()

const sentence = computed(() => {
  const next = nextPicture(props.look.reading, props.look.verdict, stageOf(props.species, props.look.ageDays))
  return next && sayNextPicture(next, props.species)
})
</script>

<template>
  <p v-if="sentence" class="rounded-lg border border-lamp p-2" data-testid="next-picture">
    <strong>To decide:</strong> {{ sentence }}
  </p>
</template>
