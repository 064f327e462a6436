<script setup lang="ts">
import { computed } from 'vue'
import type { Point } from '../../core/geometry/egg-outline.ts'
import { eggAt } from '../../core/simulate/egg-model.ts'
import { usualTimetable } from '../../core/planning/incubation/timetable.ts'
import { signsOf } from '../../core/simulate/signs-in-light.ts'
import type { Shell, SpeciesName } from '../../core/species/species.ts'
import { LAYERS, type Layer } from './layers.ts'
import { stageEgg, stageShot, type StageFate } from './stage-shots.ts'
import { t } from './words.ts'

/** The same egg as if the shell were glass: what the simulator put in it, each layer with its name. */
const props = defineProps<{
  fate: StageFate
  species: SpeciesName
  shell: Shell
  ageDays: number
  layers: readonly Layer[]
}>()
const SIDE_PX = 300
/** Height of a name's line in the drawing. */
const NAME_PX = 34
/** The egg is moved aside by so much to make room for names, which begin here. */
const ASIDE_PX = 48
const NAMES_FROM_PX = 254
const percent = (value: number): string => `${(100 * value) / SIDE_PX}%`
const signs = computed(() => signsOf(eggAt(stageEgg(props.fate, props), props.ageDays), stageShot(SIDE_PX)))
const line = (points: readonly Point[]): string =>
  points.map(({ x, y }) => `${x.toFixed(1)},${y.toFixed(1)}`).join(' ')
const has = (layer: Layer): boolean => props.layers.includes(layer)
/** Until then the yolk lies whole between its cords, fractions of incubation; the clear egg's does all the time. */
const YOLK_UNTIL = 0.2
/** The yolk with its disc and cords, which no lamp shows: drawn after the outline, blunt end up. */
const yolk = computed(() => {
  const { outline } = signs.value
  const isWhole =
    props.fate === 'clear' || props.ageDays < YOLK_UNTIL * usualTimetable(props.species).incubationDays
  if (!isWhole || outline.length === 0) return null
  const [xs, ys] = [outline.map(({ x }) => x), outline.map(({ y }) => y)]
  const [top, bottom] = [Math.min(...ys), Math.max(...ys)]
  const x = (Math.min(...xs) + Math.max(...xs)) / 2
  const y = (top + bottom) / 2
  const r = 0.2 * (bottom - top)
  const cord = (from: number, to: number): Point[] =>
    Array.from({ length: 13 }, (_, i) => ({
      x: x + (i % 2 === 0 ? -3 : 3),
      y: from + ((to - from) * i) / 12,
    }))
  const reach = 0.55 * ((bottom - top) / 2 - r)
  return { x, y, r, cords: [cord(y - r, y - r - reach), cord(y + r, y + r + reach)] }
})
/** Just within the shell; at the blunt end the inner one leaves it, and the air cell lies between the two. */
const MEMBRANE_IN = 0.97
const membrane = computed(() => {
  const { outline } = signs.value
  const x = outline.reduce((sum, point) => sum + point.x, 0) / Math.max(1, outline.length)
  const y = outline.reduce((sum, point) => sum + point.y, 0) / Math.max(1, outline.length)
  return outline.map((point) => ({
    x: x + MEMBRANE_IN * (point.x - x),
    y: y + MEMBRANE_IN * (point.y - y),
  }))
})
/** Where a layer's name is written: beside the egg, level with what it names. Nothing is named that is not there. */
const names = computed(() => {
  const { cellEdge, body, vessels, ring } = signs.value
  const ends: Array<[Layer, readonly Point[]]> = [
    ['cell', cellEdge],
    ['body', body],
    ['vessels', vessels.flat()],
    ['ring', ring.flat()],
    ['membranes', membrane.value.filter(({ y }) => y > 0.62 * SIDE_PX)],
    ['chalazae', yolk.value?.cords[0] ?? []],
    ['disc', yolk.value ? [{ x: yolk.value.x + yolk.value.r, y: yolk.value.y }] : []],
  ]
  const found = ends.flatMap(([layer, points]) => {
    if (!has(layer) || points.length === 0) return []
    const right = points.reduce((most, point) => (point.x > most.x ? point : most))
    const at = layer === 'cell' ? { x: right.x, y: right.y / 2 + 12 } : right
    return [{ layer, at, y: at.y }]
  })
  // One below the other, however near together what they name lies.
  found.sort((a, b) => a.y - b.y)
  for (let i = 1; i < found.length; i++) found[i]!.y = Math.max(found[i]!.y, found[i - 1]!.y + NAME_PX)
  return found
})
/** From the edge up to the pole: the outline clips the rest. */
const cell = computed(() => {
  const { cellEdge } = signs.value
  return cellEdge.length === 0 ? '' : `${line(cellEdge)} ${SIDE_PX},0 0,0`
})
</script>

