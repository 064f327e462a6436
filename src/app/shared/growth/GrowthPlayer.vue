<script setup lang="ts">
import { useFullscreen, usePreferredReducedMotion, useRafFn } from '@vueuse/core'
import { Maximize, Minimize, Pause, Play, Rotate3d, SkipBack, SkipForward, Waypoints } from '@lucide/vue'
import { computed, onMounted, ref, useTemplateRef, watch } from 'vue'
import { momentAt, momentAtAge } from '../../../core/growth/timeline.ts'
import { useKeys } from '../useKeys.ts'
import { count } from '../wording.ts'
import { CAPTION_PX, drawFilm } from './draw-film.ts'
import type { Drawable } from './film-files.ts'
import type { GrowthFilm } from './growth-film.ts'
import { t } from './words.ts'
import KitButton from '../kit/KitButton.vue'
import PressArea from '../kit/PressArea.vue'
import SliderField from '../kit/SliderField.vue'

/** Shows a film of one egg, alone or beside another one of the same age. */
const props = defineProps<{
  film: GrowthFilm
  /** Of the egg. */
  label: string
  beside?: { film: GrowthFilm; label: string } | null
  /** Keys of the page belong to it. */
  keys?: boolean
}>()

const ms = ref(0)
const lines = ref(true)
const sameSide = ref(true)
const hasSides = computed(() => props.film.sameSide !== null || Boolean(props.beside?.film.sameSide))
const reduced = usePreferredReducedMotion()
const timeline = computed(() => props.film.timeline)
const moment = computed(() => momentAt(timeline.value, ms.value))
const { isActive, pause, resume } = useRafFn(
  ({ delta }) => {
    // A tab that slept must not leap to the end.
    ms.value = Math.min(timeline.value.durationMs, ms.value + Math.min(delta, 100))
    if (ms.value >= timeline.value.durationMs) pause()
  },
  { immediate: false },
)
function toggle(): void {
  if (isActive.value) return pause()
  if (ms.value >= timeline.value.durationMs) ms.value = 0
  resume()
}
/** To the look before or after what is seen. */
function step(by: 1 | -1): void {
  pause()
  const { lookMs } = timeline.value
  const to = by > 0 ? lookMs.find((at) => at > ms.value) : lookMs.findLast((at) => at < ms.value)
  ms.value = to ?? (by > 0 ? lookMs.at(-1)! : 0)
}
function goTo(at: number): void {
  pause()
  ms.value = at
}

const frame = useTemplateRef<HTMLElement>('frame')
const { isSupported: canFill, isFullscreen, toggle: toggleFull } = useFullscreen(frame)
const canvas = useTemplateRef<HTMLCanvasElement>('canvas')

const GAP_PX = 40
/** Both eggs side by side, with what is said under them. */
const drawable = computed<Drawable>(() => {
  const { film, beside } = props
  const right = film.widthPx + GAP_PX
  const widthPx = 2 * Math.ceil((beside ? right + beside.film.widthPx : film.widthPx) / 2)
  const { durationMs, lookMs, stillMs } = film.timeline
  const age = (at: number): string => sayAge(momentAt(film.timeline, at))
  return {
    widthPx,
    heightPx: film.heightPx + CAPTION_PX,
    durationMs,
    still: lookMs.map((from) => [from, from + stillMs] as const),
    nameAt: (at) => age(at),
    draw: (context, at) => {
      const now = momentAt(film.timeline, at)
      const caption = beside ? `${props.label}: ${sayAge(now)}` : sayAge(now)
      drawFilm(context, { film, moment: now, sameSide: sameSide.value, lines: lines.value, caption })
      if (!beside) return
      context.save()
      context.translate(right, 0)
      const other = momentAtAge(beside.film.timeline.ages, now.ageDays)
      drawFilm(context, {
        film: beside.film,
        moment: other,
        sameSide: sameSide.value,
        lines: lines.value,
        caption: beside.label,
      })
      context.restore()
    },
  }
})
const sayAge = ({ ageDays, isBlended }: { ageDays: number; isBlended: boolean }): string =>
  isBlended
    ? t('player.ageBlended', { days: ageDays.toFixed(1) })
    : t('player.ageInDays', { days: ageDays.toFixed(1) })

/** What is seen, in sentences: which looks were turned, which were not, and which are missing. */
const notes = computed(() => {
  const { sameSide: take, timeline: course, missing } = props.film
  const turns = sameSide.value && take ? [...take.turns.entries()] : []
  const day = (i: number): string => t('player.day', { day: course.ages[i]!.toFixed(0) })
  const turned = turns.flatMap(([i, turn]) => (turn === null ? [] : sayTurn(day(i), turn)))
  const left = turns.flatMap(([i, turn]) => (turn === null ? day(i) : []))
  return [
    t('player.outlines'),
    turned.length > 0 ? t('player.turnedToOneSide', { turns: turned.join(', ') }) : '',
    left.length > 0 ? t('player.notTurned', { days: left.join(', ') }) : '',
    missing > 0 ? t('player.leftOut', { looks: count(missing, 'look') }) : '',
  ]
    .filter(Boolean)
    .join(' ')
})
function sayTurn(day: string, turnRad: number): string {
  const degrees = Math.round((180 * Math.abs(turnRad)) / Math.PI)
  if (degrees === 0) return t('player.asItLay', { day })
  return turnRad > 0 ? t('player.turnedLeft', { day, degrees }) : t('player.turnedRight', { day, degrees })
}

