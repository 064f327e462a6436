<script setup lang="ts">
import { computed } from 'vue'
import type { Point } from '../../core/geometry/egg-outline.ts'
import { eggAt } from '../../core/simulate/egg-model.ts'
import { signsOf } from '../../core/simulate/signs.ts'
import type { Shell, SpeciesName } from '../../core/species/species.ts'
import { stageEgg, stageShot, type StageFate } from './stage-shots.ts'

/** The same egg as if the shell were glass: what the simulator put in it, each layer with its name. */
const props = defineProps<{
  fate: StageFate
  species: SpeciesName
  shell: Shell
  ageDays: number
  layers: readonly string[]
}>()
const SIDE_PX = 300
const signs = computed(() => signsOf(eggAt(stageEgg(props.fate, props), props.ageDays), stageShot(SIDE_PX)))
const line = (points: readonly Point[]): string =>
  points.map(({ x, y }) => `${x.toFixed(1)},${y.toFixed(1)}`).join(' ')
const has = (layer: string): boolean => props.layers.includes(layer)
/** From the edge up to the pole: the outline clips the rest. */
const cell = computed(() => {
  const { cellEdge } = signs.value
  return cellEdge.length === 0 ? '' : `${line(cellEdge)} ${SIDE_PX},0 0,0`
})
</script>

<template>
  <svg
    :viewBox="`0 0 ${SIDE_PX} ${SIDE_PX}`"
    class="w-full"
    role="img"
    aria-label="The egg as if its shell were glass"
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
      <polygon v-if="has('cell')" :points="cell" fill="var(--panel)" stroke="var(--ink)" stroke-width="1.5" />
    </g>
  </svg>
</template>
