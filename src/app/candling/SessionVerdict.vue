<script setup lang="ts">
import { computed } from 'vue'
import type { LookRecord, PicturedLook } from '../../contracts/records/look-record.ts'
import type { EggSet } from '../../contracts/records/set-record.ts'
import { livingShadow, usualCellDepth } from '../../core/grade/expected.ts'
import { sayReason } from '../../words/reasons.ts'
import type { SuggestedGrade } from '../../core/grade-names.ts'
import { standingAction } from '../../domain/candling.ts'
import { figuresOfLook } from '../../domain/look-figures.ts'
import type { Timeline } from '../../domain/timeline.ts'
import { ACTION_WORDS, GRADE_WORDS, percentWords } from '../shared/wording.ts'
import FigureBand from '../shared/ui/FigureBand.vue'
import GradeSign from '../shared/ui/GradeSign.vue'
import AnotherEgg from './AnotherEgg.vue'
import LampTonight from './lamp/LampTonight.vue'
import NextPicture from './NextPicture.vue'
import { useVerdictWords } from './useVerdictWords.ts'
import { t } from './words.ts'

/** The suggestion for arm's length: sign, grade, what follows, the two strongest reasons. */
const props = defineProps<{
  look: PicturedLook
  set: EggSet
  timeline: Timeline
  chosen: SuggestedGrade | null
  suspected: LookRecord | null
  liftAgrees: boolean
}>()

const grade = computed(() => props.chosen ?? props.look.own?.grade ?? props.look.verdict.grade)
const action = computed(() => standingAction(props.look, props.set))
const figures = computed(() => figuresOfLook(props.look))
const stage = computed(() => props.timeline.stageAt(Date.parse(props.look.takenAt)))
const confidence = computed(() =>
  props.look.verdict.grade === 'unsure'
    ? null
    : percentWords(props.look.verdict.probabilities[props.look.verdict.grade]),
)
const { isNoEgg, whyLeftIn } = useVerdictWords(
  () => props.look,
  () => props.set,
)
const late = computed(() => stage.value > 0.66 && grade.value !== 'developing')
const reasons = computed(() => props.look.verdict.reasons.slice(0, 2).map(sayReason))
const film = computed(() => props.look.movement)
</script>

<template>
  <!-- On a phone its parts lie in the page’s own column, so that a warning comes before the picture. -->
  <section class="contents md:flex md:flex-col md:gap-3" :aria-label="t('verdict.suggestion')">
    <!-- Grade, what to do and the one reason: on a phone above all else, whatever is scrolled below them. -->
    <div
      class="sticky top-0 z-10 order-first flex flex-col gap-1 bg-ground pb-1 md:static md:order-none md:gap-3 md:pb-0"
      data-testid="verdict"
    >
      <div class="flex items-center gap-3 md:gap-4">
        <GradeSign
          :grade="grade"
          class="h-12 w-12 shrink-0 md:h-24 md:w-24"
          :class="action === 'remove' ? 'text-ember' : 'text-lamp'"
        />
        <div class="min-w-0">
          <p class="text-3xl leading-tight font-bold text-ink-soft md:text-5xl" data-testid="suggestion">
            {{ isNoEgg && !chosen && !look.own ? t('verdict.noEgg') : GRADE_WORDS[grade] }}
          </p>
          <p v-if="chosen" class="text-lg leading-snug text-ink-soft">
            {{ t('verdict.yourGrade', { grade: GRADE_WORDS[look.verdict.grade].toLowerCase() }) }}
          </p>
          <p
            v-else
            class="text-lg leading-snug md:text-xl"
            :class="action === 'remove' ? 'font-semibold text-ember' : 'text-ink-soft'"
            data-testid="action"
          >
            {{ ACTION_WORDS[action] }}<span v-if="confidence" class="text-ink-soft">, {{ confidence }}</span>
          </p>
        </div>
      </div>
      <p
        v-if="action === 'remove' && look.own === null && liftAgrees"
        class="leading-snug text-ember md:text-lg"
      >
        {{ t('verdict.liftIsNoWord') }}
      </p>
      <p v-if="isNoEgg" class="leading-snug md:text-lg">{{ t('verdict.noEggWhy') }}</p>
      <p v-if="whyLeftIn" class="leading-snug md:text-lg" data-testid="why-left-in">{{ whyLeftIn }}</p>
      <p v-if="action === 'recheck' && !isNoEgg" class="leading-snug md:text-lg" data-testid="pencil">
        {{ t('verdict.pencil') }}
      </p>
      <p v-if="reasons.length > 0" class="leading-snug md:hidden">{{ reasons[0] }}</p>
    </div>
    <LampTonight class="order-first text-lg md:order-none" :look :set />
    <AnotherEgg class="order-first text-lg md:order-none" :look />
    <NextPicture v-if="grade === 'unsure'" class="text-lg" :look :timeline />
    <p v-if="look.reading.reasons.includes('blurred')" class="text-lg text-ember">
      {{ t('verdict.blurred') }}
    </p>
    <p v-if="late" class="border-l-2 border-ember pl-3">
      {{ t('verdict.mayFeel') }}
    </p>
    <ul class="flex flex-col gap-1.5 border-l-2 border-lamp pl-3 text-lg leading-snug" data-testid="reasons">
      <li v-for="(reason, i) in reasons" :key="reason" :class="{ 'hidden md:list-item': i === 0 }">
        {{ reason }}
      </li>
    </ul>
    <FigureBand name="Shadow" :value="figures.shadow" :expected="livingShadow(stage)" :scale-to="1" />
    <FigureBand
      name="Air cell depth"
      :value="figures.airCell?.depth ?? null"
      :expected="usualCellDepth(stage)"
      :scale-to="0.45"
      missing="edge not seen"
    />
    <p v-if="film" class="text-ink-soft" data-testid="film">
      {{
        film.moving
          ? t('film.movement', { seconds: film.seconds.toFixed(0) })
          : t('film.noMovement', { seconds: film.seconds.toFixed(0) })
      }}
      <template v-if="film.heartbeat">{{
        t('film.signalToNoise', {
          what: film.heartbeat.found
            ? t('film.heartbeat', { hertz: film.heartbeat.hz.toFixed(1) })
            : t('film.noHeartbeat'),
          ratio: film.heartbeat.signalToNoise.toFixed(1),
        })
      }}</template>
    </p>
  </section>
</template>
