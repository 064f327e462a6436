<script setup lang="ts">
import { computed, defineAsyncComponent } from 'vue'
import { RouterLink } from 'vue-router'
import { isIn, type Egg } from '../../contracts/records/egg-state.ts'
import type { EggSet } from '../../contracts/records/set-record.ts'
import { SPECIES } from '../../core/species/species.ts'
import { localDateOf, sayDate, sayShortDate } from '../../core/time/local-date.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import { useClockStore } from '../shared/clock.ts'
import EggMark from '../shared/ui/EggMark.vue'
import FewOf from '../shared/ui/FewOf.vue'
import type { planOf } from '../shared/useSetPlan.ts'
import { count, dayWords } from '../shared/wording.ts'
import { t } from './words.ts'
import KitFold from '../shared/kit/KitFold.vue'

/** Not waited for by the first page. */
const ExpectedLine = defineAsyncComponent(() => import('../shared/expecting/ExpectedLine.vue'))

/** All sets: those at work as cards, the others as a list. */
defineProps<{
  rows: ReadonlyArray<{ set: EggSet; plan: ReturnType<typeof planOf>; eggs: readonly Egg[] }>
  earlier: readonly EggSet[]
}>()
const store = useHatcheryStore()
const clock = useClockStore()
const zone = computed(() => store.hatchery.zone)

function lastLook(eggId: string) {
  return store.looksByEgg.get(eggId)?.at(-1)
}
</script>

<template>
  <section aria-labelledby="sets-heading">
    <h2 id="sets-heading" class="mb-2 text-xl font-semibold">{{ t('sets.title') }}</h2>
    <FewOf v-slot="{ shown }" :items="rows" :most="24" :what="t('sets.unit')">
      <ul class="grid gap-3 sm:grid-cols-2">
        <li v-for="{ set, plan, eggs } in shown" :key="set.id" class="card p-4">
          <h3 class="text-lg font-semibold">
            <RouterLink :to="{ name: 'set', params: { setId: set.id } }" class="hover:underline">{{
              set.name
            }}</RouterLink>
          </h3>
          <p class="text-sm text-ink-soft">
            {{
              t('sets.summary', {
                bird: SPECIES[set.species].label,
                age: plan.started ? dayWords(set, zone, clock.nowMs) : t('sets.notSet'),
                eggs: count(eggs.filter(isIn).length, 'egg'),
                hatchDay: sayShortDate(localDateOf(plan.hatchAtMs, zone)),
              })
            }}
          </p>
          <ExpectedLine v-if="plan.started" :set="set" :hatch-at-ms="plan.hatchAtMs" />
          <div class="mt-2 flex flex-wrap gap-0.5" aria-hidden="true">
            <EggMark
              v-for="egg in eggs.slice(0, 24)"
              :key="egg.id"
              :look="lastLook(egg.id)"
              :removed="egg.removed !== null"
              class="w-9"
            />
            <span v-if="eggs.length > 24" class="self-center text-sm text-ink-soft">{{
              t('sets.moreEggs', { eggs: eggs.length - 24 })
            }}</span>
          </div>
        </li>
      </ul>
    </FewOf>
    <KitFold
      v-if="earlier.length > 0"
      class="mt-4 text-lg"
      data-testid="earlier-sets"
      :title="count(earlier.length, 'earlierSet')"
    >
      <FewOf v-slot="{ shown }" :items="earlier" :most="24" :what="t('sets.earlierUnit')">
        <ul class="mt-2 grid gap-x-6 gap-y-1 sm:grid-cols-2">
          <li v-for="set in shown" :key="set.id">
            <RouterLink
              :to="{ name: 'set', params: { setId: set.id } }"
              class="underline decoration-line underline-offset-4 hover:decoration-lamp"
              >{{ set.name }}</RouterLink
            >
            <span class="ml-2 text-ink-soft">{{
              t('sets.earlierSummary', {
                bird: SPECIES[set.species].label,
                day: sayDate(localDateOf(Date.parse(set.setAt), zone)),
              })
            }}</span>
          </li>
        </ul>
      </FewOf>
    </KitFold>
  </section>
</template>
