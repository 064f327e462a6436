<script setup lang="ts">
import { computed } from 'vue'
import { Check, Mic, Pause, Scale3d, Shuffle, StepForward, Tag, Undo2 } from '@lucide/vue'
import type { LookRecord } from '../../contracts/records/look-record.ts'
import type { Session } from '../../contracts/records/session-record.ts'
import { PREFLIGHT } from '../../core/session/preflight.ts'
import type { SessionStep } from '../../core/session/session.ts'
import type { SuggestedGrade } from '../../core/grade-names.ts'
import { GRADE_WORDS } from '../shared/wording.ts'

/** The keys of the evening, under one hand; each also a target for a knuckle. */
const props = defineProps<{
  session: Session
  step: SessionStep
  look: LookRecord | null
  chosen: SuggestedGrade | null
  paused: boolean
  speaking: boolean
}>()
const emit = defineEmits<{ goOn: []; another: []; undo: []; compare: []; pause: []; mark: []; speak: [] }>()

const candling = computed(() => props.session.begun && props.step.kind === 'candle' && !props.paused)
/** An egg without a picture cannot be disagreed with, only left. */
const leaves = computed(() => candling.value && !props.look)
const goOnWords = computed(() => {
  if (!props.session.begun) return props.session.ready.length < PREFLIGHT.length ? 'Done' : 'Begin'
  if (props.paused) return 'Resume'
  if (props.step.kind === 'fetch' || props.step.kind === 'return') return 'Lid off'
  if (props.step.kind === 'close-lid') return 'Lid on'
  if (props.step.kind === 'finish') return 'End evening'
  if (!props.look) return 'Photograph'
  return `${props.chosen ? 'My grade' : 'Confirm'}: ${GRADE_WORDS[props.chosen ?? props.look.own?.grade ?? props.look.verdict.grade]}`
})
</script>

<template>
  <div
    class="grid grid-cols-3 gap-2 sm:grid-cols-[repeat(6,minmax(0,8.500rem))_minmax(0,1fr)] [&_svg]:shrink-0 [&_.key]:hidden md:[&_.key]:inline"
    role="group"
    aria-label="Keys"
  >
    <button type="button" class="press min-h-16 gap-1.5 px-1 whitespace-nowrap" @click="emit('undo')">
      <Undo2 class="h-5 w-5" aria-hidden="true" /> Undo <span class="key">Z</span>
    </button>
    <button
      type="button"
      class="press min-h-16 gap-1.5 px-1 whitespace-nowrap"
      :disabled="!candling"
      @click="emit('another')"
    >
      <component :is="leaves ? StepForward : Shuffle" class="h-5 w-5" aria-hidden="true" />
      {{ leaves ? 'Skip' : 'Next grade' }} <span class="key">X</span>
    </button>
    <button
      type="button"
      class="press min-h-16 gap-1.5 px-1 whitespace-nowrap"
      :disabled="!candling || !look"
      @click="emit('compare')"
    >
      <Scale3d class="h-5 w-5" aria-hidden="true" /> Compare <span class="key">C</span>
    </button>
    <button
      type="button"
      class="press min-h-16 gap-1.5 px-1 whitespace-nowrap"
      :disabled="!session.begun"
      @click="emit('pause')"
    >
      <Pause class="h-5 w-5" aria-hidden="true" /> Pause <span class="key">V</span>
    </button>
    <button
      type="button"
      class="press min-h-16 gap-1.5 px-1 whitespace-nowrap"
      :disabled="!candling"
      @click="emit('mark')"
    >
      <Tag class="h-5 w-5" aria-hidden="true" /> Note <span class="key">D</span>
    </button>
    <button
      type="button"
      class="press min-h-16 gap-1.5 px-1 whitespace-nowrap"
      :class="{ 'border-lamp text-lamp': speaking }"
      :disabled="!candling"
      :aria-pressed="speaking"
      @click="emit('speak')"
    >
      <Mic class="h-5 w-5" aria-hidden="true" /> {{ speaking ? 'Save' : 'Voice' }}
      <span class="key">T</span>
    </button>
    <button
      type="button"
      class="press press-lamp order-first col-span-3 min-h-16 text-xl sm:order-none sm:col-span-1"
      data-testid="go-on"
      @click="emit('goOn')"
    >
      <Check class="h-6 w-6" aria-hidden="true" /> {{ goOnWords }} <span class="key">Space</span>
    </button>
  </div>
</template>
