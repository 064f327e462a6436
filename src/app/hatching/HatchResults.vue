<script setup lang="ts">
import { computed } from 'vue'
import { Download, FileText } from '@lucide/vue'
import type { Egg } from '../../contracts/records/egg-state.ts'
import type { EggSet } from '../../contracts/records/set-record.ts'
import { hatchResults, PHASES } from '../../core/hatching/results.ts'
import { nameOfPlace } from '../../core/tray/layout.ts'
import { HELP_AFTER_HOURS } from '../../core/hatching/hatch-methods.ts'
import { helpedChicks } from '../../domain/helped-chicks.ts'
import { endsOf } from '../../domain/egg-outcomes.ts'
import EggAccount from '../shared/leaving/EggAccount.vue'
import { fileNameOf } from '../shared/save-file.ts'
import { saveTable } from '../shared/save-table.ts'
import { count, nameOfEgg } from '../shared/wording.ts'
import { shareWords } from '../../core/statistics/share.ts'
import { FATE_WORDS, FEW } from './fate-words.ts'
import TrayFates from './TrayFates.vue'
import { t } from './words.ts'
import KitButton from '../shared/kit/KitButton.vue'

/** What came of a set, with what few eggs leave open. */
const props = defineProps<{ set: EggSet; eggs: readonly Egg[]; report?: boolean }>()
const fates = computed(() => {
  const all = endsOf(props.set, props.eggs)
  return props.eggs.map((egg, i) => ({ egg, ...all[i]! }))
})
const results = computed(() => hatchResults(fates.value))
/** Only where somebody helped. */
const helpRows = computed(() => {
  const { helped, leftAlone } = helpedChicks(props.eggs)
  if (!helped) return []
  return [
    [t('helped.ofHelped'), shareWords(helped)],
    ...(leftAlone ? [[t('helped.ofLate', { hours: HELP_AFTER_HOURS }), shareWords(leftAlone)]] : []),
  ]
})
const rows = computed(() => [
  [t('results.fertileByCandling'), shareWords(results.value.fertility.apparent)],
  [
    t('results.trueFertility'),
    results.value.fertility.true ? shareWords(results.value.fertility.true) : t('results.fertilityUnknown'),
  ],
  [t('results.ofSet'), shareWords(results.value.hatchOfSet)],
  [t('compare.hatched'), shareWords(results.value.hatchOfFertile)],
  ...PHASES.map((phase) => [
    t('compare.phase', { phase: FATE_WORDS[phase] }),
    shareWords(results.value.losses[phase]),
  ]),
  ...helpRows.value,
])
const living = computed(() =>
  fates.value
    .filter(({ fate }) => fate === 'living-removed')
    .map(({ egg }) => nameOfEgg(props.set.trays, egg)),
)
function saveFates(): void {
  saveTable(`${fileNameOf(props.set.name)}-results.csv`, {
    head: ['egg', 'place', 'outcome', 'day of death', 'signs'],
    rows: fates.value.map(({ egg, fate }) => [
      egg.number,
      nameOfPlace(props.set.trays, egg.place),
      FATE_WORDS[fate],
      egg.outcome?.deathDay ?? '',
      (egg.outcome?.signs ?? []).join(' '),
    ]),
  })
}
</script>

<template>
  <section class="card p-4 sm:p-5" aria-labelledby="results-heading" data-testid="results">
    <h2 id="results-heading" class="text-xl font-semibold">{{ t('results.title') }}</h2>
    <p v-if="results.open === results.set" class="mt-1 text-ink-soft">{{ t('results.none') }}</p>
    <p v-else-if="results.open > 0" class="mt-1 text-ink-soft">
      {{ t('results.soFar', { eggs: count(results.open, 'eggIs') }) }}
    </p>
    <p v-if="results.set < FEW && results.open < results.set" class="mt-1 text-ink-soft" data-testid="few">
      {{ t('results.interval', { eggs: count(results.set, 'egg') }) }}
    </p>
    <table v-if="results.open < results.set" class="mt-2 w-full text-left">
      <tbody>
        <tr v-for="[name, value] in rows" :key="name" class="border-t border-line first:border-0">
          <th scope="row" class="py-1.5 pr-4 font-normal text-ink-soft">{{ name }}</th>
          <td class="py-1.5">{{ value }}</td>
        </tr>
      </tbody>
    </table>
    <EggAccount class="mt-3" :set="set" :eggs="eggs" />
    <div v-if="results.open < results.set" class="mt-3 flex flex-wrap gap-4" data-testid="tray-fates">
      <TrayFates :set="set" :eggs="eggs" />
    </div>
    <p v-if="living.length > 0" class="mt-3 rounded-lg border border-ember p-3" data-testid="living">
      {{ t('results.removedAlive', { places: living.join(', ') }) }}
    </p>
    <div class="screen-only mt-3 flex gap-3">
      <KitButton :icon="Download" @click="saveFates">
        {{ t('common.csv') }}
      </KitButton>
      <KitButton
        :icon="FileText"
        v-if="!report && results.open < results.set"
        :to="{ name: 'report', params: { setId: set.id } }"
      >
        {{ t('results.report') }}</KitButton
      >
    </div>
  </section>
</template>
