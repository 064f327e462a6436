<script setup lang="ts">
import { computed } from 'vue'
import { isPictured, type LookRecord } from '../../contracts/records/look-record.ts'
import type { EggOutline } from '../../core/geometry/egg-outline.ts'
import { pencilLine } from '../../core/measure/by-hand.ts'
import { figuresOfLook } from '../../domain/look-figures.ts'
import { svgPath } from '../shared/svg-path.ts'

/** The egg's own earlier air cells in today's picture, faintly, each with its day: what a pencil on the shell would show. */
const props = defineProps<{ outline: EggOutline; earlier: readonly LookRecord[]; stroke: number }>()

const lines = computed(() =>
  props.earlier.filter(isPictured).flatMap((look, i) => {
    const { airCell } = figuresOfLook(look)
    if (look.replaced || !airCell) return []
    const points = pencilLine(props.outline, { depth: airCell.depth.value, tiltRad: airCell.tiltRad })
    // At the right and at the left in turn, for they lie close to each other.
    const side = i % 2 === 0 ? 1 : -1
    const end = points.reduce((outer, point) => (side * point.x > side * outer.x ? point : outer))
    return [{ id: look.id, day: Math.floor(look.ageDays), path: svgPath(points, false), end, side }]
  }),
)
</script>

<template>
  <g data-part="pencil" opacity="0.9">
    <template v-for="{ id, day, path, end, side } in lines" :key="id">
      <path
        :d="path"
        fill="none"
        stroke="#c9c2b6"
        :stroke-width="stroke * 0.8"
        :stroke-dasharray="`${stroke * 0.8} ${stroke * 1.8}`"
        stroke-linecap="round"
      />
      <text
        :x="end.x + 2 * side * stroke"
        :text-anchor="side > 0 ? 'start' : 'end'"
        :y="end.y"
        :font-size="stroke * 8"
        fill="#e2dccf"
        stroke="#000"
        :stroke-width="stroke * 0.6"
        paint-order="stroke"
        dominant-baseline="central"
      >
        {{ day }}
      </text>
    </template>
  </g>
</template>
