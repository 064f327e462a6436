<script setup lang="ts">
import { Camera, Check, RotateCcw, Undo2 } from '@lucide/vue'
import type { LookRecord } from '../../contracts/look-record.ts'
import type { SuggestedGrade } from '../../core/grade/types.ts'
import { GRADE_WORDS } from '../composables/wording.ts'
import GradeSign from './GradeSign.vue'

/** The bench's few large keys; the same on the keyboard. */
defineProps<{ look: LookRecord | null; busy: boolean; canUndo: boolean; canTake: boolean; removed: boolean }>()
const emit = defineEmits<{ take: []; agree: []; overrule: [grade: SuggestedGrade]; undo: [] }>()

const GRADE_KEYS: ReadonlyArray<{ grade: SuggestedGrade; key: string }> = [
  { grade: 'developing', key: '1' }, { grade: 'clear', key: '2' }, { grade: 'blood-ring', key: '3' },
  { grade: 'quitter', key: '4' }, { grade: 'unsure', key: '5' },
]
</script>

<template>
  <div class="flex flex-wrap items-stretch gap-2 [&_.key]:hidden md:[&_.key]:inline">
    <button v-if="!look" type="button" class="press press-lamp min-h-16 grow text-xl" :disabled="busy || !canTake || removed" @click="emit('take')">
      <Camera class="h-6 w-6" aria-hidden="true" /> Photograph <span class="key">Space</span>
    </button>
    <template v-else>
      <button type="button" class="press press-lamp min-h-16 grow basis-52 text-xl" :disabled="busy" @click="emit('agree')">
        <Check class="h-6 w-6" aria-hidden="true" /> {{ look.own ? `Agreed: ${GRADE_WORDS[look.own.grade]}` : `Agree: ${GRADE_WORDS[look.verdict.grade]}` }} <span class="key">Enter</span>
      </button>
      <button
        v-for="{ grade, key } in GRADE_KEYS" :key="grade" type="button" class="press min-h-16 grow flex-col gap-0 px-2 md:grow-0 md:px-3"
        :class="{ 'border-lamp': look.own?.grade === grade }" :disabled="busy" :aria-label="`I say: ${GRADE_WORDS[grade]}`" @click="emit('overrule', grade)"
      >
        <span class="flex items-center gap-1.5"><GradeSign :grade="grade" class="h-6 w-6" aria-hidden="true" /><span class="key">{{ key }}</span></span>
        <span class="text-sm">{{ GRADE_WORDS[grade] }}</span>
      </button>
      <button type="button" class="press min-h-16" :disabled="busy || !canTake || removed" @click="emit('take')">
        <RotateCcw class="h-5 w-5" aria-hidden="true" /> Retake <span class="key">R</span>
      </button>
    </template>
    <button type="button" class="press min-h-16" :disabled="busy || !canUndo" @click="emit('undo')">
      <Undo2 class="h-5 w-5" aria-hidden="true" /> Undo <span class="key">U</span>
    </button>
  </div>
</template>
