<script setup lang="ts">
import { computed, ref } from 'vue'
import { RouterLink } from 'vue-router'
import { Scale } from '@lucide/vue'
import { USUAL_ERROR } from '../../core/moisture/hygrometer-bias.ts'
import type { Measured } from '../../core/measure/reading.ts'
import { meanRh } from '../../core/moisture/vapour-deficit-days.ts'
import { humidityStep, RH_LIMITS } from '../../core/moisture/humidity-advice.ts'
import { ENOUGH_EGGS } from '../../core/moisture/set-water.ts'
import { incubatorOf } from '../../contracts/records/whereabouts.ts'
import { nameOfPlace } from '../../core/tray/layout.ts'
import { noted } from '../../domain/readings.ts'
import { waterOfSet } from '../../domain/water-of-set.ts'
import { useClockStore } from '../shared/clock.ts'
import { useSaving } from '../shared/useSaving.ts'
import { count, plainDay } from '../shared/wording.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import WaterChart from './WaterChart.vue'
import WaterTray from './WaterTray.vue'
import WaterWhatIf from './WaterWhatIf.vue'

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
const { problem, saving } = useSaving()
const humidity = ref<number | ''>('')
function noteHumidity(): void {
  const shown = humidity.value
  const incubatorId = set.value?.trays[0]?.incubatorId
  if (shown === '') return
  if (!(shown > 0 && shown <= 100)) {
    problem.value = 'Humidity must be a number from 1 to 100.'
    return
  }
  if (!incubatorId) {
    problem.value = 'This tray is in no incubator. Choose one on the set’s page, then enter the humidity.'
    return
  }
  const reading = { atMs: Date.now(), celsius: null, rhPercent: shown }
  void saving(async () => {
    await store.commit('humidity', null, noted(reading, { which: 'hand', incubatorId }, store.probes))
    humidity.value = ''
  })
}

const percent = (share: number, digits = 1): string => `${(100 * share).toFixed(digits)} %`
/** What to do tonight, in a sentence, and what it rests on. */
const said = computed((): { lead: string; more: string; changes?: boolean } | null => {
  const value = water.value
  if (!value) return null
  const { mean, advice, target, stopDay, ageDays } = value
  if (ageDays >= stopDay)
    return {
      lead: 'Turning is over: humidity now follows lockdown, not weight loss.',
      more: mean ? `${percent(value.lossAt(stopDay)!.value)} was lost by day ${plainDay(stopDay)}.` : '',
    }
  if (!mean || !advice)
    return {
      lead: 'No measurements yet.',
      more: 'Photograph the eggs at the next candling, or weigh them. One picture after the first day is enough to start.',
    }
  const now = value.air.at(-1)!.rhPercent
  const wanted = advice.rhPercent.value
  const aim = `${percent(target.low, 0).replace(' %', '')}–${percent(target.high, 0)} by day ${plainDay(stopDay)}`
  const more = `Lost so far: ${percent(advice.lossNow.value)} ± ${percent(advice.lossNow.sd)}. Unchanged, it reaches ${percent(advice.arrivesUnchanged.value)}; target ${aim}.`
  const leave = `Leave the humidity at about ${now.toFixed(0)} %`
  const advised = `${wanted.toFixed(0)} % ± ${advice.rhPercent.sd.toFixed(0)}`
  switch (humidityStep(advice, now, target)) {
    case 'leave':
      return { lead: `${leave}.`, more, changes: false }
    case 'unsure':
      return { lead: `${leave} for now: the advice of ${advised} is too uncertain.`, more, changes: false }
    case 'run':
      return { lead: `Run ${advised} from tonight.`, more, changes: true }
  }
  return {
    lead: `Run ${wanted.toFixed(0)} %: ${wanted === RH_LIMITS.most ? 'more' : 'less'} is not advised, and no setting will catch up. It reaches about ${percent(advice.arrives.value)}.`,
    more,
    changes: true,
  }
})

