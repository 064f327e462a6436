<script setup lang="ts">
import { useIntervalFn, usePreferredReducedMotion } from '@vueuse/core'
import { computed, ref } from 'vue'
import { isPictured, type LookRecord, type PicturedLook } from '../../contracts/records/look-record.ts'
import type { Egg } from '../../contracts/records/egg-state.ts'
import type { EggSet } from '../../contracts/records/set-record.ts'
import { livingShadow, usualCellDepth } from '../../core/grade/expected.ts'
import { figuresOfLook } from '../../domain/look-figures.ts'
import type { Timeline } from '../../domain/timeline.ts'
import { GRADE_WORDS } from '../shared/wording.ts'
import AlignedEgg from './AlignedEgg.vue'
import EggMark from '../shared/ui/EggMark.vue'
import FigureBand from '../shared/ui/FigureBand.vue'
import StagePicture from '../shared/ui/StagePicture.vue'
import { t } from './words.ts'
import KitButton from '../shared/kit/KitButton.vue'
import { shellOf } from '../../contracts/records/egg-kind.ts'
import { standingGrade } from '../../domain/own-grade.ts'

/** What today's egg can be held against: itself earlier, its mates, an egg that was never set, a living one as drawn. */
export type Comparison = 'earlier' | 'blink' | 'mates' | 'reference' | 'living'

const props = defineProps<{
  kind: Comparison
  set: EggSet
  timeline: Timeline
  look: PicturedLook
  earlier: readonly LookRecord[]
  mates: readonly LookRecord[]
  /** Looks at the set's unset eggs, newest last. */
  references: readonly LookRecord[]
  placeOf: (egg: Egg) => string
  eggOf: (look: LookRecord) => Egg | undefined
}>()

const BLINK_MS = 800
const still = usePreferredReducedMotion()
const showsEarlier = ref(false)
useIntervalFn(() => {
  if (still.value !== 'reduce') showsEarlier.value = !showsEarlier.value
}, BLINK_MS)

const pictured = computed(() => props.mates.filter(isPictured))
const egg = computed(() => props.eggOf(props.look))
const shell = computed(() => (egg.value ? shellOf(egg.value, props.set) : props.set.shell))
const before = computed(() => props.earlier.filter(isPictured).at(-1) ?? null)
const reference = computed(() => props.references.filter(isPictured).at(-1) ?? null)
const stage = computed(() => props.timeline.stageAt(Date.parse(props.look.takenAt)))
const ordered = computed(() =>
  [props.look, ...pictured.value].sort(
    (a, b) => figuresOfLook(a).shadow.value - figuresOfLook(b).shadow.value,
  ),
)
const gradeOf = (look: LookRecord): string => GRADE_WORDS[standingGrade(look)]
const depths = computed(() =>
  pictured.value.flatMap((mate) => figuresOfLook(mate).airCell?.depth.value ?? []),
)
const shadows = computed(() => pictured.value.map((mate) => figuresOfLook(mate).shadow.value))
</script>

<template>
  <section
    class="flex h-full min-h-0 flex-col gap-2"
    :aria-label="t('compare.title')"
    data-testid="comparison"
    :data-kind="kind"
  >
    <template v-if="kind === 'earlier' || kind === 'blink'">
      <p v-if="!before" class="m-auto text-lg text-ink-soft">{{ t('compare.firstLook') }}</p>
      <template v-else-if="kind === 'earlier'">
        <div class="grid min-h-0 grow grid-cols-2 gap-2">
          <AlignedEgg
            :look="before"
            :label="t('compare.lookAt', { days: before.ageDays.toFixed(1) })"
          /><AlignedEgg :look="look" :label="t('compare.todaysLook')" />
        </div>
        <div class="grid grid-cols-2 gap-2 text-center text-ink-soft">
          <p>{{ t('compare.look', { days: before.ageDays.toFixed(1), grade: gradeOf(before) }) }}</p>
          <p>{{ t('compare.todayAt', { days: look.ageDays.toFixed(1) }) }}</p>
        </div>
      </template>
      <template v-else>
        <div class="relative min-h-0 grow">
          <AlignedEgg
            v-show="showsEarlier"
            class="absolute inset-0"
            :look="before"
            :label="t('compare.earlier')"
          /><AlignedEgg
            v-show="!showsEarlier"
            class="absolute inset-0"
            :look="look"
            :label="t('compare.todaysLook')"
          />
        </div>
        <p class="text-center text-ink-soft">
          {{
            showsEarlier
              ? t('compare.look', { days: before.ageDays.toFixed(1), grade: gradeOf(before) })
              : t('compare.todayAt', { days: look.ageDays.toFixed(1) })
          }}
          <KitButton v-if="still === 'reduce'" size="desk" class="ml-3" @click="showsEarlier = !showsEarlier">
            {{ t('compare.other') }}
          </KitButton>
        </p>
      </template>
    </template>

    <template v-else-if="kind === 'mates'">
      <FigureBand
        name="Shadow among its mates"
        :value="figuresOfLook(look).shadow"
        :expected="livingShadow(stage)"
        :scale-to="1"
        :mates="shadows"
      />
      <FigureBand
        name="Air cell depth among its mates"
        :value="figuresOfLook(look).airCell?.depth ?? null"
        :expected="usualCellDepth(stage)"
        :scale-to="0.45"
        :mates="depths"
        missing="edge not seen"
      />
      <p class="text-ink-soft">{{ t('compare.byShadow') }}</p>
      <ul class="flex min-h-0 flex-wrap content-start gap-1 overflow-y-auto">
        <li
          v-for="item in ordered"
          :key="item.id"
          class="flex flex-col items-center rounded-lg border p-0.5"
          :class="item.id === look.id ? 'border-lamp' : 'border-transparent'"
        >
          <EggMark :look="item" class="w-14" /><span class="text-sm text-ink-soft">{{
            eggOf(item) ? placeOf(eggOf(item)!) : ''
          }}</span>
        </li>
      </ul>
    </template>

    <template v-else-if="kind === 'reference'">
      <p v-if="!reference" class="m-auto max-w-md text-center text-lg text-ink-soft">
        {{ t('compare.noReference') }}
      </p>
      <template v-else>
        <div class="grid min-h-0 grow grid-cols-2 gap-2">
          <AlignedEgg :look="reference" :label="t('compare.reference')" /><AlignedEgg
            :look="look"
            :label="t('compare.todaysLook')"
          />
        </div>
        <div class="grid grid-cols-2 gap-2 text-center text-ink-soft">
          <p>{{ t('compare.neverSet') }}</p>
          <p>{{ t('compare.today') }}</p>
        </div>
      </template>
    </template>

    <template v-else>
      <div class="grid min-h-0 grow grid-cols-2 items-center gap-2">
        <StagePicture :species="set.species" :shell="shell" :stage="Math.min(stage, 1)" /><AlignedEgg
          :look="look"
          :label="t('compare.todaysLook')"
        />
      </div>
      <div class="grid grid-cols-2 gap-2 text-center text-ink-soft">
        <p>{{ t('compare.drawing') }}</p>
        <p>{{ t('compare.today') }}</p>
      </div>
    </template>
  </section>
</template>
