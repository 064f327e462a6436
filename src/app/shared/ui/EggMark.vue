<script setup lang="ts">
import { computed, useId } from 'vue'
import { isDoneWith, standingGrade } from '../../../domain/own-grade.ts'
import { isPictured, type LookRecord } from '../../../contracts/records/look-record.ts'
import { relativeRadius } from '../../../core/geometry/egg-outline.ts'
import type { SuggestedGrade } from '../../../core/grade-names.ts'
import { figuresOfLook } from '../../../domain/look-figures.ts'
import GradeSign from './GradeSign.vue'

/**
 * An egg drawn from its own measurements, blunt end up: outline, air cell and shadow to scale, grade as a sign.
 * Without a look it is a plain, empty outline.
 */
const props = defineProps<{ look?: LookRecord; removed?: boolean; suspect?: boolean }>()

const PLAIN = { taper: 0.13, bulge: -0.03, aspect: 0.76 }
const HEIGHT = 92

const figures = computed(() => (props.look && isPictured(props.look) ? figuresOfLook(props.look) : undefined))

const shape = computed(() => {
  const outline = figures.value?.outline
  return outline
    ? { taper: outline.taper, bulge: outline.bulge, aspect: outline.halfBreadthPx / outline.halfLengthPx }
    : PLAIN
})

function halfWidth(depth: number): number {
  return (HEIGHT / 2) * shape.value.aspect * relativeRadius(shape.value, 1 - 2 * depth)
}

const path = computed(() => {
  const side = Array.from({ length: 25 }, (_, i) => (1 - Math.cos((Math.PI * i) / 24)) / 2)
  const points = [
    ...side.map((u) => [50 + halfWidth(u), 4 + u * HEIGHT]),
    ...side.reverse().map((u) => [50 - halfWidth(u), 4 + u * HEIGHT]),
  ]
  return `M${points.map(([x, y]) => `${x!.toFixed(1)} ${y!.toFixed(1)}`).join('L')}Z`
})

const cell = computed(() => {
  const airCell = figures.value?.airCell ?? toldCell(props.look)
  if (!airCell) return null
  const y = 4 + airCell.depth.value * HEIGHT
  const half = halfWidth(airCell.depth.value)
  const rise = Math.tan(airCell.tiltRad) * half
  return { x1: 50 - half, y1: y - rise, x2: 50 + half, y2: y + rise }
})

/** As the candler drew it without a photograph. */
function toldCell(look: LookRecord | undefined): { depth: { value: number }; tiltRad: number } | null {
  if (!look || isPictured(look) || look.airCell?.by !== 'drawn') return null
  return { depth: { value: look.airCell.depth }, tiltRad: 0 }
}

/** A disc with the shadow's area, sunk toward the small end as it grows. */
const shadow = computed(() => {
  const area = figures.value?.shadow.value ?? 0
  if (area < 0.005) return null
  const contents = 0.75 * HEIGHT * HEIGHT * shape.value.aspect * 0.82
  return { r: Math.sqrt((area * contents) / Math.PI), cy: 56 + 14 * area }
})

const grade = computed<SuggestedGrade | null>(() => (props.look ? standingGrade(props.look) : null))
const clipId = useId()
</script>

<template>
  <span class="relative inline-block aspect-square" :class="{ 'opacity-35': removed }">
    <svg viewBox="0 0 100 100" class="h-full w-full" aria-hidden="true">
      <clipPath :id="clipId"><path :d="path" /></clipPath>
      <path
        :d="path"
        :fill="look ? 'var(--lamp)' : 'none'"
        :fill-opacity="figures ? 0.42 : look ? 0.15 : 0"
      />
      <g :clip-path="`url(#${clipId})`">
        <circle v-if="shadow" cx="50" :cy="shadow.cy" :r="shadow.r" fill="#1a0d05" fill-opacity="0.8" />
        <line v-if="cell" v-bind="cell" stroke="currentColor" stroke-width="2.5" />
      </g>
      <path
        :d="path"
        fill="none"
        stroke="currentColor"
        :stroke-width="look ? 2.5 : 1.6"
        :stroke-dasharray="look ? undefined : '3 4'"
      />
      <!-- As it is pencilled on the shell. -->
      <text
        v-if="suspect"
        x="14"
        y="24"
        font-size="26"
        font-weight="700"
        fill="currentColor"
        text-anchor="middle"
      >
        ?
      </text>
      <path v-if="removed" d="M18 92 82 8" stroke="currentColor" stroke-width="3" />
    </svg>
    <span
      v-if="grade"
      class="absolute right-0 -bottom-[4%] w-[44%] rounded-full border border-line bg-ground p-[3%]"
      :class="look && isDoneWith(look) ? 'text-ink' : 'text-ink-soft'"
    >
      <GradeSign :grade="grade" class="block aspect-square w-full" />
    </span>
  </span>
</template>
