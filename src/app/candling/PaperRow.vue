<script setup lang="ts">
import { computed } from 'vue'
import type { Leaving } from '../../contracts/records/egg-record.ts'
import { MOST_CELL_MM } from '../../contracts/records/look-record.ts'
import type { SuggestedGrade } from '../../core/grade-names.ts'
import { fromShown, toShown, unitSymbol } from '../../core/units.ts'
import type { PaperLook } from '../../domain/paper-looks.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import KitButton from '../shared/kit/KitButton.vue'
import NumberField from '../shared/kit/NumberField.vue'
import GradeSign from '../shared/ui/GradeSign.vue'
import { GRADE_WORDS } from '../shared/wording.ts'
import { GRADE_KEYS } from './grade-keys.ts'
import PaperOut from './PaperOut.vue'
import { t } from './words.ts'

/** What the paper says of one egg: its grade, its air cell, and whether it left. */
defineProps<{
  place: string
  entry: Omit<PaperLook, 'eggId'> | null
  /** One of several that are graded by one key. */
  chosen: boolean
}>()
const emit = defineEmits<{
  choose: []
  say: [grade: SuggestedGrade]
  /** Depth of its air cell, mm. */
  measure: [depthMm: number | null]
  left: [why: Leaving | null]
  forget: []
}>()
const store = useHatcheryStore()
const units = computed(() => store.hatchery.units)
function measure(shown: number | null): void {
  emit('measure', shown === null ? null : fromShown(units.value, 'length', shown))
}
</script>

<template>
  <KitButton
    size="desk"
    class="w-24 shrink-0 justify-start px-2 font-semibold"
    :kind="chosen ? 'next' : 'quiet'"
    :aria-pressed="chosen"
    :title="t('paper.choose')"
    @click="emit('choose')"
    >{{ place }}</KitButton
  >
  <span class="flex gap-1" role="group" :aria-label="t('paper.gradeOf', { egg: place })">
    <KitButton
      v-for="{ grade, key } in GRADE_KEYS"
      :key="grade"
      size="desk"
      class="px-2"
      :class="{ 'border-lamp bg-lamp-soft': entry?.grade === grade }"
      :aria-pressed="entry?.grade === grade"
      :aria-label="GRADE_WORDS[grade]"
      :title="`${GRADE_WORDS[grade]} (${key})`"
      @click="emit('say', grade)"
    >
      <GradeSign :grade="grade" class="h-5 w-5" aria-hidden="true" />
    </KitButton>
  </span>
  <span class="min-w-24">{{ entry?.grade ? GRADE_WORDS[entry.grade] : '' }}</span>
  <template v-if="entry">
    <NumberField
      v-if="entry.grade !== null"
      hide-label
      class="w-20"
      :label="t('paper.cellOf', { egg: place, unit: unitSymbol(units, 'length') })"
      :placeholder="unitSymbol(units, 'length')"
      :least="0"
      :most="toShown(units, 'length', MOST_CELL_MM)"
      :model-value="entry.depthMm === null ? null : toShown(units, 'length', entry.depthMm)"
      @change="measure"
      @emptied="measure(null)"
    />
    <PaperOut
      class="w-44"
      :label="t('paper.outOf', { egg: place })"
      :grade="entry.grade"
      :out="entry.out ?? null"
      @change="emit('left', $event)"
    />
    <KitButton kind="quiet" size="desk" @click="emit('forget')">{{ t('paper.forget') }}</KitButton>
  </template>
  <KitButton
    v-else
    kind="quiet"
    size="desk"
    :aria-label="t('paper.leftOf', { egg: place })"
    @click="emit('left', 'missing')"
    >{{ t('paper.left') }}</KitButton
  >
</template>
