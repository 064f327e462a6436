<script setup lang="ts">
import type { Grade } from '../../core/grade-names.ts'
import { LOOKS_LIKE } from '../../words/reasons.ts'
import { t } from './words.ts'
import PressArea from '../shared/kit/PressArea.vue'

/** What can be laid over the picture, and what a mark in it means; the same on the keyboard. */
defineProps<{
  overlay: boolean
  busy: boolean
  /** Which parts of the picture speak for a grade. */
  speaking: { shown: boolean; asking: boolean; grade: Grade | null; problem: string | null }
}>()
const emit = defineEmits<{ draw: []; speak: []; overlay: [] }>()
const KEY = 'rounded-lg border border-line bg-black/70 px-3 py-2 text-sm'
</script>

<template>
  <p
    v-if="speaking.problem || speaking.shown"
    class="absolute top-3 left-3 max-w-52 md:top-auto md:bottom-3 md:max-w-60 rounded-lg bg-black/70 px-3 py-2 text-sm"
    aria-live="polite"
    data-testid="speaking"
  >
    <template v-if="speaking.problem">{{ speaking.problem }}</template>
    <template v-else-if="speaking.grade">{{
      t('picture.evidenceKey', { grade: LOOKS_LIKE[speaking.grade] })
    }}</template>
  </p>
  <div class="absolute right-3 bottom-3 flex gap-2">
    <PressArea :class="KEY" :disabled="busy" @click="emit('draw')">
      {{ t('picture.correct') }} <span class="key hidden md:inline">E</span>
    </PressArea>
    <PressArea
      :class="KEY"
      :aria-pressed="speaking.shown"
      :aria-busy="speaking.asking"
      @click="emit('speak')"
    >
      {{ speaking.asking ? t('picture.looking') : t('picture.evidence') }}
      <span class="key hidden md:inline">W</span>
    </PressArea>
    <PressArea :class="KEY" :aria-pressed="overlay" @click="emit('overlay')">
      {{ t('picture.lines') }} <span class="key hidden md:inline">O</span>
    </PressArea>
  </div>
</template>
