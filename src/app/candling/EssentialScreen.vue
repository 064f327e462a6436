<script setup lang="ts">
import type { SuggestedGrade } from '../../core/grade-names.ts'
import { GRADE_WORDS } from '../shared/wording.ts'
import GradeSign from '../shared/ui/GradeSign.vue'
import { t } from './words.ts'
import PressArea from '../shared/kit/PressArea.vue'

/** Black, but for which egg this is, what it seems to be, and time running out. */
defineProps<{ place: string; grade: SuggestedGrade | null; over: boolean; problem: string | null }>()
const emit = defineEmits<{ close: [] }>()
</script>

<template>
  <PressArea
    class="fixed inset-0 z-40 flex cursor-none flex-col items-center justify-center gap-8 bg-black text-[#6e4a2a]"
    :aria-label="t('session.essential')"
    data-testid="essential"
    @click="emit('close')"
  >
    <span
      class="px-8 text-[min(14rem,22vw)] leading-none font-bold"
      :class="{ 'text-[min(6rem,10vw)]': place.length > 5 }"
      >{{ place }}</span
    >
    <span v-if="grade" class="flex items-center gap-6 text-6xl"
      ><GradeSign :grade="grade" class="h-28 w-28" />{{ GRADE_WORDS[grade] }}</span
    >
    <span v-if="over" class="text-4xl text-[#b4482c]">{{ t('session.timeUp') }}</span>
    <span v-if="problem" class="max-w-3xl text-3xl text-[#b4482c]">{{ problem }}</span>
  </PressArea>
</template>