/** So much faster than its mates no sound shell lets water go. */
const CRACKED_RATIO = 1.45
function whyOff(egg: { isOff: boolean; ratio: number; cracked: boolean; waxed: boolean }): string {
  if (egg.cracked)
    return egg.ratio > 1.15
      ? `cracked${egg.waxed ? ', the wax does not hold' : ''}: drying out`
      : `cracked${egg.waxed ? ', the wax holds' : ', but holding'}`
  if (!egg.isOff) return ''
  if (egg.ratio > CRACKED_RATIO)
    return 'drying out: check for a hairline crack with the lamp along the shell; wax may save it'
  if (egg.ratio > 1) return 'thin or porous shell: nothing to fix; do not change humidity for the others'
  return 'thick shell, or a misread air cell: it may hatch wet; weigh it to check'
}

/** What the eggs' own loss says of the hygrometer. */
const hygrometer = computed(() => {
  const error = water.value?.hygrometerBias
  if (!error || !water.value?.mean) return ''
  // Of what two standard deviations leave open nothing is said.
  if (Math.abs(error.value) < Math.max(3, 1.5 * error.sd)) return ''
  const points = `${Math.abs(error.value).toFixed(0)} ± ${error.sd.toFixed(0)} points`
  return error.value > 0
    ? `The eggs dry as if the air were ${points} drier than the hygrometer reads. Either it reads too high, or the shells are thin. Check it over wet salt first.`
    : `The eggs dry as if the air were ${points} more humid than the hygrometer reads. Either it reads too low, or the shells are thick. Check it over wet salt first.`
})
const tried = ref<Measured | null>(null)
const placeOf = (eggId: string): string => {
  const egg = eggs.value.find(({ id }) => id === eggId)
  return egg ? nameOfPlace(set.value!.trays, egg.place) || `egg ${egg.number}` : ''
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
          place: nameOfPlace(set.value!.trays, egg.place) || `egg ${egg.number}`,
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
    <p>There is no such set. <RouterLink to="/" class="underline">Back to Today</RouterLink></p>
  </main>
  <main v-else class="mx-auto max-w-5xl p-6">
    <div class="flex flex-wrap items-baseline justify-between gap-3">
      <h1 class="text-3xl font-bold">Water: {{ set.name }}</h1>
      <div class="flex gap-3">
        <RouterLink :to="{ name: 'weigh', params: { setId } }" class="press press-lamp"
          ><Scale class="h-5 w-5" aria-hidden="true" /> Weigh</RouterLink
        >
        <RouterLink :to="{ name: 'set', params: { setId } }" class="press">Back to set</RouterLink>
      </div>
    </div>

    <section class="card mt-5 p-5" aria-labelledby="tonight-heading">
      <h2 id="tonight-heading" class="text-2xl leading-snug font-semibold" data-testid="advice">
        {{ said!.lead }}
      </h2>
      <p class="mt-1 text-lg text-ink-soft">{{ said!.more }}</p>
      <p v-if="water.mean && !water.mean.enough" class="mt-3 rounded-lg border border-lamp p-3">
        Only {{ count(water.mean.count, 'egg measured', 'eggs measured') }}: a set needs {{ ENOUGH_EGGS }} or
        more. Treat this as a hint.
      </p>
      <p v-if="water.airAssumed" class="mt-3 rounded-lg border border-lamp p-3" data-testid="assumed">
        No humidity was recorded for this set: {{ water.air[0]!.rhPercent.toFixed(0) }} % is assumed, the
        middle of the usual range.
      </p>
      <p v-if="sensors.length > 0" class="mt-3" data-testid="sensed">
        Air measured by {{ sensors.join(' and ') }}, last {{ water.air.at(-1)!.rhPercent.toFixed(0) }} %:
        <RouterLink
          :to="{ name: 'incubator', params: { incubatorId: set.trays[0]!.incubatorId } }"
          class="underline"
          >see readings and checks</RouterLink
        >.
      </p>
      <form v-else class="mt-4 flex flex-wrap items-end gap-3" @submit.prevent="noteHumidity">
        <label class="flex flex-col gap-1"
          >Hygrometer shows, %
          <input v-model.number="humidity" type="number" inputmode="decimal" step="any" class="field w-28" />
        </label>
        <button type="submit" class="press" :disabled="humidity === ''">Save</button>
        <span v-if="!water.airAssumed" class="text-ink-soft" data-testid="noted"
          >Recorded on {{ count(water.air.length, 'day') }}, last
          {{ water.air.at(-1)!.rhPercent.toFixed(0) }} %. Days without a reading use the day before; earlier
          days use the first.</span
        >
      </form>
      <p v-if="problem" class="mt-2 text-ember" role="alert">{{ problem }}</p>
      <details v-if="water.advice" class="mt-3">
        <summary class="cursor-pointer text-ink-soft">How this is calculated</summary>
        <ul class="mt-2 list-disc pl-6 text-ink-soft">
          <li>
            Now {{ percent(water.advice.perDay, 2) }} per day at
            {{ water.air.at(-1)!.rhPercent.toFixed(0) }} %; {{ percent(water.advice.neededPerDay, 2) }} per
            day is needed for the {{ (water.stopDay - water.ageDays).toFixed(1) }} days left, to lose
            {{ percent(water.target.middle) }}
            in total.
          </li>
          <li>
            Water loss is proportional to the vapour deficit: 1 − RH′ = (1 − RH) × needed ÷ now =
            {{ (1 - water.air.at(-1)!.rhPercent / 100).toFixed(2) }} ×
            {{ (water.advice.neededPerDay / water.advice.perDay).toFixed(2) }}, so RH′ =
            {{ water.advice.wantedRhPercent.toFixed(0) }} %.
          </li>
          <li>
            Since setting the air was {{ meanRh(water.air, Math.max(0.1, water.ageDays)).toFixed(0) }} % on
            average. A constant hygrometer error cancels out.
          </li>
        </ul>
      </details>
      <p v-if="hygrometer" class="mt-3 rounded-lg border border-lamp p-3" data-testid="hygrometer">
        {{ hygrometer }}
      </p>
      <p v-if="water.advice" class="mt-3 text-ink-soft">
        Before you change anything: check the thermometer against a second one and the hygrometer over wet
        salt (75 %; household ones are off by {{ USUAL_ERROR.sd }} points or more), and check the vents.
        Change the water surface rather than the vents, and measure again in two or three days.
      </p>
    </section>

    <section class="card mt-5 p-5" aria-labelledby="curve-heading">
      <h2 id="curve-heading" class="text-xl font-semibold">Loss by day</h2>
      <WaterChart
        :water="water"
        :title="`Water lost by ${set.name}`"
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
      <h2 id="eggs-heading" class="text-xl font-semibold">Egg by egg</h2>
      <div v-for="tray in set.trays" :key="tray.id" class="mt-2">
        <WaterTray :tray="tray" :eggs="eggs" :water="water" />
      </div>
      <p class="mt-1 text-sm text-ink-soft">
        Each egg in its place, all on one scale. Shaded: target. Squares: weighings. Rings: photographs.
      </p>
      <table class="mt-2 w-full text-left" data-testid="water-eggs">
        <thead>
          <tr class="text-ink-soft">
            <th scope="col" class="py-1 pr-4 font-normal">Egg</th>
            <th scope="col" class="py-1 pr-4 font-normal">Against the set</th>
            <th scope="col" class="hidden py-1 pr-4 font-normal sm:table-cell">
              Shell conductance, mg per day per torr
            </th>
            <th scope="col" class="py-1 pr-4 font-normal">Estimates</th>
            <th scope="col" class="py-1 pr-4 font-normal"><span class="sr-only">Assessment</span></th>
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
