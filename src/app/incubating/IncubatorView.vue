<script setup lang="ts">
import { computed, ref } from 'vue'
import { RouterLink } from 'vue-router'
import { ClipboardCheck } from '@lucide/vue'
import { localDateOf, sayShortDate } from '../../core/time/local-date.ts'
import { sayQuantity } from '../../core/units.ts'
import { DAY_MS } from '../../core/time/durations.ts'
import { useHatcheryStore } from '../data/hatchery.ts'
import { useClockStore } from '../shared/clock.ts'
import { alarmWords, logWords, sinceWords } from '../shared/climate-words.ts'
import { probeColour, useChartColours } from '../shared/charts/useChartColours.ts'
import { useSensingStore } from '../shared/sensing.ts'
import { useKeys } from '../shared/useKeys.ts'
import { useSaving } from '../shared/useSaving.ts'
import ClimateChart from './ClimateChart.vue'
import type { ClimateEvent } from './climate-chart.ts'
import { climatePoints, climateTable, type Saying } from './climate-figures.ts'
import ClimateFindings from './ClimateFindings.vue'
import HandReadings from './HandReadings.vue'
import IncubatorLogList from './IncubatorLogList.vue'
import LoggerImport from './LoggerImport.vue'
import SensorList from './SensorList.vue'
import { useClimate } from './useClimate.ts'
import { t } from './words.ts'
import { clockTime } from '../shared/clock-time.ts'
import KitButton from '../shared/kit/KitButton.vue'

/** The air of one incubator: how it is, how it was, what that does, and by what it is known. */
const props = defineProps<{ incubatorId: string; days?: number }>()
const store = useHatcheryStore()
const clock = useClockStore()
const sensing = useSensingStore()
const { problem, saving } = useSaving()
const SPANS = [
  ['day', t('incubator.day'), 1],
  ['week', t('incubator.week'), 7],
  ['three-weeks', t('incubator.threeWeeks'), 21],
] as const
const spanDays = ref(props.days ?? 7)
const units = computed(() => store.hatchery.units)
const zone = computed(() => store.hatchery.zone)
const now = computed(
  () => sensing.incubators.find(({ incubator }) => incubator.id === props.incubatorId) ?? null,
)
/** To the quarter of an hour, so that it does not move all the time. */
const toMs = computed(() => Math.ceil(clock.nowMs / 900_000) * 900_000)
const fromMs = computed(() => toMs.value - spanDays.value * DAY_MS)
const probes = computed(() => now.value?.probes ?? [])
const probeIds = computed(() => probes.value.map(({ id }) => id).join())
let kept = probes.value
/** The same list as before where the same probes stand there. */
const standing = computed(() => {
  if (
    kept.map(({ id }) => id).join() !== probeIds.value ||
    kept.some((probe, i) => probe !== probes.value[i])
  )
    kept = probes.value
  return kept
})
const climate = useClimate(() => ({
  probes: standing.value,
  band: now.value?.band ?? {
    celsius: { low: 37.1, high: 37.9 },
    rhPercent: { low: 45, high: 55 },
    aboveEggsC: 0,
  },
  fromMs: fromMs.value,
  toMs: toMs.value,
}))

const colours = useChartColours()
const colourOf = (id: string): string => probeColour(colours.value, standing.value, id)
const nameOfProbe = (id: string): string => probes.value.find((probe) => probe.id === id)?.name ?? ''
const at = (atMs: number): string =>
  `${sayShortDate(localDateOf(atMs, zone.value))}, ${clockTime(atMs, zone.value)}`
const warm = (celsius: number): string => sayQuantity(units.value, 'temperature', celsius)

const trayIds = computed(
  () => new Set((now.value?.sets ?? []).flatMap(({ trays }) => trays.map(({ id }) => id))),
)
const events = computed((): ClimateEvent[] => {
  const log = (now.value?.log ?? []).flatMap((event): ClimateEvent[] => {
    const atMs = Date.parse(event.at)
    const words = logWords(event, units.value)
    if (event.kind === 'alarm') return [{ atMs, lane: 'alarm', words }]
    if (event.kind === 'opened') return [{ atMs, lane: 'lid', words }]
    return event.kind === 'alarm-over' || event.kind === 'alarm-seen' ? [] : [{ atMs, lane: 'round', words }]
  })
  const lids = store.sessions.flatMap((session) =>
    session.events.flatMap((event): ClimateEvent[] =>
      event.kind === 'opened' && trayIds.value.has(event.trayId)
        ? [{ atMs: Date.parse(event.at), lane: 'candling', words: t('log.candling') }]
        : [],
    ),
  )
  const looks = (now.value?.sets ?? []).flatMap((set) => {
    const days = new Map<string, number>()
    for (const egg of store.eggsBySet.get(set.id) ?? [])
      for (const look of store.looksByEgg.get(egg.id) ?? [])
        days.set(look.takenAt.slice(0, 13), Date.parse(look.takenAt))
    return [...days.values()].map((atMs): ClimateEvent => ({
      atMs,
      lane: 'candling',
      words: `${set.name} candled`,
    }))
  })
  const felt = climate.facts.value.flatMap(({ rhPercent }) =>
    (rhPercent?.openings ?? []).map(({ fromMs: atMs, before, lowest, backAfterMinutes }): ClimateEvent => ({
      atMs,
      lane: 'lid',
      words: t('log.lidByHumidity', {
        before: before.toFixed(0),
        lowest: lowest.toFixed(0),
        back: backAfterMinutes === null ? '' : t('log.backAfter', { minutes: backAfterMinutes.toFixed(0) }),
      }),
    })),
  )
  return [...log, ...lids, ...looks, ...felt]
    .filter(({ atMs }) => atMs >= fromMs.value && atMs <= toMs.value)
    .sort((a, b) => a.atMs - b.atMs)
})

