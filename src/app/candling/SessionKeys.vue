<script setup lang="ts">
import { computed } from 'vue'
import { Check, Mic, Pause, Scale3d, Shuffle, StepForward, Tag, Undo2 } from '@lucide/vue'
import type { LookRecord } from '../../contracts/records/look-record.ts'
import type { Session } from '../../contracts/records/session-record.ts'
import { PREFLIGHT } from '../../core/session/preflight.ts'
import type { SessionStep } from '../../core/session/session.ts'
import type { SuggestedGrade } from '../../core/grade-names.ts'
import { standingGrade } from '../../domain/own-grade.ts'
import { GRADE_WORDS } from '../shared/wording.ts'
import { t } from './words.ts'
import KitButton from '../shared/kit/KitButton.vue'

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
const byEye = computed(() => props.session.source === 'eye')
const leaves = computed(() => candling.value && !props.look && !byEye.value)
const goOnWords = computed(() => {
  if (!props.session.begun)
    return props.session.ready.length < PREFLIGHT.length ? t('sessionKeys.done') : t('sessionKeys.begin')
  if (props.paused) return t('sessionKeys.resume')
  if (props.step.kind === 'fetch' || props.step.kind === 'return') return t('sessionKeys.lidOff')
  if (props.step.kind === 'close-lid') return t('sessionKeys.lidOn')
  if (props.step.kind === 'finish') return t('sessionKeys.end')
  if (!props.look)
    return byEye.value
      ? t('sessionKeys.mine', { grade: GRADE_WORDS[props.chosen ?? 'developing'] })
      : t('keys.photograph')
  const words = props.chosen ? t('sessionKeys.myGrade') : t('sessionKeys.confirm')
  return `${words}: ${GRADE_WORDS[props.chosen ?? standingGrade(props.look)]}`
})
</script>

<template>
  <div
    class="grid grid-cols-3 gap-2 tight:grid-cols-1 sm:grid-cols-6 lg:grid-cols-[repeat(6,minmax(0,9.25rem))_minmax(0,1fr)] [&_svg]:shrink-0 [&_.key]:hidden md:[&_.key]:inline"
    role="group"
    :aria-label="t('sessionKeys.title')"
  >
    <KitButton :icon="Undo2" size="tall" class="gap-1.5 px-1 whitespace-nowrap" @click="emit('undo')">
      {{ t('keys.undo') }} <span class="key">Z</span>
    </KitButton>
    <KitButton
      size="tall"
      class="gap-1.5 px-1 whitespace-nowrap"
      :disabled="!candling"
      @click="emit('another')"
    >
      <component :is="leaves ? StepForward : Shuffle" class="h-5 w-5" aria-hidden="true" />
      {{ leaves ? t('sessionKeys.skip') : t('sessionKeys.nextGrade') }} <span class="key">X</span>
    </KitButton>
    <KitButton
      :icon="Scale3d"
      size="tall"
      class="gap-1.5 px-1 whitespace-nowrap"
      :disabled="!candling || !look"
      @click="emit('compare')"
    >
      {{ t('sessionKeys.compare') }} <span class="key">C</span>
    </KitButton>
    <KitButton
      :icon="Pause"
      size="tall"
      class="gap-1.5 px-1 whitespace-nowrap"
      :disabled="!session.begun"
      @click="emit('pause')"
    >
      {{ t('sessionKeys.pause') }} <span class="key">V</span>
    </KitButton>
    <KitButton
      :icon="Tag"
      size="tall"
      class="gap-1.5 px-1 whitespace-nowrap"
      :disabled="!candling"
      @click="emit('mark')"
    >
      {{ t('preflight.note') }} <span class="key">D</span>
    </KitButton>
    <KitButton
      :icon="Mic"
      size="tall"
      class="gap-1.5 px-1 whitespace-nowrap"
      :class="{ 'border-lamp text-lamp': speaking }"
      :disabled="!candling"
      :aria-pressed="speaking"
      @click="emit('speak')"
    >
      {{ speaking ? t('quick.save') : t('sessionKeys.voice') }}
      <span class="key">T</span>
    </KitButton>
    <KitButton
      kind="next"
      size="tall"
      class="order-first col-span-3 text-xl tight:col-span-1 sm:col-span-6 lg:order-none lg:col-span-1"
      data-testid="go-on"
      @click="emit('goOn')"
    >
      <Check class="h-6 w-6" aria-hidden="true" /> {{ goOnWords }} <span class="key">Space</span>
    </KitButton>
  </div>
</template>
