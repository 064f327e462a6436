<script setup lang="ts">
import { computed } from 'vue'
import { Download, Printer } from '@lucide/vue'
import type { Egg } from '../../contracts/egg-record.ts'
import type { EggSet } from '../../contracts/set-record.ts'
import { hatchResults, PHASES, type Fate } from '../../core/hatching/results.ts'
import type { Share } from '../../core/statistics/share.ts'
import { SPECIES } from '../../core/species/species.ts'
import { nameOfPlace } from '../../core/tray/layout.ts'
import { fateOf } from '../../domain/fates.ts'
import { fileNameOf } from '../shared/save-file.ts'
import { saveTable } from '../shared/save-table.ts'
import { count } from '../shared/wording.ts'

/** What came of a set, with what few eggs leave open. */
const props = defineProps<{ set: EggSet; eggs: readonly Egg[] }>()
const days = computed(() => SPECIES[props.set.species].incubationDays)
const fates = computed(() => props.eggs.map((egg) => ({ egg, fate: fateOf(egg, days.value) })))
const results = computed(() => hatchResults(fates.value.map(({ fate }) => fate)))
const FATE_WORDS: Readonly<Record<Fate, string>> = {
  hatched: 'hatched',
  'living-removed': 'taken out or opened alive',
  infertile: 'not fertile',
  early: 'died in the first third',
  middle: 'died in the second third',
  late: 'died in the last third',
  pipped: 'pipped and died',
  'clear-unopened': 'taken out as clear, not opened',
  'dead-unopened': 'taken out as dead, or died on a day that nobody knows',
  unknown: 'still open',
}
/** Less than this many eggs can hardly tell one half from three quarters. */
const FEW = 20
function words(share: Share | null): string {
  if (!share) return 'not known yet'
  const percent = (value: number): string => `${Math.round(100 * value)}`
  return `${share.count} of ${share.of}, ${percent(share.count / share.of)} % (${percent(share.low)}–${percent(share.high)} %)`
}
const rows = computed(() => [
  ['Fertile, by candling', words(results.value.fertility.apparent)],
  [
    'Truly fertile',
    results.value.fertility.true
      ? words(results.value.fertility.true)
      : 'known when every clear egg is opened: early deaths look clear',
  ],
  ['Hatched, of the set', words(results.value.hatchOfSet)],
  ['Hatched, of the fertile', words(results.value.hatchOfFertile)],
  ...PHASES.map((phase) => [`Of the fertile, ${FATE_WORDS[phase]}`, words(results.value.losses[phase])]),
])
const living = computed(() =>
  fates.value
    .filter(({ fate }) => fate === 'living-removed')
    .map(({ egg }) => nameOfPlace(props.set.trays, egg.place) || `egg ${egg.number}`),
)
function saveFates(): void {
  saveTable(`${fileNameOf(props.set.name)}-results.csv`, {
    head: ['egg', 'place', 'what became of it', 'died on day', 'signs'],
    rows: fates.value.map(({ egg, fate }) => [
      egg.number,
      nameOfPlace(props.set.trays, egg.place),
      FATE_WORDS[fate],
      egg.outcome?.deathDay ?? '',
      (egg.outcome?.signs ?? []).join(' '),
    ]),
  })
}
const print = (): void => globalThis.print()
</script>

<template>
  <section class="card p-4 sm:p-5" aria-labelledby="results-heading" data-testid="results">
    <h2 id="results-heading" class="text-xl font-semibold">Results</h2>
    <p v-if="results.open === results.set" class="mt-1 text-ink-soft">Nothing is known yet.</p>
    <p v-else-if="results.open > 0" class="mt-1 text-ink-soft">
      {{ count(results.open, 'egg is', 'eggs are') }} still open; the figures are of now.
    </p>
    <p v-if="results.set < FEW && results.open < results.set" class="mt-1 text-ink-soft" data-testid="few">
      {{ count(results.set, 'egg') }}: in brackets is what the same hens may really give. So few cannot tell
      much.
    </p>
    <table v-if="results.open < results.set" class="mt-2 w-full text-left">
      <tbody>
        <tr v-for="[name, value] in rows" :key="name" class="border-t border-line first:border-0">
          <th scope="row" class="py-1.5 pr-4 font-normal text-ink-soft">{{ name }}</th>
          <td class="py-1.5">{{ value }}</td>
        </tr>
      </tbody>
    </table>
    <p v-if="living.length > 0" class="mt-3 rounded-lg border border-ember p-3" data-testid="living">
      Taken out alive: {{ living.join(', ') }}. It happens to everyone once. A second look before removing, or
      holding all but rings and leakers to lockdown, prevents it.
    </p>
    <div class="screen-only mt-3 flex gap-3">
      <button type="button" class="press" @click="saveFates">
        <Download class="h-5 w-5" aria-hidden="true" /> CSV
      </button>
      <button type="button" class="press" @click="print">
        <Printer class="h-5 w-5" aria-hidden="true" /> Print
      </button>
    </div>
  </section>
</template>