const saying = computed((): Saying => ({ units: units.value, nameOfProbe, at }))
const points = computed(() => climatePoints(climate.hours.value, events.value, saying.value))
const table = computed(() => climateTable(climate.hours.value, saying.value))
const latest = computed(() => {
  const stand = now.value
  if (!stand) return []
  return stand.probes.flatMap(({ id, name }) => {
    const celsius = stand.celsius.get(id)?.at(-1)
    const rhPercent = stand.rhPercent.get(id)?.at(-1)
    const atMs = Math.max(celsius?.atMs ?? 0, rhPercent?.atMs ?? 0)
    return atMs > 0 ? [{ id, name, celsius: celsius?.value, rhPercent: rhPercent?.value, atMs }] : []
  })
})
useKeys({ z: () => void saving(() => store.undo()) })
</script>

<template>
  <main v-if="!now" class="p-8">
    {{ t('incubator.missing') }}
    <RouterLink to="/" class="underline">{{ t('common.toToday') }}</RouterLink>
  </main>
  <main v-else class="mx-auto max-w-6xl p-4 sm:p-6">
    <div class="flex flex-wrap items-end justify-between gap-3">
      <div>
        <h1 class="text-3xl font-bold">{{ now.incubator.name }}</h1>
        <p class="text-ink-soft">
          {{
            t('incubator.target', {
              what: now.sets.length > 0 ? now.sets.map(({ name }) => name).join(', ') : t('incubator.empty'),
              warmLow: warm(now.band.celsius.low),
              warmHigh: warm(now.band.celsius.high),
              low: now.band.rhPercent.low,
              high: now.band.rhPercent.high,
            })
          }}
        </p>
      </div>
      <KitButton :icon="ClipboardCheck" :to="{ name: 'round', params: { incubatorId } }" kind="next">
        {{ t('incubator.startRound') }}</KitButton
      >
    </div>
    <p v-if="problem" class="mt-3 text-ember" role="alert">{{ problem }}</p>
    <ul v-if="now.alarms.length > 0" class="mt-4 flex flex-col gap-2" data-testid="alarms">
      <li v-for="(alarm, i) in now.alarms" :key="i" class="rounded-lg border border-ember p-3">
        <strong class="text-ember"
          >{{ alarm.probeId ? `${nameOfProbe(alarm.probeId)}: ` : ''
          }}{{ alarmWords(alarm, units).says }}</strong
        >
        {{ sinceWords(alarm.sinceMs, clock.nowMs, at) }}. {{ alarmWords(alarm, units).todo }}
      </li>
    </ul>

    <ul
      v-if="latest.length > 0"
      class="mt-4 flex flex-wrap gap-x-10 gap-y-2"
      :aria-label="t('incubator.latest')"
    >
      <li v-for="probe in latest" :key="probe.id">
        <span class="text-ink-soft"
          ><span
            class="mr-2 inline-block h-1 w-6 rounded align-middle"
            :style="{ background: colourOf(probe.id) }"
            aria-hidden="true"
          />{{ probe.name }}, {{ clockTime(probe.atMs, zone) }}</span
        >
        <span class="block text-2xl font-semibold"
          ><template v-if="probe.celsius !== undefined">{{ warm(probe.celsius) }}</template>
          <template v-if="probe.rhPercent !== undefined">
            <span class="ml-3">{{ probe.rhPercent.toFixed(0) }} %</span></template
          ></span
        >
      </li>
    </ul>

    <section class="card mt-5 p-4 sm:p-5" aria-labelledby="air-heading">
      <div class="mb-2 flex flex-wrap items-center justify-between gap-3">
        <h2 id="air-heading" class="text-xl font-semibold">{{ t('incubator.overTime') }}</h2>
        <div class="flex flex-wrap gap-2" role="group" :aria-label="t('incubator.howFarBack')">
          <KitButton
            v-for="[key, word, back] in SPANS"
            :key="key"
            size="desk"
            :class="{ 'border-lamp': spanDays === back }"
            :aria-pressed="spanDays === back"
            @click="spanDays = back"
          >
            {{ word }}
          </KitButton>
        </div>
      </div>
      <p v-if="climate.problem.value" class="text-ember" role="alert">{{ climate.problem.value }}</p>
      <p v-if="climate.readings.value === 0" class="py-4 text-ink-soft" data-testid="no-readings">
        {{ t('incubator.noReadings') }}
      </p>
      <ClimateChart
        v-else
        :title="t('incubator.chart', { incubator: now.incubator.name })"
        :client="climate.client"
        :opened="climate.opened.value"
        :probes="standing"
        :band="now.band"
        :from-ms="fromMs"
        :to-ms="toMs"
        :events="events"
        :units="units"
        :zone="zone"
        :points="points"
        :table="table"
      />
      <p class="mt-2 text-sm text-ink-soft">{{ t('incubator.chartKey') }}</p>
    </section>

    <div class="mt-5 grid grid-cols-1 items-start gap-5 lg:grid-cols-2">
      <ClimateFindings
        :facts="climate.facts.value"
        :comparison="climate.comparison.value"
        :now="now"
        :span-days="spanDays"
      />
      <SensorList :now="now" />
      <LoggerImport :incubator="now.incubator" />
      <HandReadings :incubator-id="incubatorId" />
      <IncubatorLogList :now="now" />
    </div>
  </main>
</template>
