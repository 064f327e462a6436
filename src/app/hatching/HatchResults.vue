<script setup lang="ts">
import { computed } from 'vue'
import { Download, FileText } from '@lucide/vue'
import { RouterLink } from 'vue-router'
import type { Egg } from '../../contracts/records/egg-state.ts'
import type { EggSet } from '../../contracts/records/set-record.ts'
import { hatchResults, PHASES } from '../../core/hatching/results.ts'
import { nameOfPlace } from '../../core/tray/layout.ts'
import { endsOf } from '../../domain/egg-outcomes.ts'
import { fileNameOf } from '../shared/save-file.ts'
import { saveTable } from '../shared/save-table.ts'
import { count } from '../shared/wording.ts'
import { shareWords } from '../../core/statistics/share.ts'
import { FATE_WORDS, FEW } from './fate-words.ts'
import TrayFates from './TrayFates.vue'

/** What came of a set, with what few eggs leave open. */
const props = defineProps<{ set: EggSet; eggs: readonly Egg[]; report?: boolean }>()
const fates = computed(() => {
  const all = endsOf(props.set, props.eggs)
  return props.eggs.map((egg, i) => ({ egg, ...all[i]! }))
})
const results = computed(() => hatchResults(fates.value))
const rows = computed(() => [
  ['Fertile, by candling', shareWords(results.value.fertility.apparent)],
  [
    'True fertility',
    results.value.fertility.true
      ? shareWords(results.value.fertility.true)
      : 'known once every clear egg is opened: early deaths look clear',
  ],
  ['Hatched, of the set', shareWords(results.value.hatchOfSet)],
  ['Hatched, of the fertile', shareWords(results.value.hatchOfFertile)],
  ...PHASES.map((phase) => [`Of the fertile, ${FATE_WORDS[phase]}`, shareWords(results.value.losses[phase])]),
])
const living = computed(() =>
  fates.value
    .filter(({ fate }) => fate === 'living-removed')
    .map(({ egg }) => nameOfPlace(props.set.trays, egg.place) || `egg ${egg.number}`),
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
    <h2 id="results-heading" class="text-xl font-semibold">Results</h2>
    <p v-if="results.open === results.set" class="mt-1 text-ink-soft">No results yet.</p>
    <p v-else-if="results.open > 0" class="mt-1 text-ink-soft">
      {{ count(results.open, 'egg is', 'eggs are') }} still open; figures so far.
    </p>
    <p v-if="results.set < FEW && results.open < results.set" class="mt-1 text-ink-soft" data-testid="few">
      {{ count(results.set, 'egg') }}. In brackets: 95 % confidence interval. With so few eggs it is wide.
    </p>
    <table v-if="results.open < results.set" class="mt-2 w-full text-left">
      <tbody>
        <tr v-for="[name, value] in rows" :key="name" class="border-t border-line first:border-0">
          <th scope="row" class="py-1.5 pr-4 font-normal text-ink-soft">{{ name }}</th>
          <td class="py-1.5">{{ value }}</td>
        </tr>
      </tbody>
    </table>
    <div v-if="results.open < results.set" class="mt-3 flex flex-wrap gap-4" data-testid="tray-fates">
      <TrayFates :set="set" :eggs="eggs" />
    </div>
    <p v-if="living.length > 0" class="mt-3 rounded-lg border border-ember p-3" data-testid="living">
      Removed alive: {{ living.join(', ') }}. It happens to everyone once. A second look before removal
      prevents it, and so does holding all but rings and leakers to lockdown.
    </p>
    <div class="screen-only mt-3 flex gap-3">
      <button type="button" class="press" @click="saveFates">
        <Download class="h-5 w-5" aria-hidden="true" /> CSV
      </button>
      <RouterLink
        v-if="!report && results.open < results.set"
        :to="{ name: 'report', params: { setId: set.id } }"
        class="press"
        ><FileText class="h-5 w-5" aria-hidden="true" /> Report, one page</RouterLink
      >
    </div>
  </section>
</template>
