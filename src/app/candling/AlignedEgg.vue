<script setup lang="ts">
import { computed } from 'vue'
import type { PicturedLook } from '../../contracts/records/look-record.ts'
import { figuresOfLook } from '../../domain/look-figures.ts'
import { usePhotoUrl } from '../shared/usePhotoUrl.ts'

/** An egg's photograph turned blunt end up and scaled to one length, so that looks of different days lie over each other. */
const props = defineProps<{ look: PicturedLook; label: string }>()

const HALF_LENGTH = 50
const url = usePhotoUrl(() => props.look.photo.id)
const transform = computed(() => {
  const { centre, axisRad, halfLengthPx } = figuresOfLook(props.look).outline
  return `scale(${HALF_LENGTH / halfLengthPx}) rotate(${-90 - (axisRad * 180) / Math.PI}) translate(${-centre.x} ${-centre.y})`
})
</script>

<template>
  <svg viewBox="-48 -56 96 112" class="photo h-full w-full" role="img" :aria-label="label">
    <image
      v-if="url"
      :href="url"
      :transform="transform"
      :width="look.photo.widthPx"
      :height="look.photo.heightPx"
    />
  </svg>
</template>
