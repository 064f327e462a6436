<script setup lang="ts">
import { computed } from 'vue'
import type { LookRecord } from '../../../contracts/records/look-record.ts'
import type { Egg } from '../../../contracts/records/egg-state.ts'
import type { Tray } from '../../../contracts/records/tray-record.ts'
import { isDoneWith, standingGrade } from '../../../domain/own-grade.ts'
import { placeLabel } from '../../../core/tray/layout.ts'
import { GRADE_WORDS, removedWords } from '../wording.ts'
import EggMark from './EggMark.vue'
import { t } from '../words.ts'
import PressArea from '../kit/PressArea.vue'

const props = defineProps<{
  tray: Tray
  /** Eggs that lie in it. */
  eggs: readonly Egg[]
  lookOf: (egg: Egg) => LookRecord | undefined
  currentId?: string
  /** Eggs to be looked at again. */
  suspect?: (egg: Egg) => boolean
}>()
const emit = defineEmits<{ choose: [egg: Egg] }>()

const columns = computed(() => `repeat(${props.tray.columns}, minmax(0, 1fr))`)

function labelOf(egg: Egg): string {
  return egg.place ? placeLabel(props.tray, egg.place) : ''
}

function describe(egg: Egg): string {
  const look = props.lookOf(egg)
  const place = t('layout.egg', { place: labelOf(egg), number: egg.number })
  if (egg.removed) return t('map.removed', { place, grade: removedWords(egg.removed) })
  if (!look) return `${place}: ${props.suspect?.(egg) ? t('map.secondLook') : t('map.noPhotograph')}`
  return look.own
    ? `${place}: ${GRADE_WORDS[look.own.grade]}`
    : isDoneWith(look)
      ? t('map.leftIn', { place, grade: GRADE_WORDS[standingGrade(look)] })
      : t('map.undecided', { place, grade: GRADE_WORDS[standingGrade(look)] })
}
</script>

<template>
  <div
    class="grid gap-1.5"
    :style="{ gridTemplateColumns: columns }"
    role="group"
    :aria-label="t('map.label', { tray: tray.name, rows: tray.rows, columns: tray.columns })"
  >
    <PressArea
      v-for="egg in eggs"
      :key="egg.id"
      class="flex flex-col items-center rounded-lg border p-1 text-ink"
      :class="egg.id === currentId ? 'border-lamp bg-lamp-soft' : 'border-transparent hover:border-line'"
      :aria-label="describe(egg)"
      :aria-current="egg.id === currentId ? 'true' : undefined"
      :style="{ gridRow: (egg.place?.row ?? 0) + 1, gridColumn: (egg.place?.column ?? 0) + 1 }"
      @click="emit('choose', egg)"
    >
      <EggMark
        :look="lookOf(egg)"
        :removed="egg.removed !== null"
        :suspect="suspect?.(egg) ?? false"
        class="w-full max-w-20"
      />
      <span class="text-sm" :class="egg.id === currentId ? 'font-bold' : 'text-ink-soft'">{{
        labelOf(egg)
      }}</span>
    </PressArea>
  </div>
</template>