function show(): void {
  const context = canvas.value?.getContext('2d')
  if (!context) return
  context.clearRect(0, 0, drawable.value.widthPx, drawable.value.heightPx)
  drawable.value.draw(context, ms.value)
}
watch([ms, lines, sameSide, drawable], show, { flush: 'post' })
watch(
  () => props.film,
  () => {
    ms.value = 0
    if (reduced.value !== 'reduce') resume()
  },
)
onMounted(() => {
  show()
  if (reduced.value === 'reduce') ms.value = timeline.value.durationMs
  else resume()
})

/** What is seen, to be taken out as a file. */
defineExpose({ drawable })

if (props.keys)
  useKeys({
    ' ': toggle,
    ArrowLeft: () => step(-1),
    ArrowRight: () => step(1),
    l: () => (lines.value = !lines.value),
    s: () => (sameSide.value = !sameSide.value),
    f: () => void toggleFull(),
  })
</script>

<template>
  <div class="flex min-h-0 flex-col gap-3">
    <div
      ref="frame"
      class="flex min-h-0 grow flex-col items-center justify-center gap-2 overflow-hidden rounded-xl bg-black p-2 text-[#d9b48c]"
      data-testid="growth-film"
      :data-looks="timeline.ages.length"
      :data-beside="beside ? '' : undefined"
    >
      <canvas
        ref="canvas"
        class="photo min-h-0 max-w-full object-contain"
        :class="isFullscreen ? 'h-[88vh]' : 'h-[44dvh] md:h-full'"
        :width="drawable.widthPx"
        :height="drawable.heightPx"
        role="img"
        :aria-label="t('player.filmOf', { egg: label })"
      />
      <div v-if="isFullscreen" class="flex gap-3">
        <KitButton @click="toggle">
          {{ isActive ? t('player.pause') : t('player.play') }}
        </KitButton>
        <KitButton :icon="Minimize" @click="toggleFull">
          {{ t('player.leaveBigScreen') }}
        </KitButton>
      </div>
    </div>

    <div>
      <div class="relative mx-2 h-8" aria-hidden="true">
        <PressArea
          v-for="(at, i) in timeline.lookMs"
          :key="i"
          tabindex="-1"
          class="absolute bottom-0 -translate-x-1/2 border-b-2 px-1 text-sm tabular-nums"
          :class="
            i === moment.from && !moment.isBlended ? 'border-lamp text-lamp' : 'border-line text-ink-soft'
          "
          :style="{ left: `${(100 * at) / timeline.durationMs}%` }"
          @click="goTo(at)"
        >
          {{ timeline.ages[i]!.toFixed(0) }}
        </PressArea>
      </div>
      <SliderField
        hide-label
        :label="t('player.age')"
        :least="0"
        :most="timeline.durationMs"
        :step="20"
        :model-value="ms"
        :aria-valuetext="sayAge(moment)"
        @update:model-value="goTo"
      />
    </div>
    <div class="flex flex-wrap items-center gap-2">
      <KitButton kind="next" data-testid="play" @click="toggle">
        <component :is="isActive ? Pause : Play" class="h-5 w-5" aria-hidden="true" />
        {{ isActive ? t('player.pause') : t('player.play') }}
      </KitButton>
      <KitButton :icon="SkipBack" :aria-label="t('player.previous')" @click="step(-1)"> </KitButton>
      <KitButton :icon="SkipForward" :aria-label="t('player.next')" @click="step(1)"> </KitButton>
      <KitButton
        :icon="Waypoints"
        :class="{ 'border-lamp text-lamp': lines }"
        :aria-pressed="lines"
        @click="lines = !lines"
      >
        {{ t('player.lines') }}
      </KitButton>
      <KitButton
        :icon="Rotate3d"
        v-if="hasSides"
        :class="{ 'border-lamp text-lamp': sameSide }"
        :aria-pressed="sameSide"
        @click="sameSide = !sameSide"
      >
        {{ t('player.sameSide') }}
      </KitButton>
      <KitButton :icon="Maximize" v-if="canFill" @click="toggleFull">
        {{ t('player.bigScreen') }}
      </KitButton>
    </div>
    <p class="text-sm text-ink-soft md:max-w-[80ch]">{{ notes }}</p>
  </div>
</template>
