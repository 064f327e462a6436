<script setup lang="ts">
import { computed, ref } from 'vue'
import { RouterLink } from 'vue-router'
import { SPECIES } from '../../core/species/species.ts'
import { localDateOf, sayLongDate } from '../../core/time/local-date.ts'
import { byYear, historyOf, search, type PastSet } from '../../domain/history.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import { useClockStore } from '../shared/clock.ts'
import FewOf from '../shared/ui/FewOf.vue'
import { count } from '../shared/wording.ts'
import CloseSet from './CloseSet.vue'
import CompareSets from './CompareSets.vue'
import { shareWords } from '../../core/statistics/share.ts'
import { HOUR_MS } from '../../core/time/durations.ts'
import ShareBar from './ShareBar.vue'
import YearLine from './YearLine.vue'
import { t } from './words.ts'
import TextField from '../shared/kit/TextField.vue'
import ListChoice from '../shared/kit/ListChoice.vue'
import CheckBox from '../shared/kit/CheckBox.vue'
import { optionsOf } from '../shared/kit/options.ts'

/** All sets that ever were: searched, closed and opened again, held side by side, and year by year. */
const store = useHatcheryStore()
const clock = useClockStore()
const zone = computed(() => store.hatchery.zone)
// What is over does not change with the minute.
const hourMs = computed(() => Math.floor(clock.nowMs / HOUR_MS) * HOUR_MS)
const past = computed(() =>
  historyOf(store.sets, store.eggsBySet, { hatchery: store.hatchery, nowMs: hourMs.value }),
)
const years = computed(() => byYear(past.value, zone.value))
const words = ref('')
const STATES = {
  all: t('history.all'),
  running: t('history.running'),
  closed: t('history.closed'),
  planned: t('history.planned'),
} as const
const state = ref<keyof typeof STATES>('all')
const found = computed(() =>
  search(past.value, words.value).filter((one) => state.value === 'all' || one.state === state.value),
)
const MOST_COMPARED = 4
const chosen = ref<string[]>([])
const compared = computed(() =>
  chosen.value.flatMap((id) => past.value.find(({ set }) => set.id === id) ?? []),
)

const isTicked = ({ set }: PastSet): boolean => set.done.some(({ key }) => key === 'give-up')
</script>

<template>
  <main class="mx-auto max-w-5xl p-4 sm:p-6">
    <h1 class="text-3xl font-bold">{{ t('history.title') }}</h1>
    <p v-if="past.length === 0" class="card mt-5 p-5 text-lg">
      {{ t('history.empty') }}
      <RouterLink to="/plan" class="underline">{{ t('history.planFirst') }}</RouterLink>
    </p>
    <template v-else>
      <section v-for="year in years" :key="year.year" class="mt-4" :aria-label="year.year" data-testid="year">
        <div class="flex flex-wrap items-baseline gap-x-5">
          <h2 class="text-xl font-semibold">{{ year.year }}</h2>
          <p>
            {{ count(year.sets.length, 'set') }}, {{ count(year.eggs, 'egg') }},
            {{ count(year.chicks, 'chick')
            }}<template v-if="year.results.hatchOfFertile">{{
              t('history.hatchOfFertile', { share: shareWords(year.results.hatchOfFertile) })
            }}</template>
          </p>
        </div>
        <YearLine :year="year" class="mt-1" />
      </section>

      <div class="mt-6 flex flex-wrap items-end gap-3">
        <TextField
          :label="t('history.search')"
          type="search"
          v-model="words"
          :placeholder="t('history.searchIn')"
          class="grow sm:max-w-sm"
        />
        <ListChoice :label="t('history.show')" v-model="state" :options="optionsOf(STATES)" />
        <p class="text-ink-soft" role="status">{{ count(found.length, 'set') }}</p>
      </div>
      <FewOf v-slot="{ shown }" :items="found" :most="40" :what="t('history.sets')">
        <ul class="mt-3" data-testid="history">
          <li
            v-for="one in shown"
            :key="one.set.id"
            class="grid items-center gap-x-4 gap-y-1 border-t border-line py-2 md:grid-cols-[2rem_minmax(0,1fr)_13rem_9rem]"
          >
            <CheckBox
              :value="one.set.id"
              :label="t('history.compare', { set: one.set.name })"
              v-model="chosen"
              :disabled="chosen.length >= MOST_COMPARED && !chosen.includes(one.set.id)"
              class="hidden md:block"
            />
            <div class="min-w-0">
              <RouterLink
                :to="{ name: one.state === 'closed' ? 'report' : 'set', params: { setId: one.set.id } }"
                class="font-semibold underline decoration-line underline-offset-4 hover:decoration-lamp"
                >{{ one.set.name }}</RouterLink
              >
              <span class="block text-ink-soft">{{
                t('history.line', {
                  bird: one.set.breed || SPECIES[one.set.species].label,
                  day: sayLongDate(localDateOf(one.fromMs, zone)),
                })
              }}</span>
            </div>
            <div>
              <template v-if="one.state === 'closed'"
                >{{ t('brooder.chicksOf', { chicks: count(one.chicks, 'chick'), set: one.eggs.length }) }}
                <ShareBar :share="one.results.hatchOfFertile" />
              </template>
              <span v-else class="text-ink-soft"
                >{{ count(one.eggs.length, 'egg') }}, {{ STATES[one.state] }}</span
              >
            </div>
            <CloseSet v-if="one.state === 'running' || isTicked(one)" :set="one.set" :eggs="one.eggs" />
          </li>
        </ul>
      </FewOf>
      <CompareSets v-if="compared.length > 1" :sets="compared" class="mt-6" />
      <p v-else class="mt-3 hidden text-ink-soft md:block">
        {{ t('history.howToCompare', { most: MOST_COMPARED }) }}
      </p>
    </template>
  </main>
</template>
