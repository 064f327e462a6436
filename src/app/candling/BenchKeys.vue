<script setup lang="ts">
import { Camera, Check, CheckCheck, RotateCcw, Undo2 } from '@lucide/vue'
import { computed } from 'vue'
import type { LookRecord } from '../../contracts/records/look-record.ts'
import type { SuggestedGrade } from '../../core/grade-names.ts'
import { standingGrade } from '../../domain/own-grade.ts'
import { count, GRADE_WORDS } from '../shared/wording.ts'
import GradeSign from '../shared/ui/GradeSign.vue'
import { GRADE_KEYS } from './grade-keys.ts'
import { t } from './words.ts'
import KitButton from '../shared/kit/KitButton.vue'

/** The bench's few large keys; the same on the keyboard. */
const props = defineProps<{
  look: LookRecord | null
  busy: boolean
  canUndo: boolean
  canTake: boolean
  removed: boolean
  /** No pictures are taken. */
  byEye: boolean
  /** Eggs of this tray that nobody has looked at. */
  unseen: number
}>()
const emit = defineEmits<{
  take: []
  agree: []
  overrule: [grade: SuggestedGrade]
  restDevelops: []
  undo: []
}>()
/** Nothing to agree to where the word is the candler's own already. */
const agreed = computed(() => props.look?.source === 'eye')
</script>

<template>
  <!-- On a phone two rows: what is usual, within reach of a thumb, and the five grades. -->
  <div
    class="grid grid-cols-5 items-stretch gap-2 tight:grid-cols-2 md:flex [&_.key]:hidden md:[&_.key]:inline"
  >
    <KitButton
      v-if="byEye"
      size="tall"
      class="col-span-4 grow text-xl tight:col-span-2"
      :disabled="busy || unseen === 0"
      :aria-label="t('byEye.restOf', { eggs: count(unseen, 'egg') })"
      @click="emit('restDevelops')"
    >
      <CheckCheck class="h-6 w-6" aria-hidden="true" /> {{ t('byEye.restDevelops') }}
      <span class="key">A</span>
    </KitButton>
    <KitButton
      v-else-if="!look || agreed"
      kind="next"
      size="tall"
      class="col-span-4 grow text-xl tight:col-span-2"
      :disabled="busy || !canTake || removed"
      @click="emit('take')"
    >
      <Camera class="h-6 w-6" aria-hidden="true" /> {{ t('keys.photograph') }} <span class="key">Space</span>
    </KitButton>
    <KitButton
      v-else
      kind="next"
      size="tall"
      class="col-span-3 grow text-xl leading-tight tight:col-span-2 md:basis-52"
      :disabled="busy"
      @click="emit('agree')"
    >
      <Check class="h-6 w-6" aria-hidden="true" />
      {{
        look.own
          ? t('keys.confirmed', { grade: GRADE_WORDS[look.own.grade] })
          : t('keys.confirmGrade', { grade: GRADE_WORDS[standingGrade(look)] })
      }}
      <span class="key">Enter</span>
    </KitButton>
    <KitButton
      v-for="{ grade, key } in GRADE_KEYS"
      :key="grade"
      size="tall"
      class="order-last flex-col gap-0 px-0.5 md:order-none md:px-3"
      :class="{ 'border-lamp': look?.own?.grade === grade }"
      :disabled="busy || removed"
      :aria-label="t('keys.myGradeIs', { grade: GRADE_WORDS[grade] })"
      @click="emit('overrule', grade)"
    >
      <span class="flex items-center gap-1.5"
        ><GradeSign :grade="grade" class="h-6 w-6" aria-hidden="true" /><span class="key">{{
          key
        }}</span></span
      >
      <span class="text-xs whitespace-nowrap md:text-sm">{{ GRADE_WORDS[grade] }}</span>
    </KitButton>
    <KitButton
      v-if="look && !agreed && !byEye"
      :icon="RotateCcw"
      size="tall"
      class="flex-col gap-0 px-0.5 text-sm md:flex-row md:gap-2 md:px-4 md:text-base"
      :disabled="busy || !canTake || removed"
      @click="emit('take')"
    >
      {{ t('keys.retake') }} <span class="key">R</span>
    </KitButton>
    <KitButton
      :icon="Undo2"
      size="tall"
      class="flex-col gap-0 px-0.5 text-sm md:flex-row md:gap-2 md:px-4 md:text-base"
      :disabled="busy || !canUndo"
      @click="emit('undo')"
    >
      {{ t('keys.undo') }} <span class="key">Z</span>
    </KitButton>
  </div>
</template>
