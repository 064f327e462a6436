<script setup lang="ts">
import { computed, ref } from 'vue'
import { RouterLink } from 'vue-router'
import { Scale } from '@lucide/vue'
import { lossAgainstBand, sayBand } from '../../core/climate/air-method.ts'
import { USUAL_ERROR } from '../../core/water/hygrometer-bias.ts'
import type { Measured } from '../../core/measure/reading.ts'
import { meanRh } from '../../core/water/vapour-deficit-days.ts'
import { ENOUGH_EGGS } from '../../core/water/set-water.ts'
import { incubatorOf } from '../../contracts/records/whereabouts.ts'
import { localDateOf, sayDate } from '../../core/time/local-date.ts'
import type { KeptReading } from '../../core/climate/likely-reading.ts'
import { waterOfSet } from '../../domain/water-of-set.ts'
import { useClockStore } from '../shared/clock.ts'
import { count, nameOfEgg } from '../shared/wording.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import NumberField from '../shared/kit/NumberField.vue'
import ReadingDoubt from './ReadingDoubt.vue'
import { useReadingNotes } from './useReadingNotes.ts'
import WaterChart from './WaterChart.vue'
import WaterTray from './WaterTray.vue'
import WaterWhatIf from './WaterWhatIf.vue'
import { percent, waterAdvice, whyOff } from './water-words.ts'
import { t } from './words.ts'
import KitButton from '../shared/kit/KitButton.vue'
import KitFold from '../shared/kit/KitFold.vue'

/** The water of one set: what it has lost, where that goes, and what humidity to run from tonight. */
const props = defineProps<{ setId: string }>()
const store = useHatcheryStore()
const clock = useClockStore()
const set = computed(() => store.setById(props.setId))
const eggs = computed(() => store.eggsBySet.get(props.setId) ?? [])
const water = computed(
  () =>
    set.value &&
    waterOfSet(
      { set: set.value, eggs: eggs.value, looksByEgg: store.looksByEgg },
      { hatchery: store.hatchery, probes: store.probes, rollUps: store.rollUps },
      clock.nowMs,
    ),
)

/** What reads the humidity by itself where the set stands. */
const sensors = computed(() => {
  const here = set.value?.trays[0]?.incubatorId ?? null
  return store.probes
    .filter(({ by, events }) => by !== 'hand' && here !== null && incubatorOf(events) === here)
    .filter(({ id }) =>
      store.rollUps.some(({ probeId, points }) => probeId === id && points.some((p) => p.rhPercent)),
    )
    .map(({ name }) => name)
})
const humidity = ref<number | null>(null)
const readings = useReadingNotes(() => set.value?.trays[0]?.incubatorId ?? null)
async function noteHumidity(): Promise<void> {
  if (await readings.note({ temperature: null, rhPercent: humidity.value })) humidity.value = null
}
async function keepHumidity(reading: KeptReading): Promise<void> {
  if (await readings.keep(reading)) humidity.value = null
}

const sayDay = (atMs: number): string => sayDate(localDateOf(atMs, store.hatchery.zone))
const said = computed(() => (water.value ? waterAdvice(water.value, sayDay) : null))
/** Where what the eggs ask for lies outside of what is kept to. */
const against = computed(() => {
  const value = water.value
  if (!value?.advice || !said.value?.changes) return ''
  const { until, advice } = value
  const side = lossAgainstBand(advice.rhPercent.value, until)
  if (side === null) return ''
  const band = sayBand(until)
  return side === 'drier' ? t('water.againstDrier', { band }) : t('water.againstMoister', { band })
})
const restsOn = computed(() => {
  const known = water.value?.airNoted
  if (!known) return ''
  const { readings, days, lastAtMs } = known
  return t('water.restsOn', {
    readings: count(readings, 'reading'),
    days: count(days, 'day'),
    last: sayDay(lastAtMs),
  })
})

/** What the eggs' own loss says of the hygrometer. */
const hygrometer = computed(() => {
  const error = water.value?.hygrometerBias
  if (!error || !water.value?.mean) return ''
  // Of what two standard deviations leave open nothing is said.
  if (Math.abs(error.value) < Math.max(3, 1.5 * error.sd)) return ''
  const points = `${Math.abs(error.value).toFixed(0)} ± ${error.sd.toFixed(0)} points`
  return error.value > 0 ? t('water.likeDrier', { points }) : t('water.likeMoister', { points })
})
const tried = ref<Measured | null>(null)
const placeOf = (eggId: string): string => {
  const egg = eggs.value.find(({ id }) => id === eggId)
  return egg ? nameOfEgg(set.value!.trays, egg) : ''
}

