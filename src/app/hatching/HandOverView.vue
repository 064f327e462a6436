<script setup lang="ts">
import { computed, ref } from 'vue'
import { RouterLink } from 'vue-router'
import { Printer } from '@lucide/vue'
import type { Egg } from '../../contracts/records/egg-state.ts'
import { sayQuantity } from '../../core/units.ts'
import { brooderPlan } from '../../core/brooding/brooder-plan.ts'
import { SPECIES } from '../../core/species/species.ts'
import { daysBetween, localDateOf, sayDate } from '../../core/time/local-date.ts'
import { nameOfPlace } from '../../core/tray/layout.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import { useClockStore } from '../shared/clock.ts'
import { count } from '../shared/wording.ts'
import { warmthWords } from './brooder-words.ts'
import { parentsOf, sourceOf } from '../../contracts/records/egg-kind.ts'
import { t } from './words.ts'
import KitButton from '../shared/kit/KitButton.vue'
import TextField from '../shared/kit/TextField.vue'
import ListChoice from '../shared/kit/ListChoice.vue'

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
  egg.band ?? nameOfPlace(set.value?.trays ?? [], egg.place) ?? t('handOver.egg', { number: egg.number })
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
      <KitButton :icon="Printer" kind="next" @click="print">
        {{ t('handOver.print') }}
      </KitButton>
      <TextField
        :label="t('handOver.for')"
        v-model="to"
        maxlength="120"
        :placeholder="t('handOver.newKeeper')"
      />
      <ListChoice
        :label="t('handOver.with')"
        v-model="which"
        :options="[
          { value: 'given-away', name: t('handOver.givenAway') },
          { value: 'all', name: t('handOver.stillHere') },
        ]"
      />
      <KitButton :to="{ name: 'hatch', params: { setId } }">{{ t('handOver.back') }}</KitButton>
    </div>
    <h1 class="text-3xl font-bold">
      {{ count(going.length, 'chick') }}: {{ set.breed || SPECIES[set.species].label }}
    </h1>
    <p class="text-ink-soft">
      {{
        t('handOver.line', {
          hatchery: store.hatchery.name || t('handOver.theHatchery'),
          day: sayDate(localDateOf(clock.nowMs, zone)),
          keeper: words ? t('handOver.forKeeper', { keeper: words }) : '',
          bird: SPECIES[set.species].label,
          set: set.name,
        })
      }}
    </p>
    <p v-if="going.length === 0" class="mt-4">{{ t('handOver.none') }}</p>
    <table v-else class="mt-4 w-full text-left" data-testid="handed-over">
      <thead>
        <tr class="text-ink-soft">
          <th scope="col" class="py-1 font-normal">{{ t('handOver.columnBand') }}</th>
          <th scope="col" class="py-1 font-normal">{{ t('handOver.columnHatched') }}</th>
          <th scope="col" class="py-1 font-normal">{{ t('handOver.columnAge') }}</th>
          <th scope="col" class="py-1 font-normal">{{ t('handOver.columnFrom') }}</th>
          <th scope="col" class="py-1 font-normal">{{ t('handOver.columnNotes') }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="egg in going" :key="egg.id" class="border-t border-line">
          <td class="py-1">{{ nameOf(egg) }}</td>
          <td class="py-1">{{ sayDate(hatchedOn(egg)) }}</td>
          <td class="py-1">{{ count(ageDays(egg), 'day') }}</td>
          <td class="py-1">{{ [sourceOf(egg, set), parentsOf(egg)].filter(Boolean).join(', ') }}</td>
          <td class="py-1">{{ egg.chick?.state === 'weak' ? t('handOver.weak') : '' }}</td>
        </tr>
      </tbody>
    </table>
    <h2 class="mt-5 text-xl font-semibold">{{ t('handOver.care') }}</h2>
    <p v-if="weeks.length === 0">
      {{ t('handOver.noLamp') }}
    </p>
    <table v-else class="mt-1 text-left">
      <thead>
        <tr class="text-ink-soft">
          <th scope="col" class="py-1 pr-8 font-normal">{{ t('handOver.week') }}</th>
          <th scope="col" class="py-1 pr-8 font-normal">{{ t('brooder.warmth') }}</th>
          <th scope="col" class="py-1 font-normal">{{ t('brooder.space') }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="week in weeks" :key="week.week" class="border-t border-line">
          <td class="py-1 pr-8">{{ week.week }}</td>
          <td class="py-1 pr-8">
            {{ warmthWords(week, units) }}
          </td>
          <td class="py-1">{{ sayQuantity(units, 'area', week.floorM2) }}</td>
        </tr>
      </tbody>
    </table>
    <ul class="mt-3 list-disc pl-5">
      <li>{{ t('handOver.watch') }}</li>
      <li>
        {{ t('handOver.feed', { nostrils: isWaterfowl ? t('brooder.nostrils') : t('brooder.pebbles') }) }}
      </li>
      <li>{{ t('handOver.fire') }}</li>
      <li>{{ t('handOver.hands') }}</li>
      <li>{{ t('handOver.rules') }}</li>
    </ul>
  </main>
  <main v-else class="p-8">
    {{ t('common.noSet') }} <RouterLink to="/" class="underline">{{ t('common.toToday') }}</RouterLink>
  </main>
</template>
