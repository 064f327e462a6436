<script setup lang="ts">
import { computed } from 'vue'
import type { Egg } from '../../contracts/records/egg-state.ts'
import { isPictured, type LookRecord } from '../../contracts/records/look-record.ts'
import type { EggSet } from '../../contracts/records/set-record.ts'
import { figuresOfLook } from '../../domain/look-figures.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import EggMark from '../shared/ui/EggMark.vue'
import { dayWords, GRADE_WORDS, percentWords, toldCellWords } from '../shared/wording.ts'
import AnotherEgg from './AnotherEgg.vue'
import { t } from './words.ts'
import { standingGrade } from '../../domain/own-grade.ts'

/** What was seen of an egg at each look, oldest first. */
const props = defineProps<{ set: EggSet; egg: Egg; looks: readonly LookRecord[] }>()
const { hatchery } = useHatcheryStore()
function figuresWords(look: LookRecord): string {
  if (!isPictured(look))
    return [t('film.byEye', { who: look.candler }, look.candler === '' ? 0 : 1), toldCellWords(look.airCell)]
      .filter(Boolean)
      .join(', ')
  const { shadow, airCell } = figuresOfLook(look)
  return t('film.figures', {
    shadow: percentWords(shadow.value),
    cell: airCell ? percentWords(airCell.volume.value) : t('hand.notSeen'),
  })
}
const rows = computed(() =>
  props.looks
    .filter(({ replaced }) => !replaced)
    .map((look) => {
      return {
        look,
        day: dayWords(props.set, hatchery.zone, Date.parse(look.takenAt)),
        grade: GRADE_WORDS[standingGrade(look)],
        figures: figuresWords(look),
      }
    }),
)
</script>

<template>
  <section :aria-label="t('film.looks')">
    <h2 class="mb-2 font-semibold">{{ t('film.looks') }}</h2>
    <ol class="flex flex-col gap-2">
      <li v-for="{ look, day, grade, figures } in rows" :key="look.id" class="card flex gap-3 p-2">
        <EggMark :look="look" class="w-14 shrink-0 self-start" />
        <div>
          <p class="font-semibold">{{ day }}: {{ grade }}</p>
          <p class="text-ink-soft">{{ figures }}</p>
          <AnotherEgg :look />
        </div>
      </li>
    </ol>
  </section>
</template>