<template>
  <div class="relative">
    <svg
      :viewBox="`${ASIDE_PX} 0 ${SIDE_PX} ${SIDE_PX}`"
      class="w-full"
      role="img"
      :aria-label="t('days.cutAwayOf')"
    >
      <clipPath :id="`glass-${fate}`"><polygon :points="line(signs.outline)" /></clipPath>
      <polygon
        :points="line(signs.outline)"
        fill="var(--lamp-soft)"
        stroke="var(--ink-soft)"
        stroke-width="2"
      />
      <g :clip-path="`url(#glass-${fate})`" fill="none" stroke-linecap="round">
        <polygon
          v-if="has('membranes')"
          :points="line(membrane)"
          stroke="var(--ink-soft)"
          stroke-width="1"
          stroke-dasharray="4 3"
        />
        <template v-if="yolk && has('chalazae')">
          <polyline
            v-for="(path, i) in yolk.cords"
            :key="i"
            :points="line(path)"
            stroke="var(--ink-soft)"
            stroke-width="2"
          />
        </template>
        <template v-if="yolk && has('disc')">
          <circle :cx="yolk.x" :cy="yolk.y" :r="yolk.r" stroke="var(--ink-soft)" stroke-width="1.5" />
          <circle
            :cx="yolk.x"
            :cy="yolk.y - yolk.r * 0.55"
            r="5"
            fill="var(--panel)"
            stroke="var(--ink-soft)"
          />
        </template>
        <polygon
          v-if="has('body') && signs.body.length > 0"
          :points="line(signs.body)"
          fill="var(--ink-soft)"
        />
        <template v-if="has('vessels')">
          <polyline
            v-for="(path, i) in signs.vessels"
            :key="i"
            :points="line(path)"
            stroke="var(--ember)"
            stroke-width="2"
          />
        </template>
        <template v-if="has('ring')">
          <polyline
            v-for="(path, i) in signs.ring"
            :key="i"
            :points="line(path)"
            stroke="var(--ember)"
            stroke-width="4"
          />
        </template>
        <polygon
          v-if="has('cell')"
          :points="cell"
          fill="var(--panel)"
          stroke="var(--ink)"
          stroke-width="1.5"
        />
      </g>
      <line
        v-for="{ layer, at, y } in names"
        :key="layer"
        :x1="at.x"
        :y1="at.y"
        :x2="NAMES_FROM_PX"
        :y2="y"
        stroke="var(--ink-soft)"
        stroke-width="1"
      />
    </svg>
    <span
      v-for="{ layer, y } in names"
      :key="layer"
      class="absolute right-0 -translate-y-1/2 text-[0.6875rem] leading-none hyphens-auto wrap-anywhere sm:text-xs"
      :style="{ left: percent(NAMES_FROM_PX - ASIDE_PX + 3), top: percent(y) }"
      data-testid="layer-name"
      >{{ LAYERS[layer] }}</span
    >
  </div>
</template>
