<script setup lang="ts">
import { computed } from 'vue'
import { diagnose } from '../../core/diagnosis/diagnose.ts'
import { PHASES } from '../../core/hatching/results.ts'
import { SPECIES } from '../../core/species/species.ts'
import { localDateOf, sayLongDate } from '../../core/time/local-date.ts'
import type { PastSet } from '../../domain/history.ts'
import { storyOfSet } from '../../domain/story-of-set.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import { percentWords, POLICY_WORDS } from '../shared/wording.ts'
import { CAUSE_WORDS } from './diagnosis-words.ts'
import { shareWords } from '../../core/statistics/share.ts'
import { DAY_MS } from '../../core/time/durations.ts'
import { FATE_WORDS } from './fate-words.ts'
import { t } from './words.ts'

/** A few sets side by side, with all that may have made the difference. */
const props = defineProps<{ sets: readonly PastSet[] }>()
const store = useHatcheryStore()
const mean = (values: readonly number[]): number =>
  values.reduce((sum, value) => sum + value, 0) / Math.max(1, values.length)
const columns = computed(() =>
  props.sets.map((past) => {
    const { hatchery, looksByEgg, probes, rollUps, logs } = store
    const story = storyOfSet(past, { hatchery, looksByEgg, probes, rollUps, logs }, past.toMs + 14 * DAY_MS)
    const { verdict, suspects } = diagnose(story)
    const losses = story.eggs.flatMap(({ loss }) => loss ?? [])
    const storage = story.eggs.flatMap(({ storageDays }) => storageDays ?? [])
    const { results } = past
    return [
      sayLongDate(localDateOf(past.fromMs, hatchery.zone)),
      SPECIES[past.set.species].label,
      String(past.eggs.length),
      shareWords(results.fertility.true ?? results.fertility.apparent),
      shareWords(results.hatchOfFertile),
      ...PHASES.map((phase) => shareWords(results.losses[phase])),
      storage.length > 0 ? `${mean(storage).toFixed(1)} days` : t('compare.notRecorded'),
      losses.length > 0 ? percentWords(mean(losses)) : t('compare.notMeasured'),
      story.celsiusOver === null ? t('compare.notMeasured') : `${story.celsiusOver.toFixed(2)} °C`,
      story.openings === null ? t('compare.notRecorded') : String(story.openings),
      POLICY_WORDS[past.set.policy],
      past.state !== 'closed'
        ? t('compare.notOver')
        : verdict === 'blamed'
          ? CAUSE_WORDS[suspects[0]!.cause].name
          : verdict === 'nothing'
            ? t('compare.nothingUnusual')
            : t('compare.tooLittle'),
    ]
  }),
)
const NAMES = [
  t('compare.setOn'),
  t('compare.bird'),
  t('compare.eggs'),
  t('compare.fertile'),
  t('compare.hatched'),
  ...PHASES.map((phase) => t('compare.phase', { phase: FATE_WORDS[phase] })),
  t('compare.stored'),
  t('compare.loss'),
  t('compare.warmth'),
  t('compare.lid'),
  t('compare.policy'),
  t('compare.cause'),
]
</script>

<template>
  <section class="card overflow-x-auto p-4" aria-labelledby="compare-heading" data-testid="compare">
    <h2 id="compare-heading" class="text-xl font-semibold">{{ t('compare.title') }}</h2>
    <table class="mt-2 w-full text-left">
      <thead>
        <tr>
          <td />
          <th v-for="{ set } in sets" :key="set.id" scope="col" class="py-1 pr-4">{{ set.name }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(name, i) in NAMES" :key="name" class="border-t border-line align-top">
          <th scope="row" class="py-1 pr-4 font-normal text-ink-soft">{{ name }}</th>
          <td v-for="(column, k) in columns" :key="k" class="py-1 pr-4">{{ column[i] }}</td>
        </tr>
      </tbody>
    </table>
  </section>
</template>