const rows = computed(() => {
  const value = water.value
  if (!value?.mean) return []
  const { lines, mean } = value
  return eggs.value
    .flatMap((egg) => {
      const line = lines.get(egg.id)
      if (!line) return []
      const ratio = line.perDryDay.value / mean.perDryDay.value
      const isOff = mean.outliers.includes(egg.id)
      return [
        {
          id: egg.id,
          place: nameOfEgg(set.value!.trays, egg),
          estimates: line.estimates.length,
          ratio,
          sd: line.perDryDay.sd / mean.perDryDay.value,
          isOff,
          conductance: value.conductances.get(egg.id) ?? null,
          words: whyOff({ isOff, ratio, cracked: egg.crack !== 'none', waxed: egg.waxed }),
        },
      ]
    })
    .sort((a, b) => Math.abs(b.ratio - 1) - Math.abs(a.ratio - 1))
})
</script>

<template>
  <main v-if="!set || !water" class="p-8">
    <p>{{ t('common.noSet') }} <RouterLink to="/" class="underline">{{ t('common.toToday') }}</RouterLink></p>
  </main>
  <main v-else class="mx-auto max-w-5xl p-6">
    <div class="flex flex-wrap items-baseline justify-between gap-3">
      <h1 class="text-3xl font-bold">{{ t('water.title', { set: set.name }) }}</h1>
      <div class="flex flex-wrap gap-3">
        <KitButton :icon="Scale" :to="{ name: 'weigh', params: { setId } }" kind="next">
          {{ t('water.weigh') }}</KitButton
        >
        <KitButton :to="{ name: 'set', params: { setId } }">{{ t('common.toSet') }}</KitButton>
      </div>
    </div>

    <section class="card mt-5 p-5" aria-labelledby="tonight-heading">
      <h2 id="tonight-heading" class="text-2xl leading-snug font-semibold" data-testid="advice">
        {{ said!.lead }}
      </h2>
      <p class="mt-1 text-lg text-ink-soft">{{ said!.more }}</p>
      <p v-if="against" class="mt-3 rounded-lg border border-lamp p-3" data-testid="against-band">
        {{ against }}
      </p>
      <p v-if="water.mean && !water.mean.enough" class="mt-3 rounded-lg border border-lamp p-3">
        {{
          t('water.tooFew', {
            eggs: count(water.mean.count, 'eggMeasured'),
            needed: ENOUGH_EGGS,
          })
        }}
      </p>
      <p v-if="!water.airNoted" class="mt-3 rounded-lg border border-lamp p-3" data-testid="assumed">
        {{ t('water.assumed', { humidity: water.air[0]!.rhPercent.toFixed(0) }) }}
      </p>
      <p v-if="sensors.length > 0" class="mt-3" data-testid="sensed">
        {{
          t('water.measuredBy', {
            sensors: sensors.join(' and '),
            humidity: water.air.at(-1)!.rhPercent.toFixed(0),
          })
        }}
        <RouterLink
          :to="{ name: 'incubator', params: { incubatorId: set.trays[0]!.incubatorId } }"
          class="underline"
          >{{ t('water.seeReadings') }}</RouterLink
        >.
      </p>
      <form v-else class="mt-4 flex flex-wrap items-end gap-3" @submit.prevent="noteHumidity">
        <NumberField v-model="humidity" :label="t('water.hygrometer')" />
        <KitButton type="submit" :disabled="humidity === null || Number.isNaN(humidity)">
          {{ t('sensors.save') }}
        </KitButton>
        <ReadingDoubt
          v-if="readings.doubt.value && readings.doubt.value.kind !== 'impossible'"
          :doubt="readings.doubt.value"
          :units="store.hatchery.units"
          @keep="keepHumidity"
          @close="readings.doubt.value = null"
        />
        <span v-if="water.airNoted" class="text-ink-soft" data-testid="noted">{{
          t('water.recorded', { readings: restsOn, humidity: water.air.at(-1)!.rhPercent.toFixed(0) })
        }}</span>
      </form>
      <p v-if="readings.problem.value" class="mt-2 text-ember" role="alert">{{ readings.problem.value }}</p>
      <KitFold v-if="water.advice" class="mt-3 text-ink-soft" :title="t('water.how')">
        <ul class="mt-2 list-disc pl-6 text-ink-soft">
          <li>
            {{
              t('water.howNow', {
                now: percent(water.advice.perDay, 2),
                humidity: water.air.at(-1)!.rhPercent.toFixed(0),
                needed: percent(water.advice.neededPerDay, 2),
                days: (water.stopDay - water.ageDays).toFixed(1),
                total: percent(water.target.middle),
              })
            }}
          </li>
          <li>
            {{
              t('water.howFormula', {
                dryness: (1 - water.air.at(-1)!.rhPercent / 100).toFixed(2),
                ratio: (water.advice.neededPerDay / water.advice.perDay).toFixed(2),
                wanted: water.advice.wantedRhPercent.toFixed(0),
              })
            }}
          </li>
          <li>
            {{
              t('water.howAir', {
                humidity: meanRh(water.air, Math.max(0.1, water.ageDays)).toFixed(0),
                readings: restsOn ? ` (${restsOn})` : '',
              })
            }}
          </li>
        </ul>
      </KitFold>
      <p v-if="hygrometer" class="mt-3 rounded-lg border border-lamp p-3" data-testid="hygrometer">
        {{ hygrometer }}
      </p>
      <p v-if="water.advice" class="mt-3 text-ink-soft">
        {{ t('water.beforeChange', { points: USUAL_ERROR.sd }) }}
      </p>
    </section>

    <section class="card mt-5 p-5" aria-labelledby="curve-heading">
      <h2 id="curve-heading" class="text-xl font-semibold">{{ t('water.byDay') }}</h2>
      <WaterChart
        :water="water"
        :title="t('water.lostBy', { set: set.name })"
        :place-of="placeOf"
        :changes="said!.changes ?? false"
        :tried="tried"
      />
    </section>

    <WaterWhatIf
      v-if="water.mean && water.ageDays < water.stopDay"
      :set="set"
      :water="water"
      @tried="tried = $event"
    />

    <section v-if="rows.length > 0" class="card mt-5 p-5" aria-labelledby="eggs-heading">
      <h2 id="eggs-heading" class="text-xl font-semibold">{{ t('water.eggByEgg') }}</h2>
      <div v-for="tray in set.trays" :key="tray.id" class="mt-2">
        <WaterTray :tray="tray" :eggs="eggs" :water="water" />
      </div>
      <p class="mt-1 text-sm text-ink-soft">
        {{ t('water.eggByEggWhat') }}
      </p>
      <table class="mt-2 w-full text-left" data-testid="water-eggs">
        <thead>
          <tr class="text-ink-soft">
            <th scope="col" class="py-1 pr-4 font-normal">{{ t('water.egg') }}</th>
            <th scope="col" class="py-1 pr-4 font-normal">{{ t('water.againstSet') }}</th>
            <th scope="col" class="hidden py-1 pr-4 font-normal sm:table-cell">
              {{ t('water.conductance') }}
            </th>
            <th scope="col" class="py-1 pr-4 font-normal">{{ t('water.estimates') }}</th>
            <th scope="col" class="py-1 pr-4 font-normal">
              <span class="sr-only">{{ t('water.assessment') }}</span>
            </th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="row in rows" :key="row.id" class="border-t border-line">
            <td class="py-1 pr-4 font-semibold">{{ row.place }}</td>
            <td class="py-1 pr-4 whitespace-nowrap" :class="{ 'font-semibold text-ember': row.isOff }">
              × {{ row.ratio.toFixed(2) }} ± {{ row.sd.toFixed(2) }}
            </td>
            <td class="hidden py-1 pr-4 text-ink-soft sm:table-cell">
              {{ row.conductance?.toFixed(1) }}
            </td>
            <td class="py-1 text-ink-soft">{{ row.estimates }}</td>
            <td class="py-1">{{ row.words }}</td>
          </tr>
        </tbody>
      </table>
    </section>
  </main>
</template>
