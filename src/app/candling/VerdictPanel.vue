<script setup lang="ts">
import { computed } from 'vue'
import { type RouteLocationRaw } from 'vue-router'
import { Film } from '@lucide/vue'
import type { Hatchery } from '../../contracts/records/hatchery-record.ts'
import { isPictured, type LookRecord, type PicturedLook } from '../../contracts/records/look-record.ts'
import type { Egg } from '../../contracts/records/egg-state.ts'
import type { EggSet } from '../../contracts/records/set-record.ts'
import { livingShadow, usualCellDepth } from '../../core/grade/expected.ts'
import { sayReason } from '../../words/reasons.ts'
import { GRADES } from '../../core/grade-names.ts'
import { toShown, unitSymbol } from '../../core/units.ts'
import { figuresOfLook } from '../../domain/look-figures.ts'
import { sizeOfLook } from '../../domain/size-of-look.ts'
import type { Timeline } from '../../domain/timeline.ts'
import { ACTION_WORDS, GRADE_WORDS, percentWords, REGRADE_WORDS } from '../shared/wording.ts'
import FigureBand from '../shared/ui/FigureBand.vue'
import GradeSign from '../shared/ui/GradeSign.vue'
import AnotherEgg from './AnotherEgg.vue'
import LampTonight from './lamp/LampTonight.vue'
import NextPicture from './NextPicture.vue'
import { useVerdictWords } from './useVerdictWords.ts'
import { t } from './words.ts'
import KitButton from '../shared/kit/KitButton.vue'

const props = defineProps<{
  look: PicturedLook
  timeline: Timeline
  egg: Egg | null
  hatchery: Hatchery
  /** Looks at this egg on earlier days. */
  earlier: readonly LookRecord[]
  /** This candling's looks at the other eggs of the tray. */
  mates: readonly LookRecord[]
  set?: EggSet
  /** Where its film is, for an egg of a set. */
  eggPage?: RouteLocationRaw
}>()

const stage = computed(() => props.timeline.stageAt(Date.parse(props.look.takenAt)))
const reading = computed(() => props.look.reading)
const figures = computed(() => figuresOfLook(props.look))
const sized = computed(() => sizeOfLook(props.look, props.egg, props.hatchery))
/** The latest suggestion that was another than that of now. */
const otherwise = computed(() =>
  props.look.earlierVerdicts.findLast(
    ({ verdict }) =>
      verdict.grade !== props.look.verdict.grade || verdict.action !== props.look.verdict.action,
  ),
)
const length = (mm: number): string => `${toShown(props.hatchery.units, 'length', mm)}`
const SCALE_WORDS = {
  calliper: t('size.byCalliper'),
  collar: t('size.byCollar'),
  camera: t('size.byCamera'),
} as const
/** Early shadows are small: the scale grows with what is expected and seen. */
const shadowScale = computed(() =>
  Math.min(1, Math.max(0.25, 2.2 * livingShadow(stage.value).high, 1.3 * figures.value.shadow.value)),
)
const depths = (looks: readonly LookRecord[]): number[] =>
  looks.filter(isPictured).flatMap((look) => figuresOfLook(look).airCell?.depth.value ?? [])
const shadows = (looks: readonly LookRecord[]): number[] =>
  looks.filter(isPictured).map((look) => figuresOfLook(look).shadow.value)
const { isNoEgg, whyLeftIn } = useVerdictWords(
  () => props.look,
  () => props.set,
)
</script>

