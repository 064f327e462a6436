<script setup lang="ts">
import { computed, ref } from 'vue'
import { RouterLink } from 'vue-router'
import { Printer } from '@lucide/vue'
import type { Egg } from '../../contracts/records/egg-state.ts'
import { brooderPlan } from '../../core/brooding/brooder-plan.ts'
import { SPECIES } from '../../core/species/species.ts'
import { daysBetween, localDateOf, sayDate } from '../../core/time/local-date.ts'
import { nameOfPlace } from '../../core/tray/layout.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import { useClockStore } from '../shared/clock.ts'
import { count } from '../shared/wording.ts'
import { warmthWords } from './brooder-words.ts'
import { WORDS } from './words.ts'

/** One page that goes with chicks to their new keeper. */
const props = defineProps<{ setId: string }>()
const store = useHatcheryStore()
const clock = useClockStore()
const set = computed(() => store.setById(props.setId))
const zone = computed(() => store.hatchery.zone)
const chicks = computed(() =>
  (store.eggsBySet.get(props.setId) ?? []).filter(
    ({ outcome, chick }) => outcome?.found === 'hatched' && chick?.state !== 'lost',
  ),
)
/** Those that go, else all that are here. */
const which = ref<'given-away' | 'all'>('given-away')
const going = computed(() => {
  const given = chicks.value.filter(({ chick }) => chick?.state === 'given-away')
  return which.value === 'given-away' && given.length > 0 ? given : chicks.value
})
const to = ref('')
const words = computed(
  () => to.value || [...new Set(going.value.flatMap(({ chick }) => chick?.words || []))].join(', '),
)
const hatchedOn = (egg: Egg): string => localDateOf(Date.parse(egg.outcome!.at), zone.value)
const ageDays = (egg: Egg): number => daysBetween(hatchedOn(egg), localDateOf(clock.nowMs, zone.value))
const nameOf = (egg: Egg): string =>
  egg.band ?? nameOfPlace(set.value?.trays ?? [], egg.place) ?? WORDS.eggNumber(egg.number)
const batchOf = (egg: Egg) => set.value?.batches.find(({ id }) => id === egg.batchId)
/** From the week in which they go. */
const weeks = computed(() => {
  const youngest = Math.min(...going.value.map(ageDays))
  const gone = Number.isFinite(youngest) ? Math.floor(youngest / 7) : 0
  return set.value ? brooderPlan(set.value.species, going.value.length).filter(({ week }) => week > gone) : []
})
const units = computed(() => store.hatchery.units)
const isWaterfowl = computed(() => set.value && SPECIES[set.value.species].group === 'waterfowl')
const print = (): void => globalThis.print()
</script>

<template>
  <main v-if="set" class="mx-auto max-w-3xl p-6 print:p-0">
    <div class="screen-only mb-5 flex flex-wrap items-end gap-3">
      <button type="button" class="press press-lamp" @click="print">
        <Printer class="h-5 w-5" aria-hidden="true" /> {{ WORDS.print }}
      </button>
      <label
        >{{ WORDS.for }}
        <input v-model="to" class="field ml-1" maxlength="120" :placeholder="WORDS.newKeeper"
      /></label>
      <label
        >{{ WORDS.with }}
        <select v-model="which" class="field ml-1">
          <option value="given-away">{{ WORDS.chicksGivenAway }}</option>
          <option value="all">{{ WORDS.allChicksStillHere }}</option>
        </select></label
      >
      <RouterLink :to="{ name: 'hatch', params: { setId } }" class="press">{{
        WORDS.backToHatch
      }}</RouterLink>
    </div>
    <h1 class="text-3xl font-bold">
      {{ count(going.length, 'chick') }}: {{ set.breed || SPECIES[set.species].label }}
    </h1>
    <p class="text-ink-soft">
      {{
        WORDS.fromTheHatcheryLocalDateOfForWordsLabel(
          store.hatchery.name || WORDS.theHatchery,
          sayDate(localDateOf(clock.nowMs, zone)),
          words ? WORDS.forWords(words) : '',
          SPECIES[set.species].label,
          set.name,
        )
      }}
    </p>
    <p v-if="going.length === 0" class="mt-4">{{ WORDS.noChickOfThisSet }}</p>
    <table v-else class="mt-4 w-full text-left" data-testid="handed-over">
      <thead>
        <tr class="text-ink-soft">
          <th scope="col" class="py-1 font-normal">{{ WORDS.bandOrEgg }}</th>
          <th scope="col" class="py-1 font-normal">{{ WORDS.hatched }}</th>
          <th scope="col" class="py-1 font-normal">{{ WORDS.ageToday }}</th>
          <th scope="col" class="py-1 font-normal">{{ WORDS.from }}</th>
          <th scope="col" class="py-1 font-normal">{{ WORDS.notes }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="egg in going" :key="egg.id" class="border-t border-line">
          <td class="py-1">{{ nameOf(egg) }}</td>
          <td class="py-1">{{ sayDate(hatchedOn(egg)) }}</td>
          <td class="py-1">{{ count(ageDays(egg), 'day') }}</td>
          <td class="py-1">{{ batchOf(egg)?.source || '' }}</td>
          <td class="py-1">{{ egg.chick?.state === 'weak' ? WORDS.weak : '' }}</td>
        </tr>
      </tbody>
    </table>
    <h2 class="mt-5 text-xl font-semibold">{{ WORDS.care }}</h2>
    <p v-if="weeks.length === 0">
      {{ WORDS.noLampNeededADry }}
    </p>
    <table v-else class="mt-1 text-left">
      <thead>
        <tr class="text-ink-soft">
          <th scope="col" class="py-1 pr-8 font-normal">{{ WORDS.weekOfLife }}</th>
          <th scope="col" class="py-1 pr-8 font-normal">{{ WORDS.floorTemperatureUnderTheLamp }}</th>
          <th scope="col" class="py-1 font-normal">{{ WORDS.floorSpace }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="week in weeks" :key="week.week" class="border-t border-line">
          <td class="py-1 pr-8">{{ week.week }}</td>
          <td class="py-1 pr-8">
            {{ warmthWords(week, units) }}
          </td>
          <td class="py-1">{{ week.floorM2 }} m²</td>
        </tr>
      </tbody>
    </table>
    <ul class="mt-3 list-disc pl-5">
      <li>{{ WORDS.atTheWallsTooHot }}</li>
      <li>
        {{ WORDS.starterCrumbForTheirKind(isWaterfowl ? WORDS.deepEnoughForTheNostrils : WORDS.withPebbles) }}
      </li>
      <li>{{ WORDS.heatLampsStartFiresFixThem }}</li>
      <li>{{ WORDS.washHandsBeforeAndAfter }}</li>
      <li>{{ WORDS.followLocalRulesForMoving }}</li>
    </ul>
  </main>
  <main v-else class="p-8">
    {{ WORDS.thereIsNoSuchSet }} <RouterLink to="/" class="underline">{{ WORDS.backToToday }}</RouterLink>
  </main>
</template>
