<script setup lang="ts">
import { useObjectUrl } from '@vueuse/core'
import { computed } from 'vue'
import type { Egg } from '../../contracts/records/egg-state.ts'
import { svgPath } from '../shared/svg-path.ts'
import type { SeveralEggs } from '../../domain/several-eggs.ts'
import { t } from './words.ts'

/** A photograph with several eggs: each numbered as it lies, with its place in the tray. */
const props = defineProps<{ picture: SeveralEggs<Blob>; placeOf: (egg: Egg) => string }>()

const url = useObjectUrl(computed(() => props.picture.photo))
const stroke = computed(() => Math.max(props.picture.widthPx, props.picture.heightPx) / 420)
</script>

<template>
  <svg
    :viewBox="`0 0 ${picture.widthPx} ${picture.heightPx}`"
    class="h-full w-full"
    role="img"
    :aria-label="t('several.picture', { eggs: picture.eggs.length })"
  >
    <image v-if="url" :href="url" x="0" y="0" :width="picture.widthPx" :height="picture.heightPx" />
    <g v-for="({ reading, place }, i) in picture.eggs" :key="i">
      <path
        :d="svgPath(reading.polygon, true)"
        fill="none"
        :stroke="place ? '#ffd9a0' : '#ff9d7d'"
        :stroke-width="stroke"
        :stroke-dasharray="place ? undefined : `${stroke * 4} ${stroke * 3}`"
      />
      <text
        :x="reading.outline.centre.x"
        :y="reading.outline.centre.y"
        fill="#fff"
        stroke="#000"
        :stroke-width="stroke * 0.9"
        paint-order="stroke"
        :font-size="reading.breadthPx * 0.22"
        font-weight="700"
        text-anchor="middle"
        dominant-baseline="central"
      >
        {{ place ? placeOf(place) : `${i + 1}?` }}
      </text>
    </g>
  </svg>
</template>