<template>
  <section class="flex flex-col gap-3" :aria-label="t('verdict.title')">
    <div class="flex items-center gap-4">
      <GradeSign
        :grade="look.verdict.grade"
        class="h-14 w-14 shrink-0"
        :class="look.verdict.action === 'remove' ? 'text-ember' : 'text-lamp'"
      />
      <div>
        <p class="text-3xl leading-tight font-bold" data-testid="suggestion">
          {{ isNoEgg ? t('verdict.noEgg') : GRADE_WORDS[look.verdict.grade] }}
        </p>
        <p
          v-if="!isNoEgg"
          class="text-lg"
          :class="look.verdict.action === 'remove' ? 'font-semibold text-ember' : 'text-ink-soft'"
          data-testid="action"
        >
          {{ ACTION_WORDS[look.verdict.action] }}
        </p>
      </div>
    </div>

    <p v-if="isNoEgg">{{ t('verdict.noEggWhy') }}</p>
    <p v-if="whyLeftIn" data-testid="why-left-in">{{ whyLeftIn }}</p>
    <LampTonight v-if="set" :look :set />
    <AnotherEgg v-if="egg" :look />
    <NextPicture :look :timeline />

    <p v-if="otherwise" class="text-ink-soft" data-testid="suggested-before">
      {{
        t('verdict.before', {
          grade: GRADE_WORDS[otherwise.verdict.grade].toLowerCase(),
          because: REGRADE_WORDS[otherwise.because],
        })
      }}
    </p>

    <p v-if="look.reading.crack.score > 0.5" class="rounded-lg border border-ember p-2" data-testid="crack">
      {{ t('verdict.crack') }}
    </p>

    <ul v-if="!isNoEgg" class="flex flex-col gap-1" :aria-label="t('verdict.probabilities')">
      <li
        v-for="grade in GRADES"
        :key="grade"
        class="grid grid-cols-[1.500rem_6rem_1fr_3.500rem] items-center gap-2"
      >
        <GradeSign :grade="grade" class="h-5 w-5 text-ink-soft" aria-hidden="true" />
        <span :class="grade === look.verdict.grade ? 'font-semibold' : 'text-ink-soft'">{{
          GRADE_WORDS[grade]
        }}</span>
        <span class="h-2 rounded bg-line"
          ><span
            class="block h-2 rounded bg-lamp"
            :style="{ width: percentWords(look.verdict.probabilities[grade]).replace(' ', '') }"
        /></span>
        <span class="text-right text-ink-soft">{{ percentWords(look.verdict.probabilities[grade]) }}</span>
      </li>
    </ul>

    <p v-if="look.reading.reasons.includes('blurred')" class="text-ember">
      {{ t('verdict.blurred') }}
    </p>
    <p v-if="look.reading.reasons.includes('cut-by-picture')" class="text-ember">
      {{ t('verdict.cut') }}
    </p>
    <ul
      class="flex flex-col gap-1.5 border-l-2 border-lamp pl-3 text-[1.050rem] leading-snug"
      :aria-label="t('verdict.reasons')"
      data-testid="reasons"
    >
      <li v-for="reason in look.verdict.reasons.map(sayReason)" :key="reason">{{ reason }}</li>
    </ul>

    <div class="flex flex-col gap-2">
      <FigureBand
        :name="figures.byHand ? 'Shadow, by hand' : 'Shadow'"
        :value="figures.shadow"
        :expected="livingShadow(stage)"
        :scale-to="shadowScale"
        :mates="shadows(mates)"
        :earlier="shadows(earlier)"
      />
      <FigureBand
        :name="figures.byHand ? 'Air cell depth, by hand' : 'Air cell depth'"
        :value="figures.airCell?.depth ?? null"
        :expected="usualCellDepth(stage)"
        :scale-to="0.45"
        :mates="depths(mates)"
        :earlier="depths(earlier)"
        missing="edge not seen"
      />
      <p class="text-sm text-ink-soft" data-testid="size">
        <template v-if="sized">
          {{ length(sized.size.lengthMm.value) }} × {{ length(sized.size.breadthMm.value) }} ±
          {{ length(sized.size.breadthMm.sd) }} {{ unitSymbol(hatchery.units, 'length') }}
          {{ SCALE_WORDS[sized.scale.from]
          }}<template v-if="sized.size.cellDepthMm">{{
            t('size.cell', {
              depth: length(sized.size.cellDepthMm.value),
              error: length(sized.size.cellDepthMm.sd),
              unit: unitSymbol(hatchery.units, 'length'),
              volume: sized.size.cellVolumeCm3!.value.toFixed(1),
            })
          }}</template
          >.
        </template>
        <template v-else>{{ t('size.relative') }}</template>
      </p>
      <p class="text-sm text-ink-soft">
        <template v-if="figures.airCell">{{
          t('size.cellShare', { share: percentWords(figures.airCell.volume.value) })
        }}</template
        ><template v-else>{{ t('size.vessels') }}</template>
        {{ t('size.vesselShare', { share: percentWords(reading.vessels.coverage.value) })
        }}<template v-if="mates.length + earlier.length > 0"> {{ ' ' }}{{ t('verdict.bandKey') }}</template>
      </p>
      <p v-if="figures.byHand" class="text-sm text-ink-soft" data-testid="measured-before">
        {{
          t('verdict.measured', {
            shadow: percentWords(reading.shadow.area.value),
            cell: reading.airCell ? percentWords(reading.airCell.depth.value) : t('hand.notSeen'),
          })
        }}
      </p>
      <KitButton v-if="eggPage" :to="eggPage" kind="quiet" class="self-start" data-testid="egg-page-link"
        ><Film class="h-4 w-4" aria-hidden="true" /> {{ t('eggPage.link') }}</KitButton
      >
    </div>
  </section>
</template>
