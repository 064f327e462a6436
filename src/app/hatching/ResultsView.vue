<script setup lang="ts">
import { computed, ref } from 'vue'
import { RouterLink } from 'vue-router'
import { Download } from '@lucide/vue'
import type { Share } from '../../core/statistics/share.ts'
import { historyOf } from '../../domain/history.ts'
import { RESULT_GROUPS, resultsBy, resultsByPlace, type ResultGroup } from '../../domain/results-of-book.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import SharesOverTime from '../shared/charts/SharesOverTime.vue'
import PlaceMap from './PlaceMap.vue'
import ShareBar from './ShareBar.vue'
import { POLICY_WORDS } from '../shared/wording.ts'
import type { Policy } from '../../core/grade/types.ts'
import { saveTable } from '../shared/save-table.ts'
import { t } from './words.ts'
import DataTable from '../shared/kit/DataTable.vue'
import KitButton from '../shared/kit/KitButton.vue'
import ListChoice from '../shared/kit/ListChoice.vue'

/** All hatches, held against each other, with what few eggs leave open. */
const store = useHatcheryStore()
const group = ref<ResultGroup>('set')
const GROUP_WORDS: Readonly<Record<ResultGroup, string>> = {
  set: t('group.set'),
  bird: t('group.bird'),
  breed: t('group.breed'),
  hen: t('group.hen'),
  cock: t('group.cock'),
  source: t('group.source'),
  'egg-age': t('group.storage'),
  incubator: t('group.incubator'),
  policy: t('group.policy'),
  candler: t('group.candler'),
}
const sources = computed(() => ({
  sets: store.sets,
  eggsBySet: store.eggsBySet,
  hatchery: store.hatchery,
  sessions: store.sessions,
}))
const rows = computed(() =>
  resultsBy(group.value, sources.value).map(({ name, results }) => ({
    results,
    name: group.value === 'policy' ? POLICY_WORDS[name as Policy] : name,
  })),
)
const places = computed(() => resultsByPlace(sources.value))
const hatches = computed(() =>
  historyOf(store.sets, store.eggsBySet, { hatchery: store.hatchery, nowMs: Date.now() }).flatMap(
    ({ set, state, fromMs, results }) =>
      state === 'closed' && results.hatchOfFertile
        ? [{ name: set.name, atMs: fromMs, share: results.hatchOfFertile }]
        : [],
  ),
)
type Row = (typeof rows.value)[number]
const SHARES: ReadonlyArray<{ id: string; name: string; of: (of: Row['results']) => Share | null }> = [
  { id: 'fertile', name: t('results.fertileByCandling'), of: ({ fertility }) => fertility.apparent },
  { id: 'set', name: t('results.ofSet'), of: ({ hatchOfSet }) => hatchOfSet },
  { id: 'hatched', name: t('compare.hatched'), of: ({ hatchOfFertile }) => hatchOfFertile },
]
const columns = computed(() => [
  { id: 'name', name: t('results.by', { group: GROUP_WORDS[group.value] }), value: ({ name }: Row) => name },
  { id: 'eggs', name: t('compare.eggs'), said: true, value: ({ results }: Row) => results.set },
  ...SHARES.map(({ id, name, of }) => ({
    id,
    name,
    said: true,
    value: ({ results }: Row) => {
      const share = of(results)
      return share ? share.count / share.of : -1
    },
  })),
])
const percent = (value: number): string => `${Math.round(100 * value)} %`
const words = (share: Share | null): string =>
  share ? `${percent(share.count / share.of)} (${Math.round(100 * share.low)}–${percent(share.high)})` : '–'
