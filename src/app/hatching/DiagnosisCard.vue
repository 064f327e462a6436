<script setup lang="ts">
import { computed } from 'vue'
import type { Egg } from '../../contracts/records/egg-state.ts'
import type { EggSet } from '../../contracts/records/set-record.ts'
import type { Evidence, Suspect } from '../../core/diagnosis/diagnose.ts'
import { count } from '../shared/wording.ts'
import { CAUSE_WORDS, CLUE_MISSING, factOf } from './diagnosis-words.ts'
import { useDiagnosis } from './useDiagnosis.ts'
import { t } from './words.ts'

/** What went wrong, each cause with what speaks for and against it; or that it cannot be told. */
const props = defineProps<{ set: EggSet; eggs: readonly Egg[] }>()
const found = useDiagnosis(() => props)
const diagnosis = computed(() => found.value.diagnosis)
const lead = computed(() => {
  const { verdict, nothingChance } = diagnosis.value
  if (verdict === 'blamed')
    return t('diagnosis.cause', {
      cause: diagnosis.value.blamed.map((cause) => CAUSE_WORDS[cause].name).join(', and '),
    })
  if (verdict === 'nothing') return t('diagnosis.normal')
  const few = t('diagnosis.tooFew', { eggs: count(props.eggs.length, 'egg') })
  return nothingChance > 0.5 ? t('diagnosis.maybeChance', { eggs: few }) : few
})
/** Those worth a look. */
const SHOWN = 3
const LEAST_CHANCE = 0.03
const suspects = computed(() =>
  diagnosis.value.suspects.filter(({ chance }, i) => i === 0 || chance >= LEAST_CHANCE).slice(0, SHOWN),
)
/** No reckoning is surer than its assumptions. */
const chanceWords = (chance: number): string =>
  chance < 0.01
    ? t('diagnosis.under1')
    : chance > 0.99
      ? t('diagnosis.over99')
      : t('diagnosis.inHundred', { chance: (100 * chance).toFixed(0) })
const strong = (factor: number): string =>
  Math.max(factor, 1 / factor) > 20 ? 'strongly' : Math.max(factor, 1 / factor) > 4 ? 'plainly' : 'a little'
function words(list: readonly Evidence[]): string {
  return list
    .map(
      ({ clue, factor }) =>
        `${factOf(clue, { ...found.value, corner: diagnosis.value.corner, trays: props.set.trays })} (${strong(factor)})`,
    )
    .join('; ')
}
const speaking = (suspect: Suspect) => suspect.evidence.filter(({ factor }) => factor > 1)
const against = (suspect: Suspect) => suspect.evidence.filter(({ factor }) => factor < 1)
const missing = (suspect: Suspect): string =>
  [...new Set(suspect.missing.map((clue) => CLUE_MISSING[clue]))].join('; ')
</script>

<template>
  <section class="card p-4 sm:p-5" aria-labelledby="diagnosis-heading" data-testid="diagnosis">
    <h2 id="diagnosis-heading" class="text-xl font-semibold">{{ t('compare.cause') }}</h2>
    <p class="mt-1 text-lg" data-testid="diagnosis-lead">{{ lead }}</p>
    <template v-if="diagnosis.verdict === 'blamed'">
      <p v-for="cause in diagnosis.blamed" :key="cause">{{ CAUSE_WORDS[cause].nextTime }}</p>
    </template>
    <p v-else class="text-ink-soft">
      {{ t('diagnosis.lead') }}
    </p>
    <ol class="mt-3 flex flex-col gap-3">
      <li v-for="suspect in suspects" :key="suspect.cause" class="border-t border-line pt-3">
        <h3 class="font-semibold">
          {{ CAUSE_WORDS[suspect.cause].name }}
          <span class="font-normal text-ink-soft">{{ chanceWords(suspect.chance) }}</span>
        </h3>
        <dl class="grid grid-cols-[6rem_1fr] gap-x-3">
          <template v-if="speaking(suspect).length > 0">
            <dt class="text-ink-soft">{{ t('diagnosis.for') }}</dt>
            <dd>{{ words(speaking(suspect)) }}</dd>
          </template>
          <template v-if="against(suspect).length > 0">
            <dt class="text-ink-soft">{{ t('diagnosis.against') }}</dt>
            <dd>{{ words(against(suspect)) }}</dd>
          </template>
          <template v-if="missing(suspect)">
            <dt class="text-ink-soft">{{ t('diagnosis.toRecord') }}</dt>
            <dd>{{ missing(suspect) }}</dd>
          </template>
        </dl>
      </li>
    </ol>
    <p class="mt-3 text-sm text-ink-soft">
      {{ t('diagnosis.normalChance', { chance: chanceWords(diagnosis.nothingChance) }) }}
    </p>
  </section>
</template>
