<script setup lang="ts">
import { computed } from 'vue'
import type { EggOutline } from '../../core/geometry/egg-outline.ts'
import { partCorners } from '../../core/network/occlusion-map.ts'
import { svgPath } from '../shared/svg-path.ts'

/**
 * Which parts of the picture speak for what it is taken for: the more, the larger the mark. Marks, not a veil, so that
 * what lies under them can still be seen.
 */
const props = defineProps<{ outline: EggOutline; parts: readonly number[]; stroke: number }>()

/** Less than this, log odds, says nothing; and no part is drawn larger than for this. */
const SAYS_NOTHING = 0.1
const MOST = 2

const marks = computed(() =>
  props.parts.flatMap((value, part) => {
    if (Math.abs(value) < SAYS_NOTHING) return []
    const corners = partCorners(props.outline, part)
    const middle = {
      x: corners.reduce((sum, p) => sum + p.x, 0) / 4,
      y: corners.reduce((sum, p) => sum + p.y, 0) / 4,
    }
    const size = Math.sqrt(Math.min(1, Math.abs(value) / MOST))
    return [
      {
        part,
        speaksFor: value > 0,
        path: svgPath(
          corners.map((p) => ({
            x: middle.x + 0.92 * size * (p.x - middle.x),
            y: middle.y + 0.92 * size * (p.y - middle.y),
          })),
          true,
        ),
      },
    ]
  }),
)
</script>

<template>
  <g data-part="speaking" fill="none" stroke-linejoin="round">
    <path
      v-for="{ part, speaksFor, path } in marks"
      :key="part"
      :d="path"
      :stroke="speaksFor ? '#ffe9c4' : '#9fb7d6'"
      :stroke-width="stroke * 0.9"
      :stroke-dasharray="speaksFor ? undefined : `${stroke * 1.5} ${stroke * 2.5}`"
    />
  </g>
</template>
