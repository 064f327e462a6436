<script setup lang="ts">
import { computed, useId } from 'vue'
import type { PicturedLook } from '../../../contracts/records/look-record.ts'
import type { ShapesRecord } from '../../../contracts/records/shapes-record.ts'
import { outlinePolygon } from '../../../core/geometry/egg-outline.ts'
import { cellCurve, smoothCurve } from '../../../core/measure/by-hand.ts'
import { svgPath } from '../svg-path.ts'
import { usePhotoUrl } from '../usePhotoUrl.ts'
import { useShapes } from '../useShapes.ts'

/**
 * The photograph with what was measured drawn over it, or bare. Lines drawn by the candler take the place of those
 * measured, which stay as a faint trace. The slot is for what else is drawn in the picture.
 */
const props = defineProps<{
  look: PicturedLook
  overlay: boolean
  label: string
  /** The picture itself, where it is not stored. */
  held?: { photo: Blob; shapes: ShapesRecord }
}>()

defineSlots<{ default?: (props: { stroke: number }) => unknown }>()

const url = usePhotoUrl(
  () => props.look.photo.id,
  () => props.held?.photo,
)
const reading = computed(() => props.look.reading)
const shapes = useShapes(
  () => props.look.id,
  () => props.held?.shapes,
)
/** The outline as it was measured; until its lines are there, its curve. */
const polygon = computed(() => shapes.value?.polygon ?? outlinePolygon(reading.value.outline))
const byHand = computed(() => props.look.correction?.lines ?? null)
const handCell = computed(() => {
  const lines = byHand.value
  return lines?.cell ? cellCurve(lines.outline, lines.cell) : []
})
const stroke = computed(() => Math.max(props.look.photo.widthPx, props.look.photo.heightPx) / 420)

/** The egg with some room around it fills the frame; the rest of the picture is dark anyway. */
const view = computed(() => {
  const { widthPx, heightPx } = props.look.photo
  const polygon = outlinePolygon(reading.value.outline)
  const xs = polygon.map((p) => p.x)
  const ys = polygon.map((p) => p.y)
  const room = 0.1 * reading.value.lengthPx
  const left = Math.max(0, Math.min(...xs) - room)
  const top = Math.max(0, Math.min(...ys) - room)
  return `${left} ${top} ${Math.min(widthPx, Math.max(...xs) + room) - left} ${Math.min(heightPx, Math.max(...ys) + room) - top}`
})

/** The ring's traced points jump from pixel to pixel; the mean of five neighbours does not. */
const ring = computed(() => {
  const points = shapes.value?.ring ?? []
  return points.map((_, i) => {
    const near = points.slice(Math.max(0, i - 2), i + 3)
    return {
      x: near.reduce((sum, p) => sum + p.x, 0) / near.length,
      y: near.reduce((sum, p) => sum + p.y, 0) / near.length,
    }
  })
})
/** Places that moved in the film, of which only every other is drawn: they overlap. */
const moved = computed(() => {
  const { movement, photo } = props.look
  if (!movement) return []
  const scale = photo.widthPx / movement.widthPx
  return movement.places.filter((_, i) => i % 2 === 0).map(({ at }) => ({ x: at.x * scale, y: at.y * scale }))
})
const clipId = useId()
</script>

<template>
  <svg :viewBox="view" class="photo h-full w-full" role="img" :aria-label="label">
    <image v-if="url" :href="url" x="0" y="0" :width="look.photo.widthPx" :height="look.photo.heightPx" />
    <clipPath :id="clipId"><path :d="svgPath(polygon, true)" /></clipPath>
    <g v-if="overlay" fill="none" stroke-linejoin="round" :opacity="byHand ? 0.4 : 1">
      <path :d="svgPath(polygon, true)" stroke="#000" stroke-opacity="0.5" :stroke-width="stroke * 2.2" />
      <path data-part="outline" :d="svgPath(polygon, true)" stroke="#ffd9a0" :stroke-width="stroke" />
      <path
        v-if="shapes?.cellEdge.length"
        :clip-path="`url(#${clipId})`"
        :d="svgPath(shapes.cellEdge, false)"
        stroke="#000"
        stroke-opacity="0.55"
        :stroke-width="stroke * 2.6"
      />
      <path
        v-if="shapes?.cellEdge.length"
        :clip-path="`url(#${clipId})`"
        data-part="air-cell"
        :d="svgPath(shapes.cellEdge, false)"
        stroke="#fff1dc"
        :stroke-width="stroke * 1.3"
      />
      <path
        v-for="(contour, i) in shapes?.shadow ?? []"
        :key="i"
        data-part="shadow"
        :d="svgPath(contour, true)"
        stroke="#ffb25e"
        :stroke-width="stroke * 1.1"
        :stroke-dasharray="`${stroke * 4} ${stroke * 3}`"
      />
      <path
        v-if="reading.ring.score.value > 0.5 && look.verdict.probabilities['blood-ring'] > 0.3"
        data-part="ring"
        :d="svgPath(ring, false)"
        stroke="#ff9d7d"
        :stroke-width="stroke"
        :stroke-dasharray="`${stroke * 1.5} ${stroke * 5}`"
        stroke-linecap="round"
      />
      <path
        v-if="shapes && reading.crack.score > 0.5"
        data-part="crack"
        :d="svgPath(shapes.crack, false)"
        stroke="#fff"
        :stroke-width="stroke * 3.4"
        stroke-opacity="0.55"
        :stroke-dasharray="`${stroke} ${stroke * 6}`"
        stroke-linecap="round"
      />
      <circle
        v-for="(place, i) in moved"
        :key="`m${i}`"
        data-part="movement"
        :cx="place.x"
        :cy="place.y"
        :r="0.03 * reading.lengthPx"
        stroke="#ffe9c4"
        :stroke-width="stroke * 0.8"
        :stroke-dasharray="`${stroke} ${stroke * 2}`"
      />
      <circle :cx="reading.bluntPole.x" :cy="reading.bluntPole.y" :r="stroke * 2.6" fill="#ffd9a0" />
    </g>
    <g v-if="overlay && byHand" fill="none" stroke-linejoin="round" data-part="by-hand">
      <path
        :d="svgPath(outlinePolygon(byHand.outline), true)"
        stroke="#ffd9a0"
        :stroke-width="stroke * 1.2"
      />
      <path :d="svgPath(handCell, false)" stroke="#fff1dc" :stroke-width="stroke * 1.5" />
      <path :d="svgPath(smoothCurve(byHand.shadow), true)" stroke="#ffb25e" :stroke-width="stroke * 1.3" />
    </g>
    <slot :stroke="stroke" />
  </svg>
</template>
