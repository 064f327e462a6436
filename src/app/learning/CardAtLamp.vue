<script setup lang="ts">
import { RotateCcw, RotateCw } from '@lucide/vue'
import type { Point } from '../../core/geometry/egg-outline.ts'
import { cellCurve, type HandCell, type HandLines } from '../../core/measure/by-hand.ts'
import { CARD_PX } from '../../core/learning/egg-card.ts'
import type { Signs } from '../../core/simulate/signs-in-light.ts'
import HandLinesOverlay from '../shared/ui/HandLines.vue'
import { t } from './words.ts'
import KitButton from '../shared/kit/KitButton.vue'

/** The egg at the lamp: turned by dragging, brightened, waited for; lines over it where there are any. */
defineProps<{
  picture: string | null
  label: string
  brightness: number
  /** The air cell's edge as laid by hand. */
  handLines: HandLines | null
  /** The line stays as it was drawn. */
  settled: boolean
  /** What gives it away; null before the answer. */
  signs: Signs | null
  /** Whether the film is made, or runs. */
  waiting: 'no' | 'making' | 'running'
  mayWait: boolean
  mayTurn: boolean
}>()
const emit = defineEmits<{ turn: [by: 1 | -1]; brighten: [by: 1 | -1]; wait: []; cell: [cell: HandCell] }>()
const STROKE = 4
const line = (points: readonly Point[]): string =>
  points.map(({ x, y }) => `${x.toFixed(1)},${y.toFixed(1)}`).join(' ')
const WAITING_WORDS = { no: t('lamp.moves'), making: t('lamp.holding'), running: t('lamp.still') } as const
const DRAG_PX = 60
let dragFrom: number | null = null
function drag(event: PointerEvent): void {
  if (dragFrom === null || event.buttons === 0) return
  const moved = event.clientX - dragFrom
  if (Math.abs(moved) < DRAG_PX) return
  emit('turn', moved > 0 ? 1 : -1)
  dragFrom = event.clientX
}
</script>

<template>
  <div>
    <div
      class="relative mx-auto aspect-square max-h-[70dvh] touch-pan-y overflow-hidden rounded-xl bg-black"
      @pointerdown="dragFrom = mayTurn ? $event.clientX : null"
      @pointermove="drag"
    >
      <!-- Brightened around the picture, so that the dark room goes on dimming it. -->
      <div v-if="picture" class="h-full" :style="{ filter: `brightness(${brightness})` }">
        <img :src="picture" class="photo h-full w-full select-none" draggable="false" :alt="label" />
      </div>
      <p v-else class="flex h-full items-center justify-center text-ink-soft" role="status">
        {{ t('lamp.coming') }}
      </p>
      <svg
        v-if="signs"
        class="pointer-events-none absolute inset-0 h-full w-full"
        :viewBox="`0 0 ${CARD_PX} ${CARD_PX}`"
        aria-hidden="true"
        data-testid="signs"
      >
        <clipPath id="egg-edge"><polygon :points="line(signs.outline)" /></clipPath>
        <g clip-path="url(#egg-edge)" fill="none" stroke-width="4" stroke-linecap="round">
          <polyline :points="line(signs.cellEdge)" stroke="#8fd0c9" stroke-dasharray="10 8" />
          <polyline v-if="signs.body.length > 0" :points="line(signs.body)" stroke="#e8c45a" />
          <polyline v-for="(path, i) in signs.vessels" :key="`v${i}`" :points="line(path)" stroke="#9fdc7c" />
          <polyline v-for="(path, i) in signs.ring" :key="`r${i}`" :points="line(path)" stroke="#f08bd0" />
        </g>
      </svg>
      <svg
        v-if="handLines?.cell"
        class="pointer-events-none absolute inset-0 h-full w-full"
        :viewBox="`0 0 ${CARD_PX} ${CARD_PX}`"
      >
        <polyline
          v-if="settled"
          :points="line(cellCurve(handLines.outline, handLines.cell))"
          fill="none"
          stroke="var(--ink)"
          :stroke-width="STROKE"
        />
        <!-- Taking hold of the line does not turn the egg. -->
        <g v-else class="pointer-events-auto" @pointerdown.stop>
          <HandLinesOverlay
            :lines="handLines"
            :stroke="STROKE"
            cell-only
            @change="$event.cell && emit('cell', $event.cell)"
          />
        </g>
      </svg>
    </div>
    <div class="mt-2 flex flex-wrap items-center justify-center gap-1 sm:gap-2">
      <KitButton
        :icon="RotateCcw"
        :aria-label="t('lamp.left')"
        :disabled="!mayTurn"
        @click="emit('turn', -1)"
      >
      </KitButton>
      <KitButton :icon="RotateCw" :aria-label="t('lamp.right')" :disabled="!mayTurn" @click="emit('turn', 1)">
      </KitButton>
      <KitButton :disabled="!mayWait || waiting === 'making'" data-testid="wait" @click="emit('wait')">
        {{ WAITING_WORDS[waiting] }} <span class="key hidden md:inline">M</span>
      </KitButton>
      <KitButton :aria-label="t('lamp.dimmer')" @click="emit('brighten', -1)"> − </KitButton>
      <KitButton :aria-label="t('lamp.brighter')" @click="emit('brighten', 1)"> + </KitButton>
    </div>
  </div>
</template>