/** Two groups are told apart where the one's interval lies outside of the other's. */
const apart = computed(() => {
  const shares = rows.value.flatMap(({ name, results }) =>
    results.hatchOfFertile ? [{ name, share: results.hatchOfFertile }] : [],
  )
  if (shares.length < 2) return ''
  const sorted = shares.sort((a, b) => b.share.count / b.share.of - a.share.count / a.share.of)
  const [best, worst] = [sorted[0]!, sorted.at(-1)!]
  return best.share.low > worst.share.high
    ? t('results.better', { better: best.name, worse: worst.name })
    : t('results.noDifference')
})
function saveResults(): void {
  const part = (share: Share | null): Array<number | ''> =>
    share
      ? [share.count, share.of, Number(share.low.toFixed(3)), Number(share.high.toFixed(3))]
      : ['', '', '', '']
  const fields = ['group', 'eggs', 'still open']
  for (const what of ['fertile by candling', 'hatched of set', 'hatched of fertile'])
    fields.push(what, `${what}, of`, `${what}, low`, `${what}, high`)
  saveTable(`results-by-${group.value}.csv`, {
    head: fields,
    rows: rows.value.map(({ name, results }) => [
      name,
      results.set,
      results.open,
      ...part(results.fertility.apparent),
      ...part(results.hatchOfSet),
      ...part(results.hatchOfFertile),
    ]),
  })
}
</script>

<template>
  <main class="mx-auto max-w-5xl p-4 sm:p-6">
    <h1 class="text-3xl font-bold">{{ t('results.title') }}</h1>
    <p class="mt-1 max-w-3xl text-ink-soft">
      {{ t('results.lead') }}
    </p>
    <p v-if="rows.length === 0" class="card mt-5 p-5 text-lg" data-testid="no-results">
      {{ t('results.empty') }}
      <RouterLink to="/" class="underline">{{ t('common.toToday') }}</RouterLink>
    </p>
    <template v-else>
      <div class="mt-4 flex flex-wrap items-end justify-between gap-3">
        <ListChoice
          :label="t('results.compareBy')"
          v-model="group"
          :options="RESULT_GROUPS.map((one) => ({ value: one, name: GROUP_WORDS[one] }))"
        />
        <KitButton :icon="Download" @click="saveResults">
          {{ t('common.csv') }}
        </KitButton>
      </div>
      <p v-if="apart" class="mt-3" data-testid="apart">{{ apart }}</p>
      <div class="mt-3">
        <DataTable
          data-testid="results-table"
          :label="t('results.by', { group: GROUP_WORDS[group] })"
          :rows="rows"
          :columns="columns"
          :row-id="({ name }) => name"
        >
          <template #name="{ row: { name } }"><strong>{{ name }}</strong></template>
          <template #eggs="{ row: { results } }"
            >{{ results.set
            }}<span v-if="results.open > 0" class="text-ink-soft">{{
              t('results.open', { eggs: results.open })
            }}</span></template
          >
          <template #fertile="{ row: { results } }"
            >{{ words(results.fertility.apparent) }}<ShareBar :share="results.fertility.apparent"
          /></template>
          <template #set="{ row: { results } }"
            >{{ words(results.hatchOfSet) }}<ShareBar :share="results.hatchOfSet"
          /></template>
          <template #hatched="{ row: { results } }"
            >{{ words(results.hatchOfFertile) }}<ShareBar :share="results.hatchOfFertile"
          /></template>
        </DataTable>
      </div>
      <section class="card mt-6 p-4" :aria-label="t('results.overTime')">
        <SharesOverTime
          :title="t('results.rateBySet')"
          :heads="[t('report.set'), t('handOver.columnHatched'), t('results.ofFertile')]"
          :shares="hatches"
        />
      </section>
      <section v-if="places.length > 0" class="card mt-6 p-4" aria-labelledby="places-heading">
        <h2 id="places-heading" class="text-xl font-semibold">{{ t('results.where') }}</h2>
        <p class="text-ink-soft">
          {{ t('results.whereWhat') }}
        </p>
        <div class="mt-3 flex flex-wrap gap-6" data-testid="places">
          <PlaceMap v-for="(map, i) in places" :key="i" :map="map" />
        </div>
      </section>
    </template>
  </main>
</template>
